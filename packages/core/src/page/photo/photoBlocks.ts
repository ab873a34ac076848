import type { CleanUp, ImportedDocument } from '../imported.ts';
import { blocksFromLayout, type LayoutOptions } from '../layout/layoutBlocks.ts';
import type { PlacedText } from '../layout/lines.ts';
import { median } from '../layout/regions.ts';
import type { RecognisedWord } from './hocr.ts';
import { mended } from './mended.ts';
import type { RuledLine } from './ruledLines.ts';
import { segmentsOf, type Segment } from './segments.ts';
import type { PrintedCheckbox } from './printedCheckboxes.ts';

/** A page that was photographed, flattened and recognised. Lengths are in its pixels. */
export interface RecognisedPage {
  readonly width: number;
  readonly height: number;
  readonly words: readonly RecognisedWord[];
  readonly lines: readonly RuledLine[];
  /** Numbers of the lines of text that begin with the dot of a list. */
  readonly dotted: readonly number[];
  /** Boxes to be ticked. */
  readonly checkboxes?: readonly PrintedCheckbox[];
}

/** A word of a photographed handout and where it stands. */
export interface PhotoWord {
  readonly text: string;
  /** Index of the page. */
  readonly page: number;
  /** Shares of the flat page's width and height. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly confidence: number;
}

/**
 * Below this confidence a word is shown to the teacher: on typical photos 1 word of 200, and most of the
 * wrong ones among them.
 */
export const DOUBTFUL_CONFIDENCE = 80;
/** Lines whose sizes differ by less than this have one size: recognisers measure roughly. */
const ONE_SIZE = 1.13;
/**
 * A lone mark below this confidence is dirt on the paper; so is a line in which nothing is surer than
 * `DIRT_LINE`.
 */
const DIRT = 40;
const DIRT_LINE = 30;
/** A figure in a cell stands alone; it is kept, and doubtful. */
const AMOUNT = /^[-−–+]?[£$€]?\d+(?:[.,:]\d+)*%?$/u;
/** What recognisers take the dot of a list for. */
const TAKEN_FOR_DOT = /^(?:[«»•·°*+¢©®¤eo.]|[«»•·°*+]{2})$/u;

/** Recognised pages → blocks in reading order, the words in that order, and what was done to get them. */
export function blocksFromPhotos(
  pages: readonly RecognisedPage[],
  options: LayoutOptions,
): Pick<ImportedDocument, 'blocks' | 'cleanUps'> & { readonly words: readonly PhotoWord[] } {
  const cleanUps: CleanUp[] = [];
  const origin = new Map<PlacedText, PhotoWord>();
  const read = pages.map((page) => ({ ...page, words: mended(page.words, options.isWord, cleanUps) }));
  const segments = read.map(({ words }) => ofOneStroke(segmentsOf(words)));
  const snap = sizesSnapped(segments.flat());
  const layout = read.map(({ width, height, words, lines, dotted, checkboxes = [] }, page) => {
    const isBold = boldIn(segments[page] ?? []);
    const own = new Map(
      segments[page]?.flatMap((segment) => segment.words.map((word) => [word, segment] as const)),
    );
    const dots = dotsOf(words);
    const drawn = new Set((segments[page] ?? []).filter(isDrawn).flatMap((segment) => segment.words));
    const isSpeck = dirtIn(words);
    const isDirt = (word: RecognisedWord) => drawn.has(word) || isSpeck(word);
    const dirt = words.filter((word) => !dots.has(word) && isDirt(word));
    if (dirt.length > 0)
      cleanUps.push({
        rule: 'specks taken out',
        block: 0,
        before: dirt.map(({ text }) => text).join(' '),
        after: '',
      });
    const runs = words
      .filter((word) => !dirt.includes(word))
      .map((word): PlacedText => {
        const run = {
          text: dots.has(word) ? '•' : word.text,
          x: word.x,
          y: own.get(word)?.baseline ?? word.baseline,
          width: word.width,
          size: snap(own.get(word)?.size ?? word.size),
          isBold: isBold(own.get(word)),
          isWord: true,
          measured: own.get(word)?.size ?? word.size,
        };
        if (!dots.has(word))
          origin.set(run, {
            text: word.text,
            page,
            x: word.x / width,
            y: word.y / height,
            width: word.width / width,
            height: word.height / height,
            confidence: word.confidence,
          });
        return run;
      });
    const seen = dotted
      .filter((line) => ![...dots].some((dot) => dot.line === line))
      .flatMap((line) =>
        dotBefore(
          segments[page]?.find((segment) => segment.words[0]?.line === line),
          snap,
        ),
      );
    const ticked = checkboxes.flatMap((box) => checkboxRun(box, segments[page] ?? [], snap));
    return {
      width,
      height,
      runs: [...runs, ...seen, ...ticked, ...blanksOf(lines, runs, width)],
      rules: lines,
    };
  });
  const document = blocksFromLayout(layout, { ...options, isMeasured: true });
  return {
    blocks: document.blocks,
    cleanUps: [...cleanUps, ...document.cleanUps],
    words: document.runs.flatMap((run) => origin.get(run) ?? []),
  };
}

/**
 * Strokes thicker than those of most letters by this much are bold. Measured on 28 photos of one camera: body
 * text differs by 10 %, bold by 45 % and more.
 */
const BOLD = 1.38;

/**
 * Type whose strokes are as thin as those of the body is no larger than it, whatever the boxes of a few
 * letters say.
 */
function ofOneStroke(segments: readonly Segment[]): Segment[] {
  const letters = (of: (segment: Segment) => number) =>
    median(segments.flatMap((segment) => Array.from({ length: lettersIn(segment) }, () => of(segment))));
  const typical = letters(({ words }) => median(words.map(({ stroke = 0 }) => stroke)));
  const size = letters((segment) => segment.size);
  if (typical === 0) return [...segments];
  return segments.map((segment) => {
    const stroke = median(segment.words.map(({ stroke: own = 0 }) => own));
    return segment.size > size * NOT_LARGER && stroke < typical * NOT_LARGER ? { ...segment, size } : segment;
  });
}
const NOT_LARGER = 1.15;

function lettersIn({ words }: Segment): number {
  return words.reduce((sum, { text }) => sum + text.length, 0);
}

/** Tells which parts of lines are bold: by their strokes, against those of most letters of the page. */
function boldIn(segments: readonly Segment[]): (segment: Segment | undefined) => boolean {
  const letters = segments.flatMap(({ words }) =>
    words.flatMap(({ text, stroke = 0 }) => Array.from({ length: text.length }, () => stroke)),
  );
  const typical = median(letters);
  return (segment) =>
    typical > 0 && median(segment?.words.map(({ stroke = 0 }) => stroke) ?? []) > typical * BOLD;
}

/**
 * A box to be ticked, as a mark before the line that it belongs to; nothing where there is no text behind it.
 */
function checkboxRun(
  box: PrintedCheckbox,
  segments: readonly Segment[],
  snap: (size: number) => number,
): PlacedText[] {
  const middle = box.y + box.height / 2;
  const right = box.x + box.width;
  const [next] = segments
    .filter(({ words, baseline, size }) => {
      const x = words[0]?.x ?? 0;
      return (
        x > right - 4 && x < right + size * 3 && middle > baseline - size && middle < baseline + size * 0.3
      );
    })
    .sort((a, b) => (a.words[0]?.x ?? 0) - (b.words[0]?.x ?? 0));
  if (!next) return [];
  const size = snap(next.size);
  return [{ text: '☐', x: box.x, y: next.baseline, width: box.width, size, isBold: false }];
}

/** Lines of a drawing that were taken for a few large letters: their strokes are too thin for that. */
function isDrawn({ words, size }: Segment): boolean {
  const stroke = median(words.map(({ stroke: own = 0 }) => own));
  const letters = words.reduce((sum, { text }) => sum + text.length, 0);
  return (
    letters <= 4 && stroke > 0 && words.some(({ height }) => height > size * 1.4 && stroke < height * THIN)
  );
}
const THIN = 0.07;

/** Tells what is no writing: specks and edges that were taken for marks. */
function dirtIn(words: readonly RecognisedWord[]): (word: RecognisedWord) => boolean {
  const surest = new Map<number, number>();
  for (const { line, confidence, text } of words)
    if (/[\p{L}\p{N}]/u.test(text)) surest.set(line, Math.max(surest.get(line) ?? 0, confidence));
  return ({ text, confidence, line }) =>
    ((surest.get(line) ?? 0) < DIRT_LINE && !AMOUNT.test(text)) ||
    /^[|¦]+$/u.test(text) ||
    (confidence < DIRT && !/[\p{L}\p{N}]/u.test(text));
}

/** Sizes that differ little become one: the commonest of them, by letters. */
function sizesSnapped(segments: readonly Segment[]): (size: number) => number {
  const weights = new Map<number, number>();
  for (const { size, words } of segments)
    weights.set(size, (weights.get(size) ?? 0) + words.reduce((sum, { text }) => sum + text.length, 0));
  const near = (size: number) =>
    [...weights].reduce((sum, [other, weight]) => (isOneSize(size, other) ? sum + weight : sum), 0);
  const centres: number[] = [];
  for (const [size] of [...weights].sort((a, b) => near(b[0]) - near(a[0]) || b[1] - a[1]))
    if (!centres.some((centre) => isOneSize(centre, size))) centres.push(size);
  return (size) => centres.find((centre) => isOneSize(centre, size)) ?? size;
}

function isOneSize(a: number, b: number): boolean {
  return Math.max(a, b) / Math.min(a, b) < ONE_SIZE;
}

/**
 * Words that are the dots of a list: a small lone mark at the beginning of a line with a gap after it, or the
 * same lone letter before two lines.
 */
function dotsOf(words: readonly RecognisedWord[]): ReadonlySet<RecognisedWord> {
  const first = words.flatMap((word, i) => {
    const next = words[i + 1];
    const begins = words[i - 1]?.line !== word.line && next?.line === word.line;
    const apart = next !== undefined && next.x - word.x - word.width > word.size * 0.25;
    return begins && apart && TAKEN_FOR_DOT.test(word.text) ? [word] : [];
  });
  return new Set(
    first.filter(
      (word) =>
        !/[eo]/u.test(word.text) ||
        first.filter((other) => Math.abs(other.x - word.x) < word.size * 0.5).length >= 2,
    ),
  );
}

/** The dot of a list that was seen before a line although the recogniser left it out. */
function dotBefore(segment: Segment | undefined, snap: (size: number) => number): PlacedText[] {
  const word = segment?.words[0];
  if (!word) return [];
  const size = snap(segment.size);
  return [{ text: '•', x: word.x - size * 0.8, y: segment.baseline, width: size * 0.3, size, isBold: false }];
}

function overlap(a: RuledLine, b: RuledLine): boolean {
  return a.x < b.x + b.length && b.x < a.x + a.length;
}

/**
 * Ruled lines on which something is to be written: they stand on the baseline of a line of text and touch no
 * word of it.
 */
function blanksOf(lines: readonly RuledLine[], runs: readonly PlacedText[], width: number): PlacedText[] {
  const upright = lines.filter(({ isLevel }) => !isLevel);
  const level = lines.filter(({ isLevel }) => isLevel);
  // A thick line was followed more than once.
  const single = level.filter(
    (line, i) => !level.slice(0, i).some((other) => Math.abs(other.y - line.y) < 8 && overlap(other, line)),
  );
  return single.flatMap((line): PlacedText[] => {
    if (line.length > width * 0.6) return [];
    const right = line.x + line.length;
    const isOfTable = upright.some(
      ({ x, y, length }) => x > line.x - 12 && x < right + 12 && y < line.y + 12 && y + length > line.y - 12,
    );
    if (isOfTable) return [];
    const neighbour = runs.find(
      ({ x, y, width: wide, size }) =>
        Math.abs(line.y - y) < size * 0.45 && (x + wide <= line.x + size * 0.3 || x >= right - size * 0.3),
    );
    const isUnder = runs.some(
      ({ x, y, width: wide, size }) =>
        Math.abs(line.y - y) < size * 0.45 && x + wide > line.x + size * 0.3 && x < right - size * 0.3,
    );
    if (!neighbour || isUnder) return [];
    return [
      { text: '____', x: line.x, y: neighbour.y, width: line.length, size: neighbour.size, isBold: false },
    ];
  });
}
