import type { BreakKind } from '../spoken/breaks.ts';
import type { BlockType } from '../text/document.ts';
import { DEFAULT_PACE, DEFAULT_PAUSES, PAUSE_RANGE, type Pauses } from './profile.ts';

const QUESTION_SHARE = 1.25;

/**
 * What a pause is to a comma's: a colon or dash is a slightly longer comma, a breath without a mark in the
 * text a slightly shorter one.
 */
const SHARES: Readonly<Record<BreakKind, number>> = { comma: 1, colon: 1.4, dash: 1.4, breath: 0.8 };

/** Seconds of silence at a break inside a sentence. */
export function breakPause(kind: BreakKind, pauses: Pauses): number {
  return pauses.comma * SHARES[kind];
}

/** What follows a sentence in its handout. */
export interface SentencePlace {
  readonly blockType: BlockType;
  readonly lastInBlock: boolean;
  readonly lastInHandout: boolean;
  /** Whether it is a cell of a table and not the last of its row. */
  readonly beforeCell?: boolean;
  /** Whether another voice goes on with the same sentence. */
  readonly withinSentence?: boolean;
}

/**
 * Seconds of silence after a sentence: none after the last, the heading's after a heading, the paragraph's
 * after a block; a question leaves a little more time to think.
 */
export function pauseAfter(place: SentencePlace, pauses: Pauses): number {
  if (place.lastInHandout) return 0;
  if (place.withinSentence) return pauses.comma;
  if (place.beforeCell) return (pauses.comma + pauses.sentence) / 2;
  if (!place.lastInBlock) return pauses.sentence;
  switch (place.blockType) {
    case 'heading':
      return pauses.heading;
    case 'question':
      return pauses.paragraph * QUESTION_SHARE;
    case 'list-item':
    case 'table-row':
      return (pauses.sentence + pauses.paragraph) / 2;
    case 'paragraph':
    case 'picture':
    case 'equation':
      return pauses.paragraph;
  }
}

/**
 * The usual pauses of a reader at another pace than the usual one: as much longer as the words are slower, to
 * the hundredth of a second.
 */
export function pausesAtPace(pace: number): Pauses {
  const scaled = (pause: number) =>
    Math.min(PAUSE_RANGE.max, Math.round(((pause * DEFAULT_PACE) / pace) * 100) / 100);
  const { comma, sentence, paragraph, heading } = DEFAULT_PAUSES;
  return {
    comma: scaled(comma),
    sentence: scaled(sentence),
    paragraph: scaled(paragraph),
    heading: scaled(heading),
  };
}
