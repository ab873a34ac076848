import type { ReadingSnapshot, OpenedItem } from '@aurelfield/api/pupilPage';
import { Download } from '../download.ts';
import { canKeep, isKept, keptFile } from '../kept.ts';
import { fileAddress, RequestError } from '../server.ts';

/** Milliseconds before an attempt that failed is followed by another; the last goes for all that follow. */
const WAITS = [400, 1000, 2500, 5000];

/** The form of the sound that this browser plays, Opus if it can. */
export function soundForm(canPlay = (type: string) => new Audio().canPlayType(type)): 'opus' | 'm4a' {
  return canPlay('audio/ogg; codecs="opus"') === '' ? 'm4a' : 'opus';
}

export interface SoundFilesOptions {
  readonly item: OpenedItem;
  readonly reading: ReadingSnapshot;
  readonly accessToken: string;
  readonly form: 'opus' | 'm4a';
}

/** What is fetched ahead. */
export interface FetchAheadOptions {
  /**
   * Milliseconds before each piece: the line is left to what is heard now, and the server to those who are
   * just opening their pages.
   */
  readonly pause?: number;
  /** Called with how many pieces are here. */
  readonly progress?: (done: number, total: number) => void;
}

/**
 * The pieces of a reading's sound. Each is fetched once, from this device if it is kept here; on a line that
 * breaks it tries until it has it, at once when the network comes back, and goes on where an attempt stopped.
 */
export class SoundFiles {
  readonly #options: SoundFilesOptions;
  /** Addresses of pieces in memory, for the player. */
  readonly #addresses = new Map<number, Promise<string>>();
  /** Pieces that are being fetched, for the player or ahead. */
  readonly #fetching = new Map<number, Promise<Blob>>();
  readonly #downloads = new Map<number, Download>();
  /** Pieces that the player waits for. */
  readonly #wanted = new Set<number>();
  readonly #goneListeners = new Set<() => void>();
  readonly #waitingListeners = new Set<() => void>();
  #isWaiting = false;
  #isClosed = false;

  constructor(options: SoundFilesOptions) {
    this.#options = options;
  }

  /** Calls when the server does not give these files out any more. @returns the way to stop. */
  whenGone(listener: () => void): () => void {
    this.#goneListeners.add(listener);
    return () => this.#goneListeners.delete(listener);
  }

  /** Whether it waits for the network with sound that is to be heard now. */
  get isWaiting(): boolean {
    return this.#isWaiting;
  }

  /** Calls when `isWaiting` changes. @returns the way to stop. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.#waitingListeners.add(listener);
    return () => this.#waitingListeners.delete(listener);
  };

  /** Number of the piece that holds a sentence. */
  segmentOf(sentence: number): number {
    const { segments } = this.#options.reading;
    const nth = segments.findIndex(({ to }) => sentence < to);
    return nth < 0 ? segments.length - 1 : nth;
  }

  /** Address of a piece for the player. @throws Refused when it is not given out any more. */
  addressOf(nth: number): Promise<string> {
    const known = this.#addresses.get(nth);
    if (known) return known;
    this.#wanted.add(nth);
    const address = this.#blob(nth).then((content) => URL.createObjectURL(content));
    this.#addresses.set(nth, address);
    void address
      .catch(() => this.#addresses.delete(nth))
      .finally(() => {
        this.#wanted.delete(nth);
        this.#setWaiting(false);
      });
    return address;
  }

  /**
   * Fetches all that is not here yet, one piece after the other, from a piece on and then from the beginning.
   * Where the browser keeps nothing, the pieces lie in memory until the page is closed.
   */
  async fetchAhead(from: number, { pause = 0, progress }: FetchAheadOptions = {}): Promise<void> {
    const { accessToken, item, reading } = this.#options;
    const total = reading.segments.length;
    for (let i = 0; i < total && !this.#isClosed; i++) {
      const nth = (from + i) % total;
      if (!(await isKept(accessToken, item.package, this.#addressOf(nth))) && !this.#addresses.has(nth)) {
        if (pause > 0) await new Promise((resolve) => setTimeout(resolve, pause));
        if (this.#isClosed) return;
        if (canKeep()) await this.#blob(nth);
        else await this.addressOf(nth);
      }
      progress?.(i + 1, total);
    }
  }

  /** Frees the memory of all pieces. */
  close(): void {
    this.#isClosed = true;
    for (const address of this.#addresses.values())
      void address.then((one) => URL.revokeObjectURL(one)).catch(() => undefined);
    this.#addresses.clear();
  }

  #addressOf(nth: number): string {
    const { item, accessToken, form } = this.#options;
    return fileAddress(accessToken, item, `sound-${nth}.${form}`);
  }

  /** A piece; those who ask for it at the same time wait for the same. */
  #blob(nth: number): Promise<Blob> {
    const known = this.#fetching.get(nth);
    if (known) return known;
    const content = this.#fetch(nth);
    this.#fetching.set(nth, content);
    void content.catch(() => undefined).finally(() => this.#fetching.delete(nth));
    return content;
  }

  async #fetch(nth: number): Promise<Blob> {
    const { item, accessToken } = this.#options;
    const address = this.#addressOf(nth);
    const download = this.#downloads.get(nth) ?? new Download(address);
    this.#downloads.set(nth, download);
    for (let attempts = 0, received = 0; ; attempts++) {
      try {
        const content = await keptFile(accessToken, item, address, download);
        this.#downloads.delete(nth);
        return content;
      } catch (error) {
        if (error instanceof RequestError) for (const listener of this.#goneListeners) listener();
        if (error instanceof RequestError || this.#isClosed) throw error;
        // A line that brought something is tried again soon, however slow it is.
        if (download.received > received) attempts = 0;
        received = download.received;
        this.#setWaiting(this.#wanted.has(nth));
        await untilOnline(WAITS[Math.min(attempts, WAITS.length - 1)] ?? 0);
        if (this.#wanted.has(nth)) this.#setWaiting(false);
      }
    }
  }

  #setWaiting(isWaiting: boolean): void {
    if (this.#isWaiting === isWaiting) return;
    this.#isWaiting = isWaiting;
    for (const listener of this.#waitingListeners) listener();
  }
}

/** Waits, but not longer than until the network is back. @param milliseconds at most. */
function untilOnline(milliseconds: number): Promise<void> {
  return new Promise((resolve) => {
    const end = () => {
      clearTimeout(timer);
      removeEventListener('online', end);
      resolve();
    };
    const timer = setTimeout(end, milliseconds);
    addEventListener('online', end);
  });
}
