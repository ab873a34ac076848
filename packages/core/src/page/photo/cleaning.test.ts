import { describe, expect, test } from 'vitest';
import { unreadRegions } from './unreadRegions.ts';
import { flattened } from './flatten.ts';
import type { RecognisedWord } from './hocr.ts';
import { listDots } from './listDots.ts';
import { resampled, type GreyPicture } from './picture.ts';
import { withoutRuledLines } from './ruledLines.ts';

/** A picture drawn by a rule for each pixel. */
const drawn = (width: number, height: number, shade: (x: number, y: number) => number): GreyPicture => {
  const pixels = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) pixels[y * width + x] = shade(x, y);
  return { width, height, pixels };
};
const at = ({ width, pixels }: GreyPicture, x: number, y: number) => pixels[y * width + x] ?? -1;
const word = (part: Partial<RecognisedWord>): RecognisedWord => ({
  text: 'word', x: 100, y: 100, width: 80, height: 24, confidence: 95, line: 0, baseline: 120, size: 30, ...part,
}); // prettier-ignore

describe('a picture taken out of another', () => {
  const slope = drawn(200, 100, (x, y) => x + y / 2);
  test('is the same where nothing moves', () => {
    const same = resampled(slope, slope, (u, v) => ({ x: u * 200, y: v * 100 }));
    for (const [x, y] of [
      [0, 0],
      [57, 33],
      [199, 99],
      [16, 16],
    ] as const)
      expect(Math.abs(at(same, x, y) - at(slope, x, y))).toBeLessThanOrEqual(1);
  });

  test.each([false, true])('is mirrored and halved as its places say (fine: %s)', (isFine) => {
    const small = resampled(
      slope,
      { width: 100, height: 50 },
      (u, v) => ({ x: 200 - u * 200, y: v * 100 }),
      isFine,
    );
    expect(Math.abs(at(small, 10, 20) - at(slope, 179, 41))).toBeLessThanOrEqual(2);
  });
});

describe('light', () => {
  // Paper under a lamp on the left and a hand's shadow on the right; strokes of ink every 20 pixels.
  const shaded = drawn(320, 320, (x, y) => {
    const paper = x < 200 ? 230 - x * 0.2 : 120 - (x - 200) * 0.2;
    return x % 20 < 3 && y % 24 < 14 ? paper * 0.2 : paper;
  });
  const flat = flattened(shaded);
  test.each([
    [30, 30],
    [150, 200],
    [280, 100],
    [309, 309],
  ])('is even: paper at %i, %i is white', (x, y) => {
    const [column, row] = [x - (x % 20) + 10, y - (y % 24) + 20];
    expect(at(flat, column, row)).toBeGreaterThan(215);
  });
  test.each([
    [40, 48],
    [160, 120],
    [280, 240],
  ])('ink at %i, %i stays dark', (x, y) => {
    expect(at(flat, x + 1, y + 4)).toBeLessThan(90);
  });
});

