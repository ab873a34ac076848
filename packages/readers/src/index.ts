/**
 * Documents → blocks. A file for each format; `ReaderPool` runs them in processes of their own with limits of
 * time and memory.
 */
export { ReaderError } from './readerError.ts';
export { fetchPage, type FetchOptions } from './fetchPage.ts';
export type { ReadJob, ReadResults } from './readJob.ts';
export { ReaderPool } from './readerPool.ts';
export { readSafely } from './readSafely.ts';
export { recognisableLanguages } from './photo/tesseract.ts';
export { readSound, soundChunks } from './sound/readSound.ts';
