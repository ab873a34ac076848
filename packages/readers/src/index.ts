/** Documents → blocks. A file for each format; `readSafely` runs them in a process of their own with limits of time and memory. */
export { ReaderError } from './readerError.ts';
export { fetchPage, type FetchedPage, type FetchOptions } from './fetchPage.ts';
export { READABLE_ENDINGS } from './readDocument.ts';
export { readSafely, type ReadJob, type ReadResults, type SafeOptions } from './readSafely.ts';
export type { LookedAt, PageChoice, ReadPage } from './photo/readPhoto.ts';
export { recognisableLanguages } from './photo/tesseract.ts';
