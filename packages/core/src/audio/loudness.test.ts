import { describe, expect, test } from 'vitest';
import { applyGain, measureLoudness } from './loudness.ts';

const RATE = 48_000;
const sine = (hertz: number, decibels: number, seconds: number, rate = RATE) =>
  Int16Array.from({ length: seconds * rate }, (_, i) =>
    Math.round(32767 * 10 ** (decibels / 20) * Math.sin((2 * Math.PI * hertz * i) / rate)),
  );

describe('measureLoudness', () => {
  // EBU Tech 3341: a sine of 1 kHz at −23 dBFS on both channels is −23 LUFS; on one channel 3 LU less.
  test.each([
    [-23, RATE],
    [-33, RATE],
    [-23, 22_050],
  ])('a sine of 1 kHz at %d dBFS, %d samples a second', (decibels, rate) => {
    expect(
      Math.abs(measureLoudness(sine(1000, decibels, 5, rate), rate).lufs - (decibels - 3.01)),
    ).toBeLessThan(0.1);
  });

  test('quiet stretches do not count (relative gate)', () => {
    const loud = sine(1000, -20, 5);
    const withSilence = new Int16Array(loud.length * 3);
    withSilence.set(loud);
    expect(Math.abs(measureLoudness(withSilence, RATE).lufs - measureLoudness(loud, RATE).lufs)).toBeLessThan(
      0.3,
    );
  });

  test('low rumble counts less than the same level at 1 kHz', () => {
    expect(measureLoudness(sine(30, -20, 3), RATE).lufs).toBeLessThan(
      measureLoudness(sine(1000, -20, 3), RATE).lufs - 3,
    );
  });

  test('silence and nothing are infinitely soft', () => {
    expect(measureLoudness(new Int16Array(RATE), RATE)).toEqual({ lufs: -Infinity, peak: -Infinity });
    expect(measureLoudness(new Int16Array(0), RATE).lufs).toBe(-Infinity);
  });

  test('the peak is the highest sample', () => {
    expect(measureLoudness(sine(1000, -6, 1), RATE).peak).toBeCloseTo(-6, 1);
  });
});

describe('applyGain', () => {
  test('changes the loudness by as much as is asked', () => {
    const pcm = sine(1000, -30, 3);
    const before = measureLoudness(pcm, RATE).lufs;
    applyGain(pcm, 6, RATE);
    expect(measureLoudness(pcm, RATE).lufs - before).toBeCloseTo(6, 1);
  });

  test('holds peaks 1.75 dB below full scale, at the edges too', () => {
    const pcm = sine(1000, -3, 1);
    applyGain(pcm, 12, RATE);
    expect(measureLoudness(pcm, RATE).peak).toBeLessThanOrEqual(-1.74);
    expect(measureLoudness(pcm, RATE).peak).toBeGreaterThan(-2.25);
  });

  test('turns down only what surrounds a peak', () => {
    const pcm = new Int16Array(1000).fill(1000);
    pcm[500] = 30_000;
    applyGain(pcm, 6, 10_000);
    expect(pcm[500]).toBeLessThan(27_600);
    expect(pcm[400]).toBe(1995);
    expect(pcm[600]).toBe(1995);
  });

  test('nothing is no error', () => {
    expect(() => applyGain(new Int16Array(0), 6, RATE)).not.toThrow();
  });
});
