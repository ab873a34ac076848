import type { SpeechPlan } from '@aurelfield/core/speech';
import type { ReadingSentencePlan } from '@aurelfield/core/timeline';
import { chargedCharacters } from '@aurelfield/voices';
import { and, asc, eq, gte, isNull, lt, ne, sql } from 'drizzle-orm';
import type { Database, Transaction } from '../../db/database.ts';
import { clips, handouts, readings, readingSentences } from '../../db/schema/index.ts';
import { notFound } from '../../appError.ts';
import type { PlannedRow } from '../../threads/planTasks.ts';

export type ReadingRow = typeof readings.$inferSelect;
export type NewReading = typeof readings.$inferInsert;

/** A planned sentence that has no clip yet. */
export interface MissingClip {
  readonly position: number;
  readonly key: string;
  readonly plan: SpeechPlan;
}

const ROWS_PER_INSERT = 500;
const SAME_CLIP = and(eq(clips.schoolId, readingSentences.schoolId), eq(clips.key, readingSentences.clipKey));

/** Readings and their planned sentences: all their SQL. */
export class ReadingRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** The reading with this plan, retired or not. */
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

  /**
   * Stores a reading with its first sentences.
   * @returns `undefined` when somebody else has just stored the same.
   */
  async add(
    { db }: Transaction,
    values: NewReading,
    rows: readonly PlannedRow[],
  ): Promise<ReadingRow | undefined> {
    const [row] = await db.insert(readings).values(values).onConflictDoNothing().returning();
    if (row) await insertSentences(db, row, 0, rows);
    return row;
  }

  /** Makes a reading the one of its handout and pupil that counts; what counted before it is retired. */
  async makeCurrent({ db }: Transaction, { id, handoutId, pupilId }: ReadingRow): Promise<void> {
    await db.update(readings).set({ retiredAt: null }).where(eq(readings.id, id));
    await db
      .update(readings)
      .set({ retiredAt: new Date() })
      .where(
        and(
          eq(readings.handoutId, handoutId),
          eq(readings.pupilId, pupilId),
          ne(readings.id, id),
          isNull(readings.retiredAt),
        ),
      );
  }

  /** @throws AppError when the school has no such reading, or its handout is deleted. */
  async get(schoolId: string, readingId: string): Promise<ReadingRow> {
    const [row] = await this.#db
      .select({ reading: readings })
      .from(readings)
      .innerJoin(handouts, and(eq(handouts.id, readings.handoutId), isNull(handouts.deletedAt)))
      .where(and(eq(readings.id, readingId), eq(readings.schoolId, schoolId)));
    if (!row) throw notFound('This reading');
    return row.reading;
  }

  /**
   * Adds the sentences of whole blocks and notes how far planning has come, in one step.
   * @returns whether they were added: not when another process has planned these blocks meanwhile.
   */
  async addSentences(
    { db }: Transaction,
    reading: ReadingRow,
    rows: readonly PlannedRow[],
    { nextBlock, isLast }: { readonly nextBlock: number; readonly isLast: boolean },
  ): Promise<boolean> {
    const moved = await db
      .update(readings)
      .set({ plannedBlocks: nextBlock, planned: isLast, sentences: reading.sentences + rows.length })
      .where(
        and(
          eq(readings.id, reading.id),
          eq(readings.plannedBlocks, reading.plannedBlocks),
          eq(readings.planned, false),
        ),
      )
      .returning({ id: readings.id });
    if (moved.length === 0) return false;
    await insertSentences(db, reading, reading.sentences, rows);
    return true;
  }

  /** Planned sentences from `from` up to, not including, `to`. */
  async sentences(readingId: string, from: number, to: number): Promise<ReadingSentencePlan[]> {
    const rows = await this.#db
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
    return rows.map(({ position, words, block, start, end, plan, clipKey, pauses, pauseAfter }) => ({
      index: position,
      block,
      start,
      end,
      words: words.map(([from_, to_, firstSpoken, spokenCount]) => ({
        start: from_,
        end: to_,
        firstSpoken,
        spokenCount,
      })),
      plan,
      clipKey,
      pauses,
      pauseAfter,
    }));
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
      .leftJoin(clips, SAME_CLIP)
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
      .leftJoin(clips, SAME_CLIP)
      .where(and(eq(readingSentences.readingId, readingId), isNull(clips.key)));
    return rows.reduce((sum, { plan }) => sum + chargedCharacters(plan), 0);
  }

  /**
   * Notes that a teacher agreed to what the reading costs.
   * @throws AppError when there is no such reading.
   */
  async agreeToCost({ db }: Pick<Transaction, 'db'>, schoolId: string, readingId: string): Promise<void> {
    const changed = await db
      .update(readings)
      .set({ costAgreed: true })
      .where(and(eq(readings.id, readingId), eq(readings.schoolId, schoolId)))
      .returning({ id: readings.id });
    if (changed.length === 0) throw notFound('This reading');
  }

  /** How many of its planned sentences have a clip: counted, not read off the row. */
  async countMade(readingId: string): Promise<number> {
    const [row] = await this.#db
      .select({ made: sql<number>`count(*)::int` })
      .from(readingSentences)
      .innerJoin(clips, SAME_CLIP)
      .where(eq(readingSentences.readingId, readingId));
    return row?.made ?? 0;
  }

  /** Notes how much of a reading is made. @param samples of the whole; 0 while it is not complete. */
  async setMade(readingId: string, made: number, samples: number): Promise<void> {
    await this.#db.update(readings).set({ made, samples }).where(eq(readings.id, readingId));
  }
}

async function insertSentences(
  db: Database,
  { id, schoolId }: ReadingRow,
  firstPosition: number,
  rows: readonly PlannedRow[],
): Promise<void> {
  for (let at = 0; at < rows.length; at += ROWS_PER_INSERT)
    await db.insert(readingSentences).values(
      rows.slice(at, at + ROWS_PER_INSERT).map((row, i) => ({
        ...row,
        readingId: id,
        schoolId,
        position: firstPosition + at + i,
      })),
    );
}
