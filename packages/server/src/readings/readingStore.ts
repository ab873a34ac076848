import {
  estimateDuration,
  speechAmount,
  type PlannedSentence,
  planKey,
  type SpeechPlan,
} from '@aurelfield/core';
import { chargedCharacters } from '@aurelfield/voices';
import { and, asc, eq, gte, isNull, lt, ne, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { clips, handouts, readings, readingSentences } from '../db/schema.ts';
import { notFound } from '../http/problem.ts';

export type ReadingRow = typeof readings.$inferSelect;
export type NewReading = typeof readings.$inferInsert;
export type SentenceRow = typeof readingSentences.$inferSelect;

/** How far a reading is. */
export interface ReadingProgress {
  readonly sentences: number;
  readonly made: number;
  /** Seconds of what is made, pauses included. */
  readonly duration: number;
}

/** A sentence that has no clip yet. */
export interface MissingClip {
  readonly position: number;
  readonly key: string;
  readonly plan: SpeechPlan;
}

/** Readings and their planned sentences: all their SQL. */
export class ReadingStore {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** The reading with this plan, if it is there. */
  async find({
    handoutId,
    pupilId,
    planHash,
  }: Pick<NewReading, 'handoutId' | 'pupilId' | 'planHash'>): Promise<ReadingRow | undefined> {
    const [row] = await this.#db
      .select()
      .from(readings)
      .where(
        and(
          eq(readings.handoutId, handoutId),
          eq(readings.pupilId, pupilId),
          eq(readings.planHash, planHash),
        ),
      );
    return row;
  }

  /** The reading with this plan, made if it is not there; readings of the same handout and pupil with an older plan are dropped (their clips stay). */
  async findOrAdd(values: NewReading): Promise<ReadingRow> {
    await this.#db.insert(readings).values(values).onConflictDoNothing();
    const same = and(eq(readings.handoutId, values.handoutId), eq(readings.pupilId, values.pupilId));
    await this.#db.delete(readings).where(and(same, ne(readings.planHash, values.planHash)));
    const [row] = await this.#db
      .select()
      .from(readings)
      .where(and(same, eq(readings.planHash, values.planHash)));
    if (!row) throw new Error('The reading was not stored.');
    return row;
  }

  /** @throws HttpProblem 404 when the school has no such reading, or its handout is deleted. */
  async get(schoolId: string, readingId: string): Promise<ReadingRow> {
    const [row] = await this.#db
      .select({ reading: readings })
      .from(readings)
      .innerJoin(handouts, and(eq(handouts.id, readings.handoutId), isNull(handouts.deletedAt)))
      .where(and(eq(readings.id, readingId), eq(readings.schoolId, schoolId)));
    if (!row) throw notFound('This reading');
    return row.reading;
  }

  /** Adds the sentences of whole blocks and notes how far planning has come, in one step. */
  async addSentences(
    reading: ReadingRow,
    firstPosition: number,
    planned: readonly PlannedSentence[],
    nextBlock: number,
    isLast: boolean,
  ): Promise<void> {
    await this.#db.transaction(async (tx) => {
      const rows = planned.map((sentence, i) => ({
        readingId: reading.id,
        schoolId: reading.schoolId,
        position: firstPosition + i,
        block: sentence.block,
        start: sentence.start,
        end: sentence.end,
        words: sentence.words.map(
          (word) => [word.start, word.end, word.firstSpoken, word.spokenCount] as const,
        ),
        plan: sentence.plan,
        clipKey: planKey(sentence.plan),
        pauseAfter: sentence.pauseAfter,
      }));
      for (let at = 0; at < rows.length; at += 500)
        await tx.insert(readingSentences).values(rows.slice(at, at + 500));
      await tx
        .update(readings)
        .set({ plannedBlocks: nextBlock, planned: isLast, sentences: firstPosition + planned.length })
        .where(eq(readings.id, reading.id));
    });
  }

  /** Planned sentences from `from` up to, not including, `to`. */
  async sentences(readingId: string, from: number, to: number): Promise<SentenceRow[]> {
    return this.#db
      .select()
      .from(readingSentences)
      .where(
        and(
          eq(readingSentences.readingId, readingId),
          gte(readingSentences.position, from),
          lt(readingSentences.position, to),
        ),
      )
      .orderBy(asc(readingSentences.position));
  }

  /** The next sentences without a clip, from `from` on. */
  async missing(readingId: string, from: number, limit: number): Promise<MissingClip[]> {
    return this.#db
      .select({
        position: readingSentences.position,
        key: readingSentences.clipKey,
        plan: readingSentences.plan,
      })
      .from(readingSentences)
      .leftJoin(
        clips,
        and(eq(clips.schoolId, readingSentences.schoolId), eq(clips.key, readingSentences.clipKey)),
      )
      .where(
        and(
          eq(readingSentences.readingId, readingId),
          gte(readingSentences.position, from),
          isNull(clips.key),
        ),
      )
      .orderBy(asc(readingSentences.position))
      .limit(limit);
  }

  /** Characters of the words that have no clip yet, spaces between them included. */
  async missingCharacters(readingId: string): Promise<number> {
    const rows = await this.#db
      .selectDistinctOn([readingSentences.clipKey], { plan: readingSentences.plan })
      .from(readingSentences)
      .leftJoin(
        clips,
        and(eq(clips.schoolId, readingSentences.schoolId), eq(clips.key, readingSentences.clipKey)),
      )
      .where(and(eq(readingSentences.readingId, readingId), isNull(clips.key)));
    return rows.reduce((sum, { plan }) => sum + chargedCharacters(plan), 0);
  }

  /** Notes that a teacher agreed to what the reading costs. @throws HttpProblem 404 when there is no such reading. */
  async agreeToCost(schoolId: string, readingId: string): Promise<void> {
    const changed = await this.#db
      .update(readings)
      .set({ costAgreed: true })
      .where(and(eq(readings.id, readingId), eq(readings.schoolId, schoolId)))
      .returning({ id: readings.id });
    if (changed.length === 0) throw notFound('This reading');
  }

  /** Counts what is planned and made. */
  async progress(readingId: string): Promise<ReadingProgress> {
    const [row] = await this.#db
      .select({
        sentences: sql<number>`count(*)::int`,
        made: sql<number>`count(${clips.key})::int`,
        duration: sql<number>`coalesce(sum(case when ${clips.key} is not null then ${clips.samples}::float8 / ${clips.sampleRate} + ${readingSentences.pauseAfter} end), 0)::float8`,
      })
      .from(readingSentences)
      .leftJoin(
        clips,
        and(eq(clips.schoolId, readingSentences.schoolId), eq(clips.key, readingSentences.clipKey)),
      )
      .where(eq(readingSentences.readingId, readingId));
    return row ?? { sentences: 0, made: 0, duration: 0 };
  }
}

/** Seconds a sentence without a clip is expected to last. */
export function expectedDuration(row: SentenceRow): number {
  const inner = row.plan.breaks.reduce((sum, { pause }) => sum + pause, 0);
  return estimateDuration(speechAmount(row.plan.words, row.plan.breaks.length + 1), row.plan.speed, inner);
}
