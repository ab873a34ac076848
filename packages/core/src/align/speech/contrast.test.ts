import { describe, expect, test } from 'vitest';
import { contrastOf } from './contrast.ts';
import { DIMENSIONS, type Features } from './features.ts';

/** Frames of which no two are alike, each number of them about 1 on the average. */
function differing(frames: number): Features {
  let state = 1;
  const values = Float32Array.from({ length: frames * DIMENSIONS }, () => {
    state = Math.imul(state, 1_664_525) + 1_013_904_223;
    return (state / 2 ** 31) * Math.sqrt(3);
  });
  return { frames, values, quiet: new Float32Array(frames) };
}

const paired = (frames: number) => {
  const own = Int32Array.from({ length: frames }, (_, i) => i);
  return { compared: own, recorded: own };
};

describe('how well two sounds are told apart', () => {
  // Two frames by chance differ by 2; the lengths are those at which the scattered frame would be the frame
  // itself, and some others.
  test.each([1, 107, 214, 999, 3958, 3959, 3960, 7917, 7918, 7919, 7920, 12_000])(
    'the same sound, of %i frames',
    (frames) => {
      const sound = differing(frames);
      const { same, any } = contrastOf(sound, sound, paired(frames), 1);
      expect(same).toBe(0);
      if (frames > 1) expect(any).toBeGreaterThan(1.5);
      expect(any).toBeLessThan(2.5);
    },
  );

  test('at every length from 60 frames on, of which nothing is looked at below', () => {
    const lengths = Array.from({ length: 540 }, (_, i) => 60 + i);
    const poor = lengths.filter((frames) => {
      const sound = differing(frames);
      return contrastOf(sound, sound, paired(frames), 1).any < 1.5;
    });
    expect(poor).toEqual([]);
  });

  test('frames taken together', () => {
    const sound = differing(7918);
    const { same, any } = contrastOf(sound, sound, paired(7918), 2);
    expect(same).toBe(0);
    expect(any).toBeGreaterThan(0.7);
  });

  test('of nothing it is what is taken before anything is known', () => {
    const sound = differing(100);
    expect(contrastOf(sound, sound, paired(0), 1)).toEqual({ same: 1, any: 2 });
  });
});
