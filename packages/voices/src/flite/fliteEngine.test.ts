import type { SpeechPlan } from '@aurelfield/core/speech';
import { mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { SpeechError } from '../engine.ts';
import { FliteEngine } from './fliteEngine.ts';

const engine = new FliteEngine();
const planOf = (voice: string, words: string, more: Partial<SpeechPlan> = {}): SpeechPlan => ({
  voice, engineVersion: '', language: 'en-GB', words: words.split(' '), sounds: [], breaks: [], end: 'statement', speed: 150, pitch: 0, sampleRate: 16_000, ...more,
}); // prettier-ignore
const SENTENCE = 'the tide covers the salt marsh twice a day and the water comes in by the old bridge';

test('without the program it has no voices and says what is missing', () => {
  const without = new FliteEngine({ command: 'no-such-program-here' });
  expect(without.voices).toEqual([]);
  expect(without.missing).toContain('apt-get install flite');
});

describe.each(engine.voices.map(({ id }) => id))('%s', (voice) => {
  test('gives a time to each word, which begins with one of its phones or the burst after it', async () => {
    const { words, phones, pcm } = await engine.say(planOf(voice, SENTENCE), 1);
    expect(words).toHaveLength(SENTENCE.split(' ').length);
    const starts = phones.map((_, i) => phones[i - 1]?.end ?? 0);
    words.forEach(({ start, end }, i) => {
      expect(start).toBeLessThan(end);
      expect(start).toBeGreaterThanOrEqual(words[i - 1]?.end ?? 0);
      const phone = starts.findLastIndex((at) => at <= start + 1);
      // Within the phone it begins with: the sound of a stop comes at its end.
      expect(start - (starts[phone] ?? 0)).toBeLessThan(160);
    });
    // The last phone ends where the sound does (the program's own times, to 3 ms).
    expect(Math.abs((phones.at(-1)?.end ?? 0) - (pcm.length / 16_000) * 1000)).toBeLessThan(60);
  });

  test('the words of a sentence have the phones they have alone', async () => {
    const { words, phones } = await engine.say(planOf(voice, 'salt marsh twice water bridge'), 1);
    const alone = await engine.pronounce(voice, ['salt', 'marsh', 'twice', 'water', 'bridge']);
    const starts = phones.map((_, i) => phones[i - 1]?.end ?? 0);
    words.forEach(({ end }, i) => {
      const before = words[i - 1]?.end ?? 0;
      const own = phones.filter(
        ({ name, end: at }, k) => name !== 'pau' && at <= end + 1 && (starts[k] ?? 0) >= before - 1,
      );
      expect(own).toHaveLength(alone[i]?.length ?? 0);
    });
  });

  test('speaks at the speed and pitch asked for, with silence where the breaks are', async () => {
    const normal = await engine.speak(planOf(voice, SENTENCE, { breaks: [8] }));
    const fast = await engine.speak(planOf(voice, SENTENCE, { breaks: [8], speed: 220 }));
    const high = await engine.speak(planOf(voice, SENTENCE, { breaks: [8], pitch: 4 }));
    expect(normal.duration / fast.duration).toBeGreaterThan(1.3);
    expect(Math.abs(high.duration / normal.duration - 1)).toBeLessThan(0.06);
    expect(normal.cuts).toHaveLength(1);
    expect(normal.sampleRate).toBe(16_000);
    expect(normal.words.at(-1)?.end).toBeLessThanOrEqual(normal.duration + 0.001);
  });

  test('says entries by their sounds, words of the sound lexicon rightly, and spells what has no vowel', async () => {
    const [kilometres = [], letter = []] = await engine.pronounce(voice, ['kilometres', 'A']);
    expect(kilometres.join('')).toContain('k');
    expect(letter).toEqual(['eɪ']);
    const { phones } = await engine.say(
      planOf(voice, 'say tarn', { sounds: [{ word: 1, ipa: 'ˈsæləʊ' }] }),
      1,
    );
    expect(phones.map(({ name }) => name).join(' ')).toContain('s ae l ow');
    const spelledWords = await engine.speak(planOf(voice, 'play mf then'));
    expect(spelledWords.spelledWords).toEqual([1]);
    expect(spelledWords.words).toHaveLength(3);
  });
});

describe.skipIf(engine.voices.length === 0)('when things go wrong', () => {
  afterEach(() => {
    vi.unstubAllEnvs();
  });

  test('a request that is stopped ends its program, and nothing is left behind', async () => {
    // A temporary folder of its own: other tests speak at the same time.
    const own = mkdtempSync(path.join(tmpdir(), 'aurelfield-test-'));
    vi.stubEnv('TMPDIR', own);
    const stop = new AbortController();
    const said = engine.speak(planOf('flite-en-us-lower', SENTENCE), { signal: stop.signal });
    stop.abort(new Error('no longer wanted'));
    await expect(said).rejects.toThrow();
    await expect(engine.speak(planOf('flite-en-us-lower', SENTENCE), { timeout: 1 })).rejects.toBeInstanceOf(
      SpeechError,
    );
    expect(readdirSync(own)).toEqual([]);
  });

  test('an unknown voice is refused in words', async () => {
    await expect(engine.speak(planOf('flite-nobody', 'hello'))).rejects.toThrow(
      'There is no voice “flite-nobody”.',
    );
  });
});
