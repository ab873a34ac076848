import type {
  HandOutRecord,
  PupilNote,
  RecordQuery,
  RecordSettings,
  SentenceRecord,
  WeekRecord,
} from '@aurelfield/api';
import { and, asc, desc, eq, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { handOuts, pageEvents, pupils, readings, readingSentences, schools } from '../db/schema/index.ts';
import { notFound } from '../appError.ts';

/** Sentences that are told of at most. */
const MOST_SENTENCES = 2000;
/** Notes that are told of at most. */
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
export class RecordStore {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** What was heard week by week; weeks begin on Mondays. */
  async weeks(schoolId: string, query: RecordQuery): Promise<WeekRecord[]> {
    const monday = sql<string>`to_char(date_trunc('week', ${pageEvents.at}), 'YYYY-MM-DD')`;
    const pace = sql`(${readings.settings} ->> 'pace')::float8 * ${pageEvents.amount}`;
    return this.#db
      .select({
        monday,
        seconds: sql<number>`coalesce(sum(${pageEvents.amount}) filter (where ${pageEvents.kind} in ('heard', 'replayed')), 0)::float8`,
        pace: sql<
          number | null
        >`avg(${pace}) filter (where ${pageEvents.kind} in ('opened', 'pace') and ${pageEvents.amount} > 0)::float8`,
      })
      .from(pageEvents)
      .innerJoin(handOuts, eq(handOuts.id, pageEvents.handOutId))
      .leftJoin(readings, eq(readings.id, handOuts.readingId))
      .where(wanted(schoolId, query))
      .groupBy(monday)
      .orderBy(monday);
  }

  /** What was heard of each hand-out by its pupil, the latest first. */
  async handOuts(schoolId: string, query: RecordQuery): Promise<HandOutRecord[]> {
    const kind = (name: string) => sql`${pageEvents.kind} = ${name}`;
    const rows = await this.#db
      .select({
        handOutId: handOuts.id,
        pupilId: pupils.id,
        pupil: pupils.name,
        title: handOuts.title,
        opened: sql<number>`count(*) filter (where ${kind('opened')})::int`,
        finished: sql<number>`count(*) filter (where ${kind('finished')})::int`,
        heard: sql<number>`count(distinct ${pageEvents.sentence}) filter (where ${pageEvents.kind} in ('heard', 'replayed') and ${pageEvents.version} = ${handOuts.version})::int`,
        sentences: sql<number>`coalesce(${readings.sentences}, 0)`,
        seconds: sql<number>`coalesce(sum(${pageEvents.amount}) filter (where ${pageEvents.kind} in ('heard', 'replayed')), 0)::float8`,
        replays: sql<number>`count(*) filter (where ${kind('replayed')})::int`,
        lastAt: sql<string>`max(${pageEvents.at})`,
      })
      .from(pageEvents)
      .innerJoin(handOuts, eq(handOuts.id, pageEvents.handOutId))
      .innerJoin(pupils, eq(pupils.id, pageEvents.pupilId))
      .leftJoin(readings, eq(readings.id, handOuts.readingId))
      .where(wanted(schoolId, query))
      .groupBy(handOuts.id, pupils.id, readings.id)
      .orderBy(desc(sql`max(${pageEvents.at})`));
    return rows.map((row) => ({ ...row, lastAt: new Date(row.lastAt).toISOString() }));
  }

  /** Sentences that events are about, those heard again most often first. Events of versions that went are not placed. */
  async sentences(schoolId: string, query: RecordQuery): Promise<PlacedSentence[]> {
    const count = (kinds: SQL) => sql<number>`count(*) filter (where ${pageEvents.kind} in ${kinds})::int`;
    const replays = count(sql`('replayed')`);
    return this.#db
      .select({
        handoutId: handOuts.handoutId,
        title: sql<string>`min(${handOuts.title})`,
        textHash: readings.textHash,
        block: readingSentences.block,
        start: readingSentences.start,
        end: readingSentences.end,
        heard: count(sql`('heard', 'replayed')`),
        replays,
        notes: count(sql`('comment', 'mark', 'not-understood')`),
      })
      .from(pageEvents)
      .innerJoin(
        handOuts,
        and(eq(handOuts.id, pageEvents.handOutId), eq(handOuts.version, pageEvents.version)),
      )
      .innerJoin(readings, eq(readings.id, handOuts.readingId))
      .innerJoin(
        readingSentences,
        and(eq(readingSentences.readingId, readings.id), eq(readingSentences.position, pageEvents.sentence)),
      )
      .where(wanted(schoolId, query))
      .groupBy(
        handOuts.handoutId,
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
        id: pageEvents.id,
        pupilId: pageEvents.pupilId,
        pupil: pupils.name,
        handoutId: handOuts.handoutId,
        title: handOuts.title,
        kind: pageEvents.kind,
        text: pageEvents.text,
        at: pageEvents.at,
        seenAt: pageEvents.seenAt,
        textHash: readings.textHash,
        block: readingSentences.block,
        start: readingSentences.start,
        end: readingSentences.end,
      })
      .from(pageEvents)
      .innerJoin(handOuts, eq(handOuts.id, pageEvents.handOutId))
      .innerJoin(pupils, eq(pupils.id, pageEvents.pupilId))
      .leftJoin(readings, and(eq(readings.id, handOuts.readingId), eq(handOuts.version, pageEvents.version)))
      .leftJoin(
        readingSentences,
        and(eq(readingSentences.readingId, readings.id), eq(readingSentences.position, pageEvents.sentence)),
      )
      .where(and(wanted(schoolId, query), inArray(pageEvents.kind, [...NOTES])))
      .orderBy(desc(pageEvents.at))
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
      .from(pageEvents)
      .innerJoin(pupils, and(eq(pupils.id, pageEvents.pupilId), isNull(pupils.archivedAt)))
      .where(
        and(eq(pageEvents.schoolId, schoolId), eq(pageEvents.kind, 'comment'), isNull(pageEvents.seenAt)),
      );
    return row?.count ?? 0;
  }

  async markSeen(schoolId: string, notes: readonly { id: string; pupilId: string }[]): Promise<void> {
    for (const { id, pupilId } of notes)
      await this.#db
        .update(pageEvents)
        .set({ seenAt: new Date() })
        .where(
          and(eq(pageEvents.schoolId, schoolId), eq(pageEvents.pupilId, pupilId), eq(pageEvents.id, id)),
        );
  }

  /** All events one by one, the oldest first, in chunks. */
  async *rows(schoolId: string, query: RecordQuery, chunk = 5000): AsyncGenerator<EventRow> {
    // Each page begins after the last row of the one before: its cost does not grow with how many came before.
    let last: { readonly at: Date; readonly id: string } | undefined;
    for (;;) {
      const rows = await this.#db
        .select({
          id: pageEvents.id,
          at: pageEvents.at,
          pupil: pupils.name,
          title: handOuts.title,
          kind: pageEvents.kind,
          sentence: pageEvents.sentence,
          amount: pageEvents.amount,
          text: pageEvents.text,
        })
        .from(pageEvents)
        .innerJoin(handOuts, eq(handOuts.id, pageEvents.handOutId))
        .innerJoin(pupils, eq(pupils.id, pageEvents.pupilId))
        .where(
          and(
            wanted(schoolId, query),
            last &&
              sql`(${pageEvents.at}, ${pageEvents.id}) > (${last.at.toISOString()}::timestamptz, ${last.id}::uuid)`,
          ),
        )
        .orderBy(asc(pageEvents.at), asc(pageEvents.id))
        .limit(chunk);
      yield* rows;
      last = rows.at(-1);
      if (rows.length < chunk) return;
    }
  }

  /** Takes records away, comments with them: all of the school's, or a pupil's. @returns how many. */
  async delete(schoolId: string, { pupilId }: Pick<RecordQuery, 'pupilId'>): Promise<number> {
    const gone = await this.#db
      .delete(pageEvents)
      .where(
        and(
          eq(pageEvents.schoolId, schoolId),
          pupilId === undefined ? undefined : eq(pageEvents.pupilId, pupilId),
        ),
      )
      .returning({ id: pageEvents.id });
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
        events: sql<number>`count(${pageEvents.id})::int`,
      })
      .from(pupils)
      .leftJoin(pageEvents, eq(pageEvents.pupilId, pupils.id))
      .where(and(eq(pupils.schoolId, schoolId), isNull(pupils.archivedAt)))
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
    eq(pageEvents.schoolId, schoolId),
    pupilId === undefined ? undefined : eq(pageEvents.pupilId, pupilId),
    handoutId === undefined ? undefined : eq(handOuts.handoutId, handoutId),
  );
}
