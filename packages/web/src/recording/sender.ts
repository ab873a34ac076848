import type { KeptPart, PartStore } from './partStore.ts';

/** Milliseconds before a part that could not be sent is sent again, at first and at most. */
const WAIT = { first: 500, most: 5000 };

export interface SenderDeps {
  readonly store: Pick<PartStore, 'put' | 'remove' | 'waiting'>;
  /** Gives a part to the server; rejects while that is out of reach. */
  readonly send: (part: KeptPart) => Promise<void>;
  /** Whether an error will not go away by itself: the recording is gone, or ended. */
  readonly isFinal: (error: unknown) => boolean;
  /** Told whenever something was kept, sent or could not be. */
  readonly onChange?: () => void;
}

/**
 * Gives the parts of one recording to the server one after the other, and tries again for as long as it
 * takes.
 */
export class Sender {
  readonly #deps: SenderDeps;
  readonly #take: string;
  #waiting = 0;
  #sent = 0;
  #failure: unknown;
  #isAway = false;
  #running: Promise<void> | undefined;
  #stopped = false;
  #wake: (() => void) | undefined;

  constructor(take: string, deps: SenderDeps) {
    this.#take = take;
    this.#deps = deps;
  }

  /** Parts that are kept here and wait. */
  get waiting(): number {
    return this.#waiting;
  }

  /** Parts that the server has taken from this sender. */
  get sent(): number {
    return this.#sent;
  }

  /** Whether the last try did not reach the server. */
  get isAway(): boolean {
    return this.#isAway;
  }

  /** Why no part can be sent any more; undefined while they can. */
  get failure(): unknown {
    return this.#failure;
  }

  /** Keeps a part in this browser, then sends it. Resolves when it is kept. */
  async add(part: number, pcm: ArrayBuffer): Promise<void> {
    await this.#deps.store.put({ take: this.#take, part, pcm });
    this.#waiting += 1;
    this.#deps.onChange?.();
    this.#go();
  }

  /** Sends what an earlier page has left here. */
  async resume(): Promise<void> {
    this.#waiting = (await this.#deps.store.waiting(this.#take)).length;
    this.#deps.onChange?.();
    this.#go();
  }

  /** Resolves when nothing waits any more. @throws what cannot be sent at all. */
  async flushed(): Promise<void> {
    this.#wake?.();
    this.#go();
    while (this.#running) await this.#running;
    if (this.#failure !== undefined) throw this.#failure as Error;
  }

  /** Stops trying; unsent parts stay stored. */
  stop(): void {
    this.#stopped = true;
    this.#wake?.();
  }

  #go(): void {
    if (this.#stopped) return;
    this.#running ??= this.#run().finally(() => {
      this.#running = undefined;
      if (this.#waiting > 0 && this.#failure === undefined) this.#go();
    });
  }

  async #run(): Promise<void> {
    let wait = WAIT.first;
    for (const part of await this.#deps.store.waiting(this.#take)) {
      for (;;) {
        if (this.#stopped) return;
        try {
          await this.#deps.send(part);
          break;
        } catch (error) {
          if (this.#deps.isFinal(error)) {
            this.#failure = error;
            this.#deps.onChange?.();
            return;
          }
          this.#isAway = true;
          this.#deps.onChange?.();
          await this.#rest(wait);
          wait = Math.min(WAIT.most, wait * 2);
        }
      }
      wait = WAIT.first;
      this.#isAway = false;
      await this.#deps.store.remove(part.take, part.part);
      this.#waiting -= 1;
      this.#sent += 1;
      this.#deps.onChange?.();
    }
  }

  #rest(milliseconds: number): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, milliseconds);
      this.#wake = () => {
        clearTimeout(timer);
        resolve();
      };
    });
  }
}
