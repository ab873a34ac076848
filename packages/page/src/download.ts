import { RequestError } from './server.ts';

/** A line that brings nothing for so long is given up. Milliseconds. */
const SILENCE = 20_000;

export interface DownloadOptions {
  /** Milliseconds without a byte after which an attempt is given up; 20,000 by default. */
  readonly silence?: number;
}

/**
 * Fetches one file in as many attempts as the line needs. An attempt lasts as long as bytes arrive, however
 * slowly; the next one asks for the rest. Its content must never change under its address.
 */
export class Download {
  readonly #address: string;
  readonly #silence: number;
  #parts: Uint8Array<ArrayBuffer>[] = [];
  #received = 0;

  constructor(address: string, { silence = SILENCE }: DownloadOptions = {}) {
    this.#address = address;
    this.#silence = silence;
  }

  /** Bytes that have arrived. */
  get received(): number {
    return this.#received;
  }

  /**
   * One attempt.
   * @returns the whole file.
   * @throws Refused when the server does not give it out any more; any other error when the line broke, with
   * what arrived kept.
   */
  async attempt(): Promise<Blob> {
    const controller = new AbortController();
    let timer = setTimeout(() => controller.abort(), this.#silence);
    const isAlive = () => {
      clearTimeout(timer);
      timer = setTimeout(() => controller.abort(), this.#silence);
    };
    try {
      const response = await fetch(this.#address, {
        signal: controller.signal,
        ...(this.#received > 0 ? { headers: { range: `bytes=${this.#received}-` } } : {}),
      });
      isAlive();
      if ([401, 404, 410].includes(response.status)) throw new RequestError(response.status, '');
      if (!response.ok) throw new Error(`The server answered ${response.status}.`);
      if (response.status !== 206) this.#restart();
      await this.#take(response, isAlive);
      return new Blob(this.#parts, { type: response.headers.get('content-type') ?? '' });
    } finally {
      clearTimeout(timer);
    }
  }

  async #take(response: Response, isAlive: () => void): Promise<void> {
    const reader = response.body?.getReader();
    if (!reader) {
      this.#add(new Uint8Array(await response.arrayBuffer()));
      return;
    }
    for (let step = await reader.read(); !step.done; step = await reader.read()) {
      isAlive();
      this.#add(step.value);
    }
  }

  #add(bytes: Uint8Array<ArrayBuffer>): void {
    this.#parts.push(bytes);
    this.#received += bytes.length;
  }

  #restart(): void {
    this.#parts = [];
    this.#received = 0;
  }
}
