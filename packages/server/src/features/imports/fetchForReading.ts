import { fetchPage, ReaderError, type FetchOptions } from '@aurelfield/readers';
import { AppError } from '../../appError.ts';

/** Fetches a page within limits. @throws AppError that says what is wrong with it. */
export async function fetchForReading(address: string, options: FetchOptions): ReturnType<typeof fetchPage> {
  try {
    return await fetchPage(address, options);
  } catch (error) {
    if (error instanceof ReaderError) throw new AppError(error.code, error.message);
    throw error;
  }
}
