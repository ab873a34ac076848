import type {
  AssignmentRecord,
  PupilNote,
  RecordQuery,
  RecordSettings,
  SentenceRecord,
  WeekRecord,
} from '@aurelfield/api';
import { and, asc, desc, eq, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import {
  assignments,
  listeningEvents,
  pupils,
  readings,
  readingSentences,
  schools,
} from '../../db/schema/index.ts';
import { notFound } from '../../appError.ts';

/** Most sentences in an answer. */
const MOST_SENTENCES = 2000;
/** Most notes in an answer. */
const MOST_NOTES = 500;
/** Kinds of events that a teacher reads; all others are counted. */
const NOTES = ['comment', 'mark', 'not-understood'] as const;

/** A sentence of a frozen reading that events are about: where it stands in its text. */
export type PlacedSentence = Omit<SentenceRecord, 'text' | 'title'> & {
  readonly title: string;
  readonly end: number;
  readonly textHash: string;
};
/** A note with where its sentence stands, as far as that is known. */
export type PlacedNote = Omit<PupilNote, 'sentence'> & {
  readonly start: number | null;
  readonly end: number | null;
  readonly textHash: string | null;
};

/** One row of the table that can be taken out. */
export interface EventRow {
  readonly at: Date;
  readonly pupil: string;
  readonly title: string;
  readonly kind: string;
  readonly sentence: number | null;
  readonly amount: number;
  readonly text: string;
}

/** Events of pupils' pages, counted and summed: all their SQL. */
export class RecordRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** What was heard week by week; weeks begin on Mondays. */
  async weeks(schoolId: string, query: RecordQuery): Promise<WeekRecord[]> {
    const monday = sql<string>`to_char(date_trunc('week', ${listeningEvents.at}), 'YYYY-MM-DD')`;
    const pace = sql`(${readings.settings} ->> 'pace')::float8 * ${listeningEvents.amount}`;
    return this.#db
      .select({
        monday,
        seconds: sql<number>`coalesce(sum(${listeningEvents.amount}) filter (where ${listeningEvents.kind} in ('heard', 'replayed')), 0)::float8`,
        pace: sql<
          number | null
        >`avg(${pace}) filter (where ${listeningEvents.kind} in ('opened', 'pace') and ${listeningEvents.amount} > 0)::float8`,
      })
      .from(listeningEvents)
      .innerJoin(assignments, eq(assignments.id, listeningEvents.assignmentId))
      .leftJoin(readings, eq(readings.id, assignments.readingId))
      .where(wanted(schoolId, query))
      .groupBy(monday)
      .orderBy(monday);
  }

  /** What was heard of each assignment by its pupil, the latest first. */
  async assignments(schoolId: string, query: RecordQuery): Promise<AssignmentRecord[]> {
    const kind = (name: string) => sql`${listeningEvents.kind} = ${name}`;
    const rows = await this.#db
      .select({
        assignmentId: assignments.id,
        pupilId: pupils.id,
        pupil: pupils.name,
        title: assignments.title,
        opened: sql<number>`count(*) filter (where ${kind('opened')})::int`,
        finished: sql<number>`count(*) filter (where ${kind('finished')})::int`,
        heard: sql<number>`count(distinct ${listeningEvents.sentence}) filter (where ${listeningEvents.kind} in ('heard', 'replayed') and ${listeningEvents.version} = ${assignments.version})::int`,
        sentences: sql<number>`coalesce(${readings.sentences}, 0)`,
        seconds: sql<number>`coalesce(sum(${listeningEvents.amount}) filter (where ${listeningEvents.kind} in ('heard', 'replayed')), 0)::float8`,
        replays: sql<number>`count(*) filter (where ${kind('replayed')})::int`,
        lastAt: sql<string>`max(${listeningEvents.at})`,
      })
      .from(listeningEvents)
      .innerJoin(assignments, eq(assignments.id, listeningEvents.assignmentId))
      .innerJoin(pupils, eq(pupils.id, listeningEvents.pupilId))
      .leftJoin(readings, eq(readings.id, assignments.readingId))
      .where(wanted(schoolId, query))
      .groupBy(assignments.id, pupils.id, readings.id)
      .orderBy(desc(sql`max(${listeningEvents.at})`));
    return rows.map((row) => ({ ...row, lastAt: new Date(row.lastAt).toISOString() }));
  }

  /**
   * Sentences that events are about, those heard again most often first. Events of versions that went are not
   * placed.
   */
  async sentences(schoolId: string, query: RecordQuery): Promise<PlacedSentence[]> {
    const count = (kinds: SQL) =>
      sql<number>`count(*) filter (where ${listeningEvents.kind} in ${kinds})::int`;
    const replays = count(sql`('replayed')`);
    return this.#db
      .select({
        handoutId: assignments.handoutId,
        title: sql<string>`min(${assignments.title})`,
        textHash: readings.textHash,
        block: readingSentences.block,
        start: readingSentences.start,
        end: readingSentences.end,
        heard: count(sql`('heard', 'replayed')`),
        replays,
        notes: count(sql`('comment', 'mark', 'not-understood')`),
      })
      .from(listeningEvents)
      .innerJoin(
        assignments,
        and(
          eq(assignments.id, listeningEvents.assignmentId),
          eq(assignments.version, listeningEvents.version),
        ),
      )
      .innerJoin(readings, eq(readings.id, assignments.readingId))
      .innerJoin(
        readingSentences,
        and(
          eq(readingSentences.readingId, readings.id),
          eq(readingSentences.position, listeningEvents.sentence),
        ),
      )
      .where(wanted(schoolId, query))
      .groupBy(
        assignments.handoutId,
        readings.textHash,
        readingSentences.block,
        readingSentences.start,
        readingSentences.end,
      )
      .orderBy(desc(replays), asc(readingSentences.block), asc(readingSentences.start))
      .limit(MOST_SENTENCES);
  }

  /** What pupils said and marked, the latest first. */
  async notes(schoolId: string, query: RecordQuery): Promise<PlacedNote[]> {
    const rows = await this.#db
      .select({
        id: listeningEvents.id,
        pupilId: listeningEvents.pupilId,
        pupil: pupils.name,
        handoutId: assignments.handoutId,
        title: assignments.title,
        kind: listeningEvents.kind,
        text: listeningEvents.text,
        at: listeningEvents.at,
        seenAt: listeningEvents.seenAt,
        textHash: readings.textHash,
        block: readingSentences.block,
        start: readingSentences.start,
        end: readingSentences.end,
      })
      .from(listeningEvents)
      .innerJoin(assignments, eq(assignments.id, listeningEvents.assignmentId))
      .innerJoin(pupils, eq(pupils.id, listeningEvents.pupilId))
      .leftJoin(
        readings,
        and(eq(readings.id, assignments.readingId), eq(assignments.version, listeningEvents.version)),
      )
      .leftJoin(
        readingSentences,
        and(
          eq(readingSentences.readingId, readings.id),
          eq(readingSentences.position, listeningEvents.sentence),
        ),
      )
      .where(and(wanted(schoolId, query), inArray(listeningEvents.kind, [...NOTES])))
      .orderBy(desc(listeningEvents.at))
      .limit(MOST_NOTES);
    return rows.map(({ at, seenAt, kind, ...row }) => ({
      ...row,
      kind: kind as PupilNote['kind'],
      at: at.toISOString(),
      isSeen: seenAt !== null,
    }));
  }

  /** How many notes nobody has seen. */
  async unseen(schoolId: string): Promise<number> {
    const [row] = await this.#db
      .select({ count: sql<number>`count(*)::int` })
      .from(listeningEvents)
      .innerJoin(pupils, and(eq(pupils.id, listeningEvents.pupilId), isNull(pupils.deletedAt)))
      .where(
        and(
          eq(listeningEvents.schoolId, schoolId),
          eq(listeningEvents.kind, 'comment'),
          isNull(listeningEvents.seenAt),
        ),
      );
    return row?.count ?? 0;
  }

  async markSeen(schoolId: string, notes: readonly { id: string; pupilId: string }[]): Promise<void> {
    for (const { id, pupilId } of notes)
      await this.#db
        .update(listeningEvents)
        .set({ seenAt: new Date() })
        .where(
          and(
            eq(listeningEvents.schoolId, schoolId),
            eq(listeningEvents.pupilId, pupilId),
            eq(listeningEvents.id, id),
          ),
        );
  }

  /** All events one by one, the oldest first, in chunks. */
  async *rows(schoolId: string, query: RecordQuery, chunk = 5000): AsyncGenerator<EventRow> {
    // Each page begins after the last row of the one before: its cost does not grow with how many came
    // before.
    let last: { readonly at: Date; readonly id: string } | undefined;
    for (;;) {
      const rows = await this.#db
        .select({
          id: listeningEvents.id,
          at: listeningEvents.at,
          pupil: pupils.name,
          title: assignments.title,
          kind: listeningEvents.kind,
          sentence: listeningEvents.sentence,
          amount: listeningEvents.amount,
          text: listeningEvents.text,
        })
        .from(listeningEvents)
        .innerJoin(assignments, eq(assignments.id, listeningEvents.assignmentId))
        .innerJoin(pupils, eq(pupils.id, listeningEvents.pupilId))
        .where(
          and(
            wanted(schoolId, query),
            last &&
              sql`(${listeningEvents.at}, ${listeningEvents.id}) > (${last.at.toISOString()}::timestamptz, ${last.id}::uuid)`,
          ),
        )
        .orderBy(asc(listeningEvents.at), asc(listeningEvents.id))
        .limit(chunk);
      yield* rows;
      last = rows.at(-1);
      if (rows.length < chunk) return;
    }
  }

  /** Takes records away, comments with them: all of the school's, or a pupil's. @returns how many. */
  async delete(schoolId: string, { pupilId }: Pick<RecordQuery, 'pupilId'>): Promise<number> {
    const gone = await this.#db
      .delete(listeningEvents)
      .where(
        and(
          eq(listeningEvents.schoolId, schoolId),
          pupilId === undefined ? undefined : eq(listeningEvents.pupilId, pupilId),
        ),
      )
      .returning({ id: listeningEvents.id });
    return gone.length;
  }

  async settings(schoolId: string): Promise<RecordSettings> {
    const [school] = await this.#db
      .select({ keeps: schools.keepsRecords, days: schools.recordDays })
      .from(schools)
      .where(eq(schools.id, schoolId));
    const list = await this.#db
      .select({
        id: pupils.id,
        name: pupils.name,
        keeps: pupils.keepsRecords,
        events: sql<number>`count(${listeningEvents.id})::int`,
      })
      .from(pupils)
      .leftJoin(listeningEvents, eq(listeningEvents.pupilId, pupils.id))
      .where(and(eq(pupils.schoolId, schoolId), isNull(pupils.deletedAt)))
      .groupBy(pupils.id)
      .orderBy(asc(pupils.name));
    return { keeps: school?.keeps ?? false, days: school?.days ?? 365, pupils: list };
  }

  async changeSchool(
    schoolId: string,
    { keeps, days }: { keeps?: boolean | undefined; days?: number | undefined },
  ): Promise<void> {
    const change = {
      ...(keeps === undefined ? {} : { keepsRecords: keeps }),
      ...(days === undefined ? {} : { recordDays: days }),
    };
    if (Object.keys(change).length > 0)
      await this.#db.update(schools).set(change).where(eq(schools.id, schoolId));
  }

  /** @throws AppError when the school has no such pupil. */
  async changePupil(schoolId: string, pupilId: string, keeps: boolean): Promise<void> {
    const changed = await this.#db
      .update(pupils)
      .set({ keepsRecords: keeps })
      .where(and(eq(pupils.id, pupilId), eq(pupils.schoolId, schoolId)))
      .returning({ id: pupils.id });
    if (changed.length === 0) throw notFound('This pupil');
  }
}

function wanted(schoolId: string, { pupilId, handoutId }: RecordQuery) {
  return and(
    eq(listeningEvents.schoolId, schoolId),
    pupilId === undefined ? undefined : eq(listeningEvents.pupilId, pupilId),
    handoutId === undefined ? undefined : eq(assignments.handoutId, handoutId),
  );
}
