/** Where and how a consonant is made (IPA chart, 2020 revision). */
export interface Consonant {
  readonly kind: 'consonant';
  /** Place from lips (0) to glottis (10). */
  readonly place: number;
  readonly manner:
    | 'plosive'
    | 'nasal'
    | 'trill'
    | 'tap'
    | 'fricative'
    | 'lateral fricative'
    | 'approximant'
    | 'lateral'
    | 'affricate'
    | 'click'
    | 'implosive';
  readonly voiced: boolean;
}

/** Where a vowel lies on the IPA chart: height 0 (close) to 6 (open), backness 0 (front) to 4 (back). */
export interface Vowel {
  readonly kind: 'vowel';
  readonly height: number;
  readonly back: number;
  readonly rounded: boolean;
}

export type PhoneFeatures = Consonant | Vowel;

/** A sound of the IPA: its symbol, its X-SAMPA name and its features. */
export interface PhoneEntry {
  readonly ipa: string;
  readonly xsampa: string;
  readonly features: PhoneFeatures;
}

const consonant = (ipa: string, xsampa: string, place: number, manner: Consonant['manner'], voiced: boolean): PhoneEntry => ({
  ipa, xsampa, features: { kind: 'consonant', place, manner, voiced },
}); // prettier-ignore
const vowel = (ipa: string, xsampa: string, height: number, back: number, rounded: boolean): PhoneEntry => ({
  ipa, xsampa, features: { kind: 'vowel', height, back, rounded },
}); // prettier-ignore

/**
 * The pulmonic consonants, common affricates, implosives, clicks and vowels of the IPA chart with their
 * X-SAMPA names (J. C. Wells, "Computer-coding the IPA", 1995; table from memory).
 */
