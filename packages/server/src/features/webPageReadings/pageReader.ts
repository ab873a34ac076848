import type { BlockView, CleanUpView } from '@aurelfield/api';
import type { ImportPreview } from '../imports/importPreview.ts';
import { fetchForReading } from '../imports/fetchForReading.ts';
import type { Readers } from '../imports/readers.ts';
import type { StagedSource } from '../imports/sourceStaging.ts';
import { tidyBlocks } from '../imports/tidyBlocks.ts';
import { AppError } from '../../appError.ts';
import type { LooseBlock } from '../texts/textRevisionService.ts';
import type { TextThreads } from '../../threads/textThreads.ts';

/** A page as it was fetched and read. */
export interface ReadPage {
  /** Of the address where it was found in the end. */
  readonly origin: string;
  readonly title: string;
  readonly language: string;
  /** As imported, and as stored. */
  readonly content: BlockView[];
  readonly blocks: readonly LooseBlock[];
  readonly cleanUps: CleanUpView[];
  readonly source: StagedSource;
}

/** Fetches a page and reads it. */
export interface PageReader {
  /** @throws AppError that says what is wrong with the page. */
  read(address: string): Promise<ReadPage>;
}

export interface PageReaderDeps {
  readonly readers: Readers;
  readonly importPreview: ImportPreview;
  readonly threads: TextThreads;
}

export function pageReader(
  { readers, importPreview, threads }: PageReaderDeps,
  allowedOrigins: readonly string[],
): PageReader {
  return {
    read: async (address) => {
      const page = await fetchForReading(address, { allowedOrigins });
      const document = await readers.read({ kind: 'page', name: page.address, bytes: page.content });
      const { title, language, content, cleanUps, hasVoice } = await importPreview.document(document, {
        fileName: page.address,
        uploadId: '',
      });
      if (!content || content.length === 0)
        throw new AppError('empty', 'There is no text on this page that can be read aloud.');
      if (!hasVoice) throw new AppError('no-voice', 'No voice here speaks the language of this page.');
      return {
        origin: new URL(page.address).origin,
        title: title.trim().slice(0, 200) || page.address.slice(0, 200),
        language,
        content,
        blocks: await tidyBlocks(content, threads),
        cleanUps,
        source: {
          kind: 'web-page',
          name: `${title || 'page'}.html`,
          mediaType: page.mediaType,
          address: page.address,
          content: page.content,
        },
      };
    },
  };
}
