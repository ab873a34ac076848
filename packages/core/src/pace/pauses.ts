import type { BreakKind } from '../spoken/breaks.ts';
import type { BlockType } from '../text/document.ts';
import type { Pauses } from './profile.ts';

const QUESTION_SHARE = 1.25;

/** Seconds of silence at a break inside a sentence: a colon or dash is a slightly longer comma. */
export function breakPause(kind: BreakKind, pauses: Pauses): number {
  return kind === 'comma' ? pauses.comma : pauses.comma * 1.4;
}

/** What follows a sentence in its handout. */
export interface SentencePlace {
  readonly blockType: BlockType;
  readonly lastInBlock: boolean;
  readonly lastInHandout: boolean;
}

/**
 * Seconds of silence after a sentence: none after the last, the heading's after a heading, the paragraph's after a block; a question leaves a
 * little more time to think.
 */
export function pauseAfter(place: SentencePlace, pauses: Pauses): number {
  if (place.lastInHandout) return 0;
  if (!place.lastInBlock) return pauses.sentence;
  switch (place.blockType) {
    case 'heading':
      return pauses.heading;
    case 'question':
      return pauses.paragraph * QUESTION_SHARE;
    case 'list-item':
      return (pauses.sentence + pauses.paragraph) / 2;
    case 'paragraph':
      return pauses.paragraph;
  }
}
