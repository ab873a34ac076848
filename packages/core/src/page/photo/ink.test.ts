import { describe, expect, test } from 'vitest';
import { unreadRegions } from './unreadRegions.ts';
import { blurred, grainOf } from './grain.ts';
import type { RecognisedWord } from './hocr.ts';
import { mended } from './mended.ts';
import type { GreyPicture } from './picture.ts';
import { strokesOf } from './strokes.ts';
import { largestMove, lineLeaves, textBend } from './textBend.ts';
import { withoutCheckboxes } from './printedCheckboxes.ts';

/** A picture drawn by a rule for each pixel. */
const drawn = (width: number, height: number, shade: (x: number, y: number) => number): GreyPicture => {
  const pixels = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) pixels[y * width + x] = shade(x, y);
  return { width, height, pixels };
};
const word = (part: Partial<RecognisedWord>): RecognisedWord => ({
  text: 'word', x: 100, y: 100, width: 80, height: 24, confidence: 95, line: 0, baseline: 120, size: 30, ...part,
}); // prettier-ignore

describe('strokes of letters', () => {
  /** Upright strokes of a thickness, twenty pixels apart. */
  const strokes = (thick: number, ink = 20, paper = 245) =>
    drawn(300, 200, (x, y) => (x % 20 < thick && y > 100 && y < 124 ? ink : paper));
  test.each([2, 3, 5, 7])('%d pixels thick', (thick) => {
    expect(strokesOf(strokes(thick), [word({})])[0]).toBeCloseTo(thick, 0);
  });

  test('as thick out of focus', () => {
    const sharp = strokes(4);
    expect(Math.abs((strokesOf(blurred(sharp), [word({})])[0] ?? 0) - 4)).toBeLessThan(0.7);
  });

  test('white on a dark ground', () => {
    const white = drawn(300, 200, (x, y) => (x % 20 < 4 && y > 102 && y < 122 ? 240 : 30));
    expect(strokesOf(white, [word({ y: 98, height: 28 })])[0]).toBeCloseTo(4, 0);
  });

  test('none where there is no ink', () => {
    expect(
      strokesOf(
        drawn(300, 200, () => 245),
        [word({})],
      ),
    ).toEqual([0]);
  });
});

describe('boxes to tick', () => {
  const square = (x: number, y: number, left: number, top: number, side: number) => {
    const [dx, dy] = [x - left, y - top];
    const isIn = dx >= 0 && dy >= 0 && dx < side && dy < side;
    return isIn && (dx < 3 || dy < 3 || dx >= side - 3 || dy >= side - 3);
  };
  /** The letter O: a ring. */
  const ring = (x: number, y: number, cx: number, cy: number, radius: number) =>
    Math.abs(Math.hypot(x - cx, y - cy) - radius) < 2;

  test('are found and taken out, letters are not', () => {
    const page = drawn(1000, 400, (x, y) =>
      square(x, y, 100, 100, 24) || ring(x, y, 300, 112, 12) || square(x, y, 500, 100, 90) ? 20 : 250,
    );
    const { boxes, picture } = withoutCheckboxes(page);
    expect(boxes).toEqual([{ x: 100, y: 100, width: 24, height: 24 }]);
    expect(picture.pixels[112 * 1000 + 100]).toBe(255);
    expect(picture.pixels[112 * 1000 + 288]).toBe(20);
  });

  test('a page without any stays the same picture', () => {
    const page = drawn(200, 200, () => 250);
    expect(withoutCheckboxes(page).picture).toBe(page);
  });
});

describe('grain', () => {
  let state = 11;
  const random = () => {
    state = (Math.imul(state, 1_103_515_245) + 12_345) & 0x7fffffff;
    return state / 0x7fffffff;
  };
  const grainy = drawn(300, 300, () => 235 + (random() - 0.5) * 40);
  test('is measured on paper and blurred away', () => {
    expect(grainOf(drawn(300, 300, () => 240))).toBe(0);
    expect(grainOf(grainy)).toBeGreaterThan(8);
    expect(grainOf(blurred(grainy))).toBeLessThan(grainOf(grainy) / 2);
  });
  test('ink is no grain', () => {
    expect(grainOf(drawn(300, 300, (x) => (x % 2 === 0 ? 20 : 60)))).toBe(0);
  });
});

describe('the bend that lines of text tell', () => {
  const [WIDTH, HEIGHT] = [800, 1100];
  /** Words as bars of ink whose feet stand on lines that leave the level. */
  const pageOf = (leaves: (u: number, v: number) => number) => {
    const words: RecognisedWord[] = [];
    const page = drawn(WIDTH, HEIGHT, () => 250);
    for (let line = 0; line < 20; line++)
      for (let i = 0; i < 9; i++) {
        const x = 60 + i * 76;
        const level = 120 + line * 45;
        const foot = Math.round(level + leaves((x + 30) / WIDTH, level / HEIGHT) * HEIGHT);
        for (let y = foot - 18; y < foot; y++)
          for (let k = 0; k < 60; k++) page.pixels[y * WIDTH + x + k] = 20;
        words.push(word({ text: 'tide', x, y: foot - 24, width: 60, height: 30, line, baseline: foot }));
      }
    return { page, words };
  };

  test.each([
    ['a slope', (u: number) => (u - 0.5) * 0.02],
    ['a bow', (u: number) => (u - 0.5) ** 2 * 0.08],
    ['a bow that grows downwards', (u: number, v: number) => (u - 0.5) ** 2 * 0.06 * v],
  ])('%s is found', (_what, leaves) => {
    const { page, words } = pageOf(leaves);
    const bend = textBend(page, words);
    if (!bend) throw new Error('No bend was found.');
    for (const u of [0.15, 0.3, 0.7, 0.85])
      for (const v of [0.2, 0.5, 0.8])
        expect(Math.abs(lineLeaves(bend, u, v) - (leaves(u, v) - leaves(0.5, v))) * HEIGHT).toBeLessThan(2);
    expect(largestMove(bend, page, words)).toBeGreaterThan(4);
  });

  test('level lines have none', () => {
    const { page, words } = pageOf(() => 0);
    expect(largestMove(textBend(page, words) ?? [], page, words)).toBeLessThan(1);
  });

  test('a few words tell nothing', () => {
    const { page, words } = pageOf(() => 0);
    expect(textBend(page, words.slice(0, 20))).toBeUndefined();
  });
});

