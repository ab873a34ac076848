import { ReaderError } from './readerError.ts';
import type { ReadAnswer, ReadJob, ReadResults } from './readSafely.ts';

/** The process that reads one document or photo and is then ended. */
const send = (answer: ReadAnswer | { readonly type: 'ready' }) => process.send?.(answer);

async function read(job: ReadJob): Promise<ReadResults[keyof ReadResults]> {
  const { name, bytes } = job;
  switch (job.kind) {
    case 'page':
      return (await import('./webPage.ts')).readWebPage(bytes);
    case 'look':
      return (await import('./photo/readPhoto.ts')).lookAtPhoto(name, bytes);
    case 'photo':
      return (await import('./photo/readPhoto.ts')).readPhoto(name, bytes, job.choice);
    case 'region':
      return (await import('./photo/readPhoto.ts')).readRegion(bytes, job.box, job.languages);
    case 'scan':
      return (await import('./photo/scannedPdf.ts')).pagesOfScan(name, bytes);
    case 'file': {
      const { dictionary } = await import('cmu-pronouncing-dictionary');
      const isWord = (word: string) => Object.hasOwn(dictionary, word.toLowerCase());
      return (await import('./readDocument.ts')).readDocument(name, bytes, { isWord });
    }
  }
}

// Whoever wanted it is gone, however that came: this process ends, and the recogniser that it started with it.
process.once('disconnect', () => process.kill(-process.pid, 'SIGKILL'));
process.once('message', (job: ReadJob) => {
  read(job).then(
    (result) => send({ type: 'done', result }),
    (error: unknown) =>
      send(
        error instanceof ReaderError
          ? { type: 'refused', problem: error.problem, message: error.message }
          : { type: 'failed', message: error instanceof Error ? error.message : String(error) },
      ),
  );
});
send({ type: 'ready' });
