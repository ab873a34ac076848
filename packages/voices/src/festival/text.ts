import { arpabetToIpa, ipaToArpabet } from '@aurelfield/core/pronunciation';
import { type SpeechPlan } from '@aurelfield/core/speech';
import anyAscii from 'any-ascii';
import britishSounds from './britishSounds.json' with { type: 'json' };
import soundLexicon from './soundLexicon.json' with { type: 'json' };

/** The text that is handed to the engine: one token for each spoken word. */
export interface FestivalText {
  readonly text: string;
  /**
   * Words with sounds of their own: the token that stands for them and its phones in the engine's alphabet.
   */
  readonly sounds: readonly { readonly token: string; readonly phones: string }[];
}

/**
 * Words that the engine's own lexicon and letter rules say otherwise than the CMU Pronouncing Dictionary, and
 * some of British English that it lacks; made by `npm run sounds`.
 */
const SOUNDS: ReadonlyMap<string, string> = new Map(Object.entries(soundLexicon));

/** Words with another vowel in British English; made by `npm run sounds british`. */
const BRITISH_SOUNDS: ReadonlyMap<string, string> = new Map(Object.entries(britishSounds));

const END_MARKS = { statement: '.', question: '?', exclamation: '!' } as const;
/** Said for a sign that has no letters in any spelling. */
const UNSAYABLE = 'symbol';

/**
 * Words that are hardly heard as the voice says them: consonants alone. Those that people do say are left as
 * they are.
 */
export const WITHOUT_VOWEL =
  /^(?!(?:h?m+|sh+|ps+t|pf+t|brr+|grr+|tsk|nth|mrs?|dr|st|ms)$)[b-df-hj-np-tv-xz]{2,}$/u;

/** Names of the letters in the engine's phones (those of American English). */
// prettier-ignore
const LETTER_NAMES: Readonly<Record<string, string>> = {
  a: 'ey1', b: 'b iy1', c: 's iy1', d: 'd iy1', e: 'iy1', f: 'eh1 f', g: 'jh iy1', h: 'ey1 ch', i: 'ay1', j: 'jh ey1', k: 'k ey1', l: 'eh1 l', m: 'eh1 m', n: 'eh1 n', o: 'ow1', p: 'p iy1', q: 'k y uw1',
  r: 'aa1 r', s: 'eh1 s', t: 't iy1', u: 'y uw1', v: 'v iy1', w: 'd ah1 b ax0 l y uw0', x: 'eh1 k s', y: 'w ay1', z: 'z iy1',
};

/**
 * Writes a plan as plain text for the engine: its words in plain letters, a comma for each of our breaks and
 * the mark that closes the sentence.
 * @param tokenFor the token that stands for some phones, always the same for the same phones.
 * @param isSpelt whether a word, as the engine is to get it, is said letter by letter.
 * @param isBritish whether its words have the British sound. Such a word stays as it is written and has an
 * entry in the British lexicon, so that the engine still knows what part of speech it is.
 */
export function festivalText(
  plan: SpeechPlan,
  tokenFor: (phones: string) => string,
  isSpelled: (word: string) => boolean = () => false,
  isBritish = false,
): FestivalText {
  const breaks = new Set(plan.breaks);
  const ipas = new Map(plan.sounds.map(({ word, ipa }) => [word, ipa]));
  const sounds: { token: string; phones: string }[] = [];
  const tokens = plan.words.map((word, i) => {
    const ipa = ipas.get(i);
    let token = plainLetters(word);
    if (ipa !== undefined) {
      const phones = festivalPhones(isBritish ? ipa.replaceAll('ɒ', 'ɔ') : ipa);
      token = tokenFor(phones);
      sounds.push({ token, phones });
    } else if (isBritish && BRITISH_SOUNDS.has(token)) {
      sounds.push({ token, phones: phonesOfArpabet(BRITISH_SOUNDS.get(token) ?? '') });
    } else if (SOUNDS.has(token)) {
      const phones = phonesOfArpabet(SOUNDS.get(token) ?? '');
      token = tokenFor(phones);
      sounds.push({ token, phones });
    } else if (isSpelled(token)) {
      const names = isBritish ? { ...LETTER_NAMES, z: 'z eh1 d' } : LETTER_NAMES;
      const phones = [...token].flatMap((letter) => names[letter.toLowerCase()] ?? []).join(' ');
      token = tokenFor(phones);
      sounds.push({ token, phones });
    }
    const mark = i === plan.words.length - 1 ? END_MARKS[plan.end] : breaks.has(i) ? ',' : '';
    return token + mark;
  });
  return { text: tokens.join(' '), sounds };
}

/** IPA → phones of the engine's American English, with stress digits on vowels: "s ae1 l ow0". */
export function festivalPhones(ipa: string): string {
  const phones = ipaToArpabet(ipa).text;
  // A word without any stress is said as if it were none, short and soft.
  return phonesOfArpabet(/[12]/u.test(phones) ? phones : phones.replace('0', '1'));
}

/** Phones of the dictionary → those of the engine, which has a name of its own for the weak vowel. */
function phonesOfArpabet(phones: string): string {
  return phones
    .split(' ')
    .map((phone) => (phone === 'AH0' ? 'ax0' : phone.toLowerCase()))
    .join(' ');
}

/** Phones of the engine → IPA without stress, which it does not tell. */
export function ipaOfPhones(phones: readonly string[]): string[] {
  return phones
    .filter((phone) => phone !== 'pau')
    .map((phone) => arpabetToIpa(EXTRA_PHONES[phone] ?? phone.toUpperCase()));
}

/** Phones beside those of the CMU dictionary. */
const EXTRA_PHONES: Readonly<Record<string, string>> = {
  ax: 'AH0', axr: 'ER0', dx: 'D', el: 'L', em: 'M', en: 'N', nx: 'N', hv: 'HH',
}; // prettier-ignore

/**
 * A word in the letters the engine knows. A single capital stays one, since it stands for the letter's name.
 */
export function plainLetters(word: string): string {
  const ascii = anyAscii(word.replace(/[’ʼ]/gu, "'"))
    .replace(/[^A-Za-z']/gu, '')
    .replace(/^'+|'+$/gu, '');
  if (ascii === '') return UNSAYABLE;
  return ascii.length === 1 ? ascii : ascii.toLowerCase();
}