describe('ruled lines', () => {
  const page = (ink: (x: number, y: number) => boolean) => drawn(1000, 600, (x, y) => (ink(x, y) ? 30 : 245));
  const inked = (picture: GreyPicture, x: number, y: number) => at(picture, x, y) < 150;

  test.each<[string, (x: number, y: number) => boolean, (readonly [number, number])[]]>([
    ['a level line', (x, y) => y >= 200 && y < 203 && x > 100 && x < 900, [[500, 201]]],
    ['an upright line', (x, y) => x >= 200 && x < 203 && y > 100 && y < 500, [[201, 300]]],
    ['a line that sinks a little', (x, y) => Math.abs(y - 200 - x * 0.01) < 1.6 && x > 50 && x < 950, [[500, 205]]],
    ['a line with a gap', (x, y) => y >= 200 && y < 203 && x > 100 && x < 900 && (x < 498 || x > 500), [[300, 201], [700, 201]]],
    ['a grid with its crossings', (x, y) => (y % 100 < 3 && y > 90 && y < 410 && x > 99 && x < 903) || (x % 200 < 3 && x > 190 && x < 810 && y > 99 && y < 403), [[500, 201], [401, 150], [401, 201], [601, 301]]],
  ])('%s is taken out', (_what, ink, places) => {
    const { picture, lines } = withoutRuledLines(page(ink));
    for (const [x, y] of places) expect(inked(picture, x, y)).toBe(false);
    expect(lines.length).toBeGreaterThan(0);
  }); // prettier-ignore

  test.each<[string, (x: number, y: number) => boolean, readonly [number, number]]>([
    ['a dash', (x, y) => y >= 200 && y < 203 && x > 400 && x < 430, [410, 201]],
    ['the stem of a letter', (x, y) => x >= 200 && x < 204 && y > 300 && y < 330, [202, 310]],
    ['a bar that is no line', (x, y) => y >= 200 && y < 230 && x > 100 && x < 900, [500, 215]],
    ['a drawn curve', (x, y) => Math.abs(Math.hypot(x - 500, y - 300) - 60) < 2 && y < 300, [500, 240]],
  ])('%s stays', (_what, ink, [x, y]) => {
    expect(inked(withoutRuledLines(page(ink)).picture, x, y)).toBe(true);
  });

  test('letters stay whole where they stick out of the line', () => {
    const ink = (x: number, y: number) =>
      (y >= 200 && y < 203 && x > 100 && x < 900) || (x >= 300 && x < 304 && y > 180 && y < 215);
    const { picture } = withoutRuledLines(page(ink));
    expect([inked(picture, 302, 185), inked(picture, 302, 201), inked(picture, 302, 212)]).toEqual([
      true,
      true,
      true,
    ]);
    expect(inked(picture, 500, 201)).toBe(false);
  });
});

describe('the dot of a list', () => {
  const shapes: [string, (x: number, y: number) => boolean, boolean][] = [
    ['a disc', (x, y) => Math.hypot(x - 76, y - 110) < 4.5, true],
    ['a square', (x, y) => Math.abs(x - 76) < 4 && Math.abs(y - 110) < 4, true],
    ['nothing', () => false, false],
    ['a letter', (x, y) => Math.hypot(x - 76, y - 110) < 8 && Math.hypot(x - 76, y - 110) > 5, false],
    ['a margin line', (x) => Math.abs(x - 76) < 2, false],
    ['a speck', (x, y) => Math.hypot(x - 76, y - 110) < 1.2, false],
  ];
  test.each(shapes)('%s before a line: %#', (_what, ink, expected) => {
    const page = drawn(300, 200, (x, y) => (ink(x, y) ? 20 : 250));
    expect(listDots(page, [word({ line: 7 })])).toEqual(expected ? [7] : []);
  });
});

describe('regions without words', () => {
  const blob = (left: number, top: number, wide: number, high: number) => (x: number, y: number) =>
    x >= left && x < left + wide && y >= top && y < top + high && (x + y) % 3 === 0;
  test('are told with where they lie; those with words, specks and the rim are none', () => {
    const [drawing, text, speck, rim] = [
      blob(600, 300, 200, 160),
      blob(100, 100, 80, 24),
      blob(300, 700, 10, 10),
      blob(0, 0, 20, 900),
    ];
    const page = drawn(960, 960, (x, y) => ([drawing, text, speck, rim].some((ink) => ink?.(x, y)) ? 20 : 250)); // prettier-ignore
    const regions = unreadRegions(page, [word({})]);
    expect(regions).toHaveLength(1);
    const [found] = regions;
    expect(found?.x).toBeCloseTo(600 / 960, 1);
    expect(found?.y).toBeCloseTo(300 / 960, 1);
    expect(found?.width).toBeCloseTo(200 / 960, 1);
  });
});
