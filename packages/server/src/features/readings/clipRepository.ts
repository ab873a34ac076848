import type { ClipFacts } from '@aurelfield/core/timeline';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { clips } from '../../db/schema/index.ts';

/** A clip that is made: its facts, and where its samples lie in the sound store. */
export interface StoredClip {
  readonly key: string;
  readonly sampleRate: number;
  readonly facts: ClipFacts;
  /** Name of the object that holds its bare 16-bit little-endian samples. */
  readonly object: string;
}

const KEYS_PER_QUERY = 5000;

/** What is known of clips, by the hash of their plan. Where there is a row, the samples are in the store. */
export class ClipRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** The clips among `keys` that are made, by key. */
  async find(schoolId: string, keys: readonly string[]): Promise<Map<string, StoredClip>> {
    const found = new Map<string, StoredClip>();
    const wanted = [...new Set(keys)];
    for (let at = 0; at < wanted.length; at += KEYS_PER_QUERY) {
      const rows = await this.#db
        .select()
        .from(clips)
        .where(and(eq(clips.schoolId, schoolId), inArray(clips.key, wanted.slice(at, at + KEYS_PER_QUERY))));
      for (const row of rows) found.set(row.key, toClip(row));
    }
    return found;
  }

  /** Notes that clips are used, once an hour at most. */
  async touch(schoolId: string, keys: readonly string[]): Promise<void> {
    if (keys.length === 0) return;
    await this.#db
      .update(clips)
      .set({ usedAt: sql`date_trunc('hour', now())` })
      .where(
        and(
          eq(clips.schoolId, schoolId),
          inArray(clips.key, [...new Set(keys)]),
          sql`${clips.usedAt} < date_trunc('hour', now())`,
        ),
      );
  }

  /**
   * Forgets a clip whose object has gone from the store; another making of it, which has an object of its
   * own, is left alone.
   */
  async forget(schoolId: string, { key, object }: StoredClip): Promise<void> {
    await this.#db
      .delete(clips)
      .where(and(eq(clips.schoolId, schoolId), eq(clips.key, key), eq(clips.object, object)));
  }
}

function toClip({
  key,
  sampleRate,
  samples,
  words,
  cuts,
  spelledWords,
  trailingSilence,
  object,
}: typeof clips.$inferSelect): StoredClip {
  return {
    key,
    sampleRate,
    object,
    facts: {
      samples,
      words: words.map(([from, to]) => ({ from, to })),
      cuts,
      ...(spelledWords.length > 0 ? { spelledWords } : {}),
      ...(trailingSilence > 0 ? { trailingSilence } : {}),
    },
  };
}
