import type { SpeechPlan } from '@aurelfield/core/speech';
import {
  chargedCharacters,
  factsOfClip,
  SpeechError,
  type SpeakOptions,
  type VoiceRegistry,
} from '@aurelfield/voices';
import { randomUUID } from 'node:crypto';
import { setTimeout as delay } from 'node:timers/promises';
import type { ObjectStore } from '../../store/objectStore.ts';
import { CLAIM_SECONDS, type ClaimedClip, type ClaimRepository } from './claimRepository.ts';
import type { ClipRepository, StoredClip } from './clipRepository.ts';
import type { SpeedMeter } from './speedMeter.ts';

/** A clip that is wanted: its key is the hash of its plan. */
export interface WantedClip {
  readonly key: string;
  readonly plan: SpeechPlan;
}

export interface ClipMakerDeps {
  readonly clips: Pick<ClipRepository, 'find'>;
  readonly claims: Pick<ClaimRepository, 'claim' | 'renew' | 'made' | 'giveUp' | 'leave'>;
  readonly store: Pick<ObjectStore, 'put'>;
  readonly voices: Pick<VoiceRegistry, 'speak' | 'find'>;
  readonly meter?: Pick<SpeedMeter, 'begin'>;
}

/** What became of an attempt to claim some clips. */
interface Claimed {
  /** Those that are this process's to make now. */
  readonly keys: ReadonlySet<string>;
  /** Those that are made. */
  readonly made: ReadonlyMap<string, StoredClip>;
}

interface Flight {
  readonly promise: Promise<StoredClip>;
  readonly abort: AbortController;
  waiting: number;
}

/** Another process makes the clip: it is looked for again after these milliseconds, at first and at most. */
const WAIT = { first: 25, most: 250 };

/**
 * Gets clips made, each one once whatever number of processes want it: what is made is taken from the store,
 * who wants what this process is making waits for it, and what another process has claimed is
 * waited for, and taken over if that process dies. A making is cancelled when nobody waits for it any more.
 */
export class ClipMaker {
  readonly #deps: ClipMakerDeps;
  readonly #flights = new Map<string, Flight>();
  #renewing: NodeJS.Timeout | undefined;
  /** Keys of claims that this process works on, by school. */
  readonly #held = new Map<string, Set<string>>();
  #synthesised = 0;

  constructor(deps: ClipMakerDeps) {
    this.#deps = deps;
  }

  /** How many clips an engine was asked for since the start. */
  get synthesised(): number {
    return this.#synthesised;
  }

  /** The clip, from the store or newly made. Rejects with the signal's reason when cancelled. */
  async get(schoolId: string, wanted: WantedClip, options: SpeakOptions = {}): Promise<StoredClip> {
    const [clip] = await this.getAll(schoolId, [wanted], options);
    if (!clip) throw new Error('No clip was asked for.');
    return clip;
  }

  /** Several clips, in the order they are wanted in; they are claimed together. */
  async getAll(
    schoolId: string,
    wanted: readonly WantedClip[],
    options: SpeakOptions = {},
  ): Promise<StoredClip[]> {
    options.signal?.throwIfAborted();
    const idOf = ({ key }: WantedClip) => `${schoolId}/${key}`;
    const fresh = wanted.filter((clip) => !this.#flights.has(idOf(clip)));
    if (fresh.length > 0) {
      const claimed = this.#claim(schoolId, fresh);
      for (const clip of fresh)
        if (!this.#flights.has(idOf(clip))) this.#begin(idOf(clip), schoolId, clip, claimed, options);
    }
    return Promise.all(
      wanted.map((clip) => {
        const flight = this.#flights.get(idOf(clip));
        if (!flight) throw new Error('The making of a clip got lost.');
        return this.#wait(idOf(clip), flight, options.signal);
      }),
    );
  }

  #begin(
    id: string,
    schoolId: string,
    wanted: WantedClip,
    claimed: Promise<Claimed>,
    options: SpeakOptions,
  ): void {
    const abort = new AbortController();
    const promise = this.#make(schoolId, wanted, claimed, { ...options, signal: abort.signal });
    const flight: Flight = { promise, abort, waiting: 0 };
    this.#flights.set(id, flight);
    const end = () => {
      if (this.#flights.get(id) === flight) this.#flights.delete(id);
    };
    promise.then(end, end);
  }

  /**
   * Claims clips and looks for them then: one that is not claimed may be made, and one that is may have been
   * made just before.
   */
  async #claim(schoolId: string, wanted: readonly WantedClip[]): Promise<Claimed> {
    const keys = await this.#deps.claims.claim(
      schoolId,
      wanted.map((clip) => this.#toClaim(clip)),
    );
    const made = await this.#deps.clips.find(
      schoolId,
      wanted.map(({ key }) => key),
    );
    return { keys, made };
  }

