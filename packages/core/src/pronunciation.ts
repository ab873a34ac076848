/** How words are pronounced: entries, lists, and the alphabets of sounds. */
export { stressOnSyllables } from './pronounce/stress.ts';
export { SHIPPED_LISTS } from './pronounce/schoolWords.ts';
export { HOMOGRAPHS } from './pronounce/homographs/table.ts';
export { homographVariants } from './pronounce/homographs/guess.ts';
export { ENTRY_PARTS, entryIpa, type PronunciationEntry } from './pronounce/entry.ts';
export { Lexicon } from './pronounce/lexicon.ts';
export { PronunciationError } from './pronounce/ipa.ts';
export { formatPls, parsePls, PlsError } from './pronounce/pls.ts';
export { formatEntriesCsv, parseEntriesCsv } from './pronounce/csv.ts';
export { ipaToEspeak } from './pronounce/espeakMnemonics.ts';
export { arpabetToIpa, ipaToArpabet } from './pronounce/arpabet.ts';
export { alignSounds, sameSounds, type AccentTrait } from './pronounce/sameSounds.ts';
export {
  ipaToRespelling,
  RESPELLING_CONSONANTS,
  RESPELLING_VOWELS,
  type RespellingSound,
} from './pronounce/respelling.ts';
export { tagWords, type PartOfSpeech } from './pronounce/homographs/tagger.ts';
export { syllablesOfIpa } from './pronounce/respelling.ts';
