import { applyGain } from '@aurelfield/core/audio';
import { type SpeechPlan } from '@aurelfield/core/speech';
import { gainOf } from '../calibration/calibration.ts';
import { gapBetweenWords } from '../calibration/wordGap.ts';
import { shapeClip } from '../clip/shapeClip.ts';
import { SpeechError, type SpeakOptions, type SpeechEngine, type SpokenClip, type Voice } from '../engine.ts';
import { speechFailure } from '../speechFailure.ts';
import { RunnerPool } from '@aurelfield/pool';
import {
  FESTIVAL,
  festivalRunner,
  type FestivalProgram,
  type FestivalRequest,
  type FestivalResponse,
} from './festivalRunner.ts';
import { versionOfFiles } from '../version.ts';
import { findFestival, programVersion } from './presence.ts';
import { festivalCalibration, festivalSpeed, pitchFactor } from './settings.ts';
import { festivalText, ipaOfPhones, plainLetters, WITHOUT_VOWEL } from './text.ts';
import { wordOnsets } from './wordOnsets.ts';
import type { FestivalVoice } from './voices.ts';

export interface FestivalOptions {
  /** Child processes; two by default. */
  readonly processes?: number;
  readonly program?: FestivalProgram;
}

const ONE_WORD: SpeechPlan = {
  voice: '',
  engineVersion: '',
  language: 'en-US',
  words: [],
  sounds: [],
  breaks: [],
  end: 'statement',
  speed: 150,
  pitch: 0,
  sampleRate: 16_000,
};
const DEFAULT_TIMEOUT = 20_000;
/** A long sentence may take longer. Milliseconds a word. */
const TIMEOUT_PER_WORD = 300;
const WORD_TIMEOUT = 5000;
/**
 * How a sentence fails that the voice cannot say. One that took too long may have waited for a busy machine.
 */
const SENTENCE_FAILED: ReadonlySet<SpeechError['kind']> = new Set(['failed', 'crash']);

function unsayableKey(voice: string, word: string): string {
  return `${voice} ${word}`;
}

/**
 * Natural English voices of the machine's own speech packages, run as child processes. Without the packages
 * it has no voices and says what is missing.
 */
export class FestivalEngine implements SpeechEngine {
  readonly id = 'festival';
  readonly voices: readonly Voice[];
  readonly missing: string | undefined;
  readonly #voices: readonly FestivalVoice[];
  readonly #pool: RunnerPool<FestivalRequest, FestivalResponse>;
  readonly #tokens = new Map<string, string>();
  /** Words of a voice that it cannot say: they are spelled. */
  readonly #unsayable = new Set<string>();
  readonly #versions = new Map<string, string>();
  readonly #program: FestivalProgram;

  constructor({ processes = 2, program = FESTIVAL }: FestivalOptions = {}) {
    this.#program = program;
    const { voices, missing } = findFestival(program.command);
    this.#voices = voices;
    this.voices = voices.map(
      ({ choose: _choose, debianPackage: _package, file: _file, isBritish: _british, ...voice }) => voice,
    );
    this.missing =
      missing.length === 0
        ? undefined
        : `Natural English voices are missing. To add them: sudo apt-get install ${missing.join(' ')}`;
    this.#pool = new RunnerPool(festivalRunner(program), { size: processes, toError: speechFailure });
  }

  /**
   * The program's release and the voice's own data, then the version of our way of telling it words and
   * cutting its audio.
   */
  versionOf(voiceId: string): string {
    const known = this.#versions.get(voiceId);
    if (known !== undefined) return known;
    const file = this.#voices.find(({ id }) => id === voiceId)?.file;
    const version = `${programVersion(this.#program.command)}/${file === undefined ? '' : versionOfFiles([file])}/7`;
    this.#versions.set(voiceId, version);
    return version;
  }

