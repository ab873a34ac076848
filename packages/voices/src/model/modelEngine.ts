import { SPEECH_RATE, type KnownSpeech } from '@aurelfield/core/alignment';
import { applyGain, joinSamples, measureLoudness } from '@aurelfield/core/audio';
import { LOUDNESS_TARGETS, planHandout, speechAmount, type SpeechPlan } from '@aurelfield/core/speech';
import { baseLanguage, blocksFromPlainText } from '@aurelfield/core/text';
import { gainOf, speedOf, type Calibration } from '../calibration/calibration.ts';
import { CALIBRATION_TEXTS } from '../calibration/texts.ts';
import { gapBetweenWords } from '../calibration/wordGap.ts';
import { resampleClip } from '../clip/resampleClip.ts';
import { shapeClip, type WordTime } from '../clip/shapeClip.ts';
import { SpeechError, type SpeakOptions, type SpeechEngine, type SpokenClip, type Voice } from '../engine.ts';
import { forkRunner, RunnerPool } from '@aurelfield/pool';
import { speechFailure } from '../speechFailure.ts';
import { packageVersion, versionOfFiles } from '../version.ts';
import { findModels, type ModelFolder } from './modelFolder.ts';
import type { ModelRequest, ModelResponse } from './modelRequest.ts';
import { modelTimes } from './modelTimes.ts';

export interface ModelOptions {
  /** Holds a folder for each model. */
  readonly folder: string;
  /** The process's script; beside this module by default. A bundle says where it put it. */
  readonly childScript?: URL;
  /**
   * Says the same words with times that are known; what a model says is placed beside it. Started by whoever
   * gives it.
   */
  readonly compared?: SpeechEngine;
}

const DEFAULT_TIMEOUT = 120_000;
const END_MARKS = { statement: '.', question: '?', exclamation: '!' } as const;
/**
 * Sentences of the calibration text by which a model is measured when it is first spoken with: half a minute
 * of speech.
 */
const MEASURED_SENTENCES = 4;
/** How far from its own speed a model is driven. */
const SPEEDS = { slowest: 0.5, fastest: 2 };
/** Standard words a minute at a model's own speed, in a language without a calibration text. A guess. */
const GUESSED_SPEED = 190;
/** Below this there is no speech. LUFS. */
const SILENT = -60;

/**
 * Voices of neural models that a school puts into a folder. A model tells no times of words: its sound is
 * placed beside that of a voice that says the same words with times that are known.
 * How fast and how loud it speaks is measured when it is first spoken with.
 */
export class ModelEngine implements SpeechEngine {
  readonly id = 'model';
  readonly voices: readonly Voice[];
  readonly missing: string | undefined;
  readonly #models = new Map<string, ModelFolder>();
  readonly #pools = new Map<string, Promise<RunnerPool<ModelRequest, ModelResponse>>>();
  readonly #calibrations = new Map<string, Promise<Calibration>>();
  readonly #versions = new Map<string, string>();
  readonly #script: URL;
  readonly #compared: SpeechEngine | undefined;

  constructor({ folder, childScript, compared }: ModelOptions) {
    this.#script = childScript ?? new URL('./child.ts', import.meta.url);
    this.#compared = compared;
    const found = findModels(folder);
    this.voices = found.flatMap((model) => {
      if (!model.complete) return [];
      const { name, voice } = model.folder;
      const id = `model-${name}`;
      this.#models.set(id, model.folder);
      const timings = this.#comparedVoice(voice.language) ? 'aligned' : 'estimated';
      return [{ ...voice, id, engine: this.id, timings } as const];
    });
    const incomplete = found.flatMap((model) =>
      model.complete ? [] : [`${model.name} lacks ${model.lacks.join(', ')}`],
    );
    this.missing =
      incomplete.length === 0
        ? undefined
        : `A voice model in ${folder} is not complete: ${incomplete.join('; ')}.`;
  }

  /**
   * The runtime, the model's own files, our way of timing and cutting its audio, and the voice that it is
   * compared with.
   */
  versionOf(voiceId: string): string {
    const known = this.#versions.get(voiceId);
    if (known !== undefined) return known;
    const model = this.#models.get(voiceId);
    const files = model
      ? [model.model, model.tokens, ...(model.lexicon === undefined ? [] : [model.lexicon])]
      : [];
    const compared = model && this.#comparedVoice(model.voice.language);
    const comparedVersion = compared ? `+${this.#compared?.versionOf(compared.id)}` : '';
    const version = `${packageVersion('sherpa-onnx-node')}/${versionOfFiles(files)}/3${comparedVersion}`;
    this.#versions.set(voiceId, version);
    return version;
  }

  /** Models are loaded when they are first spoken with. */
  start(): Promise<void> {
    return Promise.resolve();
  }

