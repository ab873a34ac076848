import type { BlockView, SaveBlocks, Saved } from '@aurelfield/api';
import { ApiError, AwayError } from '../api/client.ts';
import type { DraftStore } from './draftStore.ts';
import { beginSteps, blocksOf, type Steps } from './steps.ts';

/** How far a text is kept: on the server, or for the moment in this browser. */
export type KeptState = 'kept' | 'keeping' | 'away' | 'changed-elsewhere' | 'failed';

export interface AutosaveOptions {
  readonly drafts: DraftStore;
  readonly save: (input: SaveBlocks) => Promise<Saved>;
  readonly onState: (state: KeptState, error?: Error) => void;
}

const IDLE_MILLISECONDS = 700;
const RETRY = 3000;
/** Something unsent is written again so often, so that other windows see that this one is open. */
const TOUCH = 5000;

/**
 * Keeps what is typed: at once in the browser's own store, and after a short rest on the server; while the
 * server is away it tries again until it is back. Where the text was changed elsewhere nothing is sent any
 * more, however much is typed, until somebody has decided. The steps for going back are kept with it and
 * survive a reload.
 */
export class Autosave {
  readonly #options: AutosaveOptions;
  #base: string;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #steps: Steps | undefined;
  #sending = false;
  #isKept = true;
  #isConflict = false;
  #stopped = false;
  readonly #touching: ReturnType<typeof setInterval>;

  constructor(options: AutosaveOptions, base: string) {
    this.#options = options;
    this.#base = base;
    this.#touching = setInterval(() => {
      if (!this.#isKept) this.#store();
    }, TOUCH);
  }

  /** What is to be shown: what the server has, or what was typed here and not kept yet. */
  async begin(
    blocks: readonly BlockView[],
  ): Promise<{ steps: Steps; isFromHere: boolean; conflict: boolean }> {
    const draft = await this.#options.drafts.find();
    const fresh = beginSteps(blocks);
    if (!draft) return this.#with(fresh, false);
    const isSame = draft.steps.current === fresh.current;
    if (isSame || draft.isKept)
      return this.#with(isSame ? draft.steps : { ...fresh, past: draft.steps.past }, false);
    this.#isConflict = draft.base !== this.#base;
    this.#base = draft.base;
    return this.#with(draft.steps, true);
  }

  #with(steps: Steps, isFromHere: boolean) {
    this.#steps = steps;
    if (isFromHere) this.keep(steps);
    return { steps, isFromHere, conflict: this.#isConflict };
  }

  /** Takes a new state. */
  keep(steps: Steps): void {
    this.#steps = steps;
    this.#isKept = false;
    this.#store();
    clearTimeout(this.#timer);
    if (this.#isConflict) {
      this.#options.onState('changed-elsewhere');
      return;
    }
    this.#options.onState('keeping');
    this.#timer = setTimeout(() => void this.#send(), IDLE_MILLISECONDS);
  }

  /** What is here, for those who have to decide between it and another text. */
  get blocks(): BlockView[] {
    return this.#steps ? blocksOf(this.#steps) : [];
  }

  /**
   * Decides between two texts: what is here takes the place of what the server has.
   * @param base what that is.
   */
  goOver(base: string): void {
    this.#base = base;
    this.#isConflict = false;
    if (this.#steps) this.keep(this.#steps);
  }

  /** Forgets what lies here, and sends nothing any more. */
  async forget(): Promise<void> {
    this.#isKept = true;
    this.stop();
    await this.#options.drafts.forget();
  }

  /** Sends what is left and ends. */
  stop(): void {
    this.#stopped = true;
    clearTimeout(this.#timer);
    clearInterval(this.#touching);
    if (!this.#isKept && !this.#isConflict) void this.#send();
  }

  async #send(): Promise<void> {
    const steps = this.#steps;
    if (!steps || this.#sending || this.#isConflict) return;
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
      if (!this.#isKept && this.#steps !== steps && !this.#stopped && !this.#isConflict) {
        clearTimeout(this.#timer);
        this.#timer = setTimeout(() => void this.#send(), IDLE_MILLISECONDS);
      }
    }
  }

  #fail(error: Error): void {
    if (error instanceof AwayError) {
      this.#options.onState('away', error);
      clearTimeout(this.#timer);
      if (!this.#stopped) this.#timer = setTimeout(() => void this.#send(), RETRY);
    } else if (error instanceof ApiError && error.code === 'changed') {
      this.#isConflict = true;
      this.#options.onState('changed-elsewhere', error);
    } else this.#options.onState('failed', error);
  }

  #store(): void {
    if (!this.#steps) return;
    const draft = { steps: this.#steps, base: this.#base, isKept: this.#isKept, touchedAt: Date.now() };
    void this.#options.drafts.put(draft);
  }
}
