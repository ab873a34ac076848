import type { ReadingSentence } from '@aurelfield/api';
import { describe, expect, test } from 'vitest';
import { Score, wordAt, wordBefore } from './score.ts';

const sentence = (index: number, duration: number, pauseAfter: number, made = true): ReadingSentence => ({
  index, block: 0, start: index * 10, end: index * 10 + 9, words: [{ start: index * 10, end: index * 10 + 9, said: 'x' }],
  spokenWords: 1, pauseAfter, duration, times: made ? [[0, duration]] : null,
}); // prettier-ignore

describe('Score', () => {
  const score = new Score([sentence(0, 2, 0.5), sentence(1, 1, 0.5, false), sentence(2, 3, 0)]);

  test('lays sentences and pauses end to end', () => {
    expect(score.starts).toEqual([0, 2.5, 4]);
    expect(score.duration).toBe(7);
  });

  test('knows the first sentence that is not made', () => {
    expect(score.firstUnmade).toBe(1);
    expect(score.with([sentence(1, 1.2, 0.5)]).firstUnmade).toBe(3);
  });

  test('moves what follows when a sentence turns out longer than expected', () => {
    expect(score.with([sentence(1, 1.5, 0.5)]).starts).toEqual([0, 2.5, 4.5]);
  });

  test.each([
    [0, 0],
    [2.4, 0],
    [2.5, 1],
    [100, 2],
  ])('at %d s sentence %d is heard', (time, index) => {
    expect(score.sentenceAt(time)).toBe(index);
  });
});

const TIMES = [[0.1, 0.4], [0.45, 0.8], [1.2, 1.5]] as const; // prettier-ignore

test.each([
  ['before the first word', 0.05, -1, 0],
  ['in a word', 0.2, 0, 0],
  ['in the short closure before the next word', 0.42, 0, 0],
  ['in the next word', 0.5, 1, 1],
  ['in a silence', 1, -1, 1],
  ['in the last word', 1.3, 2, 2],
  ['after the last word', 1.6, -1, 2],
])('%s', (_name, time, lit, before) => {
  expect(wordAt(TIMES, time)).toBe(lit);
  expect(wordBefore(TIMES, time)).toBe(before);
});
