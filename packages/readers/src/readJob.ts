import type { ImportedDocument } from '@aurelfield/core/page';
import type { Box } from '@aurelfield/core/photo';
import type { PhotoOutline, PageChoice, ReadPage } from './photo/readPhoto.ts';

/**
 * What is to be read: a file by its name, a web page as it was fetched, a photo to be looked at or read, a
 * part of a flat page, a PDF whose pages are pictures.
 */
export type ReadJob =
  | { readonly kind: 'file' | 'page' | 'outline' | 'scan'; readonly name: string; readonly bytes: Uint8Array }
  | { readonly kind: 'photo'; readonly name: string; readonly bytes: Uint8Array; readonly choice: PageChoice }
  | {
      readonly kind: 'region';
      readonly name: string;
      readonly bytes: Uint8Array;
      readonly box: Box;
      readonly languages: readonly string[];
    };

/** What comes of each kind of job. */
export interface ReadResults {
  readonly file: ImportedDocument;
  readonly page: ImportedDocument;
  readonly outline: PhotoOutline;
  readonly photo: ReadPage;
  readonly region: string;
  readonly scan: readonly Uint8Array[];
}

/** A reading process goes on from one part of a long document to the next. */
export interface ReadStep {
  readonly type: 'step';
}

/** What a reading process says of a job, with the bytes of memory that it holds then. */
export type ReadAnswer = (
  | { readonly type: 'done'; readonly result: ReadResults[keyof ReadResults] }
  | { readonly type: 'refused'; readonly code: string; readonly message: string }
  | { readonly type: 'failed'; readonly message: string }
) & { readonly held: number };
