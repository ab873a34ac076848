import { leastSquares } from './leastSquares.ts';
import type { RecognisedWord } from './hocr.ts';
import type { GreyPicture } from './picture.ts';
import { linesOfWords } from './segments.ts';

/**
 * By how much the lines of text of a page still leave the level when it is flattened by its outline, as
 * coefficients of a polynomial.
 */
export type TextBend = readonly number[];

/** The slope of lines is a polynomial of this degree along the page and down it. */
const ALONG = 3;
const DOWN = 2;
/** Places on lines that are needed before a bend is believed. */
const FEWEST = 60;
/** Steeper than this is no line of text, but words of two. */
const STEEPEST = 0.12;
/** Keeps the polynomial flat where there is no text. */
const RIDGE = 0.002;
const ROUNDS = 3;

/**
 * The bend that a page's own lines of text tell (as in the published methods that trace text lines and fit a
 * smooth surface to them, L. Zhang et al. 2008, M. Zucker 2016; from memory): where the feet of their letters
 * stand, how steep each line is there, and a smooth field of slopes through all of them.
 * @returns nothing where there is too little text.
 */
export function textBend(page: GreyPicture, words: readonly RecognisedWord[]): TextBend | undefined {
  const slopes = linesOfWords(words).flatMap((line) => slopesOf(page, line));
  if (slopes.length < FEWEST) return undefined;
  let kept = slopes;
  let coefficients: number[] = [];
  const at = (u: number, v: number) =>
    termsOf(u, v).reduce((sum, term, i) => sum + term * (coefficients[i] ?? 0), 0);
  for (let round = 0; round < ROUNDS; round++) {
    coefficients = leastSquares(
      kept.map(({ u, v, slope }) => [...termsOf(u, v), slope]),
      RIDGE * kept.length,
    );
    const off = kept.map(({ u, v, slope }) => Math.abs(slope - at(u, v)));
    const typical = [...off].sort((a, b) => a - b)[off.length >> 1] ?? 0;
    kept = kept.filter((_, i) => (off[i] ?? 0) <= Math.max(typical * 3, 0.004));
  }
  // The slope, summed up along the line, in shares of the page's height.
  const shape = page.width / page.height;
  return coefficients.map((coefficient, i) => (coefficient * shape) / (Math.floor(i / (DOWN + 1)) + 1));
}

/**
 * How far down a line of text lies from where it would be level, in shares of the page's height, at a place
 * in shares of its width and height; nothing in the middle of its width.
 */
export function lineLeaves(bend: TextBend, u: number, v: number): number {
  return termsOf(u, v).reduce((sum, term, i) => sum + (bend[i] ?? 0) * term * (u - 0.5), 0);
}

/** The largest move at a word, in pixels, a few aside. */
export function largestMove(
  bend: TextBend,
  { width, height }: GreyPicture,
  words: readonly RecognisedWord[],
): number {
  const moves = words.map(
    ({ x, y, width: wide }) => Math.abs(lineLeaves(bend, (x + wide / 2) / width, y / height)) * height,
  );
  return [...moves].sort((a, b) => a - b)[Math.floor(moves.length * 0.95)] ?? 0;
}

/** Powers of the distance from the page's middle, times powers of the height. */
function termsOf(u: number, v: number): number[] {
  const terms: number[] = [];
  for (let i = 0; i <= ALONG; i++)
    for (let j = 0; j <= DOWN; j++) terms.push((u - 0.5) ** i * (v - 0.5) ** j);
  return terms;
}

interface Slope {
  readonly u: number;
  readonly v: number;
  /** Pixels down for one to the right. */
  readonly slope: number;
}

/** How steep a line is at each of its words, by the feet of those around. */
function slopesOf(page: GreyPicture, line: readonly RecognisedWord[]): Slope[] {
  const feet = [...line]
    .sort((a, b) => a.x - b.x)
    .flatMap((word) => {
      const y = footOf(page, word);
      return y === undefined ? [] : { x: word.x + word.width / 2, y };
    });
  return feet.flatMap((foot, i) => {
    const [a, b] = [feet[i - 1], feet[i + 1]];
    if (!a || !b || b.x - a.x < page.width * 0.04 || b.x - a.x > page.width * 0.3) return [];
    const slope = (b.y - a.y) / (b.x - a.x);
    return Math.abs(slope) > STEEPEST ? [] : { u: foot.x / page.width, v: foot.y / page.height, slope };
  });
}

const INK = 150;

/** The row on which a word's letters stand: the last one with much ink, descenders aside. */
function footOf({ width, height, pixels }: GreyPicture, word: RecognisedWord): number | undefined {
  const [left, right] = [
    Math.max(0, Math.floor(word.x)),
    Math.min(width - 1, Math.ceil(word.x + word.width)),
  ];
  const [top, bottom] = [
    Math.max(0, Math.floor(word.y)),
    Math.min(height - 1, Math.ceil(word.y + word.height)),
  ];
  if (right - left < 12 || !/[\p{L}\p{N}]{2}/u.test(word.text)) return undefined;
  const ink: number[] = [];
  for (let row = top; row <= bottom; row++) {
    let count = 0;
    for (let column = left; column <= right; column++)
      if ((pixels[row * width + column] ?? 255) < INK) count += 1;
    ink.push(count);
  }
  const most = Math.max(...ink);
  if (most < 4) return undefined;
  // The feet of a line are the last row that has half as much ink as its fullest one.
  const row = ink.findLastIndex((count) => count >= most * 0.5);
  const full = ink[row] ?? 0;
  const next = ink[row + 1] ?? 0;
  return top + row + (full > next ? (full - most * 0.5) / (full - next) : 0);
}
