import { readingSnapshot } from '@aurelfield/formats';
import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import type { OpenDatabase } from '../../db/database.ts';
import type { ExportDocumentMaker } from '../exports/exportDocumentMaker.ts';
import { toAppError } from '../exports/exportService.ts';
import type { JobHandler } from '../../jobs/worker.ts';
import type { ReadingMaker } from '../readings/readingMaker.ts';
import type { ReadingOpener } from '../readings/readingOpener.ts';
import type { ObjectStore } from '../../store/objectStore.ts';
import type { AssignmentRepository } from './assignmentRepository.ts';

export interface AssignmentJobDeps {
  readonly database: OpenDatabase;
  readonly assignments: AssignmentRepository;
  readonly opener: ReadingOpener;
  readonly maker: ReadingMaker;
  readonly exportDocuments: ExportDocumentMaker;
  readonly store: ObjectStore;
}

/** Frozen readings lie here, a folder a freezing. */
export const SNAPSHOTS = 'frozen/';
/** The text and times of a frozen reading, beside its sound. */
export const SNAPSHOT_TEXT = 'page.json';
/** All of its sound in one file, and its words in time. */
export const WHOLE_SOUND = 'whole.mp3';
export const WHOLE_WORDS = 'words.vtt';
/** Freezing counts as a fifth of the work when progress is shown. */
const FREEZING_SHARE = 0.2;

/** Where the pupil's page fetches a file of a typeface. */
function fontAddress(name: string): string {
  return `/page/fonts/${name}`;
}

/** Name in the store of a file of a frozen reading. */
export function snapshotObject(schoolId: string, packageName: string, file: string): string {
  return `${SNAPSHOTS}${schoolId}/${packageName}/${file}`;
}

/**
 * Makes an assignment's reading as it would be now and freezes it; until all of it lies in the store, what
 * was out before stays out.
 */
export function assignmentJob(deps: AssignmentJobDeps): JobHandler<'assignment'> {
  const { database, assignments, opener, maker, exportDocuments, store } = deps;
  return async ({ id: jobId, schoolId, payload }, { signal, progress }) => {
    const assignment = await assignments.get(schoolId, payload.assignmentId);
    let sentences = 1;
    const share = (making: number, freezing: number) =>
      progress(Math.round(1000 * (making * (1 - FREEZING_SHARE) + freezing * FREEZING_SHARE)), 1000);
    const reading = await maker.makeAll(
      await opener.prepare(schoolId, assignment.handoutId, assignment.pupilId),
      {
        signal,
        progress: (done, total) => {
          sentences = Math.max(1, total);
          return share(done / sentences, 0);
        },
      },
    );
    const { exportDocument } = await exportDocuments.of(reading);
    const packageName = randomUUID();
    const written: string[] = [];
    let mp3 = 0;
    const put = async (file: string, content: AsyncIterable<Uint8Array> | Buffer) => {
      const object = snapshotObject(schoolId, packageName, file);
      written.push(object);
      await store.put(
        object,
        Buffer.isBuffer(content) ? content : Readable.from(content, { objectMode: false }),
      );
    };
    try {
      const freezing = readingSnapshot(exportDocument, {
        fontAddress,
        signal,
        progress: (done, total) => share(1, done / total),
      });
      let step = await freezing.next();
      for (; !step.done; step = await freezing.next()) {
        const { name, content } = step.value;
        await put(name, name === WHOLE_SOUND ? counted(content, (bytes) => (mp3 += bytes)) : content);
      }
      const text = step.value;
      await put(SNAPSHOT_TEXT, Buffer.from(JSON.stringify(text)));
      signal.throwIfAborted();
      const sum = (kind: 'opus' | 'm4a') => text.segments.reduce((bytes, one) => bytes + one[kind], 0);
      await assignments.renew(
        database.db,
        { id: assignment.id, jobId },
        {
          package: packageName,
          readingId: reading.id,
          title: text.title,
          language: text.language,
          seconds: exportDocument.timeline.samples / exportDocument.timeline.sampleRate,
          bytes: { opus: sum('opus'), m4a: sum('m4a'), mp3 },
        },
      );
      return undefined;
    } catch (error) {
      for (const object of written) await store.delete(object).catch(() => undefined);
      signal.throwIfAborted();
      throw toAppError(error);
    }
  };
}

/** Passes a stream through and reports its bytes. */
async function* counted(
  content: AsyncIterable<Uint8Array>,
  notify: (bytes: number) => void,
): AsyncGenerator<Uint8Array> {
  for await (const chunk of content) {
    notify(chunk.length);
    yield chunk;
  }
}
