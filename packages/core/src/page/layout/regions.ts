import { boxesOf, isWithin, mergedRules, ruledTables, type Rectangle, type Rule } from './frames.ts';
import { measuredSize, type Line } from './lines.ts';

interface RegionPlace {
  readonly lines: readonly Line[];
  /** Whether it is the first, or the last, of a box: no sentence goes into a box or out of it. */
  readonly opensBox?: boolean;
  readonly closesBox?: boolean;
}

/** Text that is read line by line. */
interface TextRegion extends RegionPlace {
  readonly kind: 'text';
  /** Whether lines side by side are choices or labels of their own; otherwise they are one line. */
  readonly isApart?: boolean;
}

interface TableRegion extends RegionPlace {
  readonly kind: 'table';
  readonly rows?: readonly (readonly string[])[];
}

/** What is read together: text line by line, or the rows of a table. */
export type Region = TextRegion | TableRegion;

/** Something that takes up room on the page: a line, or regions that were found inside a box. */
interface Atom extends Rectangle {
  readonly size: number;
  readonly line?: Line;
  readonly regions?: readonly Region[];
}

/** A gutter between columns is at least this many sizes wide. */
const GUTTER = 1.1;
/** Lines on one baseline, of all lines of the narrower side, from which on two columns may be a table. */
const TABLE_SHARE = 0.7;
/** Cells of a row stand on one baseline, to this share of their size; a caption beside a text does not. */
const LEVEL = 0.25;
/** A column of prose fills its width in most lines; a column of a table does not. */
const FILLED = 0.72;
/** A head of a column is larger than what it heads by this much. */
const HEAD = 1.1;

/**
 * Parts a page into regions in reading order. What is ruled comes first: tables, and boxes, each read as a
 * whole where it stands. The rest goes by white space: bands from the top, in each band columns from the left
 * (recursive cuts along white gutters, "XY cut", Nagy and Seth 1984, from memory). Pieces side by side whose
 * lines share baselines and do not fill their width are a table.
 * @param rules ruled lines of the page.
 * @param extent the longer side of the page.
 */
export function regionsOf(lines: readonly Line[], rules: readonly Rule[] = [], extent = 0): Region[] {
  const merged = mergedRules(rules, extent);
  return cut(atomsOf(lines, merged, boxesOf(merged, extent), extent));
}

/** Lines, ruled tables and boxes of a part of the page. */
function atomsOf(
  lines: readonly Line[],
  rules: readonly Rule[],
  boxes: readonly Rectangle[],
  extent: number,
): Atom[] {
  const atoms: Atom[] = [];
  let left = lines;
  for (const table of ruledTables(lines, rules, extent)) {
    const own = table.lines.filter((line) => left.includes(line));
    if (own.length < table.lines.length) continue;
    left = left.filter((line) => !own.includes(line));
    const region: Region = { kind: 'table', lines: inOrder(own), rows: table.rows };
    atoms.push({ ...rectangleOf(table), size: own[0]?.size ?? 0, regions: [region] });
  }
  for (const box of boxes) {
    const inside = left.filter((line) => isWithin(line, box));
    if (inside.length === 0 || inside.length === left.length) continue;
    left = left.filter((line) => !inside.includes(line));
    const held = atoms.filter((atom) => atom.regions !== undefined && isInside(atom, box));
    for (const atom of held) atoms.splice(atoms.indexOf(atom), 1);
    const regions = cut([...held, ...inside.map(atomOf)]).map((region, i, all) => ({
      ...region,
      opensBox: i === 0,
      closesBox: i === all.length - 1,
    }));
    atoms.push({ ...rectangleOf(box), size: inside[0]?.size ?? 0, regions });
  }
  return [...atoms, ...left.map(atomOf)];
}

function rectangleOf({ x, right, top, bottom }: Rectangle): Rectangle {
  return { x, right, top, bottom };
}

function atomOf(line: Line): Atom {
  const { x, right, y, size } = line;
  return { x, right, top: y - size * 0.8, bottom: y + size * 0.2, size, line };
}

function isInside(atom: Rectangle, box: Rectangle): boolean {
  return atom.x > box.x && atom.right < box.right && atom.top > box.top && atom.bottom < box.bottom;
}

