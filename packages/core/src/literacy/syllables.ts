import { parseIpa } from '../pronounce/ipa.ts';
import { syllablesOf } from '../pronounce/respelling.ts';

/** How many syllables a pronunciation in IPA has. @throws PronunciationError when the text is not IPA. */
export function countSyllables(ipa: string): number {
  return syllablesOf(parseIpa(ipa)).length;
}
