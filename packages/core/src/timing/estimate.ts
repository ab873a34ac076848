/**
 * Seconds a sentence is expected to last: what the timeline shows until its clip is made.
 * @param amount how much is said, in standard words.
 * @param speed standard words per minute without pauses.
 * @param pauses seconds of silence inside the sentence.
 */
export function estimateDuration(amount: number, speed: number, pauses: number): number {
  return (amount * 60) / speed + pauses;
}
