import { DELETED_DAYS } from '@aurelfield/api';
import { inArray, lt } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { boards, boardSayings, pupils } from '../../db/schema/index.ts';
import type { CleanUp } from '../../feature.ts';
import { DAY_MS } from '../../maintenance/retention.ts';

export const cleanUps: readonly CleanUp[] = [
  { name: 'deleted pupils', run: ({ db }) => deletePupils(db, new Date(Date.now() - DELETED_DAYS * DAY_MS)) },
];

/** Deletes for good the pupils that were deleted before a time, with all that is theirs alone. */
async function deletePupils(db: Database, before: Date): Promise<void> {
  await db.transaction(async (tx) => {
    const gone = tx.select({ id: pupils.id }).from(pupils).where(lt(pupils.deletedAt, before));
    const theirBoards = tx.select({ id: boards.id }).from(boards).where(inArray(boards.pupilId, gone));
    // A board and its phrases stay for others; what this pupil typed on it does not.
    await tx.delete(boardSayings).where(inArray(boardSayings.boardId, theirBoards));
    await tx.delete(pupils).where(lt(pupils.deletedAt, before));
  });
}
