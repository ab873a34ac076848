import { withSoundText } from './tidy.ts';
import { ReaderError } from './readerError.ts';
import type { ReadAnswer, ReadJob, ReadResults, ReadStep } from './readJob.ts';

/** The process that reads documents and photos, one after another. */
const send = (answer: ReadAnswer | ReadStep | { readonly type: 'ready' }) => process.send?.(answer);
const onStep = () => send({ type: 'step' });

async function read(job: ReadJob): Promise<ReadResults[keyof ReadResults]> {
  const { name, bytes } = job;
  switch (job.kind) {
    case 'page':
      return withSoundText((await import('./webPage.ts')).readWebPage(bytes));
    case 'outline':
      return (await import('./photo/readPhoto.ts')).findPhotoOutline(name, bytes);
    case 'photo':
      return (await import('./photo/readPhoto.ts')).readPhoto(name, bytes, job.choice);
    case 'region':
      return (await import('./photo/readPhoto.ts')).readRegion(bytes, job.box, job.languages);
    case 'scan':
      return (await import('./photo/scannedPdf.ts')).pagesOfScan(name, bytes);
    case 'file': {
      const { dictionary } = await import('cmu-pronouncing-dictionary');
      const isWord = (word: string) => Object.hasOwn(dictionary, word.toLowerCase());
      return (await import('./readDocument.ts')).readDocument(name, bytes, { isWord, onStep });
    }
  }
}

async function answerTo(job: ReadJob): Promise<ReadAnswer> {
  try {
    const result = await read(job);
    return { type: 'done', result, held: process.memoryUsage.rss() };
  } catch (error) {
    const held = process.memoryUsage.rss();
    return error instanceof ReaderError
      ? { type: 'refused', code: error.code, message: error.message, held }
      : { type: 'failed', message: error instanceof Error ? error.message : String(error), held };
  }
}

// Whoever wanted it is gone, however that came: this process ends, and the recogniser that it started with
// it.
process.once('disconnect', () => process.kill(-process.pid, 'SIGKILL'));
process.on('message', (job: ReadJob) => void answerTo(job).then(send));
send({ type: 'ready' });
