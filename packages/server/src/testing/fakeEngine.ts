import type { SpeechPlan } from '@aurelfield/core/speech';
import { EspeakEngine, type SpeechEngine, type SpokenClip } from '@aurelfield/voices';
import { setTimeout as delay } from 'node:timers/promises';

/** Seconds that every spoken word lasts at a speed of one a minute, and the quiet between two. */
const [WORD, GAP] = [7.5, 0.01];

/**
 * An engine with the voices of the one that ships with us, and sound that takes no time to make: each word a
 * short tone. For tests of which speech is not the subject. It counts what it is asked for.
 */
export class FakeEngine implements SpeechEngine {
  readonly id = 'espeak';
  readonly voices: SpeechEngine['voices'] = new EspeakEngine().voices;
  /** The words of all plans it was asked for, in order. */
  readonly asked: string[] = [];
  /** Milliseconds that a sentence takes. */
  delay = 0;
  /** What is thrown instead of sound. */
  failure: Error | undefined;
  version = 'fake/1';

  versionOf(): string {
    return this.version;
  }

  start(): Promise<void> {
    return Promise.resolve();
  }

  stop(): Promise<void> {
    return Promise.resolve();
  }

  async speak(plan: SpeechPlan, options: { readonly signal?: AbortSignal } = {}): Promise<SpokenClip> {
    this.asked.push(`${plan.voice}: ${plan.words.join(' ')}`);
    if (this.delay > 0) await delay(this.delay, undefined, options.signal ? { signal: options.signal } : {});
    options.signal?.throwIfAborted();
    if (this.failure) throw this.failure;
    return toneClip(plan);
  }
}

/** A tone for each word, and a cut right after each word that a break follows. */
function toneClip({ words, breaks, speed, sampleRate }: SpeechPlan): SpokenClip {
  const [word, gap] = [Math.round((WORD / speed) * sampleRate), Math.round(GAP * sampleRate)];
  const pcm = new Int16Array(words.length * (word + gap));
  for (let i = 0; i < pcm.length; i++)
    if (i % (word + gap) < word) pcm[i] = Math.round(6000 * Math.sin((i * 2 * Math.PI * 300) / sampleRate));
  const startOf = (index: number) => index * (word + gap);
  return {
    sampleRate,
    pcm,
    duration: pcm.length / sampleRate,
    words: words.map((_, i) => ({
      start: startOf(i) / sampleRate,
      end: (startOf(i) + word) / sampleRate,
    })),
    cuts: breaks.map((after) => startOf(after) + word),
  };
}
