import type { Block } from '../../text/document.ts';
import { tableRows } from '../elementBlocks.ts';
import { placed, type CleanUp, type ImportedDocument } from '../imported.ts';
import { withoutNoteMarks } from '../noteMarks.ts';
import type { Rule } from './frames.ts';
import { furnitureOf } from './furniture.ts';
import { lineEnds } from './lineEnds.ts';
import { linesOf, type Line, type PlacedText } from './lines.ts';
import { joinedMarks, MARKED, MARKS, splitBlanks } from './marks.ts';
import { median, regionsOf, type Region } from './regions.ts';

/** A page as placed runs of text. */
export interface LayoutPage {
  readonly width: number;
  readonly height: number;
  readonly runs: readonly PlacedText[];
  /** Ruled lines, where they are known. */
  readonly rules?: readonly Rule[];
}

export interface LayoutOptions {
  /** Whether a word is one of the language: decides which hyphens at a line's end are the word's own. */
  readonly isWord: (word: string) => boolean;
  /**
   * Whether sizes were measured in a picture: a line that is hardly larger than the body's is a heading only
   * if it is bold.
   */
  readonly isMeasured?: boolean;
}

/** Blocks, what was done to get them, and the runs they were made of, in reading order. */
export interface LayoutResult extends Pick<ImportedDocument, 'blocks' | 'cleanUps'> {
  readonly runs: readonly PlacedText[];
}

type Draft = Omit<Block, 'offset'>;

const MARKER = /^(?:([•◦▪●■□☐–‣*·-])\s+|\(?(\d{1,3}|[A-Za-z]|[ivx]{2,4})[.)]\s+)(?=\S)/u;
/** A heading's letters are at least this much larger than the body's. */
const LARGER = 1.12;
/** … and by this much where sizes are measured in a picture and the line is not bold. */
const MUCH_LARGER = 1.3;
/** Lines further apart than this many usual steps are of two paragraphs. */
const SPLIT = 1.2;
/** A line of fewer words is not taken to go on in a column that begins with a capital. */
const GOES_ON = 4;
const HEADING_MAX_CHARACTERS = 140;

/**
 * Pages of placed text → blocks in reading order: columns one after the other, running heads and page numbers
 * taken out, headings told by size or weight, lines joined to paragraphs over line ends, hyphens and
 * pages, lists and tables.
 */
export function blocksFromLayout(
  pages: readonly LayoutPage[],
  { isWord, isMeasured = false }: LayoutOptions,
): LayoutResult {
  const withLines = pages.map(({ width, height, runs, rules = [] }) => ({
    width,
    height,
    rules,
    lines: joinedMarks(linesOf(runs).flatMap(splitBlanks)),
  }));
  const furniture = furnitureOf(withLines);
  const builder = new Builder(bodyOf(withLines.flatMap(({ lines }) => lines)), isWord, isMeasured);
  withLines.forEach(({ width, height, rules, lines }, page) => {
    const taken = furniture.filter((piece) => piece.page === page);
    for (const { line, rule } of taken) builder.note(rule, line.text, '');
    const kept = lines.filter((line) => !taken.some((piece) => piece.line === line));
    builder.page(kept);
    for (const region of regionsOf(kept, rules, Math.max(width, height))) builder.region(region);
  });
  return builder.finish();
}

interface Body {
  readonly size: number;
  readonly isBold: boolean;
  /** Larger sizes of the document, largest first. */
  readonly headingSizes: readonly number[];
}

/** The size and weight in which most characters are set. */
function bodyOf(lines: readonly Line[]): Body {
  const weights = new Map<number, number>();
  let bold = 0;
  let all = 0;
  for (const { text, size, isBold } of lines) {
    const rounded = Math.round(size * 2) / 2;
    weights.set(rounded, (weights.get(rounded) ?? 0) + text.length);
    all += text.length;
    if (isBold) bold += text.length;
  }
  const size = [...weights].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 0;
  const headingSizes = [...weights.keys()].filter((other) => other >= size * LARGER).sort((a, b) => b - a);
  return { size, isBold: bold > all / 2, headingSizes };
}

class Builder {
  readonly #body: Body;
  readonly #isWord: (word: string) => boolean;
  readonly #isMeasured: boolean;
  readonly #blocks: Draft[] = [];
  readonly #cleanUps: CleanUp[] = [];
  readonly #runs: PlacedText[] = [];
  /** Whether the last block may go on in the next column or page. */
  #isOpen = false;
  /** Whether the last line has but a few words: it may be an item of a list. */
  #isShort = false;
  #lines: readonly Line[] = [];
  /** Where the mark of the list item that is being read stands. */
  #itemAt = -Infinity;

  constructor(body: Body, isWord: (word: string) => boolean, isMeasured: boolean) {
    this.#body = body;
    this.#isWord = isWord;
    this.#isMeasured = isMeasured;
  }

  note(rule: string, before: string, after: string): void {
    this.#cleanUps.push({ rule, block: this.#blocks.length, before, after });
  }

