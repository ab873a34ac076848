import { lengthOf, silence, type Piece } from './piece.ts';
import type { SampleRange } from './samples.ts';
import { piecesBetween, type Timeline } from './timeline.ts';

/** One change of a timeline. Samples are those of the timeline as the edits before it left it. */
export type Edit =
  /** Takes a stretch out. */
  | ({ readonly kind: 'cut' } & SampleRange)
  /** Puts silence in. */
  | { readonly kind: 'insert-silence'; readonly at: number; readonly samples: number }
  /** Makes a stretch silent and leaves it as long as it is. */
  | ({ readonly kind: 'mute' } & SampleRange)
  /** Makes a stretch louder or softer, by decibels. */
  | ({ readonly kind: 'gain'; readonly decibels: number } & SampleRange)
  /** Brings a stretch up from silence, or down to it. */
  | ({ readonly kind: 'fade'; readonly direction: 'in' | 'out' } & SampleRange);

/** A timeline after a list of edits, which can be empty. The timeline that was given stays as it is. */
export function edited(timeline: Timeline, edits: readonly Edit[]): Timeline {
  return edits.reduce(applied, timeline);
}

function applied(timeline: Timeline, edit: Edit): Timeline {
  switch (edit.kind) {
    case 'cut': {
      const { from, to } = inside(edit, timeline);
      return moved(
        timeline,
        withPieces(timeline, from, to, () => []),
        (at) => (at <= from ? at : Math.max(from, at - (to - from))),
      );
    }
    case 'insert-silence': {
      const at = Math.max(0, Math.min(edit.at, timeline.samples));
      const samples = Math.max(0, edit.samples);
      return moved(
        timeline,
        withPieces(timeline, at, at, () => [silence(samples)]),
        (sample, isEnd) => (sample > at || (sample === at && !isEnd) ? sample + samples : sample),
      );
    }
    case 'mute':
      return sameTimes(timeline, edit, (piece) => silence(lengthOf(piece)));
    case 'gain':
      return sameTimes(timeline, edit, (piece) => ({ ...piece, gain: piece.gain + edit.decibels }));
    case 'fade': {
      const { from, to } = inside(edit, timeline);
      return faded(timeline, from, to, edit.direction);
    }
  }
}

/** Times go through `move`; a range that is wholly taken out stays with no length. */
function moved(
  timeline: Timeline,
  pieces: readonly Piece[],
  move: (sample: number, isEnd: boolean) => number,
): Timeline {
  const through = ({ from, to }: SampleRange): SampleRange => {
    const start = move(from, false);
    return { from: start, to: Math.max(start, move(to, true)) };
  };
  return {
    sampleRate: timeline.sampleRate,
    samples: pieces.reduce((sum, piece) => sum + lengthOf(piece), 0),
    pieces,
    sentences: timeline.sentences.map((sentence) => ({
      ...through(sentence),
      words: sentence.words.map(through),
    })),
  };
}

function sameTimes(timeline: Timeline, range: SampleRange, change: (piece: Piece) => Piece): Timeline {
  const { from, to } = inside(range, timeline);
  return { ...timeline, pieces: withPieces(timeline, from, to, (pieces) => pieces.map(change)) };
}

/** A straight line over the whole stretch, however many pieces it is made of. */
function faded(timeline: Timeline, from: number, to: number, direction: 'in' | 'out'): Timeline {
  let at = 0;
  const levelAt = (sample: number) => (direction === 'in' ? sample / (to - from) : 1 - sample / (to - from));
  const pieces = withPieces(timeline, from, to, (inner) =>
    inner.map((piece) => {
      const [start, end] = [levelAt(at), levelAt((at += lengthOf(piece)))];
      return { ...piece, fade: [piece.fade[0] * start, piece.fade[1] * end] as const };
    }),
  );
  return { ...timeline, pieces };
}

function withPieces(
  { pieces, samples }: Timeline,
  from: number,
  to: number,
  change: (inner: readonly Piece[]) => readonly Piece[],
): Piece[] {
  return [
    ...piecesBetween(pieces, 0, from),
    ...change(piecesBetween(pieces, from, to)),
    ...piecesBetween(pieces, to, samples),
  ];
}

function inside({ from, to }: SampleRange, { samples }: Timeline): SampleRange {
  const start = Math.max(0, Math.min(from, samples));
  return { from: start, to: Math.max(start, Math.min(to, samples)) };
}
