import type { Box } from './unreadRegions.ts';
import type { RecognisedWord } from './hocr.ts';
import type { GreyPicture } from './picture.ts';

/** Darker than this is ink. */
const INK = 150;
/**
 * All that follows is in shares of the size of a line's letters. A gap without ink as wide as this ends a
 * line.
 */
const END = 1.6;
/** Ink this near to other ink belongs to the same word. */
const SPACE = 0.55;
/** A shorter run of ink is a mark. */
const LEAST = 1.1;
/** Letters fill this share of the band they stand in; rules and shadows more, dirt less. */
const [THIN, THICK] = [0.07, 0.6];
/**
 * Above and below the letters of a line is paper: as much ink as this share of the columns there is a
 * picture.
 */
const OUTSIDE = 0.35;

interface Run {
  from: number;
  to: number;
  ink: number;
}

/**
 * Words that a recogniser left out in the middle of lines that it read, or at their ends: ink at the height
 * of a line that is in no word. Largest first, in shares of the page.
 */
export function lostInLines(page: GreyPicture, words: readonly RecognisedWord[]): Box[] {
  const covered = coverOf(page, words);
  const found = words.flatMap((word) => [
    ...lostNextTo(page, covered, word, 1),
    ...lostNextTo(page, covered, word, -1),
  ]);
  const kept: Box[] = [];
  for (const box of found.sort((a, b) => b.width - a.width))
    if (!kept.some((other) => overlap(box, other))) kept.push(box);
  return kept;
}

/** Which pixels belong to words: looked up by rows of a coarse map, a cell of `CELL` pixels. */
interface Cover {
  readonly columns: number;
  readonly cells: Uint8Array;
}
const CELL = 4;

function coverOf({ width, height }: GreyPicture, words: readonly RecognisedWord[]): Cover {
  const columns = Math.ceil(width / CELL);
  const cells = new Uint8Array(columns * Math.ceil(height / CELL));
  for (const { x, width: wide, baseline, size } of words) {
    const [top, bottom] = [Math.max(0, baseline - size), Math.min(height - 1, baseline + size * 0.3)];
    for (let row = Math.floor(top / CELL); row <= bottom / CELL; row++)
      for (let column = Math.max(0, Math.floor((x - 2) / CELL)); column <= (x + wide + 2) / CELL; column++)
        if (column < columns) cells[row * columns + column] = 1;
  }
  return { columns, cells };
}

/**
 * Runs of ink behind (1) or before (-1) a word, until another word, or paper, or something that is no letter.
 */
function lostNextTo(page: GreyPicture, cover: Cover, word: RecognisedWord, way: 1 | -1): Box[] {
  const { size, baseline } = word;
  if (size < 8) return [];
  const band = { top: Math.round(baseline - size * 0.66), bottom: Math.round(baseline - 1) };
  if (band.top < 0 || band.bottom >= page.height) return [];
  const runs: Run[] = [];
  let blank = 0;
  // Outside of the cells that the word itself covers.
  const start = Math.round(way > 0 ? word.x + word.width + 2 + CELL : word.x - 2 - CELL);
  for (let column = start; column >= 0 && column < page.width && blank < size * END; column += way) {
    const middle = Math.round(baseline - size * 0.3);
    if (cover.cells[Math.floor(middle / CELL) * cover.columns + Math.floor(column / CELL)]) break;
    const ink = inkOf(page, column, band.top, band.bottom);
    if (ink === 0) {
      blank += 1;
      continue;
    }
    const last = runs.at(-1);
    if (last && blank <= size * SPACE) {
      last.to = column;
      last.ink += ink;
    } else runs.push({ from: column, to: column, ink });
    blank = 0;
  }
  return runs.flatMap((run) => {
    const [left, right] = [Math.min(run.from, run.to), Math.max(run.from, run.to)];
    const wide = right - left + 1;
    const full = run.ink / (wide * (band.bottom - band.top + 1));
    if (wide < size * LEAST || full < THIN || full > THICK) return [];
    if (isNextToInk(page, left, right, baseline, size)) return [];
    return [
      {
        x: left / page.width,
        y: Math.max(0, baseline - size) / page.height,
        width: wide / page.width,
        height: (size * 1.3) / page.height,
      },
    ];
  });
}

function inkOf({ width, pixels }: GreyPicture, column: number, top: number, bottom: number): number {
  let ink = 0;
  for (let row = top; row <= bottom; row++) if ((pixels[row * width + column] ?? 255) < INK) ink += 1;
  return ink;
}

/** Whether what is above and below is ink too, so that it is no line of text. */
function isNextToInk(
  page: GreyPicture,
  left: number,
  right: number,
  baseline: number,
  size: number,
): boolean {
  const rows = [Math.round(baseline - size * 1.12), Math.round(baseline + size * 0.42)];
  return rows.some((row) => {
    if (row < 0 || row >= page.height) return false;
    let inked = 0;
    for (let column = left; column <= right; column++) inked += inkOf(page, column, row, row);
    return inked > (right - left + 1) * OUTSIDE;
  });
}

function overlap(a: Box, b: Box): boolean {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
}
