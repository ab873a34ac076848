/** Which words of a text are heard when, and which sentences of two texts belong together. */
export { sentencePairs } from './align/sentencePairs.ts';
export { alignWords } from './align/speech/alignWords.ts';
export {
  ACCEPTANCE_THRESHOLD,
  type AlignedWord,
  type Alignment,
  type KnownSpeech,
} from './align/speech/alignSegment.ts';
export { SPEECH_RATE } from './align/speech/spectra.ts';
