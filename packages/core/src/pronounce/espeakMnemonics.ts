import type { EngineSounds } from './arpabet.ts';
import { parseIpa, type Phone } from './ipa.ts';
import { nearestPhone } from './nearest.ts';
import { isVowel } from './phones.ts';
import { lookupTable } from '../lib/lookupTable.ts';

/**
 * English sounds in the mnemonics of the formant engine (tried on the engine: each gives the sound it stands
 * for).
 */
// prettier-ignore
const ENGLISH: Readonly<Record<string, string>> = lookupTable({
  p: 'p', b: 'b', t: 't', d: 'd', k: 'k', ɡ: 'g', f: 'f', v: 'v', θ: 'T', ð: 'D', s: 's', z: 'z', ʃ: 'S', ʒ: 'Z', h: 'h', 't͡ʃ': 'tS', 'd͡ʒ': 'dZ', m: 'm', n: 'n', ŋ: 'N', l: 'l', ɹ: 'r', r: 'r',
  j: 'j', w: 'w', x: 'x', ʔ: '?', ɾ: 't', ɫ: 'l', ç: 'C', ɲ: 'n^', ʎ: 'l^', ɣ: 'Q', β: 'B',
  iː: 'i:', i: 'i', ɪ: 'I', ʊ: 'U', uː: 'u:', u: 'u:', ɛ: 'E', e: 'E', æ: 'a', a: 'a', ʌ: 'V', ɒ: '0', ɔː: 'O:', ɔ: '0', ɑː: 'A:', ɑ: 'A:', ɜː: '3:', ɜ: '3:', ə: '@', ɐ: 'a#', oː: 'o:', eː: 'e:', o: 'oU',
  aɪ: 'aI', aʊ: 'aU', eɪ: 'eI', ɔɪ: 'OI', əʊ: 'oU', oʊ: 'oU', eə: 'e@', ʊə: 'U@', ɪə: 'i@3',
});

/** A vowel and the r that closes its syllable: each accent says them its own way, with the r or without. */
const BEFORE_R: Readonly<Record<string, string>> = lookupTable({
  'ɑː': 'A@', 'ɑ': 'A@', 'ɔː': 'O@', 'ɔ': 'O@', 'ɜː': '3:', 'ɜ': '3:', 'ɪ': 'i@3', 'iː': 'i@3', 'ɛ': 'e@', 'ʊ': 'U@', 'ə': '3',
}); // prettier-ignore

/**
 * IPA → the formant engine's mnemonics for English, stress before the vowel as it wants it. A sound it lacks
 * goes to the nearest and is reported.
 * @throws PronunciationError when the text is not IPA.
 */
export function ipaToEspeak(text: string): EngineSounds {
  const phones = parseIpa(text);
  const changes: { wanted: string; given: string }[] = [];
  const singles = Object.keys(ENGLISH).filter((key) => [...key].length === 1 || key.includes('͡'));
  let said = '';
  let stress = '';
  for (let i = 0; i < phones.length; i++) {
    const phone = phones[i] as Phone;
    if (phone.stress) stress = phone.stress === 'primary' ? "'" : ',';
    const next = phones[i + 1];
    const pair =
      next && !phone.long && !next.stress && !next.newSyllable
        ? ENGLISH[phone.symbol + next.symbol]
        : undefined;
    const coloured = closesSyllableWithR(phones, i)
      ? BEFORE_R[phone.symbol + (phone.long ? 'ː' : '')]
      : undefined;
    const own =
      coloured ?? pair ?? (phone.long ? ENGLISH[`${phone.symbol}ː`] : undefined) ?? ENGLISH[phone.symbol];
    const given = own === undefined ? nearestPhone(phone.symbol, singles) : phone.symbol;
    if (own === undefined) changes.push({ wanted: phone.symbol, given });
    if (coloured !== undefined ? !phone.marks.includes('˞') : pair !== undefined) i += 1;
    const mnemonic = own ?? ENGLISH[given] ?? '@';
    const isVowel = /^[aeiouAEIOUV0-9@3]/u.test(mnemonic);
    said += (isVowel ? stress : '') + mnemonic + (phone.marks.includes('\u0329') ? '-' : '');
    if (isVowel) stress = '';
  }
  return { text: said, changes };
}

/** Whether the vowel at `index` is r-coloured, or an r follows it that no vowel follows. */
function closesSyllableWithR(phones: readonly Phone[], index: number): boolean {
  if (phones[index]?.marks.includes('˞')) return true;
  const r = phones[index + 1];
  if (r === undefined || r.newSyllable || r.stress || !['ɹ', 'r'].includes(r.symbol)) return false;
  const after = phones[index + 2];
  return after === undefined || !isVowel(after.symbol);
}
