import { toCardinal } from 'n2words/en-GB';
import { toCardinal as toCardinalUs, toOrdinal as toOrdinalUs } from 'n2words/en-US';
import { toCardinal as toCardinalFr } from 'n2words/fr-FR';
import { describe, expect, test } from 'vitest';
import { frenchCardinal } from './languages/frenchNumbers.ts';
import { sayOrdinal, sayWhole } from './rules/englishNumbers.ts';

/** A small generator with a fixed seed (mulberry32), so that a failure can be seen again. */
function* randomNumbers(seed: number, count: number): Generator<bigint> {
  let state = seed;
  const next = () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  for (let i = 0; i < count; i++) yield BigInt(Math.floor(next() * 10 ** Math.ceil(next() * 12)));
}

const plain = (words: string) => words.replace(/[-,]/gu, ' ').replace(/\s+/gu, ' ').toLowerCase();

// Checked against an outside library, npm n2words.
describe('against n2words', () => {
  const numbers = [
    ...randomNumbers(1, 3000),
    ...Array.from({ length: 1200 }, (_, i) => BigInt(i)),
    10n ** 12n,
  ];

  test('British cardinals', () => {
    for (const n of numbers) expect(sayWhole(String(n), 'en-GB').join(' ')).toBe(plain(toCardinal(n)));
  });

  test('American cardinals', () => {
    for (const n of numbers) expect(sayWhole(String(n), 'en-US').join(' ')).toBe(plain(toCardinalUs(n)));
  });

  // Its British ordinals leave the last "and" out, unlike its British cardinals, so ordinals are compared in
  // the American style.
  test('ordinals', () => {
    for (const n of numbers)
      if (n > 0n) expect(sayOrdinal(String(n), 'en-US').join(' ')).toBe(plain(toOrdinalUs(n)));
  });
});

test('French cardinals, against n2words', () => {
  for (const n of [...randomNumbers(3, 3000), ...Array.from({ length: 1200 }, (_, i) => BigInt(i))]) {
    expect(frenchCardinal(String(n)).join(' ')).toBe(plain(toCardinalFr(n)));
  }
});

test('numbers beyond the last scale word are said digit by digit', () => {
  expect(sayWhole('1234567890123456789', 'en-GB').slice(0, 3)).toEqual(['one', 'two', 'three']);
});
