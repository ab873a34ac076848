import { measureLoudness } from '@aurelfield/core/audio';
import { LOUDNESS_TARGETS, planHandout, speechAmount, type SpeechPlan } from '@aurelfield/core/speech';
import { blocksFromPlainText } from '@aurelfield/core/text';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { CALIBRATION_TEXTS } from '../../packages/voices/src/calibration/texts.ts';
import { EspeakEngine } from '../../packages/voices/src/espeak/espeakEngine.ts';
import { ModelEngine } from '../../packages/voices/src/model/modelEngine.ts';
import { sharedTimes } from '../../packages/voices/src/model/modelTimes.ts';
import { quantile } from '../bench/align/conditions.ts';
import { plainSentences, SET_ASIDE } from '../bench/align/texts.ts';
import { figure } from '../lib/figure.ts';
import { buildTinyModel, TOKEN, type TinyModel } from './build.ts';
import { RATE } from './sounds.ts';

/** Sentences that were looked at by nobody while the adapter was written; of Debian's package base-files. */
const sentences = plainSentences(SET_ASIDE[3] ?? '').filter(({ length }) => length <= 20);
const calibration = (CALIBRATION_TEXTS.en ?? '').toLowerCase().match(/[a-z']+/gu) ?? [];

let folder: string;
let tiny: TinyModel;
let compared: EspeakEngine;
let engine: ModelEngine;
beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-tiny-'));
  const words = [...new Set([...sentences.flat(), ...calibration])];
  tiny = await buildTinyModel(path.join(folder, 'reed'), words, { label: 'Reed', region: 'made of pieces' });
  compared = new EspeakEngine({ workers: 1 });
  await compared.start();
  engine = new ModelEngine({ folder, compared });
});
afterAll(async () => {
  await engine.stop();
  await compared.stop();
  rmSync(folder, { recursive: true });
});

const planOf = (words: readonly string[], more: Partial<SpeechPlan> = {}): SpeechPlan => ({
  voice: 'model-reed', engineVersion: engine.versionOf('model-reed'), language: 'en-US', words, sounds: [], breaks: [], end: 'statement', speed: 160, pitch: 0, sampleRate: RATE, ...more,
}); // prettier-ignore

/** When each word begins, milliseconds: its sounds and a blank are before the next one. */
function truth(words: readonly string[], rate = 1): number[] {
  let tokens = 0;
  return words.map((word) => {
    const at = (tokens * TOKEN * 1000) / RATE / rate;
    tokens += (tiny.lexicon.get(word)?.length ?? 0) + 1;
    return at;
  });
}

describe('a model that a school puts into its folder', () => {
  test('is a voice whose words are found in the sound', () => {
    expect(engine.missing).toBeUndefined();
    expect(engine.voices).toMatchObject([{ id: 'model-reed', label: 'Reed', timings: 'aligned' }]);
  });

  test('has its words where they are said, far nearer than by sharing out', async () => {
    const found: number[] = [];
    const shared: number[] = [];
    for (const words of sentences) {
      const said = await engine.say(planOf(words), 1);
      const starts = truth(words);
      const whole = { start: 0, end: (said.pcm.length * 1000) / said.sampleRate };
      const off = (times: readonly { readonly start: number }[]) =>
        times.map(({ start }, i) => Math.abs(start - (starts[i] ?? 0)));
      found.push(...off(said.words));
      shared.push(...off(sharedTimes(words, whole)));
    }
    expect(found.length).toBeGreaterThan(80);
    // A blank of 25 ms stands before each word, which nobody can tell from the closure of its first sound.
    figure(
      `Word onsets of a model voice, found by alignment: median and 95th percentile of ${found.length}`,
      `${quantile(found, 0.5).toFixed(1)} and ${quantile(found, 0.95).toFixed(1)} ms`,
    );
    expect(quantile(found, 0.5)).toBeLessThanOrEqual(50);
    expect(quantile(found, 0.95)).toBeLessThanOrEqual(130);
    expect(quantile(shared, 0.5)).toBeGreaterThan(2 * quantile(found, 0.5));
  });

  test.each([110, 160, 230])('speaks at %i standard words a minute when it is asked to', async (speed) => {
    const text = blocksFromPlainText(CALIBRATION_TEXTS.en ?? '');
    const voice = { id: 'model-reed', engineVersion: '' };
    const plans = [...planHandout(text, 'en-US', voice, { speed, pitch: 0, sampleRate: RATE })]
      .map(({ plan }) => plan)
      .slice(-2);
    const clips = await Promise.all(plans.map((plan) => engine.speak(plan)));
    const amount = plans.reduce((sum, { words, breaks }) => sum + speechAmount(words, breaks.length + 1), 0);
    const seconds = clips.reduce((sum, { duration }) => sum + duration, 0);
    // It was measured on the four sentences before these two.
    expect(Math.abs((amount * 60) / seconds / speed - 1)).toBeLessThan(0.08);
  });

  test('is as loud as the other voices, and as long when it is higher', async () => {
    const [words = []] = sentences;
    const plain = await engine.speak(planOf(words));
    const { lufs } = measureLoudness(plain.pcm, plain.sampleRate);
    expect(Math.abs(lufs - LOUDNESS_TARGETS.default)).toBeLessThan(2);
    const higher = await engine.speak(planOf(words, { pitch: 4 }));
    expect(higher.duration).toBeCloseTo(plain.duration, 1);
    // The voice that it is compared with says a sentence a little otherwise each time, so a word is now and
    // then found elsewhere.
    const apart = higher.words.map(({ start }, i) => Math.abs(start - (plain.words[i]?.start ?? 0)));
    expect(quantile(apart, 0.8)).toBeLessThan(0.1);
  });

  test('has places for pauses between the words that they belong between', async () => {
    const [words = []] = sentences;
    const { cuts, words: times, sampleRate } = await engine.speak(planOf(words, { breaks: [2, 5] }));
    expect(cuts).toHaveLength(2);
    [2, 5].forEach((after, i) => {
      const at = (cuts[i] ?? 0) / sampleRate;
      expect(at).toBeGreaterThanOrEqual((times[after]?.end ?? 0) - 0.001);
      expect(at).toBeLessThanOrEqual((times[after + 1]?.start ?? 0) + 0.001);
    });
  });

  test('without a voice to compare with it shares the times out, and says so', async () => {
    const alone = new ModelEngine({ folder });
    expect(alone.voices).toMatchObject([{ timings: 'estimated' }]);
    const { words } = await alone.speak(planOf(sentences[0] ?? []));
    expect(words).toHaveLength(sentences[0]?.length ?? 0);
    await alone.stop();
  });
});
