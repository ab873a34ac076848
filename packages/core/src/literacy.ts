/** Helping readers: doubtful words, syllables, readability, fluency. */
export { doubtfulWords, type DoubtfulWord, type WordKnowledge } from './literacy/doubtful.ts';
export { LetterModel } from './literacy/letterModel.ts';
export { hasVowel } from './literacy/syllables.ts';
export { candidatesOf, featuresOf, Syllabifier } from './literacy/syllabify.ts';
export { wordsLeftToVoice } from './literacy/doubtful.ts';
export { proofread, type Finding } from './literacy/proofread.ts';
export { gradeLevel, guessSyllables, readingEase } from './literacy/readability.ts';
export {
  likelyHomophones,
  wordsBySound,
  type HomophoneKnowledge,
  type WordFacts,
} from './literacy/homophones.ts';
export { FLUENCY_SOURCE, FLUENCY_YEARS, suggestPace, type Season } from './literacy/fluency.ts';
