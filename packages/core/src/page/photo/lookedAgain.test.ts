import { describe, expect, test } from 'vitest';
import type { RecognisedWord } from './hocr.ts';
import { lostInLines } from './lostInLines.ts';
import { secondLanguageOf, withLanguage } from './otherLanguages.ts';
import type { GreyPicture } from './picture.ts';
import { smallFigures, withFigure } from './smallFigures.ts';

const word = (text: string, more: Partial<RecognisedWord> = {}): RecognisedWord => ({
  text, x: 100, y: 100, width: 100, height: 22, confidence: 95, line: 0, baseline: 120, size: 28, ...more,
}); // prettier-ignore
const drawn = (isInk: (x: number, y: number) => boolean): GreyPicture => {
  const [width, height] = [800, 300];
  const pixels = new Uint8Array(width * height).fill(240);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) if (isInk(x, y)) pixels[y * width + x] = 30;
  return { width, height, pixels };
};
const texts = (text: string) => text.split(' ').map((one) => ({ text: one }));

describe('a language beside English', () => {
  test.each([
    ['la pomme de terre the potato les oeufs le beurre trés bon', 'fra'],
    ['der Hund und die Katze the dog and the cat ist nicht mit', 'deu'],
    ['el gato y los perros the cat una casa muy grande', 'spa'],
    ['Y mae yr afon ac yn y dydd the river', 'cym'],
    ['The potatoes are fried until the edges turn crisp, with a la carte and de luxe service.', undefined],
    ['An man in a den with a die and no van', undefined],
    ['', undefined],
  ])('%s: %s', (text, language) => {
    expect(secondLanguageOf(texts(text))).toBe(language);
  });

  const isWord = (text: string) => ['the', 'potato', 'a'].includes(text);
  test.each([
    ['tres', 93, 'très', 80, 'très'],
    ['tres', 93, 'très', 30, 'tres'],
    ['a', 95, 'à', 85, 'à'],
    ['Francais', 93, 'Français', 90, 'Français'],
    ['the', 70, 'thé', 40, 'the'],
    ['potato', 60, 'polato', 95, 'potato'],
    ['golter', 27, 'goûter', 80, 'goûter'],
  ])('%s (%d) beside %s (%d) is %s', (first, sure, second, surer, wanted) => {
    const [found] = withLanguage(
      [word(first, { confidence: sure })],
      [word(second, { confidence: surer })],
      isWord,
    );
    expect(found?.text).toBe(wanted);
  });

  test('what stands elsewhere on the page changes nothing; a word without an accent that no list has is doubtful', () => {
    const [found] = withLanguage([word('raper')], [word('râper', { y: 200, baseline: 220 })], isWord);
    expect([found?.text, found?.confidence]).toEqual(['raper', 60]);
  });
});

describe('small figures', () => {
  /** Three letters as high as a line's, and a small figure from one row to another. */
  const page = (top: number, bottom: number) =>
    drawn(
      (x, y) =>
        (x >= 100 && x < 160 && x % 20 < 14 && y >= 100 && y < 120) ||
        (x >= 166 && x < 175 && y >= top && y < bottom),
    );
  test.each([
    ['cm?', 96, 109, 'raised', 'cm³', '3'],
    ['m’,', 96, 109, 'raised', 'm²,', '2'],
    ['10°', 95, 110, 'raised', '10⁶', '6'],
    ['CO,', 112, 126, 'lowered', 'CO₂', '2'],
    ['H,0', 112, 126, 'lowered', 'H₂O', '2'],
  ] as const)('%s with a mark from %d to %d is %s: %s', (text, top, bottom, place, wanted, figure) => {
    const [found] = smallFigures(page(top, bottom), [word(text, { width: 80 })]);
    expect(found).toMatchObject({ place, x: 166, y: top, width: 9, height: bottom - top });
    expect(found && withFigure(text, found, figure)).toBe(wanted);
  });

  test.each([
    ['cm?', 100, 120, 'a mark as high as letters'],
    ['cm’', 95, 101, 'an apostrophe'],
    ['CO,', 116, 123, 'a comma'],
    ['am?', 96, 109, 'no unit'],
    ['Then,', 112, 126, 'no formula'],
  ])('%s from %d to %d is none: %s', (text, top, bottom) => {
    expect(smallFigures(page(top, bottom), [word(text, { width: 80 })])).toEqual([]);
  });
});

describe('words left out of a line that was read', () => {
  /** Words of strokes at the height of one line. */
  const line = drawn(
    (x, y) =>
      y >= 102 && y < 120 && x % 10 < 4 && [[100, 200], [220, 300], [320, 420]].some(([from = 0, to = 0]) => x >= from && x < to),
  ); // prettier-ignore
  const [first, second, third] = [word('a'), word('b', { x: 220, width: 80 }), word('c', { x: 320 })];

  test.each([
    ['in the middle', [first, third], [220, 80]],
    ['at its end', [first, second], [320, 100]],
    ['at its beginning', [second, third], [100, 100]],
  ])('%s are shown', (_where, words, [x, width]) => {
    const [found, ...more] = lostInLines(line, words);
    expect(more).toEqual([]);
    expect(Math.abs((found?.x ?? 0) * 800 - (x ?? 0))).toBeLessThan(10);
    expect(Math.abs((found?.width ?? 0) * 800 - (width ?? 0))).toBeLessThan(12);
  });

  test('none, where all were read, beside a rule, or beside a picture', () => {
    expect(lostInLines(line, [first, second, third])).toEqual([]);
    const rule = drawn((x, y) => y >= 20 && x >= 230 && x < 234 && y < 280);
    expect(lostInLines(rule, [first])).toEqual([]);
    const picture = drawn((x, y) => x >= 230 && x < 400 && y >= 40 && y < 220 && (x + y) % 10 < 4);
    expect(lostInLines(picture, [first])).toEqual([]);
  });
});
