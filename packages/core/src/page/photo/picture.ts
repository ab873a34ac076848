import type { Point } from './geometry.ts';

/** A picture in shades of grey, 0 black to 255 white, row by row. */
export interface GreyPicture {
  readonly width: number;
  readonly height: number;
  readonly pixels: Uint8Array;
}

/** A grid of this many pixels is placed exactly; what lies between is interpolated. */
const STEP = 16;

/**
 * Takes a picture out of another one.
 * @param place where a pixel of the new picture lies in the old one, from shares of its width and height.
 * @param isFine averages four points a pixel, for pictures much finer than the new one.
 */
export function resampled(
  from: GreyPicture,
  { width, height }: { readonly width: number; readonly height: number },
  place: (u: number, v: number) => Point,
  isFine = false,
): GreyPicture {
  const pixels = new Uint8Array(width * height);
  const columns = Math.ceil(width / STEP) + 1;
  const grid = (row: number) =>
    Array.from({ length: columns }, (_, column) => place((column * STEP) / width, (row * STEP) / height));
  let above = grid(0);
  let below = grid(1);
  const offsets = isFine ? [0.25, 0.75] : [0.5];
  const weight = offsets.length ** 2;
  for (let y = 0; y < height; y++) {
    if (y > 0 && y % STEP === 0) [above, below] = [below, grid(y / STEP + 1)];
    for (let x = 0; x < width; x++) {
      const cell = Math.floor(x / STEP);
      const [a, b, c, d] = [above[cell], above[cell + 1], below[cell], below[cell + 1]];
      if (!a || !b || !c || !d) continue;
      let sum = 0;
      for (const dy of offsets)
        for (const dx of offsets) {
          const [s, t] = [((x % STEP) + dx) / STEP, ((y % STEP) + dy) / STEP];
          sum += sampled(
            from,
            (a.x * (1 - s) + b.x * s) * (1 - t) + (c.x * (1 - s) + d.x * s) * t - 0.5,
            (a.y * (1 - s) + b.y * s) * (1 - t) + (c.y * (1 - s) + d.y * s) * t - 0.5,
          );
        }
      pixels[y * width + x] = sum / weight + 0.5;
    }
  }
  return { width, height, pixels };
}

/** The shade between pixels; outside, that of the nearest edge. */
function sampled({ width, height, pixels }: GreyPicture, x: number, y: number): number {
  const cx = Math.max(0, Math.min(width - 1.001, x));
  const cy = Math.max(0, Math.min(height - 1.001, y));
  const [left, top] = [Math.floor(cx), Math.floor(cy)];
  const [s, t] = [cx - left, cy - top];
  const i = top * width + left;
  const upper = (pixels[i] ?? 0) * (1 - s) + (pixels[i + 1] ?? 0) * s;
  const lower = (pixels[i + width] ?? 0) * (1 - s) + (pixels[i + width + 1] ?? 0) * s;
  return upper * (1 - t) + lower * t;
}
