/** A run of sentences that is fetched and played as one piece of audio. */
export interface Segment {
  /** Index of its first sentence. */
  readonly from: number;
  /** Index after its last sentence. */
  readonly to: number;
}

const FULL_SEGMENT_WORDS = 60;

/**
 * Parts a reading's sentences into segments: the very first sentence alone, so that sound begins at once, then runs of about
 * sixty words (half a minute). The parting depends on word counts alone, so a page, a server and a test agree on it.
 */
export function segmentsOf(wordCounts: readonly number[]): Segment[] {
  const segments: Segment[] = [];
  let from = 0;
  let words = 0;
  wordCounts.forEach((count, index) => {
    words += count;
    const full = segments.length === 0 || words >= FULL_SEGMENT_WORDS;
    if (full || index === wordCounts.length - 1) {
      segments.push({ from, to: index + 1 });
      from = index + 1;
      words = 0;
    }
  });
  return segments;
}
