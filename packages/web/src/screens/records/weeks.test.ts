import { describe, expect, test } from 'vitest';
import { allWeeks, minutes } from './weeks.ts';

describe('weeks', () => {
  test('between two that have something are there too, over the end of a year and of summer time', () => {
    const week = (monday: string) => ({ monday, seconds: 60, pace: 100 });
    const nothing = (monday: string) => ({ monday, seconds: 0, pace: null });
    expect(allWeeks([week('2026-12-21'), week('2027-01-04')])).toEqual([week('2026-12-21'), nothing('2026-12-28'), week('2027-01-04')]); // prettier-ignore
    expect(allWeeks([week('2026-10-19'), week('2026-11-02')]).map(({ monday }) => monday)).toEqual(['2026-10-19', '2026-10-26', '2026-11-02']); // prettier-ignore
    expect(allWeeks([])).toEqual([]);
  });

  test('of many the latest half year is shown', () => {
    const weeks = allWeeks([{ monday: '2025-01-06', seconds: 1, pace: null }, { monday: '2026-11-23', seconds: 2, pace: null }]); // prettier-ignore
    expect([weeks.length, weeks.at(-1)?.monday]).toEqual([26, '2026-11-23']);
  });

  test.each([
    [0, 0],
    [60, 1],
    [90, 1.5],
    [100, 1.7],
  ])('%d seconds are %d minutes', (seconds, expected) => expect(minutes(seconds)).toBe(expected));
});
