import { DELETED_DAYS } from '@aurelfield/api';
import { and, eq, inArray, isNotNull, isNull, lt, sql, type SQL } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../db/database.ts';
import {
  boards,
  boardSayings,
  classSets,
  clipClaims,
  clips,
  handouts,
  assignments,
  objectDeletions,
  listeningEvents,
  pronunciations,
  pupils,
  readings,
  recordings,
  readingSentences,
  schools,
  sessions,
  texts,
  versions,
} from '../db/schema/index.ts';
import { EXPORTS } from '../exports/exportService.ts';
import { FROZEN } from '../assignments/assignmentWork.ts';
import { WebPageReadingRepository } from '../webPageReadings/webPageReadingRepository.ts';
import { UPLOADS } from '../imports/sourceStaging.ts';
import type { JobRepository } from '../jobs/jobRepository.ts';
import { recordingFolder } from '../recordings/recordingSound.ts';
import type { SharedLimits } from '../http/sharedLimits.ts';
import type { ObjectStore } from '../store/objectStore.ts';

export interface CleanUpDeps {
  readonly limits: SharedLimits;
  readonly db: Database;
  readonly store: ObjectStore;
  readonly jobs: JobRepository;
  readonly log: Logger;
  /** Bytes of sound that a school may keep. */
  readonly schoolBytes: number;
}

const HOUR = 60 * 60 * 1000;
const DAY = 24 * HOUR;
/** Ended jobs are told of for so long. */
const JOBS_KEPT = 7 * DAY;
/** Pages that could not be read for listening. */
const FAILED_KEPT = 30 * DAY;
const CLIPS_PER_ROUND = 500;
export const CLIPS = 'clips/';

/** Takes away what nobody needs any more. Each part is done whether or not another one failed. */
export async function cleanUp(deps: CleanUpDeps): Promise<void> {
  const steps: readonly [string, () => Promise<unknown>][] = [
    ['uploads', () => cleanUpOld(deps.store, UPLOADS, DAY)],
    ['uploads before migration 0019', () => cleanUpOld(deps.store, 'tray/', DAY)],
    // As long as the jobs that name them: what a class set offers is there.
    ['exports', () => cleanUpOld(deps.store, EXPORTS, JOBS_KEPT)],
    // Before their jobs: a set is nothing without them.
    [
      'class sets',
      () => deps.db.delete(classSets).where(lt(classSets.startedAt, new Date(Date.now() - JOBS_KEPT))),
    ],
    ['jobs', () => deps.jobs.forgetEndedBefore(new Date(Date.now() - JOBS_KEPT))],
    ['sessions', () => deps.db.delete(sessions).where(sql`${sessions.expire} < now()`)],
    ['deleted', () => cleanUpDeleted(deps.db)],
    ['texts', () => cleanUpTexts(deps.db)],
    ['claims', () => deps.db.delete(clipClaims).where(lt(clipClaims.until, new Date(Date.now() - DAY)))],
    ['clips', () => cleanUpClips(deps)],
    ['lost objects', () => cleanUpLostObjects(deps)],
    ['frozen readings', () => cleanUpFrozen(deps)],
    ['recordings', () => cleanUpRecordings(deps)],
    ['deleted objects', () => cleanUpObjects(deps)],
    [
      'web page readings',
      () => new WebPageReadingRepository(deps.db).forgetFailed(new Date(Date.now() - FAILED_KEPT)),
    ],
    ['records', () => cleanUpRecords(deps.db)],
    ['rate limits', () => deps.limits.cleanUp()],
  ];
  for (const [name, step] of steps)
    await step().catch((error: unknown) => deps.log.error({ err: error }, `the clean-up of ${name} failed`));
}

/** What has lain below a prefix for so many milliseconds. */
async function cleanUpOld(store: ObjectStore, prefix: string, kept: number): Promise<void> {
  for await (const { name, changedAt } of store.list(prefix))
    if (Date.now() - changedAt.getTime() > kept) await store.delete(name);
}

/** Handouts and pupils that were deleted long enough ago to be gone for good, with all that is theirs. */
async function cleanUpDeleted(db: Database): Promise<void> {
  const before = new Date(Date.now() - DELETED_DAYS * DAY);
  const deleted = db.select({ id: handouts.id }).from(handouts).where(lt(handouts.deletedAt, before));
  await deleteRecordings(db, inArray(recordings.handoutId, deleted));
  await db.delete(handouts).where(lt(handouts.deletedAt, before));
  await db.transaction(async (tx) => {
    const gone = tx.select({ id: pupils.id }).from(pupils).where(lt(pupils.deletedAt, before));
    // A board and its phrases stay for others; what this pupil typed on it does not.
    await tx
      .delete(boardSayings)
      .where(
        inArray(
          boardSayings.boardId,
          tx.select({ id: boards.id }).from(boards).where(inArray(boards.pupilId, gone)),
        ),
      );
    await tx
      .delete(pronunciations)
      .where(
        and(
          eq(pronunciations.scope, 'pupil'),
          sql`${pronunciations.scopeValue} in (select ${pupils.id}::text from ${pupils} where ${pupils.deletedAt} < ${before.toISOString()}::timestamptz)`,
        ),
      );
    await tx.delete(pupils).where(lt(pupils.deletedAt, before));
  });
}

/** Texts that nothing points to; every rest in typing stores one, and most are passed over. */
async function cleanUpTexts(db: Database): Promise<void> {
  const pointsTo = (table: typeof handouts | typeof versions | typeof readings) =>
    sql`exists (select 1 from ${table} where ${table.schoolId} = ${texts.schoolId} and ${table.textHash} = ${texts.hash})`;
  await db
    .delete(texts)
    .where(
      and(
        lt(texts.createdAt, new Date(Date.now() - DAY)),
        sql`not ${pointsTo(handouts)} and not ${pointsTo(versions)} and not ${pointsTo(readings)}`,
      ),
    );
}

