import { applyGain } from '@aurelfield/core/audio';
import { type SpeechPlan } from '@aurelfield/core/speech';
import { gapBetweenWords } from '../calibration/wordGap.ts';
import { shapeClip } from '../clip/shapeClip.ts';
import type { SpokenClip } from '../engine.ts';
import { ESPEAK_SAMPLE_RATE, type Espeak, type EspeakEvent } from './module.ts';
import { PAUSE, phoneName } from './phones.ts';
import { engineText } from './text.ts';
import { wordTimes } from './wordTimes.ts';

/** A plan with what the engine needs to be told beside it. */
export interface EspeakRequest {
  readonly identifier: string;
  /** The engine's own rate, 80 to 450. */
  readonly rate: number;
  /** Seconds of silence for each standard word, to set words apart by. */
  readonly wordGap: number;
  /** Decibels. */
  readonly gain: number;
  /** The engine's own pitch, 0 to 99. */
  readonly pitch: number;
  readonly plan: SpeechPlan;
}

/** Words whose sounds are asked for instead of a sentence. */
export interface EspeakWords {
  readonly identifier: string;
  /** The voice's own. */
  readonly language: string;
  readonly words: readonly string[];
  /** Whether they are left to the engine's own rules. */
  readonly isPlainText?: boolean;
}

/** The engine's fastest rate. */
const FASTEST = 450;
/** A word alone. */
const ONE_WORD: SpeechPlan = {
  voice: '', engineVersion: '', language: 'en-GB', words: [], sounds: [], breaks: [], end: 'statement', speed: 150, pitch: 0, sampleRate: ESPEAK_SAMPLE_RATE,
}; // prettier-ignore

/** A sentence for an engine that was just loaded: its first one is slow. */
export const WARM_UP: EspeakRequest = {
  identifier: 'gmw/en+f2',
  rate: 150,
  wordGap: 0,
  gain: 0,
  pitch: 50,
  plan: { ...ONE_WORD, words: 'it is in the warming up of the engine'.split(' '), speed: 180 },
};

/** The synthesis was asked to stop. */
class CancelledError extends Error {
  override readonly name = 'CancelledError';
}

/** Speaks plans with one instance of the engine; runs inside a worker, one request at a time. */
export class Speaker {
  readonly #engine: Espeak;
  readonly #isCancelled: () => boolean;
  /** Phones of words said alone, by voice and word; only words that the engine merges come to be here. */
  readonly #alone = new Map<string, readonly string[]>();

  constructor(engine: Espeak, isCancelled: () => boolean = () => false) {
    this.#engine = engine;
    this.#isCancelled = isCancelled;
  }

  /** @throws CancelledError when asked to stop meanwhile. */
  speak(request: EspeakRequest): SpokenClip {
    const { plan } = request;
    const { text, starts } = engineText(plan, request.identifier);
    this.#engine.set_voice(request.identifier);
    this.#engine.set_rate(request.rate);
    this.#engine.set_pitch(request.pitch);
    const { pcm, events } = this.#synthesize(text);
    const times = wordTimes(events, starts, (word) =>
      this.#phonesAlone(request.identifier, plan.words[word] ?? ''),
    );
    const clip = shapeClip(
      pcm,
      ESPEAK_SAMPLE_RATE,
      times,
      plan.breaks,
      gapBetweenWords(plan, request.wordGap),
    );
    applyGain(clip.pcm, request.gain, ESPEAK_SAMPLE_RATE);
    return clip;
  }

  /** How words are said one by one: their phones in IPA, stress before the vowel. */
  pronounce({ identifier, language, words, isPlainText = false }: EspeakWords): string[][] {
    return words.map((word) =>
      this.phonesOf(identifier, { ...ONE_WORD, language, words: [word] }, isPlainText),
    );
  }

  /** The phones that a plan is really said with, in IPA, stress before the vowel. */
  phonesOf(identifier: string, plan: SpeechPlan, isPlainText = false): string[] {
    this.#engine.set_voice(identifier);
    // What is said does not depend on how fast: the fastest takes least time.
    this.#engine.set_rate(FASTEST);
    return this.#synthesize(engineText(plan, identifier, isPlainText).text).events.flatMap(({ type, id }) =>
      type === 'phoneme' && typeof id === 'string' && id !== '' ? id.replace(/\p{Cc}/gu, '') : [],
    );
  }

  #synthesize(text: string): { pcm: Int16Array; events: EspeakEvent[] } {
    const chunks: Int16Array[] = [];
    const events: EspeakEvent[] = [];
    let length = 0;
    let cancelled = false;
    this.#engine.synthesize(text, (pcm, found) => {
      cancelled = this.#isCancelled();
      chunks.push(pcm);
      for (const event of found) events.push(event);
      length += pcm.length;
      return cancelled;
    });
    if (cancelled) throw new CancelledError('The request was cancelled.');
    const pcm = new Int16Array(length);
    let at = 0;
    for (const chunk of chunks) {
      pcm.set(chunk, at);
      at += chunk.length;
    }
    return { pcm, events };
  }

  #phonesAlone(identifier: string, word: string): readonly string[] {
    const key = `${identifier} ${word}`;
    let phones = this.#alone.get(key);
    if (phones === undefined) {
      const { events } = this.#synthesize(word);
      phones = events
        .filter((event) => event.type === 'phoneme')
        .map((event) => phoneName(event.id))
        .filter((name) => name !== PAUSE);
      this.#alone.set(key, phones);
    }
    return phones;
  }
}
