/** Lets a few through at a time; the others wait for their turn, or go away. */
export class Turns {
  #free: number;
  readonly #waiting: (() => void)[] = [];

  constructor(atOnce: number) {
    this.#free = atOnce;
  }

  /** Does some work when it is its turn. @throws the signal's reason when it aborts before. */
  async take<T>(work: () => Promise<T>, signal: AbortSignal): Promise<T> {
    if (this.#free > 0) this.#free -= 1;
    else await this.#wait(signal);
    try {
      signal.throwIfAborted();
      return await work();
    } finally {
      const next = this.#waiting.shift();
      if (next) next();
      else this.#free += 1;
    }
  }

  #wait(signal: AbortSignal): Promise<void> {
    return new Promise((resolve, reject) => {
      const go = () => {
        signal.removeEventListener('abort', leave);
        resolve();
      };
      const leave = () => {
        this.#waiting.splice(this.#waiting.indexOf(go), 1);
        reject(signal.reason as Error);
      };
      signal.addEventListener('abort', leave, { once: true });
      this.#waiting.push(go);
    });
  }
}
