/** @module-tag long */
import { describe, expect, test } from 'vitest';
import { sentencesOf } from '../text/sentences.ts';
import { expandSentence } from './expand.ts';

/** Random text from many scripts, signs and control characters; mulberry32 with a fixed seed. */
function randomTexts(seed: number, count: number): string[] {
  let state = seed;
  const random = () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  const pick = <T>(items: readonly T[]) => items[Math.floor(random() * items.length)] as T;
  const ranges = [[0x20, 0x7e], [0x20, 0x7e], [0x30, 0x39], [0xa0, 0x24f], [0x370, 0x3ff], [0x400, 0x4ff], [0x5d0, 0x6ff], [0x900, 0x97f], [0x2000, 0x22ff], [0x3040, 0x30ff], [0x4e00, 0x4fff], [0xd7a0, 0xe010], [0xfff0, 0xffff], [0x1f300, 0x1f9ff]] as const; // prettier-ignore
  const pieces = [
    'Dr. ',
    '£3.50',
    ' 12/05/2024',
    ' 3:15 pm',
    'e.g.',
    '1,0',
    '_',
    '. ',
    '? ',
    '\t',
    ' IV',
    ' BBC',
    '½',
    '10–',
    ' km/h',
    '#',
    '@',
    '...',
    '\u0301',
    '\u200d',
    '\ufe0f',
  ];
  return Array.from({ length: count }, () => {
    let text = '';
    const length = Math.floor(random() * 60);
    while (text.length < length) {
      const [low, high] = pick(ranges);
      text += random() < 0.3 ? pick(pieces) : String.fromCodePoint(low + Math.floor(random() * (high - low)));
    }
    return text;
  });
}

describe('on random Unicode text', () => {
  test.each(['en-GB', 'en-US', 'pl', 'ar', 'ja'])(
    'the map from displayed to spoken words is total and ordered (%s)',
    (language) => {
      for (const text of randomTexts(7, 500)) {
        let covered = 0;
        for (const range of sentencesOf(text, language)) {
          expect(text.slice(covered, range.start).trim()).toBe('');
          covered = range.end;
          const sentence = text.slice(range.start, range.end);
          let at = 0;
          for (const word of expandSentence(sentence, language)) {
            expect(word.start).toBeGreaterThanOrEqual(at);
            expect(word.end).toBeGreaterThan(word.start);
            expect(sentence.slice(word.start, word.end)).toBe(word.text);
            expect(word.spoken.length > 0 || /left out|without a name|without words/u.test(word.rule)).toBe(
              true,
            );
            expect(word.spoken.every((said) => said !== '' && !/\s/u.test(said))).toBe(true);
            at = word.end;
          }
          expect(at).toBeLessThanOrEqual(sentence.length);
        }
        expect(text.slice(covered).trim()).toBe('');
      }
    },
  );

  test.each([
    'a',
    '<',
    'a<',
    '(',
    '()',
    '1(',
    '(1+',
    'x²',
    '1-',
    'A1',
    '/a',
    '_a',
    'a_',
    '1.',
    '1,',
    'Aa',
    '+',
    '<p>a',
    '°′',
    '²',
    '1:',
    'ab-',
    '£1',
    '½',
  ])('a word of hundreds of “%s” is soon read', (piece) => {
    // A pattern that tries all ways to part a word would not come back before the test is given up.
    for (const length of [600, 20_000]) {
      const text = piece.repeat(length / piece.length);
      for (const range of sentencesOf(text, 'en-GB'))
        expect(expandSentence(text.slice(range.start, range.end), 'en-GB').length).toBeLessThanOrEqual(
          length,
        );
    }
  });

  test('every letter and digit belongs to a displayed word', () => {
    for (const text of randomTexts(11, 700)) {
      for (const range of sentencesOf(text, 'en-GB')) {
        const sentence = text.slice(range.start, range.end);
        const left = expandSentence(sentence, 'en-GB').reduceRight(
          (rest, { start, end }) => rest.slice(0, start) + rest.slice(end),
          sentence,
        );
        expect(left).not.toMatch(/[\p{L}\p{Nd}]/u);
      }
    }
  });
});
