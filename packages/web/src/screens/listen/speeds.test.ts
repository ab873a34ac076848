import { expect, test } from 'vitest';
import { keepSpeed, formatSpeed, adjacentSpeed, speedOf } from './speeds.ts';

test.each([
  [1, 1, 1.1],
  [1, -1, 0.9],
  [2, 1, 2],
  [0.5, -1, 0.5],
] as const)('beside %s by %s is %s', (speed, by, next) => {
  expect(adjacentSpeed(speed, by)).toBe(next);
});

test('a speed is one pupil’s own', () => {
  keepSpeed('a', 1.2);
  expect([speedOf('a'), speedOf('b')]).toEqual([1.2, 1]);
  keepSpeed('a', 7);
  expect(speedOf('a')).toBe(1);
});

test('it is told in words a minute', () => {
  expect([formatSpeed(1, 120), formatSpeed(0.7, 150)]).toEqual([
    '120 words a minute (normal speed)',
    '105 words a minute',
  ]);
});
