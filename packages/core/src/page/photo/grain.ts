import type { GreyPicture } from './picture.ts';

/** Lighter than this is paper. */
const PAPER = 180;
/** Every so many rows are looked at. */
const STEP = 3;

/**
 * The grain of a picture: how far the shades of neighbouring pixels of paper lie apart on average, 0 to 255.
 */
export function grainOf({ width, height, pixels }: GreyPicture): number {
  let [sum, count] = [0, 0];
  for (let row = 0; row < height; row += STEP)
    for (let column = 1; column < width; column++) {
      const [a, b] = [pixels[row * width + column - 1] ?? 0, pixels[row * width + column] ?? 0];
      if (a < PAPER || b < PAPER) continue;
      sum += Math.abs(a - b);
      count += 1;
    }
  return count > 0 ? sum / count : 0;
}

/** The picture, each pixel mixed with its neighbours: 1 2 1 along rows, then along columns. */
export function blurred({ width, height, pixels }: GreyPicture): GreyPicture {
  const rows = new Uint8Array(pixels.length);
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      const at = row * width + column;
      const [left, right] = [column > 0 ? at - 1 : at, column < width - 1 ? at + 1 : at];
      rows[at] = ((pixels[left] ?? 0) + 2 * (pixels[at] ?? 0) + (pixels[right] ?? 0) + 2) >> 2;
    }
  const out = new Uint8Array(pixels.length);
  for (let at = 0; at < pixels.length; at++) {
    const [above, below] = [at >= width ? at - width : at, at + width < pixels.length ? at + width : at];
    out[at] = ((rows[above] ?? 0) + 2 * (rows[at] ?? 0) + (rows[below] ?? 0) + 2) >> 2;
  }
  return { width, height, pixels: out };
}
