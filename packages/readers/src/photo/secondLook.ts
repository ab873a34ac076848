import {
  unreadRegions,
  lostInLines,
  segmentsOf,
  wordsOfHocr,
  type Box,
  type GreyPicture,
  type RecognisedWord,
} from '@aurelfield/core/photo';
import { READ_DPI } from './layFlat.ts';
import { imageOf } from './png.ts';
import { recognise } from './tesseract.ts';

/** Lines whose words are no surer than this on average are read a second time, by themselves. */
const UNSURE = 72;
/** A second reading must be this much surer. */
const BETTER = 8;
/** … and have at least this share of its words. */
const FEWER = 0.5;
/** Parts of a page that are looked at again at most: each takes a third of a second. */
const PARTS_AT_MOST = 6;
const MARGIN = 14;

interface Part {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/**
 * Regions with ink and no words that are read by themselves at most, and how sure a reading must be there.
 */
const BARE_AT_MOST = 6;
const BARE_SURE = 75;
/**
 * Words from which on a region without words is believed to be a line of text; a drawing gives one or two.
 * Figures may stand alone.
 */
const BARE_WORDS = 3;
const FIGURE = /^[-−–]?\p{N}+(?:[.,]\p{N}+)?[%.)]?$/u;
/** Larger than this share of the page is a picture. */
const PICTURE = 0.12;

/** Reads regions by themselves in which no word was found: a line that was dropped, a figure in a cell. */
export async function readUnreadRegions(
  page: GreyPicture,
  words: readonly RecognisedWord[],
  languages: readonly string[],
): Promise<RecognisedWord[]> {
  const result = [...words];
  const parts = unreadRegions(page, words)
    .filter(({ width, height }) => width * height < PICTURE)
    .slice(0, BARE_AT_MOST)
    .map((box) => partOf(page, box));
  for (const part of parts) {
    const found = (await readPart(page, part, languages)).filter(
      (word) => !result.some((other) => isInside(word, boxOf(other))),
    );
    const whole = found.filter(({ text }) => /\p{L}{2}|^\p{N}+$/u.test(text));
    const isText = whole.length >= BARE_WORDS && whole.length >= found.length / 2;
    const isFigure = found.length > 0 && found.every(({ text }) => FIGURE.test(text));
    if (!(isText || isFigure) || sureness(found) < BARE_SURE) continue;
    const number = Math.max(-1, ...result.map(({ line }) => line)) + 1;
    result.push(...found.map((word) => ({ ...word, line: word.line + number })));
  }
  return result;
}

/** Lines from which a recogniser left words out: looked at again at most. */
const LOST_AT_MOST = 8;

/** Reads by themselves the lines in which words were left out. */
export async function readLostWords(
  page: GreyPicture,
  words: readonly RecognisedWord[],
  languages: readonly string[],
): Promise<RecognisedWord[]> {
  const result = words.filter((word) => !isAcrossLines(word));
  for (const box of lostInLines(page, result).slice(0, LOST_AT_MOST)) {
    const part = partOf(page, box);
    const found = (await readPart(page, part, languages)).filter(
      (word) => isInside(word, part) && !result.some((other) => isInside(word, boxOf(other))),
    );
    if (
      found.length === 0 ||
      sureness(found) < BARE_SURE ||
      !found.some(({ text }) => /[\p{L}\p{N}]/u.test(text))
    )
      continue;
    // They belong to the line that they stand in.
    const [first] = found;
    const neighbour = first && nearest(first, result);
    result.push(
      ...found.map((word) => ({
        ...word,
        line: neighbour?.line ?? word.line,
        baseline: neighbour?.baseline ?? word.baseline,
        size: neighbour?.size ?? word.size,
      })),
    );
  }
  return result;
}

/** Whether a word is made of pieces of two lines, and not believed. */
function isAcrossLines({ height, size, confidence }: RecognisedWord): boolean {
  return size > 0 && height > size * 1.7 && confidence < UNSURE;
}

/** The word that stands nearest at the same height. */
function nearest(word: RecognisedWord, words: readonly RecognisedWord[]): RecognisedWord | undefined {
  const distance = (other: RecognisedWord) =>
    Math.max(other.x - word.x - word.width, word.x - other.x - other.width);
  return words
    .filter((other) => Math.abs(other.baseline - word.baseline) < word.size * 0.6)
    .sort((a, b) => distance(a) - distance(b))[0];
}

/** A box in shares of the page, in its pixels. */
function partOf(page: GreyPicture, { x, y, width, height }: Box): Part {
  return {
    left: Math.floor(x * page.width),
    top: Math.floor(y * page.height),
    right: Math.ceil((x + width) * page.width),
    bottom: Math.ceil((y + height) * page.height),
  };
}

