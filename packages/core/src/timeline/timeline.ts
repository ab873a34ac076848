import { lengthOf, partOfPiece, silence, type Piece } from './piece.ts';
import type { SampleRange } from './samples.ts';
import type { ScheduledSentence } from './sentence.ts';

/** A sentence on a timeline, without the pause after it, and its displayed words. */
export interface TimedSentence extends SampleRange {
  readonly words: readonly SampleRange[];
}

/** What is heard when: pieces one after the other, and the sentences and words in them, all in samples. */
export interface Timeline {
  readonly sampleRate: number;
  /** Length of the whole. */
  readonly samples: number;
  readonly pieces: readonly Piece[];
  readonly sentences: readonly TimedSentence[];
}

/** Lays sentences one after the other, each with the pause after it. */
export function timelineOf(sampleRate: number, scheduled: readonly ScheduledSentence[]): Timeline {
  const pieces: Piece[] = [];
  const sentences: TimedSentence[] = [];
  let at = 0;
  for (const sentence of scheduled) {
    sentences.push({
      from: at,
      to: at + sentence.samples,
      words: sentence.words.map((word) => shifted(word, at)),
    });
    pieces.push(...sentence.pieces);
    if (sentence.pauseAfter > 0) pieces.push(silence(sentence.pauseAfter));
    at += sentence.samples + sentence.pauseAfter;
  }
  return { sampleRate, samples: at, pieces, sentences };
}

/**
 * Several timelines one after the other.
 * @throws RangeError when there are none, or their sample rates differ.
 */
export function joined(timelines: readonly Timeline[]): Timeline {
  const [first] = timelines;
  if (first === undefined) throw new RangeError('There is nothing to join.');
  const pieces: Piece[] = [];
  const sentences: TimedSentence[] = [];
  let at = 0;
  for (const timeline of timelines) {
    if (timeline.sampleRate !== first.sampleRate)
      throw new RangeError(
        `${timeline.sampleRate} and ${first.sampleRate} samples a second cannot be joined.`,
      );
    pieces.push(...timeline.pieces);
    for (const sentence of timeline.sentences) sentences.push(shiftedSentence(sentence, at));
    at += timeline.samples;
  }
  return { sampleRate: first.sampleRate, samples: at, pieces, sentences };
}

/** The pieces from one sample of a timeline up to, not including, another. */
export function piecesBetween(pieces: readonly Piece[], from: number, to: number): Piece[] {
  const found: Piece[] = [];
  let at = 0;
  for (const piece of pieces) {
    const length = lengthOf(piece);
    const [start, end] = [Math.max(from - at, 0), Math.min(to - at, length)];
    if (start < end) found.push(start === 0 && end === length ? piece : partOfPiece(piece, start, end));
    at += length;
    if (at >= to) break;
  }
  return found;
}

/**
 * The stretch of a timeline between two samples, beginning at 0. Sentences and words that lie outside are
 * there with no length, at the end that is nearer, so that all keep their numbers.
 */
export function timelineSpan(timeline: Timeline, from: number, to: number): Timeline {
  const start = Math.max(0, Math.min(from, timeline.samples));
  const end = Math.max(start, Math.min(to, timeline.samples));
  const within = (range: SampleRange): SampleRange => ({
    from: Math.max(start, Math.min(range.from, end)) - start,
    to: Math.max(start, Math.min(range.to, end)) - start,
  });
  return {
    sampleRate: timeline.sampleRate,
    samples: end - start,
    pieces: piecesBetween(timeline.pieces, start, end),
    sentences: timeline.sentences.map((sentence) => ({
      ...within(sentence),
      words: sentence.words.map(within),
    })),
  };
}

export function shifted({ from, to }: SampleRange, by: number): SampleRange {
  return { from: from + by, to: to + by };
}

/** A sentence and its words, later by some samples. */
export function shiftedSentence({ from, to, words }: TimedSentence, by: number): TimedSentence {
  return { from: from + by, to: to + by, words: words.map((word) => shifted(word, by)) };
}
