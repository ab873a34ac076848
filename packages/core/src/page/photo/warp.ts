import { distance, fromUnitSquare, inverse, through, type Point, type Quad } from './geometry.ts';

/**
 * How far each edge of a page leaves the straight line between its corners, as coefficients of s(1 − s)(c₀ + c₁s + c₂s²), in shares of the page's width (left, right) or height (top, bottom); s goes from 0 to 1 along the edge,
 * from the left or from the top.
 */
export interface Bend {
  readonly top: readonly number[];
  readonly right: readonly number[];
  readonly bottom: readonly number[];
  readonly left: readonly number[];
}

/** Where a page lies in a photo: what is needed to lay it flat, and to lay words of the flat page back on the photo. */
export interface PageWarp {
  readonly corners: Quad;
  readonly bend: Bend;
}

/** A page that lies flat. */
export const FLAT: Bend = { top: [], right: [], bottom: [], left: [] };

/** An edge may leave its line by this share of the page; what leaves it further is not the page's edge. */
const MOST_BENT = 0.12;
/** Points near a corner say little about the bend. */
const CORNER = 0.02;

/**
 * The warp of a page whose outline was found.
 * @param outline points around the page, in order, in the pixels of the photo.
 */
export function warpOf(corners: Quad, outline: readonly Point[]): PageWarp {
  const toPage = inverse(fromUnitSquare(corners));
  const points = outline.map((point) => through(toPage, point));
  const between = (s: number) => s > CORNER && s < 1 - CORNER;
  const edge = (along: 'x' | 'y', at: 0 | 1) => {
    const across = along === 'x' ? 'y' : 'x';
    return fitted(
      points
        .filter((point) => between(point[along]) && Math.abs(point[across] - at) < MOST_BENT)
        .map((point) => [point[along], point[across] - at] as const),
    );
  };
  return {
    corners,
    bend: { top: edge('x', 0), right: edge('y', 1), bottom: edge('x', 1), left: edge('y', 0) },
  };
}

/** A function that takes page coordinates (0 to 1 from the left and from the top) to photo pixels. */
export function toPhoto({ corners, bend }: PageWarp): (u: number, v: number) => Point {
  const map = fromUnitSquare(corners);
  return (u, v) =>
    through(map, {
      x: u + (1 - u) * leaving(bend.left, v) + u * leaving(bend.right, v),
      y: v + (1 - v) * leaving(bend.top, u) + v * leaving(bend.bottom, u),
    });
}

/** Usual shapes of paper, width by height: ISO 216 (A4) and ANSI/ASME Y14.1 letter. */
const SHAPES = [1 / Math.SQRT2, Math.SQRT2, 8.5 / 11, 11 / 8.5];
/** A page this near to a usual shape has it. */
const NEAR = 0.04;

/** The shape of the page that lies in the photo, width by height: from the lengths of its sides, and a usual one where it is near. */
export function shapeOf({ corners: [a, b, c, d] }: PageWarp): number {
  const seen = (distance(a, b) + distance(d, c)) / (distance(a, d) + distance(b, c));
  const best = SHAPES.reduce((x, y) => (Math.abs(Math.log(y / seen)) < Math.abs(Math.log(x / seen)) ? y : x));
  return Math.abs(Math.log(best / seen)) < Math.log(1 + NEAR * 4) ? best : seen;
}

function leaving(coefficients: readonly number[], s: number): number {
  if (coefficients.length === 0) return 0;
  const [a = 0, b = 0, c = 0] = coefficients;
  return s * (1 - s) * (a + b * s + c * s * s);
}

/** Least squares, repeated without the points that lie far off: a thumb or a shadow at the edge must not bend the page. */
function fitted(points: readonly (readonly [number, number])[]): number[] {
  let kept = points;
  let coefficients: number[] = [];
  for (let round = 0; round < 4; round++) {
    if (kept.length < 12) return [];
    coefficients = leastSquares(kept);
    const off = kept.map(([s, value]) => Math.abs(value - leaving(coefficients, s)));
    const usual = [...off].sort((a, b) => a - b)[off.length >> 1] ?? 0;
    const most = Math.max(usual * 3, 0.002);
    const fewer = kept.filter((_, i) => (off[i] ?? 0) <= most);
    if (fewer.length === kept.length) break;
    kept = fewer;
  }
  return coefficients;
}

function leastSquares(points: readonly (readonly [number, number])[]): number[] {
  const normal = Array.from({ length: 3 }, () => [0, 0, 0, 0]);
  for (const [s, value] of points) {
    const base = s * (1 - s);
    const terms = [base, base * s, base * s * s];
    terms.forEach((term, i) => {
      const row = normal[i] ?? [];
      terms.forEach((other, j) => (row[j] = (row[j] ?? 0) + term * other));
      row[3] = (row[3] ?? 0) + term * value;
    });
  }
  return solved(normal);
}

/** Gauss elimination with the largest pivot. */
function solved(rows: number[][]): number[] {
  const n = rows.length;
  for (let i = 0; i < n; i++) {
    const best = rows
      .slice(i)
      .reduce((b, row, k) => (Math.abs(row[i] ?? 0) > Math.abs(rows[b]?.[i] ?? 0) ? k + i : b), i);
    [rows[i], rows[best]] = [rows[best] ?? [], rows[i] ?? []];
    const pivot = rows[i]?.[i] ?? 0;
    if (Math.abs(pivot) < 1e-12) return [];
    for (let k = 0; k < n; k++) {
      if (k === i) continue;
      const factor = (rows[k]?.[i] ?? 0) / pivot;
      rows[k] = (rows[k] ?? []).map((value, j) => value - factor * (rows[i]?.[j] ?? 0));
    }
  }
  return rows.map((row, i) => (row[n] ?? 0) / (row[i] ?? 1));
}