function boxOf({ x, y, width, height }: RecognisedWord): Part {
  return { left: x, top: y, right: x + width, bottom: y + height };
}

/**
 * Reads unsure lines again without what stands around them: beside a drawing or a rule a recogniser often
 * cuts a line in two.
 */
export async function lookedAtAgain(
  page: GreyPicture,
  words: readonly RecognisedWord[],
  languages: readonly string[],
): Promise<RecognisedWord[]> {
  let result = [...words];
  const doubt = (part: Part) =>
    words.reduce(
      (sum, word) => sum + (isInside(word, part) ? (100 - word.confidence) * word.text.length : 0),
      0,
    );
  const parts = partsOf(words).sort((a, b) => doubt(b) - doubt(a));
  for (const part of parts.slice(0, PARTS_AT_MOST)) {
    const inside = result.filter((word) => isInside(word, part));
    const outside = result.filter((word) => !inside.includes(word));
    // The margin around a part holds pieces of its neighbours.
    const again = (await readPart(page, part, languages)).filter(
      (word) => !outside.some((other) => isInside(word, boxOf(other))),
    );
    // One that is surer because it runs words together is no better.
    if (sureness(again) < sureness(inside) + BETTER || again.length < inside.length * FEWER) continue;
    const number = Math.max(...result.map(({ line }) => line)) + 1;
    result = [...outside, ...again.map((word) => ({ ...word, line: word.line + number }))];
  }
  return result;
}

/** Boxes around unsure lines; those that touch are one. */
function partsOf(words: readonly RecognisedWord[]): Part[] {
  const parts: Part[] = [];
  for (const { words: line } of segmentsOf(words)) {
    if (sureness(line) >= UNSURE) continue;
    let part = around(line);
    for (let i = parts.length - 1; i >= 0; i--) {
      const other = parts[i];
      if (!other || !touch(part, other)) continue;
      part = joined(part, other);
      parts.splice(i, 1);
    }
    parts.push(part);
  }
  // A part holds whole lines: what else stands at their height between its sides is read with them.
  return parts.map((part) =>
    words
      .filter((word) => isInside(word, part))
      .map((word) => around([word]))
      .reduce(joined, part),
  );
}

async function readPart(
  page: GreyPicture,
  part: Part,
  languages: readonly string[],
): Promise<RecognisedWord[]> {
  const left = Math.max(0, part.left - MARGIN);
  const top = Math.max(0, part.top - MARGIN);
  const width = Math.min(page.width, part.right + MARGIN) - left;
  const height = Math.min(page.height, part.bottom + MARGIN) - top;
  const png = await imageOf(page)
    .extract({ left, top, width, height })
    .extend({ top: MARGIN, bottom: MARGIN, left: MARGIN, right: MARGIN, background: '#ffffff' })
    .png()
    .toBuffer();
  const words = wordsOfHocr(await recognise(png, { languages, dpi: READ_DPI, layout: 'block' }));
  const [dx, dy] = [left - MARGIN, top - MARGIN];
  return words.map((word) => ({ ...word, x: word.x + dx, y: word.y + dy, baseline: word.baseline + dy }));
}

/** Mean confidence by letters; 0 of nothing. */
function sureness(words: readonly RecognisedWord[]): number {
  const letters = words.reduce((sum, { text }) => sum + text.length, 0);
  return (
    words.reduce((sum, { text, confidence }) => sum + confidence * text.length, 0) / Math.max(1, letters)
  );
}

function around(words: readonly RecognisedWord[]): Part {
  return {
    left: Math.floor(Math.min(...words.map(({ x }) => x))),
    top: Math.floor(Math.min(...words.map(({ y }) => y))),
    right: Math.ceil(Math.max(...words.map(({ x, width }) => x + width))),
    bottom: Math.ceil(Math.max(...words.map(({ y, height }) => y + height))),
  };
}

function touch(a: Part, b: Part): boolean {
  const reach = MARGIN * 2;
  return (
    a.left < b.right + reach &&
    b.left < a.right + reach &&
    a.top < b.bottom + reach &&
    b.top < a.bottom + reach
  );
}

function joined(a: Part, b: Part): Part {
  return {
    left: Math.min(a.left, b.left),
    top: Math.min(a.top, b.top),
    right: Math.max(a.right, b.right),
    bottom: Math.max(a.bottom, b.bottom),
  };
}

function isInside({ x, y, width, height }: RecognisedWord, part: Part): boolean {
  const [cx, cy] = [x + width / 2, y + height / 2];
  return cx >= part.left && cx <= part.right && cy >= part.top && cy <= part.bottom;
}