  /** Begins a page. */
  page(lines: readonly Line[]): void {
    this.#lines = lines;
  }

  /**
   * Where lines that begin at `left` end at the latest on this page: not few of them reach so far. A title
   * over two columns does not tell how wide the first one is.
   */
  #margin(left: number): number {
    const neighbours = this.#lines.filter(({ x, size }) => Math.abs(x - left) < size);
    const reach = neighbours.map(({ right }) => right).sort((a, b) => b - a);
    const size = neighbours[0]?.size ?? 0;
    return (
      reach.find(
        (right) => reach.filter((other) => Math.abs(other - right) < size * 2).length >= reach.length * 0.25,
      ) ?? -Infinity
    );
  }

  region(region: Region): void {
    this.#runs.push(...region.lines.flatMap(({ runs }) => runs));
    if (region.opensBox) this.#isOpen = false;
    if (region.kind === 'table') {
      this.#blocks.push(...tableRows(region.rows ?? rowsOf(region.lines), false));
      this.#isOpen = false;
      return;
    }
    const lines = region.isApart ? region.lines : levelJoined(region.lines);
    const left = median(lines.map(({ x }) => x));
    const right = Math.max(...lines.map((line) => line.right));
    const steps = lines.slice(1).map((line, i) => line.y - (lines[i]?.y ?? line.y));
    const typical = typicalStep(steps) || this.#body.size * 1.2;
    const indent = this.#body.size * 0.8;
    const isIn = ({ x }: Line) => x - left > indent;
    const ends = lineEnds(lines, this.#margin(left));
    const isSetIn = (i: number) => i > 0 && isIn(lines[i] ?? NO_LINE) && !isIn(lines[i - 1] ?? NO_LINE);
    const hanging = lines.filter((_, i) => isSetIn(i) && !ends.hasRoom(i - 1)).length;
    const isHanging = hanging > lines.filter((_, i) => isSetIn(i)).length / 2;
    lines.forEach((line, i) => {
      const before = lines[i - 1];
      const begins =
        before === undefined
          ? !this.#isOpen || (/^\p{Lu}/u.test(line.text) && this.#isShort)
          : line.y - before.y > typical * SPLIT ||
            line.y - before.y < line.size * 0.4 ||
            line.x < this.#itemAt - this.#body.size * 0.5 ||
            ends.isEnded(i - 1) ||
            // The first line of a paragraph is set in; lines that hang under a label or an item are several,
            // or the last.
            (isSetIn(i) && !isHanging && this.#itemAt === -Infinity && opensParagraph(lines, i, isIn)) ||
            (isHanging && !isIn(line) && isIn(before)) ||
            line.isLabelled === true ||
            this.#isHeading(line) !== this.#isHeading(before);
      this.#line(line, begins);
    });
    const last = lines.at(-1);
    this.#isShort = last !== undefined && last.text.split(' ').length < GOES_ON;
    this.#isOpen =
      region.closesBox !== true &&
      last !== undefined &&
      this.#blocks.at(-1)?.type !== 'heading' &&
      !ends.isVerse &&
      !endsSentence(last.text) &&
      last.right > right - (right - left) * 0.25;
  }

  #line(line: Line, begins: boolean): void {
    const level = this.#headingLevel(line);
    const last = this.#blocks.at(-1);
    if (level !== undefined) {
      if (!begins && last?.type === 'heading' && last.level === level)
        this.#blocks[this.#blocks.length - 1] = { ...last, text: `${last.text} ${line.text}` };
      else this.#blocks.push({ type: 'heading', level, text: line.text });
      return;
    }
    const marker = this.#markerOf(line);
    if (marker) {
      this.#itemAt = line.x;
      const [whole, bullet, label] = marker;
      this.#blocks.push(
        bullet === undefined
          ? { type: isQuestion(line.text) ? 'question' : 'list-item', label: label ?? '', text: line.text }
          : { type: 'list-item', text: line.text.slice(whole.length) },
      );
      return;
    }
    const goesOn = !begins || MARKS.test(line.text);
    if (goesOn && last && last.type !== 'heading' && last.type !== 'table-row') {
      const text = this.#join(last.text, line.text);
      const asks = (last.label !== undefined && isQuestion(text)) || MARKED.test(text);
      this.#blocks[this.#blocks.length - 1] = { ...last, text, ...(asks ? { type: 'question' } : {}) };
    } else {
      this.#itemAt = -Infinity;
      const isMarked = MARKED.test(line.text);
      this.#blocks.push({ type: isMarked ? 'question' : 'paragraph', text: line.text });
    }
  }

  /** The mark of a list at the beginning of a line; an initial before a name is none. */
  #markerOf({ text }: Line): RegExpExecArray | undefined {
    const marker = MARKER.exec(text);
    const label = marker?.[2];
    if (!marker || label === undefined || !/^[A-Z]$/u.test(label)) return marker ?? undefined;
    const before = this.#blocks.findLast((block) => block.label !== undefined)?.label;
    const goesOn = label === 'A' || before === String.fromCharCode(label.charCodeAt(0) - 1);
    return goesOn ? marker : undefined;
  }

  #isHeading(line: Line): boolean {
    return this.#headingLevel(line) !== undefined;
  }

  #headingLevel({ text, size, isBold }: Line): number | undefined {
    if (text.length > HEADING_MAX_CHARACTERS || !/\p{L}/u.test(text) || /^[•☐]/u.test(text)) return undefined;
    const rounded = Math.round(size * 2) / 2;
    const rank = this.#body.headingSizes.indexOf(rounded);
    const isLarge = !this.#isMeasured || isBold || size >= this.#body.size * MUCH_LARGER;
    if (rank >= 0 && isLarge) return Math.min(rank + 1, 6);
    const standsOut = isBold && !this.#body.isBold && !endsSentence(text) && text.length < 80;
    return standsOut ? Math.min(this.#body.headingSizes.length + 1, 6) : undefined;
  }

  /** Joins two lines; a hyphen at the end goes unless it is the word's own. */
  #join(above: string, below: string): string {
    const broken = /(\p{L}+)[-\u00ad‐]$/u.exec(above);
    const next = /^(\p{Ll}[\p{L}’']*)/u.exec(below);
    if (!broken || !next) return `${above} ${below}`;
    const [first = '', rest = ''] = [broken[1], next[1]];
    const isOwn = !this.#isWord(first + rest) && this.#isWord(first) && this.#isWord(rest);
    if (isOwn) return above + below;
    this.#cleanUps.push({
      rule: 'hyphen at a line’s end taken out',
      block: Math.max(0, this.#blocks.length - 1),
      before: `${first}-${rest}`,
      after: first + rest,
    });
    return above.slice(0, -1) + below;
  }

  finish(): LayoutResult {
    const { blocks, cleanUps } = withoutNoteMarks(this.#blocks.filter(({ text }) => text !== ''));
    return { blocks: placed(blocks), cleanUps: [...this.#cleanUps, ...cleanUps], runs: this.#runs };
  }
}

/**
 * The step from line to line within paragraphs: most of the shorter ones. Lists and short paragraphs have
 * many longer ones.
 */
function typicalStep(steps: readonly number[]): number {
  const sorted = steps.filter((step) => step > 0).sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length * 0.3)] ?? 0;
}