  async stop(): Promise<void> {
    const pools = await Promise.allSettled([...this.#pools.values()]);
    await Promise.all(pools.flatMap((pool) => (pool.status === 'fulfilled' ? pool.value.stop() : [])));
  }

  async speak(plan: SpeechPlan, options: SpeakOptions = {}): Promise<SpokenClip> {
    const measured = await this.#calibration(plan.voice);
    const { rate, wordGap } = speedOf(measured, plan.speed);
    const { pcm, sampleRate, words } = await this.say(plan, rate, options);
    const clip = shapeClip(pcm, sampleRate, words, plan.breaks, gapBetweenWords(plan, wordGap));
    applyGain(clip.pcm, gainOf(measured), clip.sampleRate);
    return clip;
  }

  /**
   * The model's own sound at one of its own rates (2 is twice as fast), with the times of the words: for
   * calibration and checks.
   */
  async say(
    plan: SpeechPlan,
    rate: number,
    options: SpeakOptions = {},
  ): Promise<ModelResponse & { readonly words: readonly WordTime[] }> {
    const [pool, known] = await Promise.all([this.#pool(plan.voice), this.#known(plan, options)]);
    const breaks = new Set(plan.breaks);
    const text = plan.words
      .map((word, i) => word + (i === plan.words.length - 1 ? END_MARKS[plan.end] : breaks.has(i) ? ',' : ''))
      .join(' ');
    const said = await pool.run(
      { text, speed: rate, pitch: plan.pitch, known },
      {
        signal: options.signal,
        urgent: options.priority === 'listening',
        timeout: options.timeout ?? DEFAULT_TIMEOUT,
      },
    );
    return { ...said, words: modelTimes(plan.words, plan.breaks, said) };
  }

  /**
   * The words of a plan as the voice says them that a model is compared with; undefined where none speaks the
   * language.
   */
  async #known(plan: SpeechPlan, options: SpeakOptions): Promise<KnownSpeech | undefined> {
    const voice = this.#comparedVoice(plan.language);
    if (!voice || !this.#compared) return undefined;
    const own = {
      ...plan,
      voice: voice.id,
      engineVersion: this.#compared.versionOf(voice.id),
      pitch: 0,
      sampleRate: SPEECH_RATE,
    };
    const { pcm, words } = await resampleClip(await this.#compared.speak(own, options), SPEECH_RATE);
    const sample = (seconds: number) => Math.round(seconds * SPEECH_RATE);
    return { pcm, words: words.map(({ start, end }) => ({ from: sample(start), to: sample(end) })) };
  }

  #comparedVoice(language: string): Voice | undefined {
    const base = baseLanguage(language);
    return this.#compared?.voices.find((voice) => baseLanguage(voice.language) === base);
  }

  #calibration(voiceId: string): Promise<Calibration> {
    const known = this.#calibrations.get(voiceId);
    if (known) return known;
    const measured = this.#measured(voiceId);
    this.#calibrations.set(voiceId, measured);
    measured.catch(() => this.#calibrations.delete(voiceId));
    return measured;
  }

  /**
   * How fast and how loud a model speaks of itself. What it says at another speed is taken to be longer or
   * shorter by just that.
   */
  async #measured(voiceId: string): Promise<Calibration> {
    const { language, sampleRate } = this.#model(voiceId).voice;
    const text = CALIBRATION_TEXTS[baseLanguage(language)] ?? '';
    const settings = { speed: GUESSED_SPEED, pitch: 0, sampleRate };
    const plans = [
      ...planHandout(blocksFromPlainText(text), language, { id: voiceId, engineVersion: '' }, settings),
    ]
      .slice(0, MEASURED_SENTENCES)
      .map(({ plan }) => plan);
    if (plans.length === 0) return calibrationOf(GUESSED_SPEED, LOUDNESS_TARGETS.default);
    const clips: SpokenClip[] = [];
    for (const plan of plans) {
      const { pcm, sampleRate: own, words } = await this.say(plan, 1);
      clips.push(shapeClip(pcm, own, words, plan.breaks));
    }
    const amount = plans.reduce((sum, { words, breaks }) => sum + speechAmount(words, breaks.length + 1), 0);
    const minutes = clips.reduce((sum, { duration }) => sum + duration, 0) / 60;
    const { lufs } = measureLoudness(
      joinSamples(clips.map(({ pcm }) => pcm)),
      clips[0]?.sampleRate ?? sampleRate,
    );
    if (lufs < SILENT) throw new SpeechError('failed', 'This voice model says nothing that can be heard.');
    return calibrationOf(amount / minutes, lufs);
  }

  #model(voiceId: string): ModelFolder {
    const model = this.#models.get(voiceId);
    if (model === undefined) throw new SpeechError('failed', `There is no voice “${voiceId}”.`);
    return model;
  }

  #pool(voiceId: string): Promise<RunnerPool<ModelRequest, ModelResponse>> {
    const running = this.#pools.get(voiceId);
    if (running) return running;
    const started = this.#started(this.#model(voiceId));
    this.#pools.set(voiceId, started);
    started.catch(() => this.#pools.delete(voiceId));
    return started;
  }

  async #started(model: ModelFolder): Promise<RunnerPool<ModelRequest, ModelResponse>> {
    const pool = new RunnerPool<ModelRequest, ModelResponse>(
      forkRunner(this.#script, [JSON.stringify(model)]),
      { size: 1, startTimeout: 60_000, toError: speechFailure },
    );
    try {
      await pool.start();
    } catch {
      await pool.stop();
      throw new SpeechError('failed', `The voice model “${model.name}” could not be loaded.`);
    }
    return pool;
  }
}

function calibrationOf(speed: number, lufs: number): Calibration {
  const at = (rate: number) => [speed * rate, rate] as const;
  return { curve: [at(SPEEDS.slowest), at(SPEEDS.fastest)], lufs };
}
