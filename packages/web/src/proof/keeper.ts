import type { BlockView, SaveBlocks } from '@aurelfield/api';
import { del, get, set } from 'idb-keyval';
import { ApiError, AwayError } from '../api/client.ts';
import { beginSteps, blocksOf, type Steps } from './steps.ts';

/** How far a text is kept: on the server, or for the moment in this browser. */
export type KeptState = 'kept' | 'keeping' | 'away' | 'changed-elsewhere' | 'failed';

/** What lies in the browser until the server has it. */
interface Draft {
  readonly steps: Steps;
  /** Content hash on the server that it was made from. */
  readonly base: string;
  /** Whether the server has it. */
  readonly isKept: boolean;
}

export interface KeeperOptions {
  readonly handoutId: string;
  readonly save: (input: SaveBlocks) => Promise<{ contentHash: string }>;
  readonly onState: (state: KeptState, error?: Error) => void;
}

const REST = 700;
const RETRY = 3000;

/**
 * Keeps what is typed: at once in the browser's own store, and after a short rest on the server; while the server is away it tries again until it is back. The steps for going back are kept with it and
 * survive a reload.
 */
export class Keeper {
  readonly #options: KeeperOptions;
  #base: string;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #steps: Steps | undefined;
  #sending = false;
  #isKept = true;
  #stopped = false;

  constructor(options: KeeperOptions, base: string) {
    this.#options = options;
    this.#base = base;
  }

  /** What is to be shown: what the server has, or what was typed here and not kept yet. */
  async begin(
    blocks: readonly BlockView[],
  ): Promise<{ steps: Steps; isFromHere: boolean; conflict: boolean }> {
    const draft = await get<Draft>(this.#key).catch(() => undefined);
    const fresh = beginSteps(blocks);
    if (!draft) return this.#with(fresh, false, false);
    const isSame = draft.steps.current === fresh.current;
    if (isSame || draft.isKept)
      return this.#with(isSame ? draft.steps : { ...fresh, past: draft.steps.past }, false, false);
    return this.#with(draft.steps, true, draft.base !== this.#base);
  }

  #with(steps: Steps, isFromHere: boolean, conflict: boolean) {
    this.#steps = steps;
    if (isFromHere && !conflict) this.keep(steps);
    return { steps, isFromHere, conflict };
  }

  /** Takes a new state. */
  keep(steps: Steps): void {
    this.#steps = steps;
    this.#isKept = false;
    this.#store();
    this.#options.onState('keeping');
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#send(), REST);
  }

  /** Decides between two texts: what is here goes over what the server has. */
  goOver(base: string): void {
    this.#base = base;
    if (this.#steps) this.keep(this.#steps);
  }

  /** Forgets what lies here. */
  async forget(): Promise<void> {
    await del(this.#key).catch(() => undefined);
  }

  /** Sends what is left and ends. */
  stop(): void {
    this.#stopped = true;
    clearTimeout(this.#timer);
    if (!this.#isKept) void this.#send();
  }

  async #send(): Promise<void> {
    const steps = this.#steps;
    if (!steps || this.#sending) return;
    this.#sending = true;
    try {
      const { contentHash } = await this.#options.save({ content: blocksOf(steps), base: this.#base });
      this.#base = contentHash;
      this.#isKept = this.#steps === steps;
      this.#store();
      if (this.#isKept) this.#options.onState('kept');
    } catch (error) {
      this.#fail(error instanceof Error ? error : new Error(String(error)));
    } finally {
      this.#sending = false;
      if (!this.#isKept && this.#steps !== steps && !this.#stopped)
        this.#timer = setTimeout(() => void this.#send(), REST);
    }
  }

  #fail(error: Error): void {
    if (error instanceof AwayError) {
      this.#options.onState('away', error);
      clearTimeout(this.#timer);
      if (!this.#stopped) this.#timer = setTimeout(() => void this.#send(), RETRY);
    } else if (error instanceof ApiError && error.problem === 'changed')
      this.#options.onState('changed-elsewhere', error);
    else this.#options.onState('failed', error);
  }

  #store(): void {
    if (this.#steps)
      set(this.#key, { steps: this.#steps, base: this.#base, isKept: this.#isKept } satisfies Draft).catch(
        () => undefined,
      );
  }

  get #key(): string {
    return `aurelfield:proof:${this.#options.handoutId}`;
  }
}
