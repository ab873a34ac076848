import type { VoiceRegistry } from '@aurelfield/voices';
import type { OpenDatabase } from '../../db/database.ts';
import type { ExportDocumentMaker } from '../exports/exportDocumentMaker.ts';
import { exportPayload, type ExportService } from '../exports/exportService.ts';
import type { Jobs } from '../../jobs/jobs.ts';
import type { JobRepository } from '../../jobs/jobRepository.ts';
import type { JobHandler } from '../../jobs/worker.ts';
import type { ReadingOpener } from '../readings/readingOpener.ts';
import type { ReadingRow, ReadingRepository } from '../readings/readingRepository.ts';
import { AppError } from '../../appError.ts';
import type { ClassSetRepository } from './classSetRepository.ts';

export interface ClassSetJobDeps {
  readonly database: OpenDatabase;
  readonly sets: ClassSetRepository;
  readonly opener: ReadingOpener;
  readonly readings: ReadingRepository;
  readonly exportDocuments: ExportDocumentMaker;
  readonly exports: ExportService;
  readonly voices: VoiceRegistry;
  readonly jobs: Jobs;
  readonly jobRepository: JobRepository;
}

/**
 * Plans the readings of an item and queues the job that makes and writes them. Running it twice queues no
 * second job.
 */
export function classSetJob(deps: ClassSetJobDeps): JobHandler<'set'> {
  const { database, sets, opener, readings, exportDocuments, exports, voices, jobs, jobRepository } = deps;
  return async ({ id, schoolId, groupId, payload: { setId, position } }, context) => {
    const { request } = await sets.get(schoolId, setId);
    const own = (await sets.items([setId])).find(({ item }) => item.position === position)?.item;
    if (!own || own.jobId !== id) return undefined;
    const opened: ReadingRow[] = [];
    for (const handoutId of own.handoutIds) {
      context.signal.throwIfAborted();
      opened.push(await opener.prepare(schoolId, handoutId, own.pupilId));
    }
    const priced = opened.filter((reading) => voices.find(reading.voice)?.price && !reading.costAgreed);
    if (priced.length > 0 && !request.costAgreed)
      throw new AppError(
        'not-agreed',
        'This pupil’s voice costs money, and nobody has agreed to the price. Agree to it in a new class set, or choose another voice.',
      );
    const [first] = opened;
    if (!first) return undefined;
    const facts = await exportDocuments.fingerprint(first);
    const payload = exportPayload(
      opened.map((reading) => reading.id),
      request.outputs[own.pupilId] ?? request.output,
      request.naming,
      { facts, joining: request.joining },
    );
    const earlier = await jobRepository.latestLike(schoolId, payload);
    const isReusable = earlier !== undefined && (await exports.isAllThere(earlier));
    await database.transaction(async (tx) => {
      for (const reading of priced) await readings.agreeToCost(tx, schoolId, reading.id);
      const job = isReusable ? earlier : await jobs.enqueue(tx, { schoolId, payload, groupId: groupId ?? undefined }); // prettier-ignore
      await sets.setItem(tx.db, own, { jobId: job.id, readingId: first.id });
    });
    return undefined;
  };
}
