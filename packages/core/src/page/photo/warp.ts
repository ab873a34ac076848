import { leastSquares } from './leastSquares.ts';
import { lineLeaves, type TextBend } from './textBend.ts';
import { distance, fromUnitSquare, inverse, through, type Point, type Quad } from './geometry.ts';

/**
 * How far each edge of a page leaves the straight line between its corners, as coefficients of s(1 − s)(c₀ +
 * c₁s + c₂s²), in shares of the page's width (left, right) or height (top, bottom); s goes from 0 to 1 along
 * the edge, from the left or from the top.
 */
export interface Bend {
  readonly top: readonly number[];
  readonly right: readonly number[];
  readonly bottom: readonly number[];
  readonly left: readonly number[];
}

/**
 * Where a page lies in a photo: what is needed to lay it flat, and to lay words of the flat page back on the
 * photo.
 */
export interface PageWarp {
  readonly corners: Quad;
  readonly bend: Bend;
  /** What the lines of text say beyond the outline, where that is not little. */
  readonly text?: TextBend | undefined;
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
    return points
      .filter((point) => between(point[along]) && Math.abs(point[across] - at) < MOST_BENT)
      .map((point) => [point[along], point[across] - at] as const);
  };
  const [top, bottom] = bothFitted(edge('x', 0), edge('x', 1));
  const [left, right] = bothFitted(edge('y', 0), edge('y', 1));
  return { corners, bend: { top, right, bottom, left } };
}

/**
 * An edge is known where its outline is there over this share of its length: a page that runs out of the
 * photo lacks some of it.
 */
const SEEN = 0.75;
const PARTS = 12;

/**
 * The bends of two edges across from each other. Sheets bend alike there: an edge that is mostly out of the
 * photo is bent as the other one.
 */
function bothFitted(
  a: readonly (readonly [number, number])[],
  b: readonly (readonly [number, number])[],
): [number[], number[]] {
  const isSeen = (points: readonly (readonly [number, number])[]) =>
    new Set(points.map(([s]) => Math.floor(s * PARTS))).size >= PARTS * SEEN;
  const [seenA, seenB] = [isSeen(a), isSeen(b)];
  if (seenA && seenB) return [fitted(a), fitted(b)];
  const known = seenA ? fitted(a) : seenB ? fitted(b) : [];
  return [known, known];
}

/** A function that takes page coordinates (0 to 1 from the left and from the top) to photo pixels. */
export function toPhoto({ corners, bend, text }: PageWarp): (u: number, v: number) => Point {
  const map = fromUnitSquare(corners);
  return (u, level) => {
    const v = text ? level + lineLeaves(text, u, level) : level;
    return through(map, {
      x: u + (1 - u) * leaving(bend.left, v) + u * leaving(bend.right, v),
      y: v + (1 - v) * leaving(bend.top, u) + v * leaving(bend.bottom, u),
    });
  };
}

/** Usual shapes of paper, width by height: ISO 216 (A4) and ANSI/ASME Y14.1 letter. */
const SHAPES = [1 / Math.SQRT2, Math.SQRT2, 8.5 / 11, 11 / 8.5];
/** A page this near to a usual shape has it. */
const NEAR = 0.04;

/**
 * The shape of the page that lies in the photo, width by height: from the lengths of its sides, and a usual
 * one where it is near.
 */
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

/**
 * Least squares, repeated without the points that lie far off: a thumb or a shadow at the edge must not bend
 * the page.
 */
function fitted(points: readonly (readonly [number, number])[]): number[] {
  let kept = points;
  let coefficients: number[] = [];
  for (let round = 0; round < 4; round++) {
    if (kept.length < 12) return [];
    coefficients = leastSquares(
      kept.map(([s, value]) => [s * (1 - s), s * (1 - s) * s, s * (1 - s) * s * s, value]),
    );
    const off = kept.map(([s, value]) => Math.abs(value - leaving(coefficients, s)));
    const typical = [...off].sort((a, b) => a - b)[off.length >> 1] ?? 0;
    const most = Math.max(typical * 3, 0.002);
    const fewer = kept.filter((_, i) => (off[i] ?? 0) <= most);
    if (fewer.length === kept.length) break;
    kept = fewer;
  }
  return coefficients;
}
