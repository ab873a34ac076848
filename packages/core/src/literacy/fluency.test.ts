import { describe, expect, test } from 'vitest';
import { FLUENCY_NORMS, suggestPace } from './fluency.ts';

describe('norms of oral reading fluency', () => {
  test('a better percentile never reads more slowly, and no grade has fewer than the one before', () => {
    for (const [grade, rows] of Object.entries(FLUENCY_NORMS)) {
      for (const column of [0, 1, 2]) {
        const values = rows.map((row) => row[column]).filter((value) => typeof value === 'number');
        expect(
          [...values].sort((a, b) => b - a),
          `grade ${grade}`,
        ).toEqual(values);
      }
    }
  });

  // Worked examples by hand from the table: who reads 100 words in the autumn of Year 5 (grade 4) stands
  // between the 50th (94) and the 75th (125).
  test.each([
    [
      { wordsCorrect: 100, year: 5, season: 'autumn' },
      { pace: 110, between: [50, 75], median: 94, grade: 4 },
    ],
    [
      { wordsCorrect: 40, year: 4, season: 'winter' },
      { pace: 80, between: [0, 10], median: 97, grade: 3 },
    ],
    [
      { wordsCorrect: 210, year: 7, season: 'spring' },
      { pace: 180, between: [90, 100], median: 146, grade: 6 },
    ],
    [
      { wordsCorrect: 120, year: 11, season: 'winter' },
      { pace: 130, between: [25, 50], median: 145, grade: 6 },
    ],
    [
      { wordsCorrect: 20, year: 2, season: 'autumn' },
      { pace: 80, between: [0, 100], median: null, grade: 1 },
    ],
    [
      { wordsCorrect: 0, year: 3, season: 'spring' },
      { pace: 80, between: [0, 10], median: 100, grade: 2 },
    ],
  ] as const)('%j', (figure, suggestion) => {
    expect(suggestPace(figure)).toEqual(suggestion);
  });
});
