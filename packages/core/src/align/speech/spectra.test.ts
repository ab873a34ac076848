import { describe, expect, test } from 'vitest';
import { BANDS, HOP, spectra, spectraBetween, SPEECH_RATE } from './spectra.ts';

const tone = (hertz: number, seconds: number) =>
  Int16Array.from({ length: seconds * SPEECH_RATE }, (_, i) =>
    Math.round(8000 * Math.sin((2 * Math.PI * hertz * i) / SPEECH_RATE)),
  );
const loudestBand = (pcm: Int16Array, warp?: number) => {
  const { energies } = spectra(pcm, warp);
  const middle = [...energies.subarray(20 * BANDS, 21 * BANDS)];
  return middle.indexOf(Math.max(...middle));
};

describe('spectra', () => {
  test('a higher tone lies in a higher band, and in a lower one where everything is looked for higher', () => {
    const bands = [200, 500, 1000, 2000, 4000, 6500].map((hertz) => loudestBand(tone(hertz, 0.5)));
    expect([...bands].sort((a, b) => a - b)).toEqual(bands);
    expect(new Set(bands).size).toBe(bands.length);
    expect(loudestBand(tone(2000, 0.5), 1.2)).toBeLessThan(loudestBand(tone(2000, 0.5)));
  });

  test.each([
    ['shorter than a frame', 319, 0],
    ['one frame', 320, 1],
    ['just not two', 399, 1],
    ['two', 400, 2],
  ])('%s', (_name, samples, frames) => {
    expect(spectra(new Int16Array(samples)).frames).toBe(frames);
  });

  test.each([
    [0, 8000],
    [10 * HOP, 50 * HOP],
    [10 * HOP, 50 * HOP + 37],
    [100 * HOP, 100 * HOP + 319],
    [199 * HOP, 400 * HOP],
  ])('those from %i to %i are those of the part', (from, to) => {
    const pcm = Int16Array.from({ length: 200 * HOP }, (_, i) => ((i * 7919) % 4001) - 2000);
    const part = spectraBetween(spectra(pcm), from, to);
    const own = spectra(pcm.subarray(from, to));
    expect(part.frames).toBe(own.frames);
    // The first sample of a part has nothing before it, and so its first frame is another one.
    expect([...part.energies.subarray(BANDS)]).toEqual([...own.energies.subarray(BANDS)]);
  });
});
