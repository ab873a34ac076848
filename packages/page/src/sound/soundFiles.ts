import type { FrozenReading, OpenedItem } from '@aurelfield/api/pupilPage';
import { keptFile } from '../kept.ts';
import { fileAddress, Refused } from '../server.ts';

/** Milliseconds before a fetch that broke is tried again; the last goes for all that follow. */
const WAITS = [400, 1000, 2500, 5000];

/** The form of the sound that this browser plays, Opus if it can. */
export function soundForm(canPlay = (type: string) => new Audio().canPlayType(type)): 'opus' | 'm4a' {
  return canPlay('audio/ogg; codecs="opus"') === '' ? 'm4a' : 'opus';
}

export interface SoundFilesOptions {
  readonly item: OpenedItem;
  readonly reading: FrozenReading;
  readonly pass: string;
  readonly form: 'opus' | 'm4a';
  /** Told whenever it begins or stops to wait for the network. */
  readonly onWaiting: (isWaiting: boolean) => void;
}

/**
 * The stretches of a reading's sound as addresses of what lies in memory. Each is fetched once, from what is kept on the device if it is there; on a line that breaks it tries again until it has it, and
 * at once when the network comes back.
 */
export class SoundFiles {
  readonly #options: SoundFilesOptions;
  readonly #found = new Map<number, Promise<string>>();
  #waiting = 0;
  #isClosed = false;

  constructor(options: SoundFilesOptions) {
    this.#options = options;
  }

  /** Number of the stretch that holds a sentence. */
  stretchOf(sentence: number): number {
    const { stretches } = this.#options.reading;
    const nth = stretches.findIndex(({ to }) => sentence < to);
    return nth < 0 ? stretches.length - 1 : nth;
  }

  /** Address of a stretch's sound. @throws Refused when it is not handed out any more. */
  addressOf(nth: number): Promise<string> {
    const known = this.#found.get(nth);
    if (known) return known;
    const fetched = this.#fetch(nth).then((content) => URL.createObjectURL(content));
    this.#found.set(nth, fetched);
    // What failed may be asked for again.
    fetched.catch(() => this.#found.delete(nth));
    return fetched;
  }

  /**
   * Fetches all that is not here yet, one after the other, from a stretch on and then from the beginning.
   * @param rest milliseconds before each: who fetches ahead leaves the line to what is heard now, and the server to those who are just opening their pages.
   */
  async fetchAll(
    from: number,
    { rest = 0, progress }: { rest?: number; progress?: (done: number, total: number) => void } = {},
  ): Promise<void> {
    const total = this.#options.reading.stretches.length;
    for (let i = 0; i < total && !this.#isClosed; i++) {
      const nth = (from + i) % total;
      if (rest > 0 && !this.#found.has(nth)) await new Promise((resolve) => setTimeout(resolve, rest));
      await this.addressOf(nth);
      progress?.(i + 1, total);
    }
  }

  /** Lets go of what lies in memory. */
  close(): void {
    this.#isClosed = true;
    for (const address of this.#found.values())
      void address.then((one) => URL.revokeObjectURL(one)).catch(() => undefined);
    this.#found.clear();
  }

  async #fetch(nth: number): Promise<Blob> {
    const { item, pass, form } = this.#options;
    const address = fileAddress(pass, item, `sound-${nth}.${form}`);
    for (let tries = 0; ; tries++) {
      try {
        return await (await keptFile(pass, item, address)).blob();
      } catch (error) {
        if (error instanceof Refused || this.#isClosed) throw error;
        await this.#rest(WAITS[Math.min(tries, WAITS.length - 1)] ?? 0);
      }
    }
  }

  /** Waits, but not longer than until the network is back. */
  async #rest(milliseconds: number): Promise<void> {
    this.#waiting += 1;
    if (this.#waiting === 1) this.#options.onWaiting(true);
    await new Promise<void>((resolve) => {
      const end = () => {
        clearTimeout(timer);
        window.removeEventListener('online', end);
        resolve();
      };
      const timer = setTimeout(end, milliseconds);
      window.addEventListener('online', end);
    });
    this.#waiting -= 1;
    if (this.#waiting === 0) this.#options.onWaiting(false);
  }
}
