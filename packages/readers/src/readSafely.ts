import type { ReadJob, ReadResults } from './readJob.ts';
import { ReaderPool, type ReaderPoolOptions, type TurnOptions } from './readerPool.ts';

/**
 * Reads one thing in a process of its own that is ended then: for programs that read once and go.
 * @throws ReaderError that says what is wrong; the signal's reason when cancelled.
 */
export async function readSafely<K extends ReadJob['kind']>(
  job: ReadJob & { readonly kind: K },
  options: TurnOptions & ReaderPoolOptions = {},
): Promise<ReadResults[K]> {
  const pool = new ReaderPool({ ...options, size: 1 });
  try {
    return await pool.read<K>(job, options);
  } finally {
    pool.stop();
  }
}
