import type { SpeechPlan } from '@aurelfield/core/speech';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { FestivalEngine } from './festivalEngine.ts';
import { wordOnsets } from './wordOnsets.ts';

const engine = new FestivalEngine();
beforeAll(() => engine.start());
afterAll(() => engine.stop());

const planOf = (voice: string, words: string, breaks: readonly number[] = []): SpeechPlan => ({
  voice, engineVersion: '', language: 'en-US', words: words.split(' '), sounds: [], breaks, end: 'statement', speed: 150, pitch: 0, sampleRate: 32_000,
}); // prettier-ignore

/** Loudest of some milliseconds. */
const loudest = (pcm: Int16Array, sampleRate: number, from: number, to: number) =>
  pcm
    .subarray(Math.max(0, Math.round(from * sampleRate)), Math.round(to * sampleRate))
    .reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);

describe.each(engine.voices.map(({ id }) => id))('%s', (voice) => {
  test('a word that opens with a stop is lit with its burst, after a pause and among others', async () => {
    const off: string[] = [];
    for (const word of 'tap cat dog gap chat jam table kettle dinner teacher coast candle tide door goat chair'.split(
      ' ',
    )) {
      const clip = await engine.speak(planOf(voice, `well ${word} and the ${word}`, [0]));
      for (const index of [1, 4]) {
        const { start } = clip.words[index] ?? { start: 0 };
        const before = loudest(clip.pcm, clip.sampleRate, start - 0.008, start);
        const after = loudest(clip.pcm, clip.sampleRate, start, start + 0.01);
        if (after < before * 2) off.push(`${word} ${index}: ${before} → ${after}`);
      }
    }
    // A flapped or weak one in thirty-two is not told.
    expect(off.length, off.join(', ')).toBeLessThanOrEqual(3);
  });

  test('words stay in order and keep their ends', async () => {
    const plan = planOf(voice, 'tap the pot cat and dog judge church', [2]);
    const said = await engine.say(plan, 1, { phones: true });
    const { sampleRate } = engine.voices.find(({ id }) => id === voice) ?? { sampleRate: 0 };
    const onsets = wordOnsets(said, sampleRate);
    onsets.forEach(({ start, end }, i) => {
      expect(start).toBeGreaterThanOrEqual(said.words[i]?.start ?? Infinity);
      expect(end).toBe(said.words[i]?.end);
      expect(start).toBeLessThanOrEqual(end);
    });
    expect(onsets.some(({ start }, i) => start > (said.words[i]?.start ?? Infinity) + 20)).toBe(true);
  });
});
