import { fetchPage, ReaderError, type FetchOptions } from '@aurelfield/readers';
import { Refusal } from '../refusal.ts';

/** Fetches a page within limits. @throws Refusal that says what is wrong with it. */
export async function fetchForReading(address: string, options: FetchOptions) {
  try {
    return await fetchPage(address, options);
  } catch (error) {
    if (error instanceof ReaderError) throw new Refusal(error.problem, error.message);
    throw error;
  }
}