  async start(): Promise<void> {
    if (this.#voices.length > 0) await this.#pool.start();
  }

  stop(): Promise<void> {
    return this.#pool.stop();
  }

  async speak(plan: SpeechPlan, options: SpeakOptions = {}): Promise<SpokenClip> {
    const { sampleRate } = this.#voice(plan);
    const { rate, wordGap } = festivalSpeed(plan.voice, plan.speed);
    const said = await this.#sayOrSpell(plan, rate, options);
    const clip = shapeClip(
      said.pcm,
      sampleRate,
      wordOnsets(said, sampleRate),
      plan.breaks,
      gapBetweenWords(plan, wordGap),
    );
    applyGain(clip.pcm, gainOf(festivalCalibration(plan.voice)), sampleRate);
    const spelledWords = this.#spelledIn(plan);
    return spelledWords.length > 0 ? { ...clip, spelledWords } : clip;
  }

  /**
   * Says a sentence; one that fails is looked through for words that the voice cannot say (it drops some
   * without a vowel, and others end its program), which are spelled from then on.
   */
  async #sayOrSpell(plan: SpeechPlan, rate: number, options: SpeakOptions): Promise<FestivalResponse> {
    const spelledBefore = this.#spelledIn(plan).length;
    try {
      return await this.say(plan, rate, { ...options, phones: true });
    } catch (error) {
      if (!(error instanceof SpeechError) || !SENTENCE_FAILED.has(error.kind)) throw error;
      await this.#findUnsayable(plan, options);
      // Another sentence that is said at the same time may have found the word.
      if (this.#spelledIn(plan).length === spelledBefore) throw error;
      return this.say(plan, rate, { ...options, phones: true });
    }
  }

  /** Tries a sentence's words one by one, and remembers those that the voice cannot say. */
  async #findUnsayable(plan: SpeechPlan, options: SpeakOptions): Promise<void> {
    const given = new Set(plan.sounds.map(({ word }) => word));
    const words = new Set(
      plan.words.flatMap((word, i) => (given.has(i) || plainLetters(word).length < 2 ? [] : word)),
    );
    for (const word of words) {
      const key = unsayableKey(plan.voice, plainLetters(word));
      if (this.#unsayable.has(key)) continue;
      try {
        await this.say({ ...ONE_WORD, voice: plan.voice, words: [word] }, 1, {
          ...options,
          timeout: WORD_TIMEOUT,
        });
      } catch (error) {
        if (!(error instanceof SpeechError) || !SENTENCE_FAILED.has(error.kind)) throw error;
        this.#unsayable.add(key);
      }
    }
  }

  /** The words of a plan that are spelled, by their number. */
  #spelledIn(plan: SpeechPlan): number[] {
    return plan.words.flatMap((word, i) => (this.#isSpelled(plan, i, word) ? i : []));
  }

  #isSpelled(plan: SpeechPlan, index: number, word: string): boolean {
    return (
      this.#cannotSay(plan.voice, plainLetters(word)) && !plan.sounds.some((sound) => sound.word === index)
    );
  }

  #cannotSay(voice: string, word: string): boolean {
    return WITHOUT_VOWEL.test(word) || this.#unsayable.has(unsayableKey(voice, word));
  }

  async pronounce(
    voiceId: string,
    words: readonly string[],
    options: SpeakOptions = {},
  ): Promise<string[][]> {
    const said: string[][] = [];
    for (const word of words) {
      const plan: SpeechPlan = { ...ONE_WORD, voice: voiceId, words: [word] };
      const { phones } = await this.say(plan, 1, { ...options, priority: 'listening', isSilent: true });
      said.push(ipaOfPhones(phones.map(({ name }) => name)));
    }
    return said;
  }

  /**
   * The engine's own sound and times at one of its own rates, before anything is cut: for calibration and
   * checks.
   */
  async say(
    plan: SpeechPlan,
    rate: number,
    options: SpeakOptions & Pick<FestivalRequest, 'phones' | 'isSilent'> = {},
  ): Promise<FestivalResponse> {
    const { choose, sampleRate, isBritish = false } = this.#voice(plan);
    return this.#pool.run(
      {
        choose,
        isBritish,
        sampleRate,
        ...festivalText(
          plan,
          (phones) => this.#tokenFor(phones),
          (word) => this.#cannotSay(plan.voice, word),
          isBritish,
        ),
        words: plan.words.length,
        rate,
        pitch: pitchFactor(plan.pitch),
        phones: options.phones ?? false,
        isSilent: options.isSilent ?? false,
      },
      {
        signal: options.signal,
        urgent: options.priority === 'listening',
        timeout: options.timeout ?? DEFAULT_TIMEOUT + plan.words.length * TIMEOUT_PER_WORD,
      },
    );
  }

  #voice(plan: SpeechPlan): FestivalVoice {
    const voice = this.#voices.find(({ id }) => id === plan.voice);
    if (voice === undefined) throw new SpeechError('failed', `There is no voice “${plan.voice}”.`);
    return voice;
  }

  #tokenFor(phones: string): string {
    const token = this.#tokens.get(phones) ?? `aurel${this.#tokens.size}x`;
    this.#tokens.set(phones, token);
    return token;
  }
}