  async #make(
    schoolId: string,
    wanted: WantedClip,
    claimed: Promise<Claimed>,
    options: SpeakOptions & { readonly signal: AbortSignal },
  ): Promise<StoredClip> {
    for (let wait = WAIT.first; ; wait = Math.min(WAIT.most, wait * 2)) {
      const { keys, made } = await claimed;
      const isClaimed = keys.has(wanted.key);
      const stored = made.get(wanted.key);
      if (stored) {
        if (isClaimed) await this.#deps.claims.giveUp(schoolId, wanted.key);
        return stored;
      }
      if (isClaimed) return this.#speak(schoolId, wanted, options);
      await delay(wait, undefined, { signal: options.signal }).catch(() => options.signal.throwIfAborted());
      claimed = this.#claim(schoolId, [wanted]);
    }
  }

  async #speak(
    schoolId: string,
    { key, plan }: WantedClip,
    options: SpeakOptions & { readonly signal: AbortSignal },
  ): Promise<StoredClip> {
    this.#keepRenewing(schoolId, key);
    let isAsked = false;
    const ended = this.#deps.meter?.begin(this.#deps.voices.find(plan.voice)?.engine ?? '');
    let characters = 0;
    try {
      options.signal.throwIfAborted();
      isAsked = true;
      this.#synthesised += 1;
      const clip = await this.#deps.voices.speak(plan, {
        ...options,
        schoolId,
        requestId: `${schoolId}/${key}`,
      });
      characters = chargedCharacters(plan);
      const bytes = Buffer.from(clip.pcm.buffer, clip.pcm.byteOffset, clip.pcm.byteLength);
      const object = `clips/${schoolId}/${key.slice(0, 2)}/${key}.${randomUUID().slice(0, 8)}`;
      await this.#deps.store.put(object, bytes);
      const facts = factsOfClip(clip);
      const { sampleRate } = clip;
      await this.#deps.claims.made(schoolId, {
        key, voice: plan.voice, sampleRate, facts, object, bytes: bytes.length,
      }); // prettier-ignore
      return { key, sampleRate, facts, object };
    } catch (error) {
      await this.#settle(schoolId, { key, plan }, isAsked, error).catch(() => undefined);
      throw error;
    } finally {
      ended?.(characters);
      this.#held.get(schoolId)?.delete(key);
    }
  }

  /** What becomes of the claim on a clip that was not made. */
  async #settle(
    schoolId: string,
    { key, plan }: WantedClip,
    isAsked: boolean,
    error: unknown,
  ): Promise<void> {
    const mayBeCharged =
      isAsked &&
      this.#deps.voices.find(plan.voice)?.price !== undefined &&
      !(error instanceof SpeechError && (error.kind === 'refused' || error.kind === 'other-version'));
    if (mayBeCharged) await this.#deps.claims.leave(schoolId, key);
    else await this.#deps.claims.giveUp(schoolId, key);
  }

  #toClaim({ key, plan }: WantedClip): ClaimedClip {
    const voice = this.#deps.voices.find(plan.voice);
    return {
      key,
      charge: voice?.price ? { engine: voice.engine, characters: chargedCharacters(plan) } : undefined,
    };
  }

  /** Renews the claims that this process works on, for as long as there are any. */
  #keepRenewing(schoolId: string, key: string): void {
    const held = this.#held.get(schoolId) ?? new Set();
    this.#held.set(schoolId, held.add(key));
    this.#renewing ??= setInterval(
      () => {
        for (const [school, keys] of this.#held) {
          if (keys.size === 0) this.#held.delete(school);
          // What could not be renewed now is renewed the next time.
          else this.#deps.claims.renew(school, [...keys]).catch(() => undefined);
        }
        if (this.#held.size > 0) return;
        clearInterval(this.#renewing);
        this.#renewing = undefined;
      },
      (CLAIM_SECONDS * 1000) / 5,
    ).unref();
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
