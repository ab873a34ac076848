import type { AccentTrait } from '@aurelfield/core/pronunciation';
import type { SpeechPlan } from '@aurelfield/core/speech';
import type { Price } from './priced/price.ts';

/** A voice that can be chosen for a pupil. */
export interface Voice {
  /** Stable identifier, e.g. "espeak-en-gb-scotland-higher-1". */
  readonly id: string;
  readonly label: string;
  /** BCP 47 tag of the language it speaks. */
  readonly language: string;
  /** The accent's region in plain words. */
  readonly region: string;
  /** What its accent does to consonants, where that is more than the vowels' business. */
  readonly traits?: readonly AccentTrait[];
  readonly timbre: 'lower' | 'higher';
  /**
   * Whether it is built from a speaker's recordings, which listeners understand better than a voice made of
   * formants.
   */
  readonly isNatural?: boolean;
  /**
   * Whether its accent is laid by rules on the recordings of a speaker of another one; a speaker of the
   * accent itself is chosen before it.
   */
  readonly isAdapted?: boolean;
  readonly engine: string;
  /** Samples per second of its audio. */
  readonly sampleRate: number;
  /**
   * Whether word times are the engine's own ("exact"), found in the sound afterwards ("aligned") or only
   * shared out over the sentence ("estimated").
   */
  readonly timings: 'exact' | 'aligned' | 'estimated';
  /** What the service it belongs to asks; voices without it cost nothing. */
  readonly price?: Price & { readonly service: string; readonly simulated: boolean };
}

/** When something is heard, in seconds. */
export interface Interval {
  readonly start: number;
  readonly end: number;
}

/** One sentence spoken: mono 16-bit samples and the times of its spoken words. */
export interface SpokenClip {
  readonly sampleRate: number;
  readonly pcm: Int16Array;
  /** Seconds. */
  readonly duration: number;
  /** One interval for each spoken word, in order, without overlap. */
  readonly words: readonly Interval[];
  /** Samples at which silence can be inserted: one for each break of the plan, in order. */
  readonly cuts: readonly number[];
  /** Spoken words that the voice could not say and that were spelled instead, by their number. */
  readonly spelledWords?: readonly number[];
  /** Samples of silence that it ends with of itself; they count into the pause after it. */
  readonly trailingSilence?: number;
}

/** How a request is treated; what a listener waits for goes before what is made in advance. */
export interface SpeakOptions {
  readonly signal?: AbortSignal;
  readonly priority?: 'listening' | 'making';
  /** The school that asks; recorded voices speak to their own school alone. */
  readonly schoolId?: string;
  /** Names the request to a priced service: the same name twice is charged once. */
  readonly requestId?: string;
  /** Milliseconds after which the request fails; 20,000 by default. */
  readonly timeout?: number;
}

/** One speech engine. Adapters hide how it runs; all of them take the same plan and give the same clip. */
export interface SpeechEngine {
  readonly id: string;
  /**
   * Version of one of its voices as it is installed here; part of every clip's key. It changes whenever the
   * same plan would sound or be timed differently.
   */
  readonly versionOf: (voiceId: string) => string;
  readonly voices: readonly Voice[];
  /** A voice that it has and does not offer to be chosen: a recorded sentence is one of its own. */
  readonly unlisted?: (voiceId: string) => Voice | undefined;
  /**
   * What this machine lacks for some of its voices and how to add it, in a sentence; undefined when nothing
   * is missing.
   */
  readonly missing?: string | undefined;
  /** Makes the engine ready and warm. Rejects when it cannot run here. */
  start(): Promise<void>;
  /** Ends what it started; requests in flight fail. */
  stop(): Promise<void>;
  /**
   * Speaks one sentence. The clip holds one interval for each spoken word of the plan.
   * @throws SpeechError when the engine fails; the signal's reason when cancelled.
   */
  speak(plan: SpeechPlan, options?: SpeakOptions): Promise<SpokenClip>;
  /**
   * How a voice says single words, where the engine can tell: for each word its phones in IPA, stress before
   * the vowel that has it.
   */
  pronounce?(voiceId: string, words: readonly string[], options?: SpeakOptions): Promise<string[][]>;
}

/**
 * An engine could not speak a sentence. `kind` tells a time-out, a crash and a voice of another version from
 * a sentence it cannot say, and what a priced service refused, and so did not charge, from the rest.
 */
export class SpeechError extends Error {
  override readonly name = 'SpeechError';
  readonly kind: 'timeout' | 'crash' | 'failed' | 'refused' | 'stopped' | 'other-version';

  constructor(kind: SpeechError['kind'], message: string) {
    super(message);
    this.kind = kind;
  }
}
