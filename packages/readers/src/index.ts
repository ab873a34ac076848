/** Documents → blocks. A file for each format; `ReaderPool` runs them in processes of their own with limits of time and memory. */
export { ReaderError } from './readerError.ts';
export { fetchPage, type FetchedPage, type FetchOptions } from './fetchPage.ts';
export { READABLE_ENDINGS } from './readDocument.ts';
export type { ReadJob, ReadResults } from './readJob.ts';
export { ReaderPool, type ReaderPoolOptions, type TurnOptions } from './readerPool.ts';
export { readSafely } from './readSafely.ts';
export type { LookedAt, PageChoice, ReadPage } from './photo/readPhoto.ts';
export { recognisableLanguages } from './photo/tesseract.ts';
export { LONGEST_RECORDING, readSound, soundChunks } from './sound/readSound.ts';
