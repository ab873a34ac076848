import { dictionary } from 'cmu-pronouncing-dictionary';
import { readDocument } from './readDocument.ts';
import { ReaderError } from './readerError.ts';
import type { ReadAnswer, ReadJob } from './readSafely.ts';

/** The process that reads one document and is then ended. */
const send = (answer: ReadAnswer | { readonly type: 'ready' }) => process.send?.(answer);
const isWord = (word: string) => Object.hasOwn(dictionary, word.toLowerCase());

process.once('message', ({ kind, name, bytes }: ReadJob) => {
  const read = async () =>
    kind === 'page'
      ? (await import('./webPage.ts')).readWebPage(bytes)
      : readDocument(name, bytes, { isWord });
  read().then(
    (document) => send({ type: 'done', document }),
    (error: unknown) =>
      send(
        error instanceof ReaderError
          ? { type: 'refused', problem: error.problem, message: error.message }
          : { type: 'failed', message: error instanceof Error ? error.message : String(error) },
      ),
  );
});
send({ type: 'ready' });
