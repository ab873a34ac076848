import type { Interval } from '../engine.ts';

/** A word of no letters still takes as long as this many. */
const BASE_LETTERS = 1.5;

/** Word times by the length of the words, for an engine that tells none: right on average, wrong by a word here and there. */
export function sharedTimes(words: readonly string[], duration: number): Interval[] {
  const weights = words.map((word) => [...word].length + BASE_LETTERS);
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  let at = 0;
  return weights.map((weight) => {
    const start = at;
    at += (weight / whole) * duration;
    return { start, end: Math.min(at, duration) };
  });
}
