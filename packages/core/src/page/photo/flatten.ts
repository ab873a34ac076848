import type { GreyPicture } from './picture.ts';

/** The paper's shade is looked for in squares of this many pixels. */
const SQUARE = 8;
/**
 * Squares around that are looked at: larger than the letters of a heading, smaller than a shadow. At 200 dpi
 * 13 squares are 13 mm.
 */
const REACH = 6;
const SMOOTHING = 4;

/**
 * Takes shadows and uneven light away: every pixel is divided by the shade the bare paper has around it, so
 * that paper is white everywhere.
 */
export function flattened(picture: GreyPicture): GreyPicture {
  const { width, height, pixels } = picture;
  const paper = paperOf(picture);
  const out = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const gy = Math.max(0, Math.min(paper.height - 1.001, (y + 0.5) / SQUARE - 0.5));
    const top = Math.floor(gy);
    const t = gy - top;
    for (let x = 0; x < width; x++) {
      const gx = Math.max(0, Math.min(paper.width - 1.001, (x + 0.5) / SQUARE - 0.5));
      const left = Math.floor(gx);
      const s = gx - left;
      const i = top * paper.width + left;
      const j = Math.min(i + paper.width, paper.shades.length - paper.width + left);
      const shade =
        ((paper.shades[i] ?? 255) * (1 - s) + (paper.shades[i + 1] ?? 255) * s) * (1 - t) +
        ((paper.shades[j] ?? 255) * (1 - s) + (paper.shades[j + 1] ?? 255) * s) * t;
      out[y * width + x] = Math.min(255, ((pixels[y * width + x] ?? 0) * 248) / Math.max(16, shade));
    }
  }
  return { width, height, pixels: out };
}

interface Shades {
  readonly width: number;
  readonly height: number;
  readonly shades: Float32Array;
}

/** The brightest of the mean shades around each square, smoothed. */
function paperOf({ width, height, pixels }: GreyPicture): Shades {
  const [columns, rows] = [Math.ceil(width / SQUARE), Math.ceil(height / SQUARE)];
  const bright = new Float32Array(columns * rows);
  const inside = new Uint8Array(SQUARE * SQUARE);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      let n = 0;
      for (let y = row * SQUARE; y < Math.min(height, (row + 1) * SQUARE); y++)
        for (let x = column * SQUARE; x < Math.min(width, (column + 1) * SQUARE); x++)
          inside[n++] = pixels[y * width + x] ?? 0;
      // Three quarters from the dark: paper shows between letters, and grain is averaged out.
      bright[row * columns + column] = inside.subarray(0, n).sort()[Math.floor(n * 0.75)] ?? 0;
    }
  const largest = slid(bright, columns, rows, REACH, (values) => Math.max(...values));
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  return { width: columns, height: rows, shades: slid(largest, columns, rows, SMOOTHING, mean) };
}

/** Replaces each value by one of those around it, first along rows, then along columns. */
function slid(
  values: Float32Array,
  columns: number,
  rows: number,
  reach: number,
  of: (values: readonly number[]) => number,
): Float32Array {
  const pass = (source: Float32Array, length: number, lines: number, step: number, lineStep: number) => {
    const out = new Float32Array(source.length);
    for (let line = 0; line < lines; line++)
      for (let i = 0; i < length; i++) {
        const around: number[] = [];
        for (let k = Math.max(0, i - reach); k <= Math.min(length - 1, i + reach); k++)
          around.push(source[line * lineStep + k * step] ?? 0);
        out[line * lineStep + i * step] = of(around);
      }
    return out;
  };
  return pass(pass(values, columns, rows, 1, columns), rows, columns, columns, 1);
}
