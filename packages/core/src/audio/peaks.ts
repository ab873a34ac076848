import { lengthOf, type Piece } from '../timeline/piece.ts';

/** Lowest and highest samples of a sound in even steps, in 256 grades: what a waveform is drawn from. */
export interface Peaks {
  /** Samples of a step. */
  readonly step: number;
  /** Lowest and highest, one after the other, −128 to 127. */
  readonly values: Int8Array;
}

/** The peaks of an edited recording, out of those of the recording as it was made: no sound is read for it. */
export function peaksOfPieces(pieces: readonly Piece[], samples: number, recorded: Peaks): Peaks {
  const { step } = recorded;
  const values = new Int8Array(2 * Math.ceil(samples / step));
  let nth = 0;
  let start = 0;
  for (let i = 0; i < values.length / 2; i++) {
    const at = i * step + step / 2;
    while (nth < pieces.length - 1 && start + lengthOf(pieces[nth] as Piece) <= at) {
      start += lengthOf(pieces[nth] as Piece);
      nth += 1;
    }
    const piece = pieces[nth];
    if (piece) peakOfPiece(piece, at - start, recorded, values, i);
  }
  return { step, values };
}

/** Writes the peak of one sample of a piece. */
function peakOfPiece(piece: Piece, at: number, recorded: Peaks, into: Int8Array, i: number): void {
  const [low, high] = sourcePeak(piece.source, piece.from + at, recorded);
  const [first, last] = piece.fade;
  const level = 10 ** (piece.gain / 20) * (first + ((last - first) * at) / Math.max(1, lengthOf(piece)));
  into[2 * i] = Math.max(-128, Math.round(low * level));
  into[2 * i + 1] = Math.min(127, Math.round(high * level));
}

function sourcePeak(source: Piece['source'], at: number, recorded: Peaks): readonly [number, number] {
  switch (source.kind) {
    case 'recording': {
      const place = Math.floor(at / recorded.step);
      return [recorded.values[2 * place] ?? 0, recorded.values[2 * place + 1] ?? 0];
    }
    case 'treated': {
      const { treatment, of } = source;
      let inner = treatment.kind === 'tempo' ? at * treatment.factor : at;
      for (const piece of of) {
        const length = lengthOf(piece);
        if (inner < length) {
          const one = new Int8Array(2);
          peakOfPiece(piece, inner, recorded, one, 0);
          return [one[0] ?? 0, one[1] ?? 0];
        }
        inner -= length;
      }
      return SILENT;
    }
    default:
      return SILENT;
  }
}

const SILENT = [0, 0] as const;

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
