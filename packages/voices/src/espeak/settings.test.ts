import { expect, test } from 'vitest';
import { espeakPitch, espeakRate } from './settings.ts';

test('the rate rises with the speed and keeps to the engine’s range', () => {
  const rates = [40, 100, 150, 200, 300, 500, 900].map(espeakRate);
  expect(rates).toEqual([...rates].sort((a, b) => a - b));
  expect(rates[0]).toBe(80);
  expect(rates.at(-1)).toBe(450);
});

test.each([
  [0, 50],
  [12, 99],
  [6, 75],
  [-6, 25],
])('pitch of %d semitones is %d', (semitones, pitch) => {
  expect(espeakPitch(semitones)).toBe(pitch);
});
