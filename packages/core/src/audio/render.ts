import { lengthOf, type Piece } from '../timeline/piece.ts';

/** What is left of full scale: a sample has 16 bits. */
const [LOWEST, HIGHEST] = [-32_768, 32_767];

/**
 * The samples of a piece. Gain is not among what is done here: a limiter must see the whole clip, so the
 * source is given with it.
 * @param source the whole of the piece's source with its gain applied; nothing for silence.
 */
export function renderPiece(piece: Piece, source: Int16Array | undefined): Int16Array {
  if (source === undefined) return new Int16Array(lengthOf(piece));
  const span = source.subarray(piece.from, piece.to);
  const [start, end] = piece.fade;
  if (start === 1 && end === 1) return span;
  const step = (end - start) / span.length;
  return span.map((sample, i) =>
    Math.max(LOWEST, Math.min(HIGHEST, Math.round(sample * (start + step * i)))),
  );
}