/** Keeps each school under its limit: of the clips that no current reading needs, those that were unused for the longest time go first. */
async function cleanUpClips({ db, store, schoolBytes }: CleanUpDeps): Promise<void> {
  const sums = await db
    .select({ schoolId: clips.schoolId, bytes: sql<number>`sum(${clips.bytes})::float8` })
    .from(clips)
    .groupBy(clips.schoolId);
  for (const { schoolId, bytes } of sums) {
    let over = bytes - schoolBytes;
    while (over > 0) {
      const freed = await dropClips(db, store, schoolId, over);
      if (freed === 0) break;
      over -= freed;
    }
  }
}

/** Drops some clips that are not needed. @returns how many bytes were freed; 0 when there are no more. */
async function dropClips(db: Database, store: ObjectStore, schoolId: string, over: number): Promise<number> {
  const isNeeded = sql`exists (
    select 1 from ${readingSentences} join ${readings} on ${readings.id} = ${readingSentences.readingId}
    where ${readingSentences.schoolId} = ${clips.schoolId} and ${readingSentences.clipKey} = ${clips.key} and ${readings.retiredAt} is null
  )`;
  const oldest = await db
    .select({ key: clips.key, bytes: clips.bytes })
    .from(clips)
    .where(and(eq(clips.schoolId, schoolId), sql`not ${isNeeded}`))
    .orderBy(clips.usedAt)
    .limit(CLIPS_PER_ROUND);
  const chosen: string[] = [];
  for (let sum = 0; sum < over && chosen.length < oldest.length;) {
    const clip = oldest[chosen.length];
    if (!clip) break;
    chosen.push(clip.key);
    sum += clip.bytes;
  }
  if (chosen.length === 0) return 0;
  // Looked at once more in the same step: a reading may have come to need one.
  const gone = await db
    .delete(clips)
    .where(and(eq(clips.schoolId, schoolId), inArray(clips.key, chosen), sql`not ${isNeeded}`))
    .returning({ object: clips.object, bytes: clips.bytes });
  for (const { object } of gone) await store.delete(object);
  return gone.reduce((sum, { bytes }) => sum + bytes, 0);
}

/** Objects of clips that no row names: what a process left that died between the two. */
async function cleanUpLostObjects({ db, store }: CleanUpDeps): Promise<void> {
  let some: string[] = [];
  const take = async () => {
    const known = await db.select({ object: clips.object }).from(clips).where(inArray(clips.object, some));
    const named = new Set(known.map(({ object }) => object));
    for (const name of some) if (!named.has(name)) await store.delete(name);
    some = [];
  };
  for await (const { name, changedAt } of store.list(CLIPS)) {
    if (Date.now() - changedAt.getTime() < DAY) continue;
    some.push(name);
    if (some.length >= CLIPS_PER_ROUND) await take();
  }
  if (some.length > 0) await take();
}

/** Frozen readings that are out no more: taken back, renewed, or left by a process that died; a page that is open may still ask for them for a day. */
async function cleanUpFrozen({ db, store }: CleanUpDeps): Promise<void> {
  const rows = await db
    .select({ name: assignments.package, former: assignments.formerPackages })
    .from(assignments)
    .where(and(isNotNull(assignments.package), isNull(assignments.takenBackAt)));
  const inUse = new Set(
    rows.flatMap(({ name, former }) => [
      name,
      ...former.filter(({ until }) => Date.parse(until) > Date.now()).map((one) => one.package),
    ]),
  );
  for await (const { name, changedAt } of store.list(FROZEN)) {
    const packageName = name.split('/').at(-2) ?? '';
    if (!inUse.has(packageName) && Date.now() - changedAt.getTime() > DAY) await store.delete(name);
  }
}

/** Recordings that were deleted long enough ago, with their sound. */
async function cleanUpRecordings({ db }: CleanUpDeps): Promise<void> {
  await deleteRecordings(db, lt(recordings.deletedAt, new Date(Date.now() - DELETED_DAYS * DAY)));
}

/**
 * Deletes recordings and notes their sound for deletion. Sound without a row is left alone: after a database was restored
 * from an older backup it is the only copy of a newer recording.
 */
async function deleteRecordings(db: Database, which: SQL): Promise<void> {
  await db.transaction(async (tx) => {
    const gone = await tx
      .delete(recordings)
      .where(which)
      .returning({ id: recordings.id, schoolId: recordings.schoolId });
    if (gone.length === 0) return;
    await tx
      .insert(objectDeletions)
      .values(gone.map(({ id, schoolId }) => ({ prefix: recordingFolder(schoolId, id) })))
      .onConflictDoNothing();
  });
}

/** Deletes the stored objects whose rows were deleted before. */
async function cleanUpObjects({ db, store }: CleanUpDeps): Promise<void> {
  for (const { prefix } of await db.select().from(objectDeletions)) {
    for await (const { name } of store.list(prefix)) await store.delete(name);
    await db.delete(objectDeletions).where(eq(objectDeletions.prefix, prefix));
  }
}

/** Listening records go after the time that their school sets, by the server's clock: a device's may be years off. */
async function cleanUpRecords(db: Database): Promise<void> {
  await db
    .delete(listeningEvents)
    .where(
      sql`${listeningEvents.receivedAt} < now() - make_interval(days => (select ${schools.recordDays} from ${schools} where ${schools.id} = ${listeningEvents.schoolId}))`,
    );
}