function linesIn(atoms: readonly Atom[]): Line[] {
  return atoms.flatMap(({ line }) => line ?? []);
}

function cut(atoms: readonly Atom[]): Region[] {
  if (atoms.length === 0) return [];
  const gutter = findGutter(atoms);
  if (gutter !== undefined) {
    const left = atoms.filter(({ right }) => right <= gutter);
    const right = atoms.filter(({ x }) => x >= gutter);
    const whole = sideBySide(atoms, linesIn(left), linesIn(right));
    return whole ?? [...cut(left), ...cut(right)];
  }
  const at = findBand(atoms);
  if (at !== undefined) {
    const above = cut(atoms.filter(({ top }) => top < at));
    const below = cut(atoms.filter(({ top }) => top >= at));
    const all = linesIn(atoms);
    const isOneText =
      all.length === atoms.length &&
      [above, below].every(
        ([first, ...more]) => more.length === 0 && first?.kind === 'text' && !first.isApart,
      );
    // Neither part had columns: they belong together, so that paragraphs are judged by all lines around them.
    return isOneText ? [{ kind: 'text', lines: inOrder(all) }] : [...above, ...below];
  }
  const sorted = [...atoms].sort((a, b) => a.top - b.top);
  const regions: Region[] = [];
  let run: Line[] = [];
  for (const atom of sorted)
    if (atom.line) run.push(atom.line);
    else {
      if (run.length > 0) regions.push({ kind: 'text', lines: inOrder(run) });
      run = [];
      regions.push(...(atom.regions ?? []));
    }
  return run.length > 0 ? [...regions, { kind: 'text', lines: inOrder(run) }] : regions;
}

/**
 * Lines side by side that are not read as columns: rows of a table, or of choices; `undefined` for columns.
 */
function sideBySide(
  atoms: readonly Atom[],
  left: readonly Line[],
  right: readonly Line[],
): Region[] | undefined {
  const all = linesIn(atoms);
  if (all.length < atoms.length || left.length === 0 || right.length === 0) return undefined;
  const lines = inOrder(all);
  if (areChoices(lines, [...inOrder(left), ...inOrder(right)]))
    return [{ kind: 'text', lines, isApart: true }];
  // Labels with blanks behind them are fields of a form, one below the other.
  if (right.every(({ text }) => /^_+$/u.test(text))) return [{ kind: 'text', lines }];
  if (areSpeakers(left, right)) return [{ kind: 'text', lines }];
  if (!isTable(left, right) || haveColumnHeaders(left, right)) return undefined;
  return tableApart(lines);
}

/**
 * The middle of the widest white strip from top to bottom that has at least two lines, or a box, on either
 * side; `undefined` without one.
 */
function findGutter(atoms: readonly Atom[]): number | undefined {
  const size = median(atoms.map((atom) => atom.size));
  const edges = [...atoms].sort((a, b) => a.x - b.x);
  const weight = (list: readonly Atom[]) => list.reduce((sum, { line }) => sum + (line ? 1 : 2), 0);
  let reach = edges[0]?.right ?? 0;
  let best: { at: number; width: number } | undefined;
  for (const atom of edges) {
    const width = atom.x - reach;
    if (width >= size * GUTTER) {
      const at = reach + width / 2;
      const left = weight(atoms.filter(({ right }) => right <= at));
      const enough = Math.min(left, weight(atoms) - left) >= 2;
      if (enough && (best === undefined || width > best.width)) best = { at, width };
    }
    reach = Math.max(reach, atom.right);
  }
  return best?.at;
}

/**
 * The top of what stands below the largest white space, where a page without a gutter of its whole height is
 * cut into bands; `undefined` where nothing parts it.
 */
