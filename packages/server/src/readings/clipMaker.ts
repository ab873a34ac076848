import type { SpeechPlan } from '@aurelfield/core';
import type { SpeakOptions, VoiceRegistry } from '@aurelfield/voices';
import type { ClipStore, StoredClip } from './clipStore.ts';

/** A clip that is wanted: its key is the hash of its plan. */
export interface WantedClip {
  readonly key: string;
  readonly plan: SpeechPlan;
}

interface Flight {
  readonly promise: Promise<StoredClip>;
  readonly abort: AbortController;
  waiting: number;
}

/**
 * Gets clips made, each one once: what is stored is taken from the store, and requests for a clip that is being made share its making. A making is cancelled
 * when nobody waits for it any more.
 */
export class ClipMaker {
  readonly #store: ClipStore;
  readonly #voices: VoiceRegistry;
  readonly #flights = new Map<string, Flight>();
  #synthesised = 0;

  constructor(store: ClipStore, voices: VoiceRegistry) {
    this.#store = store;
    this.#voices = voices;
  }

  /** How many clips an engine was asked for since the start. */
  get synthesised(): number {
    return this.#synthesised;
  }

  /** The clip, from the store or newly made. Rejects with the signal's reason when cancelled. */
  async get(schoolId: string, wanted: WantedClip, options: SpeakOptions = {}): Promise<StoredClip> {
    options.signal?.throwIfAborted();
    const id = `${schoolId}/${wanted.key}`;
    const flight = this.#flights.get(id) ?? this.#begin(id, schoolId, wanted, options);
    return this.#wait(id, flight, options.signal);
  }

  #begin(id: string, schoolId: string, wanted: WantedClip, options: SpeakOptions): Flight {
    const abort = new AbortController();
    const promise = this.#make(schoolId, wanted, { ...options, signal: abort.signal });
    const flight: Flight = { promise, abort, waiting: 0 };
    this.#flights.set(id, flight);
    const end = () => {
      if (this.#flights.get(id) === flight) this.#flights.delete(id);
    };
    promise.then(end, end);
    return flight;
  }

  async #make(schoolId: string, wanted: WantedClip, options: SpeakOptions): Promise<StoredClip> {
    const stored = (await this.#store.load(schoolId, [wanted.key])).get(wanted.key);
    if (stored !== undefined) return stored;
    options.signal?.throwIfAborted();
    this.#synthesised += 1;
    const clip = await this.#voices.speak(wanted.plan, { ...options, account: schoolId });
    return this.#store.save(schoolId, wanted.key, wanted.plan.voice, clip);
  }

  #wait(id: string, flight: Flight, signal: AbortSignal | undefined): Promise<StoredClip> {
    flight.waiting += 1;
    return new Promise((resolve, reject) => {
      const leave = () => {
        flight.waiting -= 1;
        if (flight.waiting === 0) {
          // Taken off the list at once, so that nobody joins a making that is about to fail.
          if (this.#flights.get(id) === flight) this.#flights.delete(id);
          flight.abort.abort(signal?.reason);
        }
        reject(signal?.reason as Error);
      };
      signal?.addEventListener('abort', leave, { once: true });
      const settled = () => signal?.removeEventListener('abort', leave);
      flight.promise.finally(settled).then(resolve, reject);
    });
  }
}