/** Lines on one baseline are a row; columns are where cells begin. */
function rowsOf(lines: readonly Line[]): string[][] {
  const rows: Line[][] = [];
  for (const line of lines) {
    const row = rows.at(-1);
    if (row?.[0] && Math.abs(row[0].y - line.y) < line.size * 0.5) row.push(line);
    else rows.push([line]);
  }
  const columns: { from: number; to: number }[] = [];
  for (const { x, right } of [...lines].sort((a, b) => a.x - b.x)) {
    const found = columns.find(({ from, to }) => x <= to && right >= from);
    if (found) {
      found.from = Math.min(found.from, x);
      found.to = Math.max(found.to, right);
    } else columns.push({ from: x, to: right });
  }
  columns.sort((a, b) => a.from - b.from);
  return rows.map((row) => {
    const cells = columns.map(() => '');
    for (const line of row) {
      const column = columns.findIndex(({ from, to }) => line.x <= to && line.right >= from);
      if (column >= 0) cells[column] = `${cells[column] ?? ''} ${line.text}`.trim();
    }
    return cells;
  });
}

/** Whether a line that is set in opens a paragraph: the one after it is not. */
function opensParagraph(lines: readonly Line[], index: number, isIn: (line: Line) => boolean): boolean {
  const next = lines[index + 1];
  return next !== undefined && !isIn(next) && next.y - (lines[index]?.y ?? 0) < next.size * 2;
}

const NO_LINE: Line = { text: '', x: 0, y: 0, right: 0, size: 0, isBold: false, runs: [] };

/**
 * Lines on one baseline that are one: a name and what is said, a figure and its unit set apart. Nothing is
 * joined to a blank that is to be filled in.
 */
function levelJoined(lines: readonly Line[]): Line[] {
  const joined: Line[] = [];
  for (const line of lines) {
    const last = joined.at(-1);
    if (last && Math.abs(last.y - line.y) < line.size * 0.4 && !/_$/u.test(last.text))
      joined[joined.length - 1] = {
        ...last,
        text: `${last.text} ${line.text}`,
        right: line.right,
        size: Math.max(last.size, line.size),
        isBold: last.isBold && line.isBold,
        isLabelled: true,
        runs: [...last.runs, ...line.runs],
      };
    else joined.push(line);
  }
  return joined;
}

/** Whether a text asks: by its last sign, or by the marks that it earns. */
function isQuestion(text: string): boolean {
  return /\?[”’"')]*$/u.test(text) || MARKED.test(text);
}

function endsSentence(text: string): boolean {
  return /[.!?:…][”’"')\]]*$/u.test(text);
}
