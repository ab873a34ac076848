import {
  fetchPage,
  ReaderError,
  readSafely,
  type FetchOptions,
  type ReadJob,
  type ReadResults,
} from '@aurelfield/readers';
import { Refusal } from '../refusal.ts';

/** Reads a document or photo outside of the server's own process. @throws Refusal that says what is wrong with it. */
export function read<K extends ReadJob['kind']>(
  job: ReadJob & { readonly kind: K },
  script: URL | undefined,
  signal?: AbortSignal,
): Promise<ReadResults[K]> {
  return asRefusal(() => readSafely<K>(job, { script, signal }));
}

/** Fetches a page within limits. @throws Refusal that says what is wrong with it. */
export function fetchForReading(address: string, options: FetchOptions) {
  return asRefusal(() => fetchPage(address, options));
}

async function asRefusal<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof ReaderError) throw new Refusal(error.problem, error.message);
    throw error;
  }
}
