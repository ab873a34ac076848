import { describe, expect, test } from 'vitest';
import { seenBy, VISION_MATRICES } from './colourVision.ts';
import { contrast, luminance, type Colour } from './contrast.ts';
import {
  DEFAULT_READING_STYLE,
  LETTER_SPACING_RANGE,
  LINE_SPACING_RANGE,
  PARAGRAPH_SPACING_RANGE,
  SHAPES,
  TINTS,
  WCAG_TEXT_SPACING,
  WORD_SPACING_RANGE,
  type ReadingStyle,
} from './readingStyle.ts';
import { contrastsOf, mixed, paletteOf, readableOn } from './palette.ts';

describe('contrast', () => {
  // Worked values: 21:1 and 1:1 stand in WCAG 2.2 itself; #777 on white and #767676 on white are the pair
  // just below and just above 4.5:1 of its techniques (from memory).
  test.each<[Colour, Colour, number]>([
    ['#000000', '#ffffff', 21],
    ['#ffffff', '#000000', 21],
    ['#808080', '#808080', 1],
    ['#777777', '#ffffff', 4.48],
    ['#767676', '#ffffff', 4.54],
    ['#ff0000', '#ffffff', 4.0],
    ['#0000ff', '#ffffff', 8.59],
    ['#008000', '#ffffff', 5.14],
    ['#ffff00', '#000000', 19.56],
  ])('%s on %s is %s', (one, other, ratio) => {
    expect(contrast(one, other)).toBeCloseTo(ratio, 1);
  });

  test('luminance of the primaries is their weight in the formula', () => {
    expect(['#ff0000', '#00ff00', '#0000ff'].map((colour) => luminance(colour as Colour))).toEqual([
      0.2126, 0.7152, 0.0722,
    ]);
  });

  test('what is no colour is refused', () => {
    expect(() => contrast('#12345', '#ffffff')).toThrow('“#12345” is no colour.');
  });
});

describe('colour vision', () => {
  test.each(Object.entries(VISION_MATRICES))('%s keeps greys as they are', (_name, matrix) => {
    for (const row of matrix) expect(row.reduce((sum, weight) => sum + weight, 0)).toBeCloseTo(1, 4);
  });

  test('red and green that differ come close for who has no green cones, and blue stays apart', () => {
    const [red, green] = (['#c83c3c', '#7a7a14'] as const).map((colour) => seenBy('deuteranopia', colour));
    expect(contrast(red as Colour, green as Colour)).toBeLessThan(1.5);
    expect(contrast(seenBy('deuteranopia', '#0000ff'), seenBy('deuteranopia', '#ffff00'))).toBeGreaterThan(5);
  });
});

const readingStyle = (change: Partial<ReadingStyle>): ReadingStyle => ({
  ...DEFAULT_READING_STYLE,
  ...change,
});

describe('palette', () => {
  const grounds = [
    ...TINTS.map(({ id }) => id),
    '#ffffff',
    '#000000',
    '#ffd400',
    '#5a5a5a',
    '#8a2be2',
  ] as const;
  const styles = grounds.flatMap((ground) =>
    SHAPES.flatMap((shape) => [false, true].map((dark) => ({ ground, shape, dark }))),
  );
  test.each(styles)(
    'usual colours on $ground, $shape, dark $dark, can all be read',
    ({ ground, shape, dark }) => {
      const mark = { shape, ground: 'default', ink: 'default' } as const;
      const given = readingStyle({ ground, word: mark, sentence: mark });
      for (const { what, ratio, least } of contrastsOf(given, paletteOf(given, dark)))
        expect(ratio, what).toBeGreaterThanOrEqual(least);
    },
  );

  test('a scheme of the pupil’s own goes before the device’s', () => {
    expect(paletteOf(readingStyle({ scheme: 'dark' }), false).ground).toBe('#17211e');
    expect(paletteOf(readingStyle({ scheme: 'light' }), true).ground).toBe('#ffffff');
    expect(paletteOf(readingStyle({ scheme: 'device' }), true).ground).toBe('#17211e');
  });

  test('colours of one’s own are taken as they are, and told when they are too alike', () => {
    const given = readingStyle({
      ground: '#ffffff',
      ink: '#999999',
      highlight: 'word',
      word: { shape: 'lozenge', ground: '#eeeeee', ink: '#aaaaaa' },
    });
    const found = contrastsOf(given, paletteOf(given, false));
    expect(found.map(({ what, ratio }) => [what, Math.round(ratio * 10) / 10])).toEqual([
      ['text', 2.8],
      ['word', 2],
    ]);
  });

  test('nothing that is not lit is told', () => {
    const given = readingStyle({ highlight: 'nothing' });
    expect(contrastsOf(given, paletteOf(given, false)).map(({ what }) => what)).toEqual(['text']);
  });

  test('black or white is chosen by what is read better', () => {
    for (const ground of ['#ffffff', '#777777', '#5f5f5f', '#222222', '#ff0000', '#00ff00'] as const) {
      const chosen = contrast(readableOn(ground), ground);
      expect(chosen).toBeGreaterThanOrEqual(4.5);
    }
  });

  test('a mixture lies between', () => {
    expect(mixed('#000000', '#ffffff', 0.5)).toBe('#808080');
  });
});

test('all that WCAG 1.4.12 asks a text to bear can be set', () => {
  expect(WCAG_TEXT_SPACING).toEqual({ line: 1.5, paragraph: 2, letter: 0.12, word: 0.16 });
  expect(LINE_SPACING_RANGE.max).toBeGreaterThanOrEqual(WCAG_TEXT_SPACING.line);
  expect(PARAGRAPH_SPACING_RANGE.max).toBeGreaterThanOrEqual(WCAG_TEXT_SPACING.paragraph);
  expect(LETTER_SPACING_RANGE.max).toBeGreaterThanOrEqual(WCAG_TEXT_SPACING.letter);
  expect(WORD_SPACING_RANGE.max).toBeGreaterThanOrEqual(WCAG_TEXT_SPACING.word);
});
