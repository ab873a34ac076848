import { describe, expect, test } from 'vitest';
import { resampleClip } from './resampleClip.ts';

const RATE = 22_050;
/** Half a second of silence, a tone, and silence again. */
const clip = {
  sampleRate: RATE,
  pcm: Int16Array.from({ length: RATE * 2 }, (_, i) =>
    i >= RATE / 2 && i < RATE ? Math.round(8000 * Math.sin((2 * Math.PI * 440 * i) / RATE)) : 0,
  ),
  duration: 2,
  words: [{ start: 0.5, end: 1 }],
  cuts: [RATE, RATE * 2],
};

describe('resampleClip', () => {
  test.each([16_000, 32_000, 44_100])(
    'to %d samples a second: as long, as high and as loud, and begins where it began',
    async (rate) => {
      const found = await resampleClip(clip, rate);
      expect(found.pcm).toHaveLength(2 * rate);
      expect([found.duration, found.words, found.cuts]).toEqual([2, clip.words, [rate, 2 * rate]]);
      const onset = found.pcm.findIndex((sample) => Math.abs(sample) > 500) / rate;
      expect(Math.abs(onset - 0.5)).toBeLessThan(0.003);
      const tone = found.pcm.subarray(Math.round(0.6 * rate), Math.round(0.9 * rate));
      const crossings = tone.reduce(
        (n, sample, i) => n + (sample >= 0 !== (tone[i - 1] ?? 0) >= 0 ? 1 : 0),
        0,
      );
      expect(crossings / 2 / 0.3).toBeGreaterThan(430);
      expect(crossings / 2 / 0.3).toBeLessThan(450);
      expect(Math.max(...tone)).toBeGreaterThan(7600);
      expect(Math.max(...tone)).toBeLessThan(8400);
    },
  );

  test('a clip that has the rate already is itself', async () => {
    expect(await resampleClip(clip, RATE)).toBe(clip);
  });
});
