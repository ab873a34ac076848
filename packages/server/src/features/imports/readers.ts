import { ReaderError, ReaderPool, type ReadJob, type ReadResults } from '@aurelfield/readers';
import { AppError } from '../../appError.ts';

export interface ReadOptions {
  readonly signal?: AbortSignal | undefined;
  /** A key chosen by the client, to ask for its place in the queue. */
  readonly key?: string | undefined;
}

/** Most documents that wait; further ones are rejected. */
const WAITING_AT_MOST = 200;

/**
 * Reads documents and photos outside of the server's own process, in two lines: what somebody waits for with
 * their eyes on it is not behind a pile of photos.
 */
export class Readers {
  readonly #lines: Readonly<Record<'short' | 'long', ReaderPool>>;
  readonly #places = new Map<string, number>();

  /** @param script of the reading process in a bundle */
  constructor(script: URL | undefined) {
    this.#lines = { short: new ReaderPool({ script }), long: new ReaderPool({ script }) };
  }

  /** Reads one thing when its turn has come. @throws AppError that says what is wrong with it. */
  async read<K extends ReadJob['kind']>(
    job: ReadJob & { readonly kind: K },
    { signal, key }: ReadOptions = {},
  ): Promise<ReadResults[K]> {
    const line = this.#lines[job.kind === 'photo' ? 'long' : 'short'];
    if (line.load >= WAITING_AT_MOST)
      throw new AppError('busy', 'Many documents are being read just now. Try again in a minute.');
    try {
      return await line.read<K>(job, {
        signal,
        ...(key === undefined ? {} : { onPlace: (ahead) => this.#places.set(key, ahead) }),
      });
    } catch (error) {
      if (error instanceof ReaderError) throw new AppError(error.code, error.message);
      throw error;
    } finally {
      if (key !== undefined) this.#places.delete(key);
    }
  }

  /** How many documents are read before one; `undefined` when it is not (or not any more) in the line. */
  ahead(key: string): number | undefined {
    return this.#places.get(key);
  }

  /** Starts a process before anybody needs it. */
  warmUp(): void {
    this.#lines.short.warmUp();
  }

  stop(): void {
    for (const line of Object.values(this.#lines)) line.stop();
  }
}
