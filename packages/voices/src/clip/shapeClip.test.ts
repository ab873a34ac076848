import { describe, expect, test } from 'vitest';
import { scheduleSentence } from '@aurelfield/core/timeline';
import { factsOfClip } from './factsOfClip.ts';
import { shapeClip } from './shapeClip.ts';

const RATE = 1000;

/** Sound where there are words (in milliseconds, which are samples here), silence elsewhere. */
function audio(length: number, ...sounding: (readonly [number, number])[]): Int16Array {
  const pcm = new Int16Array(length);
  for (const [from, to] of sounding) pcm.fill(5000, from, to);
  return pcm;
}
const times = (...pairs: (readonly [number, number])[]) => pairs.map(([start, end]) => ({ start, end }));

describe('shapeClip', () => {
  test('cuts the silence at the end', () => {
    const clip = shapeClip(audio(500, [0, 300]), RATE, times([0, 100], [100, 300]), []);
    expect(clip.duration).toBeCloseTo(0.3);
    expect(clip.words).toEqual([
      { start: 0, end: 0.1 },
      { start: 0.1, end: 0.3 },
    ]);
  });

  test('keeps the tail of a sound that rings on, up to 80 ms', () => {
    expect(shapeClip(audio(500, [0, 340]), RATE, times([0, 300]), []).duration).toBeCloseTo(0.34);
    expect(shapeClip(audio(500, [0, 480]), RATE, times([0, 300]), []).duration).toBeCloseTo(0.38);
  });

  test('cuts the engine’s pause out at a break and tells where ours can be laid in', () => {
    const clip = shapeClip(audio(700, [0, 200], [400, 600]), RATE, times([0, 200], [400, 600]), [0]);
    expect(clip.cuts).toEqual([200]);
    expect(clip.words[1]?.start).toBeCloseTo(0.2);
    expect(clip.duration).toBeCloseTo(0.4);
  });

  test('a sound that rings on stays before the cut', () => {
    const clip = shapeClip(audio(700, [0, 250], [400, 600]), RATE, times([0, 200], [400, 600]), [0]);
    expect(clip.cuts).toEqual([250]);
    expect(clip.words).toEqual([
      { start: 0, end: 0.2 },
      { start: 0.25, end: 0.45 },
    ]);
  });

  test('words are set apart by a gap beside the closure that was there', () => {
    const clip = shapeClip(
      audio(500, [0, 100], [120, 300]),
      RATE,
      times([0, 100], [120, 200], [200, 300]),
      [],
      0.1,
    );
    expect(clip.words.map(({ start }) => Math.round(start * RATE))).toEqual([0, 220, 400]);
    expect(clip.duration).toBeCloseTo(0.5);
  });

  test('the gap follows the cut, so that it is added to our pauses', () => {
    const clip = shapeClip(audio(500, [0, 100], [200, 300]), RATE, times([0, 100], [200, 300]), [0], 0.1);
    expect(clip.cuts).toEqual([100]);
    expect(clip.words[1]?.start).toBeCloseTo(0.2);
    const [first] = scheduleSentence(
      { words: [], breaks: [0], pauses: [0.5], pauseAfter: 0 },
      'key',
      factsOfClip(clip),
      { sampleRate: RATE, gain: 0 },
    ).pieces;
    expect(first?.to).toBe(100);
  });
});
