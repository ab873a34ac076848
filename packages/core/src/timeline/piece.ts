import type { Treatment } from './treatment.ts';

/** Where the sound of a piece comes from. */
type PieceSource =
  | { readonly kind: 'clip'; readonly key: string }
  | { readonly kind: 'recording'; readonly id: string }
  /** What a treatment makes of some pieces; samples are counted in what it makes. */
  | { readonly kind: 'treated'; readonly of: readonly Piece[]; readonly treatment: Treatment }
  | { readonly kind: 'silence' };

/** A stretch of one source, as it is placed into a timeline. */
export interface Piece {
  readonly source: PieceSource;
  /**
   * Samples of the source, from the first up to, not including, the last. Of silence only the length counts.
   */
  readonly from: number;
  readonly to: number;
  /** Decibels. */
  readonly gain: number;
  /** What of its amplitude is left at its beginning and at its end, 0 to 1; in a straight line between. */
  readonly fade: readonly [start: number, end: number];
}

/** Nothing is faded. */
export const FULL = [1, 1] as const;

const SILENCE = { kind: 'silence' } as const;

/** Silence of some samples. */
export function silence(samples: number): Piece {
  return { source: SILENCE, from: 0, to: samples, gain: 0, fade: FULL };
}

/** How many samples a piece lasts. */
export function lengthOf(piece: Piece): number {
  return piece.to - piece.from;
}

/** The part of a piece from one of its samples up to, not including, another. */
export function partOfPiece(piece: Piece, from: number, to: number): Piece {
  const [start, end] = piece.fade;
  const levelAt = (sample: number) => start + ((end - start) * sample) / lengthOf(piece);
  return {
    ...piece,
    from: piece.from + from,
    to: piece.from + to,
    fade: start === end ? piece.fade : [levelAt(from), levelAt(to)],
  };
}
