/**
 * Seconds a sentence will last by its spoken words and the pace asked for: what the timeline shows until the clip is made. Pace counts the pause after
 * the sentence in, so it is taken off again.
 */
export function estimateDuration(spokenWords: number, pace: number, pauseAfter: number): number {
  const withPause = (spokenWords * 60) / pace;
  return Math.max(withPause - pauseAfter, withPause * 0.5);
}
