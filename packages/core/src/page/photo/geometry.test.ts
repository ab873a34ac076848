import { describe, expect, test } from 'vitest';
import {
  fromUnitSquare,
  inPageOrder,
  inverse,
  isPage,
  signedArea,
  through,
  type Point,
  type Quad,
} from './geometry.ts';
import { shapeOf, toPhoto, warpOf } from './warp.ts';

const quad = (...numbers: number[]): Quad =>
  [0, 2, 4, 6].map((i) => ({ x: numbers[i] ?? 0, y: numbers[i + 1] ?? 0 })) as unknown as Quad;
const TILTED = quad(110, 90, 890, 140, 960, 1330, 60, 1260);
const near = (a: Point, b: Point, tolerance: number) => Math.hypot(a.x - b.x, a.y - b.y) <= tolerance;

describe('a homography', () => {
  test.each([
    [{ x: 0, y: 0 }, TILTED[0]],
    [{ x: 1, y: 0 }, TILTED[1]],
    [{ x: 1, y: 1 }, TILTED[2]],
    [{ x: 0, y: 1 }, TILTED[3]],
  ])('takes the corner %o of the unit square to that of the quad', (corner, expected) => {
    expect(near(through(fromUnitSquare(TILTED), corner), expected, 1e-9)).toBe(true);
  });

  test('keeps straight lines straight, and its inverse leads back', () => {
    const map = fromUnitSquare(TILTED);
    const [a, b, c] = [0.1, 0.4, 0.9].map((u) => through(map, { x: u, y: 0.3 })) as [Point, Point, Point];
    expect(Math.abs(signedArea([a, b, c]))).toBeLessThan(1e-6);
    for (const point of [
      { x: 0.2, y: 0.8 },
      { x: 0.77, y: 0.13 },
    ])
      expect(near(through(inverse(map), through(map, point)), point, 1e-9)).toBe(true);
  });

  test('of a page seen from the side puts its middle where its diagonals cross', () => {
    // The meeting of the diagonals is kept by every projection.
    const [a, b, c, d] = TILTED;
    const cross = (p: Point, q: Point, r: Point) => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
    const share = cross(a, b, d) / (cross(a, b, d) - cross(c, b, d));
    const middle = { x: a.x + (c.x - a.x) * share, y: a.y + (c.y - a.y) * share };
    expect(near(through(fromUnitSquare(TILTED), { x: 0.5, y: 0.5 }), middle, 1e-6)).toBe(true);
  });
});

describe('corners', () => {
  test.each([
    ['a tilted page', TILTED, true],
    ['a page on its head', quad(900, 1300, 100, 1300, 100, 100, 900, 100), true],
    ['crossed sides', quad(0, 0, 100, 100, 100, 0, 0, 100), false],
    ['a corner that points inwards', quad(0, 0, 100, 0, 30, 30, 0, 100), false],
    ['a sliver', quad(0, 0, 1000, 0, 1000, 20, 0, 20), false],
    ['one point', quad(5, 5, 5, 5, 5, 5, 5, 5), false],
    ['the wrong way round', quad(0, 0, 0, 100, 100, 100, 100, 0), false],
  ])('of %s make a page: %#', (_what, corners, expected) => {
    expect(isPage(corners)).toBe(expected);
  });

  test('in any order come into that of a page', () => {
    const [a, b, c, d] = TILTED;
    for (const order of [
      [a, b, c, d],
      [c, d, a, b],
      [d, c, b, a],
      [b, a, d, c],
    ])
      expect(inPageOrder(order as unknown as Quad)).toEqual(TILTED);
  });
});

describe('a warp', () => {
  const FLAT_PAGE = quad(100, 100, 900, 100, 900, 1231, 100, 1231);
  /** Points around a page whose upper edge bulges upwards by `bulge` in its middle. */
  const outlineWith = (bulge: number, more: readonly Point[] = []): Point[] => {
    const steps = Array.from({ length: 101 }, (_, i) => i / 100);
    return [
      ...steps.map((s) => ({ x: 100 + 800 * s, y: 100 - bulge * Math.sin(Math.PI * s) })),
      ...steps.map((s) => ({ x: 900, y: 100 + 1131 * s })),
      ...steps.map((s) => ({ x: 900 - 800 * s, y: 1231 })),
      ...steps.map((s) => ({ x: 100, y: 1231 - 1131 * s })),
      ...more,
    ];
  };

  test('of a flat page is straight', () => {
    const place = toPhoto(warpOf(FLAT_PAGE, outlineWith(0)));
    expect(near(place(0.5, 0), { x: 500, y: 100 }, 0.5)).toBe(true);
    expect(near(place(0.25, 0.5), { x: 300, y: 665.5 }, 0.5)).toBe(true);
  });

  test('follows a bent edge, less the further from it', () => {
    const place = toPhoto(warpOf(FLAT_PAGE, outlineWith(30)));
    expect(near(place(0.5, 0), { x: 500, y: 70 }, 1.5)).toBe(true);
    expect(near(place(0.2, 0), { x: 260, y: 100 - 30 * Math.sin(Math.PI * 0.2) }, 1.5)).toBe(true);
    expect(near(place(0.5, 0.5), { x: 500, y: 650.5 }, 1.5)).toBe(true);
    expect(near(place(0.5, 1), { x: 500, y: 1231 }, 0.5)).toBe(true);
  });

  test('is not bent by a thumb at the edge', () => {
    const thumb = Array.from({ length: 14 }, (_, i) => ({ x: 560 + i * 5, y: 160 }));
    const outline = outlineWith(0).filter(({ x, y }) => !(y < 150 && x > 555 && x < 635));
    const place = toPhoto(warpOf(FLAT_PAGE, [...outline, ...thumb]));
    expect(near(place(0.6, 0), { x: 580, y: 100 }, 2)).toBe(true);
  });

  test('an edge that is mostly out of the picture is bent as the one across from it', () => {
    const outline = outlineWith(30).filter(({ x, y }) => y > 1000 || (y <= 105 && x < 1000));
    const without = warpOf(
      FLAT_PAGE,
      outline.filter(({ y }) => y < 200),
    );
    expect(without.bend.bottom).toEqual(without.bend.top);
    expect(near(toPhoto(without)(0.5, 1), { x: 500, y: 1201 }, 2)).toBe(true);
    // A few points at one end say nothing of the whole edge.
    const corner = warpOf(
      FLAT_PAGE,
      outline.filter(({ x, y }) => y < 200 && x < 300),
    );
    expect(corner.bend).toEqual({ top: [], right: [], bottom: [], left: [] });
  });

  test.each([
    ['A4 upright', FLAT_PAGE, 1 / Math.SQRT2],
    ['A4 on its side', quad(0, 0, 1131, 0, 1131, 800, 0, 800), Math.SQRT2],
    ['a square card', quad(0, 0, 500, 0, 500, 500, 0, 500), 1],
  ])('of %s has its shape', (_what, corners, shape) => {
    expect(shapeOf(warpOf(corners, []))).toBeCloseTo(shape, 5);
  });
});
