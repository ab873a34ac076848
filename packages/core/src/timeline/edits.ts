import { treatedLength, type Treatment } from './treatment.ts';
import { FULL, lengthOf, silence, type Piece } from './piece.ts';
import type { SampleRange } from './samples.ts';
import { piecesBetween, shifted, type Timeline } from './timeline.ts';

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
  | ({ readonly kind: 'fade'; readonly direction: 'in' | 'out' } & SampleRange)
  /** Takes a stretch to another place, which lies outside of it. */
  | ({ readonly kind: 'move'; readonly at: number } & SampleRange)
  /** Changes the sound of a stretch: its tempo, its pitch, the noise in it. */
  | ({ readonly kind: 'treat'; readonly treatment: Treatment } & SampleRange)
  /** Several that are one step. */
  | { readonly kind: 'together'; readonly edits: readonly Edit[] };

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
    case 'move':
      return displaced(timeline, inside(edit, timeline), edit.at);
    case 'treat':
      return withTreatment(timeline, inside(edit, timeline), edit.treatment);
    case 'together':
      return edited(timeline, edit.edits);
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

/** A stretch in another place. Words go with the stretch in which their middle lies. */
function displaced(timeline: Timeline, { from, to }: SampleRange, target: number): Timeline {
  const at = Math.max(0, Math.min(target, timeline.samples));
  if (at >= from && at <= to) return timeline;
  const length = to - from;
  const { pieces } = timeline;
  const order =
    at < from
      ? [[0, at], [from, to], [at, from], [to, timeline.samples]] // prettier-ignore
      : [[0, from], [to, at], [from, to], [at, timeline.samples]]; // prettier-ignore
  const shiftOf = (middle: number) => {
    if (middle >= from && middle < to) return at < from ? at - from : at - to;
    if (at < from && middle >= at && middle < from) return length;
    return at > to && middle >= to && middle < at ? -length : 0;
  };
  const through = (range: SampleRange) => shifted(range, shiftOf((range.from + range.to) / 2));
  const moved = order.flatMap(([start = 0, end = 0]) => piecesBetween(pieces, start, end));
  return {
    ...timeline,
    pieces: moved,
    sentences: timeline.sentences.map((sentence) => {
      const words = sentence.words.map(through);
      const isWhole = shiftOf(sentence.from) === shiftOf(Math.max(sentence.from, sentence.to - 1));
      return { ...(isWhole ? through(sentence) : hull(words)), words };
    }),
  };
}

/** From the beginning of the first range to the end of the last. */
function hull(ranges: readonly SampleRange[]): SampleRange {
  return {
    from: ranges.reduce((least, { from }) => Math.min(least, from), Infinity),
    to: ranges.reduce((most, { to }) => Math.max(most, to), 0),
  };
}

/**
 * A long stretch is treated in parts of about so many seconds, each with so much of the sound beside it,
 * which is heard where one goes over into the next.
 */
const [PART, MARGIN] = [20, 0.05];

function withTreatment(timeline: Timeline, { from, to }: SampleRange, treatment: Treatment): Timeline {
  const { sampleRate, samples } = timeline;
  const placeOf = (at: number) => treatedLength(at - from, treatment);
  const margin = Math.round(MARGIN * sampleRate);
  const made = partsOf(timeline, from, to).map(([start, end]): Piece => {
    const [first, last] = [Math.max(0, start - margin), Math.min(samples, end + margin)];
    const lead = treatedLength(start - first, treatment);
    return {
      source: { kind: 'treated', of: piecesBetween(timeline.pieces, first, last), treatment },
      from: lead,
      to: lead + placeOf(end) - placeOf(start),
      gain: 0,
      fade: FULL,
    };
  });
  const longer = placeOf(to) - (to - from);
  return moved(
    timeline,
    withPieces(timeline, from, to, () => made),
    (at) => {
      if (at <= from) return at;
      return at < to ? from + placeOf(at) : at + longer;
    },
  );
}

/** Parts of a stretch, split between words where that is possible. */
function partsOf({ sampleRate, sentences }: Timeline, from: number, to: number): [number, number][] {
  const part = PART * sampleRate;
  if (to <= from) return [];
  const words = sentences.flatMap((sentence) => sentence.words).sort((a, b) => a.from - b.from);
  const parts: [number, number][] = [];
  let start = from;
  let nth = 0;
  while (to - start > 1.5 * part) {
    const aim = start + part;
    while ((words[nth]?.from ?? Infinity) < aim) nth += 1;
    const [before, after] = [words[nth - 1], words[nth]];
    const gap = before && after ? Math.round((before.to + after.from) / 2) : aim;
    const end = gap > start && gap < start + 1.5 * part ? gap : aim;
    parts.push([start, end]);
    start = end;
  }
  parts.push([start, to]);
  return parts;
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
