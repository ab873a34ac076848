import { and, eq, inArray, lt, sql } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { clipClaims, clips, readings, readingSentences } from '../../db/schema/index.ts';
import type { CleanUp, CleanUpDeps } from '../../feature.ts';
import { DAY_MS } from '../../maintenance/retention.ts';
import type { ObjectStore } from '../../store/objectStore.ts';

const CLIPS_PER_ROUND = 500;
export const CLIPS = 'clips/';

export const cleanUps: readonly CleanUp[] = [
  {
    name: 'claims',
    run: ({ db }) => db.delete(clipClaims).where(lt(clipClaims.until, new Date(Date.now() - DAY_MS))),
  },
  { name: 'clips', run: cleanUpClips },
  { name: 'lost clips', run: cleanUpLostClips },
];

/**
 * Keeps each school under its limit: of the clips that no current reading needs, those that were unused for
 * the longest time go first.
 */
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

/** Deletes some unused clips. @returns how many bytes were freed; 0 when none are left. */
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

/** Stored clips without a row: a process died between storing the two. */
async function cleanUpLostClips({ db, store }: CleanUpDeps): Promise<void> {
  let some: string[] = [];
  const take = async () => {
    const known = await db.select({ object: clips.object }).from(clips).where(inArray(clips.object, some));
    const named = new Set(known.map(({ object }) => object));
    for (const name of some) if (!named.has(name)) await store.delete(name);
    some = [];
  };
  for await (const { name, changedAt } of store.list(CLIPS)) {
    if (Date.now() - changedAt.getTime() < DAY_MS) continue;
    some.push(name);
    if (some.length >= CLIPS_PER_ROUND) await take();
  }
  if (some.length > 0) await take();
}
