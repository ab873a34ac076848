import { formatIpa, parseIpa, PronunciationError } from './ipa.ts';
import { PHONES } from './phones.ts';

/** Signs beside the sounds: stress, length, syllable break, marks (J. C. Wells 1995; table from memory). */
const SIGNS: readonly (readonly [xsampa: string, ipa: string])[] = [
  ['"', 'ˈ'], ['%', 'ˌ'], [':', 'ː'], ['.', '.'], ['=', '\u0329'], ['~', '\u0303'], ['_h', 'ʰ'], ["'", 'ʲ'], ['_j', 'ʲ'], ['_w', 'ʷ'], ['_0', '\u0325'], ['_v', '\u032c'], ['_d', '\u032a'],
  ['@`', 'ə˞'], ['3`', 'ɜ˞'], ['_~', '\u0303'], ['_=', '\u0329'],
]; // prettier-ignore

const TO_IPA: readonly (readonly [string, string])[] = [
  ...PHONES.map(({ xsampa, ipa }) => [xsampa, ipa] as const),
  ['tS', 't͡ʃ'] as const,
  ['dZ', 'd͡ʒ'] as const,
  ...SIGNS,
].sort(([a], [b]) => b.length - a.length);

const TO_XSAMPA = new Map<string, string>([
  ...[...SIGNS].reverse().map(([xsampa, ipa]) => [ipa, xsampa] as const),
  ...PHONES.map(({ xsampa, ipa }) => [ipa, xsampa] as const),
]);

/** X-SAMPA → IPA, the longest name first. @throws PronunciationError naming the first sign that is none. */
export function xsampaToIpa(text: string): string {
  let ipa = '';
  for (let at = 0; at < text.length;) {
    if (/[\s/[\]]/u.test(text[at] ?? '')) {
      at += 1;
      continue;
    }
    const found = TO_IPA.find(([xsampa]) => text.startsWith(xsampa, at));
    if (!found)
      throw new PronunciationError(`“${text[at] ?? ''}” is not a sign of X-SAMPA.`, at, text[at] ?? '');
    ipa += found[1];
    at += found[0].length;
  }
  return formatIpa(parseIpa(ipa));
}

/**
 * IPA → X-SAMPA. Marks without a name there are left out.
 * @throws PronunciationError when the text is not IPA.
 */
export function ipaToXsampa(text: string): string {
  return parseIpa(text)
    .map(({ symbol, long, marks, stress, newSyllable }, i) => {
      const before =
        stress === 'primary' ? '"' : stress === 'secondary' ? '%' : newSyllable && i > 0 ? '.' : '';
      const rhotic = TO_XSAMPA.get(`${symbol}˞`);
      const name = marks.includes('˞') && rhotic !== undefined ? rhotic : (TO_XSAMPA.get(symbol) ?? '');
      const signs = [...marks].map((mark) => TO_XSAMPA.get(mark) ?? '').join('');
      return `${before}${name}${signs}${long ? ':' : ''}`;
    })
    .join('');
}