function findBand(atoms: readonly Atom[]): number | undefined {
  const rows = [...atoms].sort((a, b) => a.top - b.top);
  let reach = rows[0]?.bottom ?? 0;
  let best: { at: number; space: number } | undefined;
  for (const atom of rows.slice(1)) {
    const space = atom.top - reach;
    // Lines that are set tight overlap a little.
    if (space > atom.size * -0.35 && (best === undefined || space > best.space))
      best = { at: atom.top, space };
    reach = Math.max(reach, atom.bottom);
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
  const level = few.filter((line) => many.some(({ y }) => Math.abs(y - line.y) < line.size * LEVEL)).length;
  if (level / few.length < TABLE_SHARE) return false;
  if (isProse(left) && isProse(right)) return false;
  return ![left, right].some((lines) => isProse(lines) && runsOn(lines));
}

/** Whether sentences go on from line to line: text with something beside it, and no column of cells. */
function runsOn(lines: readonly Line[]): boolean {
  const rows = inOrder(lines);
  const on = rows.filter(
    (line, i) => i > 0 && /^\p{Ll}/u.test(line.text) && !/[.!?]$/u.test(rows[i - 1]?.text ?? ''),
  );
  return on.length >= (rows.length - 1) / 3;
}

/**
 * Whether both columns begin with a head that is larger than the rest: two lists beside each other and no
 * table, whose heads are of its own size.
 */
function haveColumnHeaders(left: readonly Line[], right: readonly Line[]): boolean {
  return [left, right].every((lines) => {
    const [first, ...rest] = inOrder(lines);
    if (first === undefined || rest.length < 2) return false;
    // In a picture all rules are known: what has bold heads there and no rules is two lists.
    const isPicture = first.runs.some(({ measured }) => measured !== undefined);
    const isBoldAlone = isPicture && first.isBold && !rest.some(({ isBold }) => isBold);
    return isBoldAlone || measuredSize(first) > median(rest.map(measuredSize)) * HEAD;
  });
}

const LABEL = /^(?:[☐☑]\s*)?\(?([A-Za-z]|\d{1,2})[.):]?\s/u;

/** Whether lines are choices whose labels go on from left to right: A and B, under them C and D. */
function areChoices(byRows: readonly Line[], byColumns: readonly Line[]): boolean {
  const next = (lines: readonly Line[]) =>
    lines.filter((line, i) => {
      const [own, before] = [line, lines[i - 1]].map((one) =>
        LABEL.exec(one?.text ?? '')?.[1]?.toLowerCase(),
      );
      if (own === undefined || before === undefined) return false;
      return /\d/u.test(own)
        ? Number(own) === Number(before) + 1
        : own.charCodeAt(0) === before.charCodeAt(0) + 1;
    }).length;
  const rows = next(byRows);
  return rows >= 2 && rows > next(byColumns);
}

/** Whether the left column names who speaks, and the right one has what is said. */
function areSpeakers(left: readonly Line[], right: readonly Line[]): boolean {
  const words = (lines: readonly Line[]) =>
    lines.reduce((sum, { text }) => sum + text.split(' ').length, 0) / lines.length;
  const isName = ({ text }: Line) =>
    /^[\p{Lu}\d\s.'’-]{2,24}:?$/u.test(text) || /^\p{Lu}[\p{L} .'’-]{0,22}:$/u.test(text);
  const isLevel = (line: Line) => right.some(({ y }) => Math.abs(y - line.y) < line.size * 0.4);
  return (
    left.filter((line) => isName(line) && isLevel(line)).length >= left.length * 0.8 &&
    words(left) <= 2.5 &&
    words(right) >= 3
  );
}

function isProse(lines: readonly Line[]): boolean {
  const from = Math.min(...lines.map(({ x }) => x));
  const to = Math.max(...lines.map(({ right }) => right));
  const full = lines.filter(({ right }) => right - from > (to - from) * FILLED).length;
  const words = lines.reduce((sum, { text }) => sum + text.split(' ').length, 0) / lines.length;
  return full / lines.length > 0.6 && words >= 3.5;
}

/** Lines from the top, those of one baseline from the left. */
function inOrder(lines: readonly Line[]): Line[] {
  const rows: Line[][] = [];
  for (const line of [...lines].sort((a, b) => a.y - b.y)) {
    const row = rows.at(-1);
    if (row?.[0] && Math.abs(row[0].y - line.y) < Math.min(row[0].size, line.size) * 0.4) row.push(line);
    else rows.push([line]);
  }
  return rows.flatMap((row) => row.sort((a, b) => a.x - b.x));
}

/** The middle value; 0 of nothing. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
}
