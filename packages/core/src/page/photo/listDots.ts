import type { RecognisedWord } from './hocr.ts';
import type { GreyPicture } from './picture.ts';

const INK = 150;
/** Where a dot is looked for, in sizes of the line's letters left of its first word. */
const NEAREST = 0.25;
const FURTHEST = 1.6;
/** How large it is, in sizes, and how much of its box is ink: a disc fills π/4 of it. */
const SMALLEST = 0.12;
const LARGEST = 0.5;
const FULL = 0.6;

/**
 * Lines of text that begin with the dot or square of a list: a small full mark by itself, left of the first
 * word and at the height of its letters. Recognisers leave such marks out or take them for letters.
 * @returns numbers of the lines.
 */
export function listDots(page: GreyPicture, words: readonly RecognisedWord[]): number[] {
  const first = new Map<number, RecognisedWord>();
  for (const word of words) if (!first.has(word.line)) first.set(word.line, word);
  return [...first.values()].filter((word) => hasDot(page, word)).map(({ line }) => line);
}

function hasDot({ width, height, pixels }: GreyPicture, { x, baseline, size }: RecognisedWord): boolean {
  const [from, to] = [Math.round(x - size * FURTHEST), Math.round(x - size * NEAREST)];
  const [top, bottom] = [Math.round(baseline - size * 0.75), Math.round(baseline + size * 0.1)];
  if (from < 0 || top < 0 || bottom >= height || to <= from) return false;
  let [left, right, upper, lower, ink] = [Infinity, -1, Infinity, -1, 0];
  for (let row = top; row <= bottom; row++)
    for (let column = from; column <= to; column++) {
      if ((pixels[row * width + column] ?? 255) >= INK) continue;
      ink += 1;
      left = Math.min(left, column);
      right = Math.max(right, column);
      upper = Math.min(upper, row);
      lower = Math.max(lower, row);
    }
  const [wide, high] = [right - left + 1, lower - upper + 1];
  const isSmall = [wide, high].every((length) => length >= size * SMALLEST && length <= size * LARGEST);
  const isWhole = left > from && right < to && upper > top && lower < bottom;
  const isRound = wide / high < 1.6 && high / wide < 1.6;
  return isSmall && isWhole && isRound && ink >= wide * high * FULL;
}
