import { applyGain } from '@aurelfield/core/audio';
import { type SpeechPlan } from '@aurelfield/core/speech';
import pLimit from 'p-limit';
import { spawnSync } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { gainOf, speedOf, type Calibration } from '../calibration/calibration.ts';
import { gapBetweenWords } from '../calibration/wordGap.ts';
import { resampleClip } from '../clip/resampleClip.ts';
import { shapeClip, type WordTime } from '../clip/shapeClip.ts';
import { SpeechError, type SpeakOptions, type SpeechEngine, type SpokenClip, type Voice } from '../engine.ts';
import { splitPhones } from '../espeak/phones.ts';
import { isOnPath } from '../festival/presence.ts';
import { pitchFactor } from '../festival/settings.ts';
import { festivalText, ipaOfPhones, plainLetters, WITHOUT_VOWEL } from '../festival/text.ts';
import { wordOnsets } from '../festival/wordOnsets.ts';
import calibration from './calibration.json' with { type: 'json' };
import { runFlite, type FliteResponse } from './fliteProgram.ts';
import { FLITE_VOICES, type FliteVoice } from './voices.ts';

const CALIBRATION = calibration as unknown as Readonly<Record<string, Calibration>>;
const PAUSE = 'pau';
const DEFAULT_TIMEOUT = 20_000;
/** Words whose phones are kept. */
const KNOWN_WORDS = 20_000;

export interface FliteOptions {
  readonly command?: string;
}

/**
 * Two more natural English voices, of Debian's package flite: a Scottish speaker and a deep American one.
 * Without the package it has no voices and says what is missing.
 */
export class FliteEngine implements SpeechEngine {
  readonly id = 'flite';
  readonly voices: readonly Voice[];
  readonly missing: string | undefined;
  readonly #command: string;
  readonly #limit = pLimit(Math.min(4, availableParallelism()));
  readonly #tokens = new Map<string, string>();
  /** Phones of words said alone, by voice and token. */
  readonly #alone = new Map<string, readonly string[]>();
  #version: string | undefined;

  constructor({ command = 'flite' }: FliteOptions = {}) {
    this.#command = command;
    const isThere = isOnPath(command, process.env.PATH ?? '');
    this.voices = isThere ? FLITE_VOICES.map(({ name: _name, ...voice }) => voice) : [];
    this.missing = isThere
      ? undefined
      : 'Two natural English voices, one of a Scottish speaker, are missing. To add them: sudo apt-get install flite';
  }

  /** The program's release, then the version of our way of telling it words and timing its audio. */
  versionOf(): string {
    const output = () =>
      spawnSync(this.#command, ['--version'], { encoding: 'utf8', timeout: 5000 }).stdout ?? '';
    this.#version ??= `flite-${/(\d+\.\d+)/u.exec(output())?.[1] ?? 'unknown'}/2`;
    return this.#version;
  }

  async start(): Promise<void> {
    // Each sentence is a process of its own: there is nothing to keep warm.
  }

  async stop(): Promise<void> {
    this.#limit.clearQueue();
    await Promise.resolve();
  }

  async speak(plan: SpeechPlan, options: SpeakOptions = {}): Promise<SpokenClip> {
    const voice = voiceOf(plan.voice);
    const measured = CALIBRATION[voice.id];
    if (measured === undefined) throw new SpeechError('failed', `${voice.id} was never calibrated.`);
    const { rate, wordGap } = speedOf(measured, plan.speed);
    const factor = pitchFactor(plan.pitch);
    const { pcm, words } = await this.say(plan, rate / factor, options);
    // Played faster by the factor, so higher; the times with it.
    const played = Math.round(voice.sampleRate * factor);
    const times = words.map(({ start, end }) => ({ start: start / factor, end: end / factor }));
    const clip = await resampleClip(
      shapeClip(pcm, played, times, plan.breaks, gapBetweenWords(plan, wordGap)),
      voice.sampleRate,
    );
    applyGain(clip.pcm, gainOf(measured), voice.sampleRate);
    const spelledWords = plan.words.flatMap((word, i) =>
      WITHOUT_VOWEL.test(plainLetters(word)) && !plan.sounds.some((sound) => sound.word === i) ? i : [],
    );
    return spelledWords.length > 0 ? { ...clip, spelledWords } : clip;
  }

  /**
   * The program's own sound at one of its own rates (2 is twice as fast), with the times of the words: for
   * calibration and checks.
   */
  async say(
    plan: SpeechPlan,
    rate: number,
    options: SpeakOptions = {},
  ): Promise<FliteResponse & { readonly words: readonly WordTime[] }> {
    const voice = voiceOf(plan.voice);
    const { text, sounds } = this.#textOf(plan);
    const [said, alone] = await Promise.all([
      this.#run({ voice: voice.name, text, stretch: 1 / rate, sounds }, options),
      this.#phonesAlone(voice, plan, options),
    ]);
    const words = timesOf(said.phones, alone);
    return { ...said, words: wordOnsets({ ...said, words }, voice.sampleRate) };
  }

  async pronounce(
    voiceId: string,
    words: readonly string[],
    options: SpeakOptions = {},
  ): Promise<string[][]> {
    const phones = await this.#phonesAlone(voiceOf(voiceId), { ...ONE_WORD, voice: voiceId, words }, options);
    return phones.map(ipaOfPhones);
  }

  #textOf(plan: SpeechPlan) {
    return festivalText(
      voiceOf(plan.voice).language === 'en-GB' ? withZed(plan) : plan,
      (phones) => this.#tokenFor(phones),
      (word) => WITHOUT_VOWEL.test(word),
    );
  }

