import { DELETED_DAYS } from '@aurelfield/api';
import { inArray, lt, or } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { handouts, objectDeletions, recordings } from '../../db/schema/index.ts';
import type { CleanUp } from '../../feature.ts';
import { DAY_MS } from '../../maintenance/retention.ts';
import { recordingFolder } from './recordingSound.ts';

export const cleanUps: readonly CleanUp[] = [
  {
    name: 'recordings',
    run: ({ db }) => deleteRecordings(db, new Date(Date.now() - DELETED_DAYS * DAY_MS)),
  },
];

/**
 * Deletes the recordings that were deleted before a time, or whose handout was, and notes their sound for
 * deletion. Sound without a row is left alone: after a database was restored from an older backup it is the
 * only copy of a newer recording.
 */
async function deleteRecordings(db: Database, before: Date): Promise<void> {
  const deleted = db.select({ id: handouts.id }).from(handouts).where(lt(handouts.deletedAt, before));
  await db.transaction(async (tx) => {
    const gone = await tx
      .delete(recordings)
      .where(or(lt(recordings.deletedAt, before), inArray(recordings.handoutId, deleted)))
      .returning({ id: recordings.id, schoolId: recordings.schoolId });
    if (gone.length === 0) return;
    await tx
      .insert(objectDeletions)
      .values(gone.map(({ id, schoolId }) => ({ prefix: recordingFolder(schoolId, id) })))
      .onConflictDoNothing();
  });
}
