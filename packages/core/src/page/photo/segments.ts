import { median } from '../layout/regions.ts';
import type { RecognisedWord } from './hocr.ts';

/** Words of one line that stand together: a line that recognisers draw across columns or cells is several. */
export interface Segment {
  readonly words: readonly RecognisedWord[];
  /** Where its letters stand, and the size of its type: pixels. */
  readonly baseline: number;
  readonly size: number;
}

/** Words further apart than this share of their line's height stand in different columns. */
const APART = 1.3;

/**
 * Heights of letters in shares of the size of the type, as in most book faces (common practice, no source;
 * measured on our own two).
 */
const TALL = { pattern: /[bdfhkl\p{Lu}\d]/u, height: 0.71 };
const MIDDLING = { pattern: /[tij]/u, height: 0.65 };
const SMALL = 0.5;
/** Word boxes that make the type larger than the line's own size by this much hold more than their word. */
const TOO_LARGE = 1.2;
const BELOW = { pattern: /[gjpqy,;()[\]]/u, depth: 0.21 };

/**
 * Words → lines, and lines → segments, in the order of the page; each segment is measured by its own words.
 */
export function segmentsOf(words: readonly RecognisedWord[]): Segment[] {
  return linesOfWords(words).flatMap((line) => {
    const pieces: RecognisedWord[][] = [];
    for (const word of [...line].sort((a, b) => a.x - b.x)) {
      const last = pieces.at(-1)?.at(-1);
      if (last && word.x - last.x - last.width < word.size * APART) pieces.at(-1)?.push(word);
      else pieces.push([word]);
    }
    return pieces.map(measured);
  });
}

/** Words whose lines are those that stand together: one that a recogniser drew across columns is split. */
export function splitLines(words: readonly RecognisedWord[]): RecognisedWord[] {
  return segmentsOf(words).flatMap((segment, line) => segment.words.map((word) => ({ ...word, line })));
}

/** Words by their lines, in order. */
export function linesOfWords(words: readonly RecognisedWord[]): RecognisedWord[][] {
  const lines = new Map<number, RecognisedWord[]>();
  for (const word of words) {
    const line = lines.get(word.line);
    if (line) line.push(word);
    else lines.set(word.line, [word]);
  }
  return [...lines.values()];
}

function measured(words: readonly RecognisedWord[]): Segment {
  const letters = words.filter(({ text }) => /[\p{L}\d]/u.test(text));
  const sizes = letters.map(({ text, height }) => height / (heightOf(text) + depthOf(text)));
  // On lines that are not quite level recognisers give every word the box of its line; the size that they
  // tell for the line is rough, but not as far off.
  const declared = (words[0]?.size ?? 0) / (TALL.height + BELOW.depth);
  const seen = sizes.length > 0 ? median(sizes) : declared;
  // The box of a single word may be cut short as well.
  const isOff = seen > declared * TOO_LARGE || (letters.length === 1 && seen * TOO_LARGE < declared);
  const size = declared > 0 && isOff ? declared : seen;
  const feet = letters.map(({ text, y, height }) => y + height - depthOf(text) * size);
  const line = words[0]?.baseline ?? 0;
  const foot = feet.length > 0 ? median(feet) : line;
  // The same goes for where its letters stand.
  const isInflated = declared > 0 && seen > declared * TOO_LARGE;
  return { words, size, baseline: isInflated && line > 0 ? line : foot };
}

function heightOf(text: string): number {
  if (TALL.pattern.test(text)) return TALL.height;
  return MIDDLING.pattern.test(text) ? MIDDLING.height : SMALL;
}

function depthOf(text: string): number {
  return BELOW.pattern.test(text) ? BELOW.depth : 0;
}
