import { speechAmount, type SpeechPlan } from '@aurelfield/core/speech';

/** A shorter gap would only roughen the speech. Seconds. */
const SHORTEST_GAP = 0.01;

/**
 * Seconds of silence between two words of a sentence, so that it gets what its words lack to the speed asked
 * for.
 * @param wordGap seconds for each standard word.
 */
export function gapBetweenWords({ words, breaks }: SpeechPlan, wordGap: number): number {
  const gap = (speechAmount(words, breaks.length + 1) * wordGap) / Math.max(words.length - 1, 1);
  return gap < SHORTEST_GAP ? 0 : gap;
}
