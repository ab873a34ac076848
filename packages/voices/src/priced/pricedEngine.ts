import type { SpeechPlan } from '@aurelfield/core/speech';
import { SpeechError, type SpeakOptions, type SpeechEngine, type SpokenClip, type Voice } from '../engine.ts';
import {
  accountSchema,
  apiErrorSchema,
  speechAnswerSchema,
  type Account,
  type SpeechRequest,
} from './wire.ts';

export interface PricedOptions {
  /** Where the service listens, e.g. "http://127.0.0.1:4700". */
  readonly address: string;
}

const DEFAULT_TIMEOUT = 30_000;
const START_TIMEOUT = 5000;
/** A refusal for load or a passing fault is tried again after these milliseconds. */
const RETRIES = [300, 1200];

/**
 * Voices of a service that is paid by the character. It says what it asks; what is used is booked by who
 * asks, before asking.
 */
export class PricedEngine implements SpeechEngine {
  readonly id = 'priced';
  readonly #options: PricedOptions;
  #account: Account | undefined;
  #missing: string | undefined;

  constructor(options: PricedOptions) {
    this.#options = options;
  }

  get voices(): readonly Voice[] {
    const account = this.#account;
    return (account?.voices ?? []).map((voice) => ({
      ...voice,
      label: account?.simulated ? `${voice.label}, priced (simulated)` : `${voice.label}, priced`,
      engine: this.id,
      timings: 'exact' as const,
      ...(account
        ? { price: { ...account.price, service: account.service, simulated: account.simulated } }
        : {}),
    }));
  }

  /** The service's own word for it. */
  versionOf(): string {
    return `priced-${this.#account?.version ?? 'unknown'}/2`;
  }

  get missing(): string | undefined {
    return this.#missing;
  }

  /** Asks the service for its voices and prices; without an answer there are none, and that is said. */
  async start(): Promise<void> {
    try {
      const response = await fetch(`${this.#options.address}/account`, {
        signal: AbortSignal.timeout(START_TIMEOUT),
      });
      this.#account = accountSchema.parse(await response.json());
      this.#missing = undefined;
    } catch {
      this.#missing =
        'The priced voice service does not answer. Its voices are back when it does and Aurelfield is started again.';
    }
  }

  stop(): Promise<void> {
    return Promise.resolve();
  }

  async speak(plan: SpeechPlan, options: SpeakOptions = {}): Promise<SpokenClip> {
    const { words, sounds, breaks, end, language, speed, pitch, voice } = plan;
    const request: SpeechRequest = {
      voice, words: [...words], sounds: [...sounds], breaks: [...breaks], end, language, speed, pitch,
      ...(options.requestId === undefined ? {} : { requestId: options.requestId }),
    }; // prettier-ignore
    const answer = speechAnswerSchema.parse(await this.#send(request, options));
    const bytes = Buffer.from(answer.pcm, 'base64');
    const pcm = new Int16Array(bytes.length >> 1);
    for (let i = 0; i < pcm.length; i++) pcm[i] = bytes.readInt16LE(i * 2);
    return {
      sampleRate: answer.sampleRate,
      pcm,
      duration: pcm.length / answer.sampleRate,
      words: answer.words.map(([start, stop]) => ({ start, end: stop })),
      cuts: answer.cuts,
    };
  }

  async #send(request: SpeechRequest, options: SpeakOptions): Promise<unknown> {
    for (let attempt = 0; ; attempt++) {
      const timeout = AbortSignal.timeout(options.timeout ?? DEFAULT_TIMEOUT);
      const signal = options.signal ? AbortSignal.any([options.signal, timeout]) : timeout;
      let response: Response;
      try {
        response = await fetch(`${this.#options.address}/speech`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(request),
          signal,
        });
      } catch (error) {
        options.signal?.throwIfAborted();
        if (timeout.aborted)
          throw new SpeechError('timeout', 'The priced voice service did not answer in time.');
        throw new SpeechError('failed', `The priced voice service cannot be reached. (${String(error)})`);
      }
      if (response.ok) return response.json();
      const refusal = apiErrorSchema.safeParse(await response.json().catch(() => undefined));
      const wait = RETRIES[attempt];
      const isPassing = response.status === 429 || response.status >= 500;
      if (wait === undefined || !isPassing)
        throw new SpeechError(
          'refused',
          refusal.success ? refusal.data.message : `The priced voice service refused (${response.status}).`,
        );
      await new Promise((resolve) => setTimeout(resolve, wait));
      options.signal?.throwIfAborted();
    }
  }
}

/** Characters that a service would charge for a plan: its words and the spaces between them. */
export function chargedCharacters({ words }: Pick<SpeechPlan, 'words'>): number {
  return words.reduce((sum, word) => sum + [...word].length, Math.max(0, words.length - 1));
}