  /**
   * Phones of each word of a plan as it is said alone, which tell how many of a sentence's phones are its.
   */
  async #phonesAlone(voice: FliteVoice, plan: SpeechPlan, options: SpeakOptions): Promise<string[][]> {
    const { text, sounds } = this.#textOf({ ...plan, breaks: [], end: 'statement' });
    const tokens = text.replace(/\.$/u, '').split(' ');
    const key = (token: string) => `${voice.id} ${token}`;
    const unknown = [...new Set(tokens.filter((token) => !this.#alone.has(key(token))))];
    if (this.#alone.size + unknown.length > KNOWN_WORDS) this.#alone.clear();
    const ask = async (asked: readonly string[]) => {
      const own = sounds.filter(({ token }) => asked.includes(token));
      const request = {
        voice: voice.name,
        text: `${asked.join(', ')}.`,
        stretch: 1,
        sounds: own,
        isSilent: true,
      };
      return wordsApart((await this.#run(request, options)).phones);
    };
    const together = unknown.length === 0 ? [] : await ask(unknown);
    // A word that has a pause in it, or none after it, is asked for by itself.
    const apart =
      together.length === unknown.length
        ? together
        : await Promise.all(unknown.map(async (token) => (await ask([token])).flat()));
    unknown.forEach((token, i) => this.#alone.set(key(token), apart[i] ?? []));
    return tokens.map((token) => [...(this.#alone.get(key(token)) ?? [])]);
  }

  #run(
    request: Parameters<typeof runFlite>[1],
    { signal, timeout = DEFAULT_TIMEOUT }: SpeakOptions,
  ): Promise<FliteResponse> {
    return this.#limit(() => runFlite(this.#command, request, { signal, timeout }));
  }

  /** A token of letters alone, which the program takes for one word. */
  #tokenFor(phones: string): string {
    const letters = [...String(this.#tokens.size)]
      .map((figure) => 'bcdfghjklm'[Number(figure)] ?? '')
      .join('');
    const token = this.#tokens.get(phones) ?? `aurel${letters}o`;
    this.#tokens.set(phones, token);
    return token;
  }
}

const ONE_WORD: SpeechPlan = {
  voice: '', engineVersion: '', language: 'en-US', words: [], sounds: [], breaks: [], end: 'statement', speed: 150, pitch: 0, sampleRate: 16_000,
}; // prettier-ignore

/** A plan in which the letter Z has its British name, which the American dictionary lacks. */
function withZed(plan: SpeechPlan): SpeechPlan {
  const given = new Set(plan.sounds.map(({ word }) => word));
  const zeds = plan.words.flatMap((word, i) =>
    word === 'Z' && !given.has(i) ? { word: i, ipa: 'zɛd' } : [],
  );
  return zeds.length === 0 ? plan : { ...plan, sounds: [...plan.sounds, ...zeds] };
}

function voiceOf(id: string): FliteVoice {
  const voice = FLITE_VOICES.find((one) => one.id === id);
  if (voice === undefined) throw new SpeechError('failed', `There is no voice “${id}”.`);
  return voice;
}

/** Phones between pauses. */
function wordsApart(phones: FliteResponse['phones']): string[][] {
  const words: string[][] = [[]];
  for (const { name } of phones)
    if (name === PAUSE) words.push([]);
    else words.at(-1)?.push(name);
  return words.filter((word) => word.length > 0);
}

/**
 * When each word is said: the phones of the sentence are split among the words by what each has alone.
 * @throws SpeechError where a word has none.
 */
function timesOf(phones: FliteResponse['phones'], alone: readonly (readonly string[])[]): WordTime[] {
  const said = phones
    .map(({ name, end }, i) => ({ name, end, start: phones[i - 1]?.end ?? 0 }))
    .filter(({ name }) => name !== PAUSE);
  const silent = alone.findIndex((word) => word.length === 0);
  if (silent >= 0 || said.length < alone.length)
    throw new SpeechError('failed', 'The voice left out a word of this sentence.');
  const firsts = eachAtLeastOne(
    splitPhones(
      alone,
      said.map(({ name }) => name),
    ),
    said.length,
  );
  return firsts.map((first, i) => {
    const last = Math.max(first, (firsts[i + 1] ?? said.length) - 1);
    return { start: said[first]?.start ?? 0, end: said[last]?.end ?? 0 };
  });
}

/** Where each word's phones begin, so that every word has one of its own. */
function eachAtLeastOne(firsts: readonly number[], phones: number): number[] {
  const result: number[] = [];
  firsts.forEach((first, i) => {
    const latest = phones - (firsts.length - i);
    result.push(Math.min(latest, Math.max(first, (result[i - 1] ?? -1) + 1)));
  });
  return result;
}
