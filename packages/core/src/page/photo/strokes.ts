import type { RecognisedWord } from './hocr.ts';
import type { GreyPicture } from './picture.ts';

/** Rows and columns around a word's box that still belong to it. */
const AROUND = 1;

/**
 * How thick the strokes of each word's letters are, in pixels: twice its ink by how often the ink begins and
 * ends along its rows. Blur spreads ink and edges alike, so that it holds for photos out of focus too.
 * @returns one figure for each word; 0 where there is no ink.
 */
export function strokesOf(
  { width, height, pixels }: GreyPicture,
  words: readonly RecognisedWord[],
): number[] {
  return words.map(({ x, y, width: wide, height: high }) => {
    const [left, right] = [
      Math.max(0, Math.floor(x) - AROUND),
      Math.min(width - 2, Math.ceil(x + wide) + AROUND),
    ];
    const [top, bottom] = [Math.max(0, Math.floor(y)), Math.min(height - 1, Math.ceil(y + high))];
    let [ink, edges] = [0, 0];
    const shadeAt = shadesIn({ width, height, pixels }, { left, right, top, bottom });
    for (let row = top; row <= bottom; row++)
      for (let column = left; column <= right; column++) {
        const at = row * width + column;
        const own = INKED - Math.min(INKED, shadeAt(at));
        const next = INKED - Math.min(INKED, shadeAt(at + 1));
        ink += own;
        edges += Math.abs(next - own);
      }
    return edges > 0 ? (2 * ink) / edges : 0;
  });
}

/** Lighter than this is paper with its grain. */
const INKED = 190;

/** The shades of a box's pixels; white letters on a dark ground are turned about. */
function shadesIn(
  { width, pixels }: GreyPicture,
  { left, right, top, bottom }: Readonly<Record<'left' | 'right' | 'top' | 'bottom', number>>,
): (at: number) => number {
  let [dark, all] = [0, 0];
  for (const row of [top, bottom])
    for (let column = left; column <= right; column++) {
      all += 1;
      if ((pixels[row * width + column] ?? 255) < MIDDLE) dark += 1;
    }
  const isDark = dark > all / 2;
  return (at) => (isDark ? 255 - (pixels[at] ?? 255) : (pixels[at] ?? 255));
}
/** Between ink and paper. */
const MIDDLE = 128;
