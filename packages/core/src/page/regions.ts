import type { Line } from './lines.ts';

/** Lines that are read one after the other: a column, or rows of a table. */
export interface Region {
  readonly kind: 'text' | 'table';
  readonly lines: readonly Line[];
}

/** A gutter between columns is at least this many sizes wide. */
const GUTTER = 1.1;
/** Lines on one baseline, of all lines of the narrower side, from which on two columns may be a table. */
const TABLE_SHARE = 0.7;
/** A column of prose fills its width in most lines; a column of a table does not. */
const FILLED = 0.72;

/**
 * Parts the lines of a page into regions in reading order: bands from the top, in each band columns from the left (recursive cuts along white gutters, "XY cut", Nagy and Seth 1984, from memory). Side by side pieces whose
 * lines share baselines and do not fill their width are a table.
 */
export function regionsOf(lines: readonly Line[]): Region[] {
  if (lines.length < 2) return lines.length === 0 ? [] : [{ kind: 'text', lines }];
  const gutter = findGutter(lines);
  if (gutter !== undefined) {
    const left = lines.filter((line) => line.right <= gutter);
    const right = lines.filter((line) => line.x >= gutter);
    if (isTable(left, right)) return tableApart(inOrder(lines));
    return [...regionsOf(left), ...regionsOf(right)];
  }
  const cut = findBand(lines);
  if (cut === undefined) return [{ kind: 'text', lines: inOrder(lines) }];
  const above = regionsOf(lines.filter(({ y }) => y < cut));
  const below = regionsOf(lines.filter(({ y }) => y >= cut));
  const isOneText = [above, below].every(([first, ...more]) => more.length === 0 && first?.kind === 'text');
  // Neither part had columns: they belong together, so that paragraphs are judged by all lines around them.
  return isOneText ? [{ kind: 'text', lines: inOrder(lines) }] : [...above, ...below];
}

/** The middle of the widest white strip from top to bottom that has at least two lines on either side; `undefined` without one. */
function findGutter(lines: readonly Line[]): number | undefined {
  const size = median(lines.map((line) => line.size));
  const edges = [...lines].sort((a, b) => a.x - b.x);
  let reach = edges[0]?.right ?? 0;
  let best: { at: number; width: number } | undefined;
  for (const line of edges) {
    const width = line.x - reach;
    if (width >= size * GUTTER) {
      const at = reach + width / 2;
      const left = lines.filter(({ right }) => right <= at).length;
      const enough = Math.min(left, lines.length - left) >= 2;
      if (enough && (best === undefined || width > best.width)) best = { at, width };
    }
    reach = Math.max(reach, line.right);
  }
  return best?.at;
}

/** The baseline of the line below the largest white space between lines, where a page without a gutter of its whole height is cut into bands; `undefined` without such a space. */
function findBand(lines: readonly Line[]): number | undefined {
  const rows = inOrder(lines);
  let best: { at: number; space: number } | undefined;
  for (let i = 1; i < rows.length; i++) {
    const [above, below] = [rows[i - 1], rows[i]];
    if (!above || !below) continue;
    const space = below.y - below.size - above.y;
    const parts = below.y - above.y > Math.min(above.size, below.size) * 0.6;
    if (parts && (best === undefined || space > best.space)) best = { at: below.y - below.size * 0.5, space };
  }
  return best?.at;
}

/** Lines that stand alone above and below a table are no rows of it. */
function tableApart(lines: readonly Line[]): Region[] {
  const isAlone = (line: Line) =>
    lines.filter(({ y }) => Math.abs(y - line.y) < line.size * 0.4).length === 1;
  const from = lines.findIndex((line) => !isAlone(line));
  const to = lines.findLastIndex((line) => !isAlone(line)) + 1;
  const regions: Region[] = [
    { kind: 'text', lines: lines.slice(0, from) },
    { kind: 'table', lines: lines.slice(from, to) },
    { kind: 'text', lines: lines.slice(to) },
  ];
  return regions.filter((region) => region.lines.length > 0);
}

function isTable(left: readonly Line[], right: readonly Line[]): boolean {
  const [few, many] = left.length <= right.length ? [left, right] : [right, left];
  const level = few.filter((line) => many.some(({ y }) => Math.abs(y - line.y) < line.size * 0.4)).length;
  if (level / few.length < TABLE_SHARE) return false;
  return !isProse(left) || !isProse(right);
}

function isProse(lines: readonly Line[]): boolean {
  const from = Math.min(...lines.map(({ x }) => x));
  const to = Math.max(...lines.map(({ right }) => right));
  const full = lines.filter(({ right }) => right - from > (to - from) * FILLED).length;
  const words = lines.reduce((sum, { text }) => sum + text.split(' ').length, 0) / lines.length;
  return full / lines.length > 0.6 && words >= 3.5;
}

function inOrder(lines: readonly Line[]): Line[] {
  return [...lines].sort((a, b) =>
    Math.abs(a.y - b.y) < Math.min(a.size, b.size) * 0.4 ? a.x - b.x : a.y - b.y,
  );
}

/** The middle value; 0 of nothing. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
}
