import { lengthOf, type Piece } from '../timeline/piece.ts';

/** Lowest and highest samples of a sound in even steps, in 256 grades: what a waveform is drawn from. */
export interface Peaks {
  /** Samples of a step. */
  readonly step: number;
  /** Lowest and highest, one after the other, −128 to 127. */
  readonly values: Int8Array;
}

/**
 * The peaks of an edited recording, out of those of the recording as it was made: no sound is read for it.
 */
export function peaksOfPieces(pieces: readonly Piece[], samples: number, recorded: Peaks): Peaks {
  const { step } = recorded;
  const values = new Int8Array(2 * Math.ceil(samples / step));
  writePieces(pieces, step / 2, step, recorded, values);
  return { step, values };
}

/** Writes the peaks at a sample of some pieces and at each `stride` samples after it. */
function writePieces(
  pieces: readonly Piece[],
  sample: number,
  stride: number,
  recorded: Peaks,
  into: Int8Array,
): void {
  const count = into.length / 2;
  let start = 0;
  let first = 0;
  for (const [nth, piece] of pieces.entries()) {
    const end = start + lengthOf(piece);
    // The last piece takes what is left over: a step that is not full.
    const last = nth === pieces.length - 1 ? count : Math.min(count, Math.ceil((end - sample) / stride));
    if (last > first) {
      const own = into.subarray(2 * first, 2 * last);
      writePiece(piece, sample + first * stride - start, stride, recorded, own);
      first = last;
    }
    start = end;
  }
}

function writePiece(piece: Piece, sample: number, stride: number, recorded: Peaks, into: Int8Array): void {
  const { source } = piece;
  const inSource = piece.from + sample;
  if (source.kind === 'recording') writeRecorded(inSource, stride, recorded, into);
  else if (source.kind === 'treated') {
    const factor = source.treatment.kind === 'tempo' ? source.treatment.factor : 1;
    writePieces(source.of, inSource * factor, stride * factor, recorded, into);
  }
  bringToLevel(piece, sample, stride, into);
}

function writeRecorded(sample: number, stride: number, { step, values }: Peaks, into: Int8Array): void {
  if (stride === step) {
    const place = 2 * Math.floor(sample / step);
    into.set(values.subarray(place, place + into.length));
    return;
  }
  for (let i = 0; i < into.length / 2; i++) {
    const place = 2 * Math.floor((sample + i * stride) / step);
    into[2 * i] = values[place] ?? 0;
    into[2 * i + 1] = values[place + 1] ?? 0;
  }
}

/** What the gain and the fade of a piece make of its peaks. */
function bringToLevel(piece: Piece, sample: number, stride: number, peaks: Int8Array): void {
  const { gain, fade } = piece;
  const [start, end] = fade;
  if (gain === 0 && start === 1 && end === 1) return;
  const level = 10 ** (gain / 20);
  const length = Math.max(1, lengthOf(piece));
  for (let i = 0; i < peaks.length; i++) {
    const share = (sample + (i >> 1) * stride) / length;
    const value = Math.round((peaks[i] ?? 0) * level * (start + (end - start) * share));
    peaks[i] = Math.max(-128, Math.min(127, value));
  }
}

/** Coarser peaks, each of so many finer ones: a long waveform on a narrow screen. */
export function coarserPeaks({ step, values }: Peaks, by: number): Peaks {
  const coarse = new Int8Array(2 * Math.ceil(values.length / 2 / by));
  for (let i = 0; i < coarse.length / 2; i++) {
    let [low, high] = [127, -128];
    const end = Math.min(values.length / 2, (i + 1) * by);
    for (let k = i * by; k < end; k++) {
      low = Math.min(low, values[2 * k] ?? 0);
      high = Math.max(high, values[2 * k + 1] ?? 0);
    }
    coarse[2 * i] = low;
    coarse[2 * i + 1] = high;
  }
  return { step: step * by, values: coarse };
}