// prettier-ignore
export const PHONES: readonly PhoneEntry[] = [
  consonant('p', 'p', 0, 'plosive', false), consonant('b', 'b', 0, 'plosive', true), consonant('t', 't', 3, 'plosive', false), consonant('d', 'd', 3, 'plosive', true),
  consonant('ʈ', 't`', 5, 'plosive', false), consonant('ɖ', 'd`', 5, 'plosive', true), consonant('c', 'c', 6, 'plosive', false), consonant('ɟ', 'J\\', 6, 'plosive', true),
  consonant('k', 'k', 7, 'plosive', false), consonant('ɡ', 'g', 7, 'plosive', true), consonant('q', 'q', 8, 'plosive', false), consonant('ɢ', 'G\\', 8, 'plosive', true),
  consonant('ʔ', '?', 10, 'plosive', false),
  consonant('m', 'm', 0, 'nasal', true), consonant('ɱ', 'F', 1, 'nasal', true), consonant('n', 'n', 3, 'nasal', true), consonant('ɳ', 'n`', 5, 'nasal', true),
  consonant('ɲ', 'J', 6, 'nasal', true), consonant('ŋ', 'N', 7, 'nasal', true), consonant('ɴ', 'N\\', 8, 'nasal', true),
  consonant('ʙ', 'B\\', 0, 'trill', true), consonant('r', 'r', 3, 'trill', true), consonant('ʀ', 'R\\', 8, 'trill', true),
  consonant('ɾ', '4', 3, 'tap', true), consonant('ɽ', 'r`', 5, 'tap', true),
  consonant('ɸ', 'p\\', 0, 'fricative', false), consonant('β', 'B', 0, 'fricative', true), consonant('f', 'f', 1, 'fricative', false), consonant('v', 'v', 1, 'fricative', true),
  consonant('θ', 'T', 2, 'fricative', false), consonant('ð', 'D', 2, 'fricative', true), consonant('s', 's', 3, 'fricative', false), consonant('z', 'z', 3, 'fricative', true),
  consonant('ʃ', 'S', 4, 'fricative', false), consonant('ʒ', 'Z', 4, 'fricative', true), consonant('ʂ', 's`', 5, 'fricative', false), consonant('ʐ', 'z`', 5, 'fricative', true),
  consonant('ɕ', 's\\', 5, 'fricative', false), consonant('ʑ', 'z\\', 5, 'fricative', true), consonant('ç', 'C', 6, 'fricative', false), consonant('ʝ', 'j\\', 6, 'fricative', true),
  consonant('x', 'x', 7, 'fricative', false), consonant('ɣ', 'G', 7, 'fricative', true), consonant('χ', 'X', 8, 'fricative', false), consonant('ʁ', 'R', 8, 'fricative', true),
  consonant('ħ', 'X\\', 9, 'fricative', false), consonant('ʕ', '?\\', 9, 'fricative', true), consonant('h', 'h', 10, 'fricative', false), consonant('ɦ', 'h\\', 10, 'fricative', true),
  consonant('ɬ', 'K', 3, 'lateral fricative', false), consonant('ɮ', 'K\\', 3, 'lateral fricative', true),
  consonant('ʋ', 'v\\', 1, 'approximant', true), consonant('ɹ', 'r\\', 3, 'approximant', true), consonant('ɻ', 'r\\`', 5, 'approximant', true), consonant('j', 'j', 6, 'approximant', true),
  consonant('ɰ', 'M\\', 7, 'approximant', true), consonant('w', 'w', 0, 'approximant', true), consonant('ʍ', 'W', 0, 'fricative', false), consonant('ɥ', 'H', 6, 'approximant', true),
  consonant('l', 'l', 3, 'lateral', true), consonant('ɭ', 'l`', 5, 'lateral', true), consonant('ʎ', 'L', 6, 'lateral', true), consonant('ʟ', 'L\\', 7, 'lateral', true), consonant('ɫ', '5', 3, 'lateral', true),
  consonant('t͡ʃ', 't_S', 4, 'affricate', false), consonant('d͡ʒ', 'd_Z', 4, 'affricate', true), consonant('t͡s', 't_s', 3, 'affricate', false), consonant('d͡z', 'd_z', 3, 'affricate', true),
  consonant('ɓ', 'b_<', 0, 'implosive', true), consonant('ɗ', 'd_<', 3, 'implosive', true), consonant('ɠ', 'g_<', 7, 'implosive', true),
  consonant('ʘ', 'O\\', 0, 'click', false), consonant('ǀ', '|\\', 2, 'click', false), consonant('ǃ', '!\\', 4, 'click', false), consonant('ǁ', '|\\|\\', 3, 'click', false),
  vowel('i', 'i', 0, 0, false), vowel('y', 'y', 0, 0, true), vowel('ɨ', '1', 0, 2, false), vowel('ʉ', '}', 0, 2, true), vowel('ɯ', 'M', 0, 4, false), vowel('u', 'u', 0, 4, true),
  vowel('ɪ', 'I', 1, 1, false), vowel('ʏ', 'Y', 1, 1, true), vowel('ʊ', 'U', 1, 3, true),
  vowel('e', 'e', 2, 0, false), vowel('ø', '2', 2, 0, true), vowel('ɘ', '@\\', 2, 2, false), vowel('ɵ', '8', 2, 2, true), vowel('ɤ', '7', 2, 4, false), vowel('o', 'o', 2, 4, true),
  vowel('ə', '@', 3, 2, false),
  vowel('ɛ', 'E', 4, 0, false), vowel('œ', '9', 4, 0, true), vowel('ɜ', '3', 4, 2, false), vowel('ɞ', '3\\', 4, 2, true), vowel('ʌ', 'V', 4, 4, false), vowel('ɔ', 'O', 4, 4, true),
  vowel('æ', '{', 5, 0, false), vowel('ɐ', '6', 5, 2, false),
  vowel('a', 'a', 6, 0, false), vowel('ɶ', '&', 6, 0, true), vowel('ɑ', 'A', 6, 4, false), vowel('ɒ', 'Q', 6, 4, true),
];

/** Features by IPA symbol. */
export const FEATURES: ReadonlyMap<string, PhoneFeatures> = new Map(
  PHONES.map(({ ipa, features }) => [ipa, features]),
);

/** Whether a symbol is a vowel. */
export function isVowel(ipa: string): boolean {
  return FEATURES.get(ipa)?.kind === 'vowel';
}
