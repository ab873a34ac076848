const SIBILANT = /(?:s|z|ʃ|ʒ)$/u;
const VOICELESS = /(?:p|t|k|f|θ)$/u;

/** A word's regular ending -s in sounds: /ɪz/ after a hiss, /s/ after a voiceless sound, else /z/. */
export function withPluralEnding(ipa: string): string {
  const sounds = ipa.replace(/[ː.ˈˌ]+$/u, '');
  return ipa + (SIBILANT.test(sounds) ? 'ɪz' : VOICELESS.test(sounds) ? 's' : 'z');
}
