import type { SpeechPlan } from '@aurelfield/core';
import { SpeechError, type SpeakOptions, type SpeechEngine, type SpokenClip, type Voice } from '../engine.ts';
import { forkRunner } from '../pool/forkRunner.ts';
import { RunnerPool } from '../pool/runnerPool.ts';
import { findModels, type ModelFolder } from './modelFolder.ts';
import { packageVersion, versionOfFiles } from '../version.ts';
import { sharedTimes } from './sharedTimes.ts';

/** One sentence for a model. */
export interface ModelRequest {
  readonly text: string;
  /** 1 is the model's own. */
  readonly speed: number;
}

export interface ModelResponse {
  readonly pcm: Int16Array;
  readonly sampleRate: number;
}

export interface ModelOptions {
  /** Holds a folder for each model. */
  readonly folder: string;
  /** The process's script; beside this module by default. A bundle says where it put it. */
  readonly childScript?: URL;
}

const DEFAULT_TIMEOUT = 120_000;
const END_MARKS = { statement: '.', question: '?', exclamation: '!' } as const;
/** Standard words a minute that a model is taken to say at its own speed. A guess: no model could be had to measure. */
const OWN_SPEED = 190;

/**
 * Voices of neural models that a school puts into a folder. Unproven: no model can be had from the package registries, so this has run without one only. Its word times
 * are shared out over the sentence by the length of the words, which the voices say of themselves.
 */
export class ModelEngine implements SpeechEngine {
  readonly id = 'model';
  readonly voices: readonly Voice[];
  readonly missing: string | undefined;
  readonly #models = new Map<string, ModelFolder>();
  readonly #pools = new Map<string, RunnerPool<ModelRequest, ModelResponse>>();
  readonly #versions = new Map<string, string>();
  readonly #script: URL;

  constructor({ folder, childScript }: ModelOptions) {
    this.#script = childScript ?? new URL('./child.ts', import.meta.url);
    const found = findModels(folder);
    this.voices = found.flatMap((model) => {
      if (!model.complete) return [];
      const { name, voice } = model.folder;
      const id = `model-${name}`;
      this.#models.set(id, model.folder);
      return [{ ...voice, id, engine: this.id, timings: 'estimated' as const }];
    });
    const incomplete = found.flatMap((model) =>
      model.complete ? [] : [`${model.name} lacks ${model.lacks.join(', ')}`],
    );
    this.missing =
      incomplete.length === 0
        ? undefined
        : `A voice model in ${folder} is not complete: ${incomplete.join('; ')}.`;
  }

  /** The runtime and the model's own files. */
  versionOf(voiceId: string): string {
    const known = this.#versions.get(voiceId);
    if (known !== undefined) return known;
    const model = this.#models.get(voiceId);
    const files = model
      ? [model.model, model.tokens, ...(model.lexicon === undefined ? [] : [model.lexicon])]
      : [];
    const version = `${packageVersion('sherpa-onnx-node')}/${versionOfFiles(files)}/2`;
    this.#versions.set(voiceId, version);
    return version;
  }

  /** Models are loaded when they are first spoken with. */
  start(): Promise<void> {
    return Promise.resolve();
  }

  async stop(): Promise<void> {
    await Promise.all([...this.#pools.values()].map((pool) => pool.stop()));
  }

  async speak(plan: SpeechPlan, options: SpeakOptions = {}): Promise<SpokenClip> {
    const pool = await this.#pool(plan.voice);
    const breaks = new Set(plan.breaks);
    const text = plan.words
      .map((word, i) => word + (i === plan.words.length - 1 ? END_MARKS[plan.end] : breaks.has(i) ? ',' : ''))
      .join(' ');
    const { pcm, sampleRate } = await pool.run(
      { text, speed: plan.speed / OWN_SPEED },
      {
        signal: options.signal,
        urgent: options.priority === 'listening',
        timeout: options.timeout ?? DEFAULT_TIMEOUT,
      },
    );
    const duration = pcm.length / sampleRate;
    const words = sharedTimes(plan.words, duration);
    const cuts = plan.breaks.map((after) => Math.round((words[after]?.end ?? duration) * sampleRate));
    return { pcm, sampleRate, duration, words, cuts };
  }

  async #pool(voiceId: string): Promise<RunnerPool<ModelRequest, ModelResponse>> {
    const model = this.#models.get(voiceId);
    if (model === undefined) throw new SpeechError('failed', `There is no voice “${voiceId}”.`);
    const running = this.#pools.get(voiceId);
    if (running) return running;
    const pool = new RunnerPool<ModelRequest, ModelResponse>(
      forkRunner(this.#script, [JSON.stringify(model)]),
      { size: 1, startTimeout: 60_000 },
    );
    this.#pools.set(voiceId, pool);
    try {
      await pool.start();
    } catch {
      this.#pools.delete(voiceId);
      await pool.stop();
      throw new SpeechError('failed', `The voice model “${model.name}” could not be loaded.`);
    }
    return pool;
  }
}
