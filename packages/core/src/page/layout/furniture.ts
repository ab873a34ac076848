import { measuredSize, type Line } from './lines.ts';
import { median } from './regions.ts';

/** A page with its lines and height, in the same unit. */
export interface PageLines {
  readonly height: number;
  readonly lines: readonly Line[];
}

/** Heads, feet and page numbers stand in this share of the page's height at either end. */
const MARGIN = 0.1;
const PAGE_NUMBER =
  /^(?:[-–—•|\s]*)(?:page\s+|p\.\s*)?(?:\d{1,4}|[ivxlc]{1,6})(?:\s*(?:of|\/)\s*\d{1,4})?(?:[-–—•|\s]*)$/iu;

/**
 * A lone line this near to the edge, smaller than most of the page, is no part of the text even if there is
 * one page only.
 */
const EDGE = 0.06;
const SMALLER = 0.86;

/** A line that is page furniture: repeated at the head or foot of pages, or a page number there. */
export interface Furniture {
  readonly page: number;
  readonly line: Line;
  readonly rule: 'running head taken out' | 'page number taken out' | 'line number taken out';
}

/**
 * Finds running heads and feet (the same text, figures aside, on at least half of the pages and on two; or
 * small print at the very edge) and page numbers.
 */
export function furnitureOf(pages: readonly PageLines[]): Furniture[] {
  const counts = new Map<string, number>();
  const marginal = pages.map(({ height, lines }) =>
    lines.filter(({ y, size }) => y - size < height * MARGIN || y > height * (1 - MARGIN)),
  );
  for (const lines of marginal)
    for (const key of new Set(lines.map(keyOf))) counts.set(key, (counts.get(key) ?? 0) + 1);
  const enough = Math.max(2, pages.length / 2);
  const numbers = pages.flatMap(({ lines }, page) =>
    lineNumbers(lines).map((line): Furniture => ({ page, line, rule: 'line number taken out' })),
  );
  const edges = marginal.flatMap((lines, page) =>
    lines.flatMap((line): Furniture[] => {
      if (PAGE_NUMBER.test(line.text)) return [{ page, line, rule: 'page number taken out' }];
      const own = pages[page];
      const isHead =
        (counts.get(keyOf(line)) ?? 0) >= enough || isSmallPrint(line, own) || isAboveTitle(line, own);
      return isHead ? [{ page, line, rule: 'running head taken out' }] : [];
    }),
  );
  return [...numbers, ...edges.filter(({ line }) => !numbers.some((number) => number.line === line))];
}

/** Numbers of lines of verse: figures under each other beside other lines, which go up by one step. */
function lineNumbers(lines: readonly Line[]): Line[] {
  const figures = lines.filter(
    (line) =>
      /^\d{1,3}$/u.test(line.text) &&
      lines.some((other) => other !== line && Math.abs(other.y - line.y) < other.size * 0.5),
  );
  const columns = new Map<Line, Line[]>();
  for (const line of figures) {
    const first = [...columns.keys()].find((other) => Math.abs(other.right - line.right) < other.size * 0.8);
    if (first) columns.get(first)?.push(line);
    else columns.set(line, [line]);
  }
  return [...columns.values()].flatMap((column) => {
    const values = column.sort((a, b) => a.y - b.y).map(({ text }) => Number(text));
    const [first = 0, second = 0] = values;
    const step = second - first;
    const goesUp =
      values.length >= 3 &&
      step > 1 &&
      values.every((value, i) => value % step === 0 && (i === 0 || value > (values[i - 1] ?? 0)));
    return goesUp ? column : [];
  });
}

function isSmallPrint(line: Line, page: PageLines | undefined): boolean {
  if (!page || page.lines.length < 4) return false;
  const size = measuredSize(line);
  const isAtEdge = line.y < page.height * EDGE || line.y - size > page.height * (1 - EDGE);
  return isAtEdge && size < median(page.lines.map(measuredSize)) * SMALLER;
}

/**
 * A plain line by itself at the very top, with a title below it that is much larger: what the sheet belongs
 * to. A line that is to be filled in is none.
 */
function isAboveTitle(line: Line, page: PageLines | undefined): boolean {
  if (!page || page.lines.length < 8 || line.y > page.height * EDGE || /[:_]/u.test(line.text)) return false;
  const typical = median(page.lines.map(({ size }) => size));
  const [next] = page.lines.filter(({ y }) => y > line.y + line.size * 0.5).sort((a, b) => a.y - b.y);
  const isAlone = page.lines.every((other) => other === line || Math.abs(other.y - line.y) > line.size * 0.5);
  return (
    isAlone &&
    next !== undefined &&
    !line.isBold &&
    line.size < typical * 1.05 &&
    next.size > typical * TITLE &&
    next.y - next.size - line.y > line.size * 0.7
  );
}
/** Titles are this much larger than the text. */
const TITLE = 1.35;

function keyOf({ text }: Line): string {
  return text.replace(/\d+/gu, '#').toLowerCase();
}
