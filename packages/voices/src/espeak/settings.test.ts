import { expect, test } from 'vitest';
import calibration from './calibration.json' with { type: 'json' };
import { espeakGain, espeakPitch, espeakSpeed } from './settings.ts';
import { ESPEAK_VOICES } from './voices.ts';

test('the rate rises with the speed and keeps to the engine’s range', () => {
  const rates = [40, 100, 150, 200, 300, 500, 900].map((speed) => espeakSpeed('gmw/en+f2', speed).rate);
  expect(rates).toEqual([...rates].sort((a, b) => a - b));
  expect(rates[0]).toBe(80);
  expect(rates.at(-1)).toBe(450);
});

test('below the engine’s slowest rate words are set apart by what is left of their time', () => {
  const { rate, wordGap } = espeakSpeed('gmw/en+f2', 60);
  expect(rate).toBe(80);
  expect(wordGap).toBeGreaterThan(0.3);
  expect(espeakSpeed('gmw/en+f2', 200).wordGap).toBe(0);
});

test('every voice has a curve of its own, rising', () => {
  for (const { identifier } of ESPEAK_VOICES) {
    const speeds =
      (calibration as unknown as Record<string, { curve: [number, number][] }>)[identifier]?.curve.map(
        ([speed]) => speed,
      ) ?? [];
    expect(speeds.length, identifier).toBeGreaterThan(4);
    expect(speeds).toEqual([...speeds].sort((a, b) => a - b));
  }
});

test.each([
  [0, 50],
  [12, 99],
  [6, 85],
  [-6, 11],
])('pitch of %d semitones is %d', (semitones, pitch) => {
  expect(espeakPitch(semitones)).toBe(pitch);
});

test('every voice is brought to the usual loudness from what it has by itself', () => {
  for (const { identifier } of ESPEAK_VOICES) {
    expect(espeakGain(identifier)).toBeGreaterThan(-12);
    expect(espeakGain(identifier)).toBeLessThan(12);
  }
  expect(new Set(ESPEAK_VOICES.map(({ identifier }) => espeakGain(identifier))).size).toBeGreaterThan(10);
});
