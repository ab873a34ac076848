/** A point; x to the right, y downwards. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Corners of a page, clockwise from the one at its top left. */
export type Quad = readonly [Point, Point, Point, Point];

/** A plane seen from another side: nine numbers, row by row. */
export type Homography = readonly number[];

/** The corners of the unit square: of a page that fills its photo, in shares of it. */
export const UNIT_SQUARE: Quad = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
];

/**
 * The homography that takes the unit square to a quad: (0, 0) to its first corner, (1, 0) to its second.
 * Closed form of Heckbert 1989, "Fundamentals of Texture Mapping and Image Warping", section 2.2.3, from
 * memory; checked by its corners.
 */
export function fromUnitSquare([a, b, c, d]: Quad): Homography {
  const [sx, sy] = [a.x - b.x + c.x - d.x, a.y - b.y + c.y - d.y];
  const [dx1, dy1, dx2, dy2] = [b.x - c.x, b.y - c.y, d.x - c.x, d.y - c.y];
  const area = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / area;
  const h = (dx1 * sy - sx * dy1) / area;
  return [
    b.x - a.x + g * b.x,
    d.x - a.x + h * d.x,
    a.x,
    b.y - a.y + g * b.y,
    d.y - a.y + h * d.y,
    a.y,
    g,
    h,
    1,
  ];
}

/** Where a homography takes a point. */
export function through(map: Homography, { x, y }: Point): Point {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0, i = 1] = map;
  const w = g * x + h * y + i;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
}

/** The way back. */
export function inverse(map: Homography): Homography {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0, i = 1] = map;
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
}

/** Distance of two points. */
export function distance(a: Point, b: Point): number {
  return Math.hypot(a.x - b.x, a.y - b.y);
}

/** The area of a polygon; positive when it goes clockwise, as y points down. */
export function signedArea(points: readonly Point[]): number {
  return (
    points.reduce((sum, point, i) => {
      const next = points[(i + 1) % points.length] ?? point;
      return sum + point.x * next.y - next.x * point.y;
    }, 0) / 2
  );
}

/** Whether four corners make a page: clockwise, without a corner that points inwards, and not a sliver. */
export function isPage(corners: Quad): boolean {
  const turns = corners.map((corner, i) => {
    const next = corners[(i + 1) % 4] ?? corner;
    const after = corners[(i + 2) % 4] ?? corner;
    return (next.x - corner.x) * (after.y - next.y) - (next.y - corner.y) * (after.x - next.x);
  });
  if (turns.some((turn) => turn <= 0)) return false;
  const sides = corners.map((corner, i) => distance(corner, corners[(i + 1) % 4] ?? corner));
  return Math.min(...sides) > Math.max(...sides) * 0.1;
}

/** Four points in the order of a page's corners: the first is the one nearest to the top left. */
export function inPageOrder(points: Quad): Quad {
  const clockwise = signedArea(points) >= 0 ? [...points] : [...points].reverse();
  const first = clockwise.reduce(
    (best, { x, y }, i) => (x + y < (clockwise[best]?.x ?? 0) + (clockwise[best]?.y ?? 0) ? i : best),
    0,
  );
  return UNIT_SQUARE.map((_, i) => clockwise[(first + i) % 4]) as unknown as Quad;
}
