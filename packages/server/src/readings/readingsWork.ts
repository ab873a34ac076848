import type { VoiceRegistry } from '@aurelfield/voices';
import type { OpenDatabase } from '../db/database.ts';
import type { Jobs } from '../jobs/jobs.ts';
import type { JobStore } from '../jobs/jobStore.ts';
import type { JobWork } from '../jobs/worker.ts';
import type { ReadingOpener } from './readingOpener.ts';
import type { ReadingProgress } from './readingProgress.ts';
import type { ReadingStore } from './readingStore.ts';

export interface ReadingsWorkParts {
  readonly database: OpenDatabase;
  readonly opener: ReadingOpener;
  readonly readings: ReadingStore;
  readonly progress: ReadingProgress;
  readonly voices: VoiceRegistry;
  readonly jobs: Jobs;
  readonly jobStore: JobStore;
}

/** Carries out jobs that open several readings: each is planned, and has its making put into the queue as a job of the same group. Done a second time, it begins none anew. */
export function readingsWork({
  database,
  opener,
  readings,
  progress,
  voices,
  jobs,
  jobStore,
}: ReadingsWorkParts): JobWork<'readings'> {
  return async ({ schoolId, groupId, payload: { pairs, costAgreed } }, context) => {
    let opened = 0;
    for (const { handoutId, pupilId } of pairs) {
      context.signal.throwIfAborted();
      const reading = await progress.refresh(await opener.prepare(schoolId, handoutId, pupilId));
      const isPriced = voices.find(reading.voice)?.price !== undefined;
      const isWanted = !progress.isComplete(reading) && (!isPriced || costAgreed || reading.costAgreed);
      if (isWanted)
        await database.transaction(async (tx) => {
          const begun = groupId === null ? new Set() : await jobStore.readingsOfGroup(tx.db, groupId);
          if (begun.has(reading.id)) return;
          if (isPriced) await readings.agreeToCost(tx, schoolId, reading.id);
          await jobs.enqueue(tx, {
            schoolId,
            payload: { kind: 'reading', readingId: reading.id },
            groupId: groupId ?? undefined,
          });
        });
      opened += 1;
      await context.progress(opened, pairs.length);
    }
    return undefined;
  };
}
