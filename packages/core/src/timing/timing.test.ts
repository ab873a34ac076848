import { describe, expect, test } from 'vitest';
import { displayedIntervals } from './clipTiming.ts';
import { indexAt } from './indexAt.ts';
import { stretchEnd } from './stretch.ts';

describe('displayedIntervals', () => {
  const clip = { duration: 3, words: [{ start: 0, end: 0.4 }, { start: 0.5, end: 0.9 }, { start: 1, end: 1.4 }, { start: 2, end: 3 }] }; // prettier-ignore

  test('a displayed word lasts from its first spoken word to its last', () => {
    const words = [
      { firstSpoken: 0, spokenCount: 1 },
      { firstSpoken: 1, spokenCount: 2 },
      { firstSpoken: 3, spokenCount: 1 },
    ];
    expect(displayedIntervals(words, clip, 10)).toEqual([
      { start: 10, end: 10.4 },
      { start: 10.5, end: 11.4 },
      { start: 12, end: 13 },
    ]);
  });

  test('a clip that does not fit its plan is an error', () => {
    expect(() => displayedIntervals([{ firstSpoken: 3, spokenCount: 2 }], clip)).toThrow(RangeError);
  });
});

test.each([
  [-1, -1],
  [0, 0],
  [0.5, 0],
  [1, 2],
  [5, 3],
])('indexAt %d is %d', (time, index) => {
  expect(indexAt([0, 1, 1, 2], time, (start) => start)).toBe(index);
});

test.each([
  ['a sentence where sound is waited for', 0, true, 1],
  ['about sixty words', 0, false, 3],
  ['what is left at the end', 3, false, 4],
])('a stretch is %s', (_name, from, atOnce, end) => {
  expect(stretchEnd([20, 30, 25, 10], from, atOnce)).toBe(end);
});
