import type { RecordedSentence } from '@aurelfield/api';
import { edited, recordedTimeline, type Edit } from '@aurelfield/core/timeline';
import { describe, expect, test } from 'vitest';
import { movedEdge, shownWords, tappedWords, wordAt, adjacentWord } from './words.ts';

const word = (start: number, end: number, from: number | null, to: number | null, confidence = 1) => ({
  start, end, spoken: ['x'], from, to, confidence,
}); // prettier-ignore
const TEXT: RecordedSentence[] = [
  {
    block: 'a', start: 10, end: 28, text: 'The old ferry left',
    words: [word(10, 13, 1000, 1200), word(14, 17, null, null), word(18, 23, 1300, 1800, 0.1), word(24, 28, 1800, 2200)],
  },
]; // prettier-ignore
const show = (edits: Edit[] = []) => shownWords(TEXT, edited(recordedTimeline('r', 1000, 4000, TEXT), edits));

describe('words below the waveform', () => {
  test('have their times and tell which are to be looked at', () => {
    expect(show().map(({ text, from, to, state }) => `${text} ${from}-${to} ${state}`)).toEqual([
      'The 1000-1200 sure',
      'old 1200-1200 missing',
      'ferry 1300-1800 doubtful',
      'left 1800-2200 sure',
    ]);
  });

  test('those that are cut out are not shown, and the others move', () => {
    expect(show([{ kind: 'cut', from: 1250, to: 1795 }]).map(({ text, from }) => `${text} ${from}`)).toEqual([
      'The 1000',
      'old 1200',
      'left 1255',
    ]);
  });

  test.each([
    [500, undefined],
    [1100, 'The'],
    [1250, 'The'],
    [1300, 'ferry'],
    [3000, 'left'],
  ])('at %d stands %s', (sample, expected) => {
    const words = show();
    expect(words[wordAt(words, sample)]?.text).toBe(expected);
  });

  test.each([
    [1100, 1, 'ferry'],
    [1300, -1, 'The'],
    [1000, -1, undefined],
    [1800, 1, undefined],
  ] as const)('beside %d by %d is %s', (sample, step, expected) => {
    expect(adjacentWord(show(), sample, step)?.text).toBe(expected);
  });

  test.each([
    ['from', 1250, '1250-1800'],
    ['from', 900, '1200-1800'],
    ['from', 1795, '1780-1800'],
    ['to', 1500, '1300-1500'],
    ['to', 9000, '1300-1800'],
    ['to', 100, '1300-1320'],
  ] as const)('its edge %s moved to %d', (edge, sample, expected) => {
    const range = movedEdge(show(), 2, edge, sample, 20, 4000);
    expect(`${range?.from}-${range?.to}`).toBe(expected);
  });

  test('of no word nothing is moved', () => {
    expect(movedEdge(show(), 9, 'from', 5, 20, 4000)).toBeUndefined();
  });

  test('tapped along: each begins at its tap and ends before the next', () => {
    expect(tappedWords(show(), 1, [1210, 1400, 1700], 1000)).toEqual([
      { sentence: 0, word: 1, from: 1210, to: 1400 },
      { sentence: 0, word: 2, from: 1400, to: 1700 },
      { sentence: 0, word: 3, from: 1700, to: 2100 },
    ]);
    expect(tappedWords(show(), 3, [1900, 2500], 1000)).toEqual([
      { sentence: 0, word: 3, from: 1900, to: 2300 },
    ]);
  });
});
