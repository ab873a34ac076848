import { expect, test } from 'vitest';
import { costOf } from './price.ts';

/** Common practice, no source: 4.00 a million asks 0.27 for 68,000 characters. */
test.each([
  [68_000, 0, 0, 0.272],
  [68_000, 0, 500_000, 0],
  [68_000, 480_000, 500_000, 0.192],
  [68_000, 600_000, 500_000, 0.272],
  [0, 0, 0, 0],
])('%d characters after %d, %d of them free, cost %d', (characters, used, freePerMonth, cost) => {
  expect(costOf(characters, used, { perMillion: 4, currency: 'GBP', freePerMonth })).toBeCloseTo(cost, 6);
});
