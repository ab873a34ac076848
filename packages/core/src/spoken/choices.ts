import type { Subject } from './subject.ts';

/** What of a text is said, where readers differ. */
export interface SpokenChoices {
  /** Emoji by their names, or left out. */
  readonly emoji: 'named' | 'left-out';
  /** References such as (Ward, 2011) and [3]. */
  readonly citations: 'said' | 'left-out';
  /** Whether "heading" is said before a heading, and the head of its column before each cell of a table. */
  readonly announcements: 'none' | 'headings';
  /** How the figure 0 is said in English; "zero" by default. */
  readonly zero?: 'zero' | 'nought' | undefined;
  /** Whether the brackets of a calculation are said (by default) or are pauses. */
  readonly brackets?: 'said' | 'paused' | undefined;
  /** Whether 3/4 is "three quarters" (by default) or "three over four" in English. */
  readonly fractions?: 'named' | 'over' | undefined;
  /** Web and mail addresses: said letter for letter (by default), "link" in their place, or left out. */
  readonly links?: 'said' | 'named' | 'left-out' | undefined;
  /** Whether what stands in round brackets in running text is said (by default). */
  readonly asides?: 'said' | 'left-out' | undefined;
  /** Whether the descriptions of pictures are said (by default). */
  readonly pictures?: 'said' | 'left-out' | undefined;
  /**
   * The subject of the handout, which decides between readings of the same signs; by default only the
   * sentence does.
   */
  readonly subject?: Subject | undefined;
}

/** Everything that is written is said, and nothing more. */
export const DEFAULT_CHOICES: SpokenChoices = { emoji: 'named', citations: 'said', announcements: 'none' };