describe('words as they were read', () => {
  const KNOWN = new Set(
    'liter color organize analyze travel hemoglobin of the roses his a eggs egg eggshell often give permission walk walks stop at all'.split(
      ' ',
    ),
  );
  const read = (...texts: string[]) => {
    const words = texts.map((text, i) => word({ text, x: 100 + i * 100 }));
    return mended(words, (one) => KNOWN.has(one), []);
  };
  test.each([
    [['ofroses'], ['of', 'roses']],
    [['ofa'], ['of', 'a']],
    [['ofhis,'], ['of', 'his,']],
    [['2eggs'], ['2', 'eggs']],
    [['often'], ['often']],
    [['eggshell'], ['eggshell']],
    [
      ['|', 'give'],
      ['I', 'give'],
    ],
    [['ofxyzzy'], ['ofxyzzy']],
    [['Walkatall.'], ['Walk', 'at', 'all.']],
    [['rosesand'], ['roses', 'and']],
    [['Rosesand'], ['Rosesand']],
    [['Rosesby'], ['Rosesby']],
    [['rosesstop'], ['rosesstop']],
    [['Ido'], ['I', 'do']],
    [['10min'], ['10', 'min']],
    [['2.5kg,'], ['2.5', 'kg,']],
    [['omin'], ['0', 'min']],
    [['kPa.Stop'], ['kPa.', 'Stop']],
    [['e.g.Stop'], ['e.g.Stop']],
    [
      ['4.2', 'x', '10³'],
      ['4.2', '×', '10³'],
    ],
    [
      ['the', 'x', 'walks'],
      ['the', 'x', 'walks'],
    ],
  ])('%j are %j', (texts, expected) => {
    expect(read(...texts).map(({ text }) => text)).toEqual(expected);
  });

  test.each([
    ['raper', true], ['litre', false], ['colours', false], ['organised', false], ['analysing', false], ['travelled', false], ['haemoglobin', false], ['H,0', true], ['m?', true], ['10?J', true], ['walks', false], ['Tarn', false], ['3.5', false], ['stop.', false], ['b)', false], ['55:5', true], ['10:15', false], ['CO,', true], ['CO₂', false],
  ])('%s is doubtful however sure the recogniser was: %s', (text, isDoubtful) => {
    expect((read(text, 'the')[0]?.confidence ?? 0) < 80).toBe(isDoubtful);
  }); // prettier-ignore

  test('in rows of figures with points one without a point is doubtful, a year in a sentence is not', () => {
    const row = (y: number, ...texts: string[]) =>
      texts.map((text, i) => word({ text, x: 100 + i * 100, y, baseline: y + 20, line: y }));
    const found = mended(
      [
        ...row(100, '6.0', '215', '58.0'),
        ...row(140, '7.5', '19.0', '555'),
        ...row(180, 'stop', 'at', 'all', '1958'),
      ],
      (one) => KNOWN.has(one),
      [],
    );
    expect(found.filter(({ confidence }) => confidence < 80).map(({ text }) => text)).toEqual(['215', '555']);
  });

  test('an I behind a figure is no word of a sentence', () => {
    expect(read('334', 'I', 'of').map(({ confidence }) => confidence < 80)).toEqual([false, true, false]);
  });

  test('a page in another language is left as it was read', () => {
    const polish = 'woda rzeka brzeg trawa kamień most statek port burza wiatr chmura deszcz zima lato jesień wiosna ranek wieczór noc dzień'.split(' '); // prettier-ignore
    expect(read(...polish, 'ofroses').every(({ confidence }) => confidence === 95)).toBe(true);
  });

  test('a letter that was read twice is once there', () => {
    const twice = [
      word({ text: 'stop', confidence: 96 }),
      word({ text: 'P', x: 150, width: 20, confidence: 60 }),
    ];
    expect(mended(twice, (one) => KNOWN.has(one), []).map(({ text }) => text)).toEqual(['stop']);
  });
});

test('a line that was dropped between two others is shown', () => {
  const page = drawn(800, 400, (x, y) =>
    x > 100 && x < 600 && x % 9 < 4 && [104, 144, 184].some((top) => y >= top && y < top + 20) ? 20 : 250,
  );
  const line = (y: number) => word({ x: 100, y, width: 500, height: 40, baseline: y + 26, size: 26 });
  expect(unreadRegions(page, [line(98), line(178)])).toHaveLength(1);
  expect(unreadRegions(page, [line(98), line(138), line(178)])).toEqual([]);
});
