import type { Line } from './lines.ts';

/** A ruled line of a page, in the page's unit. */
export interface Rule {
  readonly isLevel: boolean;
  /** Its left end, or where an upright one stands. */
  readonly x: number;
  /** Its upper end, or where a level one lies. */
  readonly y: number;
  readonly length: number;
}

export interface Rectangle {
  readonly x: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** A table that is ruled: its cells, row by row, and the lines that are in it. */
export interface RuledTable extends Rectangle {
  readonly rows: readonly (readonly string[])[];
  readonly lines: readonly Line[];
}

/** Rules this near to each other, in shares of the longer side of the page, are on one line. */
const NEAR = 0.008;
/** A side of a box is drawn over this share of its length: rounded corners are missing. */
const DRAWN = 0.7;
/** A box is at least this wide and high, in shares of the page. */
const LEAST = 0.05;

/** Pieces of one line that a recogniser found one after the other become one. */
export function mergedRules(rules: readonly Rule[], extent: number): Rule[] {
  const near = extent * NEAR;
  const merged: Rule[] = [];
  const sorted = [...rules].sort((a, b) => (a.isLevel ? a.x - b.x : a.y - b.y));
  for (const rule of sorted) {
    const [from, across] = rule.isLevel ? [rule.x, rule.y] : [rule.y, rule.x];
    const i = merged.findIndex((other) => {
      const [start, place] = other.isLevel ? [other.x, other.y] : [other.y, other.x];
      return (
        other.isLevel === rule.isLevel &&
        Math.abs(place - across) < near &&
        from <= start + other.length + near * 2
      );
    });
    const other = merged[i];
    if (!other) merged.push(rule);
    else {
      const start = other.isLevel ? other.x : other.y;
      merged[i] = { ...other, length: Math.max(other.length, from + rule.length - start) };
    }
  }
  return merged;
}

/**
 * Boxes drawn around text: two upright rules of one height, with a level one across their heads and their
 * feet. The innermost ones first.
 */
export function boxesOf(rules: readonly Rule[], extent: number): Rectangle[] {
  const near = extent * NEAR * 2;
  const upright = rules.filter(({ isLevel, length }) => !isLevel && length > extent * LEAST * 0.7);
  const level = rules.filter(({ isLevel }) => isLevel);
  const hasEdge = (y: number, x: number, right: number) =>
    level.some(
      (rule) =>
        Math.abs(rule.y - y) < near &&
        Math.min(rule.x + rule.length, right) - Math.max(rule.x, x) > (right - x) * DRAWN,
    );
  const boxes: Rectangle[] = [];
  for (const left of upright)
    for (const right of upright) {
      if (right.x - left.x < extent * LEAST) continue;
      const [top, bottom] = [
        Math.min(left.y, right.y),
        Math.max(left.y + left.length, right.y + right.length),
      ];
      if (Math.min(left.length, right.length) < (bottom - top) * DRAWN) continue;
      if (hasEdge(top, left.x, right.x) && hasEdge(bottom, left.x, right.x))
        boxes.push({ x: left.x, right: right.x, top, bottom });
    }
  const area = (box: Rectangle) => (box.right - box.x) * (box.bottom - box.top);
  return boxes.sort((a, b) => area(a) - area(b));
}

/** Whether the middle of a line of text lies in a rectangle. */
export function isWithin({ x, right, y, size }: Line, box: Rectangle): boolean {
  const middle = y - size * 0.35;
  const centre = (x + right) / 2;
  return centre > box.x && centre < box.right && middle > box.top && middle < box.bottom;
}

/**
 * Tables that are ruled: three level rules or more of one width, with columns between them, or a grid. A row
 * that stands right above the first rule is the head.
 */
export function ruledTables(lines: readonly Line[], rules: readonly Rule[], extent: number): RuledTable[] {
  const near = extent * NEAR * 1.5;
  const level = rules.filter(({ isLevel, length }) => isLevel && length > extent * LEAST * 2);
  const groups: Rule[][] = [];
  for (const rule of [...level].sort((a, b) => a.y - b.y)) {
    const group = groups.find(
      ([first]) =>
        first &&
        Math.abs(first.x - rule.x) < near * 2 &&
        Math.abs(first.x + first.length - rule.x - rule.length) < near * 2,
    );
    if (group) group.push(rule);
    else groups.push([rule]);
  }
  return groups.flatMap((group) => {
    const [first, last] = [group[0], group.at(-1)];
    if (group.length < 3 || !first || !last) return [];
    const frame = {
      x: first.x - near,
      right: first.x + first.length + near,
      top: first.y - near * 0.5,
      bottom: last.y + near * 0.5,
    };
    const inside = lines.filter((line) => isWithin(line, frame));
    const head = headAbove(lines, inside, frame);
    const all = [...head, ...inside];
    const own = rules.filter(
      (rule) =>
        rule.x >= frame.x - near &&
        rule.x + (rule.isLevel ? rule.length : 0) <= frame.right + near &&
        rule.y >= frame.top - near &&
        rule.y + (rule.isLevel ? 0 : rule.length) <= frame.bottom + near,
    );
    const rows = cellsOf(all, own, near);
    const wide = rows.filter((row) => row.filter((cell) => cell !== '').length >= 2).length;
    if (rows.length < 2 || wide < rows.length * 0.6) return [];
    const top = Math.min(frame.top, ...head.map(({ y, size }) => y - size));
    return [{ ...frame, top, rows, lines: all }];
  });
}

/** The row that stands right above a table's first rule, if it has columns of its own. */
function headAbove(lines: readonly Line[], inside: readonly Line[], { x, right, top }: Rectangle): Line[] {
  const size = inside[0]?.size ?? 0;
  const above = lines.filter(
    (line) => line.y < top + size * 0.3 && line.y > top - size * 2.2 && line.x >= x && line.right <= right,
  );
  const lowest = Math.max(...above.map(({ y }) => y));
  const row = above.filter(({ y }) => Math.abs(y - lowest) < size * 0.5);
  return row.length >= 2 ? row : [];
}

/** Cells by the rules around them; where columns are not ruled, by where their text stands. */
function cellsOf(lines: readonly Line[], rules: readonly Rule[], near: number): string[][] {
  const levels = distinct(
    rules.filter(({ isLevel }) => isLevel).map(({ y }) => y),
    near,
  );
  const uprights = rules.filter(({ isLevel }) => !isLevel);
  const edges = distinct(
    uprights.map(({ x }) => x),
    near,
  );
  const columns = edges.length >= 3 ? edges : columnsOf(lines);
  const cells = new Map<number, Map<number, Line[]>>();
  for (const line of lines) {
    const middle = line.y - line.size * 0.35;
    const centre = (line.x + line.right) / 2;
    // The last rule above that runs over the cell: one of several rows has none in between.
    const above = rules.filter(
      (rule) =>
        rule.isLevel && rule.y < middle && rule.x - near < centre && rule.x + rule.length + near > centre,
    );
    const lowest = Math.max(-Infinity, ...above.map(({ y }) => y));
    const row = levels.findLastIndex((y) => y <= lowest + near * 0.5);
    const column = Math.max(
      0,
      columns.findLastIndex((x) => x <= line.x + near),
    );
    const found = cells.get(row) ?? new Map<number, Line[]>();
    cells.set(row, found);
    found.set(column, [...(found.get(column) ?? []), line]);
  }
  return [...cells.entries()]
    .sort(([a], [b]) => a - b)
    .map(([, row]) =>
      columns.map((_, column) =>
        [...(row.get(column) ?? [])]
          .sort((a, b) => (Math.abs(a.y - b.y) < a.size * 0.4 ? a.x - b.x : a.y - b.y))
          .map(({ text }) => text)
          .join(' '),
      ),
    );
}

/** Left edges of columns: lines that overlap in breadth are of one. */
function columnsOf(lines: readonly Line[]): number[] {
  const columns: { from: number; to: number }[] = [];
  for (const { x, right } of [...lines].sort((a, b) => a.right - a.x - (b.right - b.x))) {
    const over = columns.filter(({ from, to }) => x <= to && right >= from);
    const [only] = over;
    if (over.length > 1) continue;
    if (only) {
      only.from = Math.min(only.from, x);
      only.to = Math.max(only.to, right);
    } else columns.push({ from: x, to: right });
  }
  return columns.map(({ from }) => from).sort((a, b) => a - b);
}

function distinct(values: readonly number[], near: number): number[] {
  const result: number[] = [];
  for (const value of [...values].sort((a, b) => a - b))
    if (value - (result.at(-1) ?? -Infinity) > near) result.push(value);
  return result;
}
