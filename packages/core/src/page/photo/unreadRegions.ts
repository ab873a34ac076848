import type { RecognisedWord } from './hocr.ts';
import type { GreyPicture } from './picture.ts';

/** A rectangle of a page, in shares of its width and height. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The page is looked at in squares of this many pixels. */
const SQUARE = 16;
const INK = 150;
/** A square with this share of ink is not empty. */
const INKED = 0.03;
/** Squares this near to each other belong together. */
const REACH = 3;
/** Smaller patches are specks. Squares. */
const LEAST = 8;
/** One row of squares is a line of text that was dropped if it is this long. Squares. */
const LINE = 8;
/** A rim of the page this wide, in squares, is shadow and desk. */
const RIM = 3;

/**
 * Regions of a page with ink in which no word was found: pictures, handwriting, or text that was missed.
 * Largest first.
 */
export function unreadRegions(page: GreyPicture, words: readonly RecognisedWord[]): Box[] {
  const [columns, rows] = [Math.ceil(page.width / SQUARE), Math.ceil(page.height / SQUARE)];
  const inked = inkedSquares(page, columns, rows);
  for (const { x, y, width, height } of words.map(tight))
    for (let row = Math.floor((y - 6) / SQUARE); row <= (y + height + 6) / SQUARE; row++)
      for (let column = Math.floor((x - 6) / SQUARE); column <= (x + width + 6) / SQUARE; column++)
        if (row >= 0 && row < rows && column >= 0 && column < columns) inked[row * columns + column] = 0;
  const regions: { box: Box; squares: number }[] = [];
  for (let start = 0; start < inked.length; start++) {
    if (!inked[start]) continue;
    const patch = patchFrom(start, inked, columns, rows);
    if (patch.length < LEAST) continue;
    const at = patch.map((i) => ({ column: i % columns, row: Math.floor(i / columns) }));
    const [left, right] = [
      Math.min(...at.map(({ column }) => column)),
      Math.max(...at.map(({ column }) => column)),
    ];
    const [top, bottom] = [Math.min(...at.map(({ row }) => row)), Math.max(...at.map(({ row }) => row))];
    const isLine = bottom === top && right - left >= LINE;
    if (right - left < 2 || (bottom === top && !isLine)) continue;
    // Of a line between two others its middle is seen.
    const more = isLine ? 1 : 0;
    regions.push({
      squares: patch.length,
      box: {
        x: left / columns,
        y: Math.max(0, top - more) / rows,
        width: (right - left + 1) / columns,
        height: (bottom - top + 1 + more * 2) / rows,
      },
    });
  }
  return regions.sort((a, b) => b.squares - a.squares).map(({ box }) => box);
}

/**
 * A word's box without the lines around it, which recognisers put into the boxes of lines that are not quite
 * level.
 */
function tight(word: RecognisedWord): Pick<RecognisedWord, 'x' | 'y' | 'width' | 'height'> {
  const { x, width, y, height, baseline, size } = word;
  if (size === 0 || height < size * 1.25) return word;
  return { x, width, y: Math.max(y, baseline - size * 0.85), height: Math.min(height, size * 1.1) };
}

function inkedSquares({ width, height, pixels }: GreyPicture, columns: number, rows: number): Uint8Array {
  const inked = new Uint8Array(columns * rows);
  for (let row = RIM; row < rows - RIM; row++)
    for (let column = RIM; column < columns - RIM; column++) {
      let dark = 0;
      for (let y = row * SQUARE; y < Math.min(height, (row + 1) * SQUARE); y++)
        for (let x = column * SQUARE; x < Math.min(width, (column + 1) * SQUARE); x++)
          if ((pixels[y * width + x] ?? 255) < INK) dark += 1;
      if (dark > SQUARE * SQUARE * INKED) inked[row * columns + column] = 1;
    }
  return inked;
}

/** Takes the squares that hang together with one out of the map. */
function patchFrom(start: number, inked: Uint8Array, columns: number, rows: number): number[] {
  const patch = [start];
  inked[start] = 0;
  for (let n = 0; n < patch.length; n++) {
    const at = patch[n] ?? 0;
    const [column, row] = [at % columns, Math.floor(at / columns)];
    for (let y = Math.max(0, row - REACH); y <= Math.min(rows - 1, row + REACH); y++)
      for (let x = Math.max(0, column - REACH); x <= Math.min(columns - 1, column + REACH); x++) {
        const next = y * columns + x;
        if (!inked[next]) continue;
        inked[next] = 0;
        patch.push(next);
      }
  }
  return patch;
}
