import { lengthOf, type Piece } from '../piece.ts';
import type { Timeline } from '../timeline.ts';

/**
 * Pieces in short, for tables of cases: the source and its samples, gain and fades where there are any;
 * silence as its length.
 */
export function short(pieces: readonly Piece[]): string {
  return pieces.map(shortPiece).join(' ');
}

function shortPiece({ source, from, to, gain, fade, ...rest }: Piece): string {
  if (source.kind === 'silence') return `-${lengthOf({ source, from, to, gain, fade, ...rest })}`;
  const name =
    source.kind === 'clip'
      ? source.key
      : source.kind === 'recording'
        ? source.id
        : `${source.treatment.kind}(${short(source.of)})`;
  const isFaded = fade[0] !== 1 || fade[1] !== 1;
  return `${name}${from}:${to}${gain === 0 ? '' : `@${gain}`}${isFaded ? `~${fade[0]}~${fade[1]}` : ''}`;
}

/** Each sentence in short: its range and those of its words. */
export function times({ sentences }: Timeline): string[] {
  return sentences.map(({ from, to, words }) =>
    [`${from}:${to}`, ...words.map((word) => `${word.from}:${word.to}`)].join(' '),
  );
}
