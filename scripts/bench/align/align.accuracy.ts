import { alignWords, ACCEPTANCE_THRESHOLD } from '@aurelfield/core/alignment';
import { afterAll, describe, expect, test } from 'vitest';
import { figure } from '../../lib/figure.ts';
import { CONDITIONS, finding, quantile } from './conditions.ts';
import { saidBy, stopVoices } from './known.ts';
import { plainSentences, SET_ASIDE } from './texts.ts';
import { spokenByFlite, withNoise } from './truth.ts';

/**
 * A part of what `npm run bench:align` measures whole: two speakers of Debian's flite, with the phone ends
 * that it tells, on a text of Debian's base-files.
 */
const text = plainSentences(SET_ASIDE[0] ?? '').slice(0, 6);
const other = plainSentences(SET_ASIDE[2] ?? '').slice(0, 3);
/**
 * Milliseconds within which 95 of 100 onsets are: what we aim at for clean sound and for noise at 10 dB; 100
 * for the rest.
 */
const WITHIN = new Map([
  ['clean', 60],
  ['noise at 10 dB', 120],
]);
afterAll(() => stopVoices());

describe.each(['awb', 'slt'])('%s', (speaker) => {
  test.each(CONDITIONS)('$name', async (condition) => {
    const found = await finding(text, speaker, condition);
    const errors = found.errors.map(Math.abs);
    figure(
      `Word onsets found by alignment, ${speaker}, ${condition.name}: median and 95th percentile of ${errors.length}`,
      `${quantile(errors, 0.5).toFixed(1)} and ${quantile(errors, 0.95).toFixed(1)} ms`,
    );
    expect(quantile(errors, 0.5)).toBeLessThanOrEqual(20);
    // Of 130 words seven may be farther away: with fewer words, chance moves the last ones.
    expect(quantile(errors, 0.95)).toBeLessThanOrEqual(WITHIN.get(condition.name) ?? 100);
    expect(found.wronglyLeftOut).toBeLessThanOrEqual(2);
    expect(found.fit).toBeGreaterThan(ACCEPTANCE_THRESHOLD);
  });

  test('another text does not fit, also with noise behind it', async () => {
    const known = await saidBy('espeak-en-gb-higher-1', other);
    const { pcm } = await spokenByFlite(speaker, text);
    for (const recording of [pcm, withNoise(pcm, 10)])
      expect(alignWords(known, recording).fit).toBeLessThan(ACCEPTANCE_THRESHOLD);
  });
});
