import type { SampleRange } from './samples.ts';

/** What is known of a sentence's clip beside its sound. */
export interface ClipFacts {
  /** Length. */
  readonly samples: number;
  /** When each spoken word is heard, in order and without overlap. */
  readonly words: readonly SampleRange[];
  /** Where the clip can be split to lay silence in: one place for each break of its plan, rising. */
  readonly cuts: readonly number[];
  /** Spoken words that the voice could not say and that were spelled instead, by their number. */
  readonly spelledWords?: readonly number[] | undefined;
  /**
   * Samples of silence that it ends with of itself, as a recording does: they count into the pause after it.
   */
  readonly trailingSilence?: number | undefined;
}
