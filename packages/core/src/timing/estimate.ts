/**
 * Seconds a sentence is expected to last: what the timeline shows until its clip is made.
 * @param spokenWords how many words are said.
 * @param speed words per minute without pauses.
 * @param pauses seconds of silence inside the sentence.
 */
export function estimateDuration(spokenWords: number, speed: number, pauses: number): number {
  return (spokenWords * 60) / speed + pauses;
}
