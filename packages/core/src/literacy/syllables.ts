import { parseIpa } from '../pronounce/ipa.ts';
import { isVowel } from '../pronounce/phones.ts';
import { syllablesOf } from '../pronounce/respelling.ts';

/** How many syllables a pronunciation in IPA has. @throws PronunciationError when the text is not IPA. */
export function countSyllables(ipa: string): number {
  return syllablesOf(parseIpa(ipa)).length;
}

/** Whether a phone as an engine names it ("k", "ˈaʊ") is the heart of a syllable. */
export function hasVowel(phone: string): boolean {
  return /\u0329/u.test(phone) || [...phone.normalize('NFD')].some(isVowel);
}
