import type { Passage } from './place.ts';

export type PlayerStatus = 'paused' | 'loading' | 'playing' | 'ended' | 'failed';

/** What the screens show. A new object whenever anything in it changes. */
export interface PlayerState {
  readonly status: PlayerStatus;
  /** The sentence being read or waited at. */
  readonly sentence: number;
  /** The lit word in it; -1 in a silence. */
  readonly word: number;
  /** Playback speed; 1 is the pace of the profile. */
  readonly rate: number;
  readonly error: Error | undefined;
  /** What is played by itself, or over and over; the whole reading without one. */
  readonly passage: Passage | undefined;
  /** Silence after each sentence for saying it back, as a share of the sentence's length; 0 for none. */
  readonly gap: number;
  /** Whether such a silence lasts. */
  readonly isGap: boolean;
  /** Counts jumps, so that the page can follow one. */
  readonly jumps: number;
}

/** A player that has played nothing yet. */
export const BEGINNING: PlayerState = {
  status: 'paused',
  sentence: 0,
  word: -1,
  rate: 1,
  error: undefined,
  passage: undefined,
  gap: 0,
  isGap: false,
  jumps: 0,
};
