import type { SpeechPlan } from '@aurelfield/core/speech';
import { availableParallelism } from 'node:os';
import { SpeechError, type SpeakOptions, type SpeechEngine, type SpokenClip } from '../engine.ts';
import { RunnerPool, threadRunner } from '@aurelfield/pool';
import { speechFailure } from '../speechFailure.ts';
import { espeakGain, espeakPitch, espeakSpeed } from './settings.ts';
import type { EspeakRequest, EspeakWords } from './speaker.ts';
import { packageVersion } from '../version.ts';
import { ESPEAK_VOICES } from './voices.ts';

export interface EspeakOptions {
  /** Worker threads; one for each processor, at most four, by default. */
  readonly workers?: number;
  /** The worker's script; beside this module by default. A bundle says where it put it. */
  readonly workerScript?: URL;
}

const DEFAULT_TIMEOUT = 20_000;
const VERSION = `${packageVersion('@echogarden/espeak-ng-emscripten')}/8`;

/** The formant synthesiser that ships with us: many languages, small, fast, exact times. */
export class EspeakEngine implements SpeechEngine {
  readonly id = 'espeak';
  readonly voices = ESPEAK_VOICES;
  readonly #pool: RunnerPool<EspeakRequest | EspeakWords, SpokenClip | string[][]>;

  constructor(options: EspeakOptions = {}) {
    this.#pool = new RunnerPool(
      threadRunner(options.workerScript ?? new URL('./worker.ts', import.meta.url)),
      { size: options.workers ?? Math.min(4, availableParallelism()), toError: speechFailure },
    );
  }

  /** The package that is installed, then the version of our way of timing and cutting its audio. */
  versionOf(): string {
    return VERSION;
  }

  start(): Promise<void> {
    return this.#pool.start();
  }

  stop(): Promise<void> {
    return this.#pool.stop();
  }

  async speak(plan: SpeechPlan, options: SpeakOptions = {}): Promise<SpokenClip> {
    const voice = ESPEAK_VOICES.find(({ id }) => id === plan.voice);
    if (voice === undefined) throw new SpeechError('failed', `There is no voice “${plan.voice}”.`);
    const clip = await this.#pool.run(
      {
        identifier: voice.identifier,
        ...espeakSpeed(voice.identifier, plan.speed),
        gain: espeakGain(voice.identifier),
        pitch: espeakPitch(plan.pitch),
        plan,
      },
      {
        signal: options.signal,
        urgent: options.priority === 'listening',
        timeout: options.timeout ?? DEFAULT_TIMEOUT,
      },
    );
    return clip as SpokenClip;
  }

  async pronounce(
    voiceId: string,
    words: readonly string[],
    options: SpeakOptions = {},
  ): Promise<string[][]> {
    const voice = ESPEAK_VOICES.find(({ id }) => id === voiceId);
    if (voice === undefined) throw new SpeechError('failed', `There is no voice “${voiceId}”.`);
    const said = await this.#pool.run(
      { identifier: voice.identifier, language: voice.language, words },
      { signal: options.signal, urgent: true, timeout: options.timeout ?? DEFAULT_TIMEOUT },
    );
    return said as string[][];
  }
}
