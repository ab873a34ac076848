import {
  handoutSchema,
  handoutSummarySchema,
  type Handout,
  type HandoutPatch,
  type HandoutPlace,
  type HandoutSummary,
} from '@aurelfield/api';
import { and, asc, desc, eq, isNotNull, isNull, or, sql, type SQL, inArray } from 'drizzle-orm';
import type { OpenDatabase } from '../../db/database.ts';
import {
  classes,
  handouts,
  jobs,
  pupils,
  readings,
  searchParts,
  sources,
  subjects,
  texts,
} from '../../db/schema/index.ts';
import { idOfName } from '../classes/namedRows.ts';
import { notFound } from '../../appError.ts';
import { anchorRepository, toOccurrence } from '../texts/anchorRepository.ts';
import type { TextRevisionService } from '../texts/textRevisionService.ts';
import type { StoredText, TextRepository } from '../texts/textRepository.ts';

/** A handout's row, with the names of its subject and class; empty where it has none. */
type HandoutRow = typeof handouts.$inferSelect & { readonly subject: string; readonly className: string };

/** A handout with the text it has now, read in one moment. */
export interface HandoutWithText {
  readonly handout: HandoutRow;
  readonly text: StoredText;
}

/** A school's handouts: list, search, change their facts, archive, delete and restore them. */
export class HandoutRepository {
  readonly #database: OpenDatabase;
  readonly #texts: TextRepository;
  readonly #textRevisions: TextRevisionService;

  constructor(database: OpenDatabase, texts: TextRepository, textRevisions: TextRevisionService) {
    this.#database = database;
    this.#texts = texts;
    this.#textRevisions = textRevisions;
  }

  /**
   * Current, archived or recently deleted handouts, newest first; only those that hold all words of `search`.
   */
  async list(
    schoolId: string,
    { search = '', from = 'active' }: { readonly search?: string; readonly from?: HandoutPlace } = {},
  ): Promise<HandoutSummary[]> {
    const rows = await this.#select(
      schoolId,
      undefined,
      and(isIn(from), search === '' ? undefined : holds(search)),
    ).orderBy(desc(handouts.createdAt), asc(handouts.title));
    const standing = await this.#standing(schoolId);
    return rows.map((row) => toSummary(row, standing.get(row.handout.id) ?? NOBODY));
  }

  /** @throws AppError when the school has no such handout. */
  async get(schoolId: string, handoutId: string): Promise<Handout> {
    const [row] = await this.#select(schoolId, handoutId);
    if (!row) throw notFound('This handout');
    const { handout } = row;
    const [standing, text, anchors] = await Promise.all([
      this.#standing(schoolId, handoutId),
      this.#texts.get(schoolId, handout.textHash),
      anchorRepository.all(this.#database.db, schoolId, handoutId),
    ]);
    const numberOf = new Map(text.blocks.map(({ id }, index) => [id, index]));
    const placed = anchors
      .filter(({ lostAt }) => lostAt === null)
      .sort((a, b) => (numberOf.get(a.block) ?? 0) - (numberOf.get(b.block) ?? 0) || a.start - b.start);
    return handoutSchema.parse({
      ...toSummary(row, standing.get(handoutId) ?? NOBODY),
      blocks: text.blocks,
      occurrences: placed.map(toOccurrence),
      lostOccurrences: anchors.filter(({ lostAt }) => lostAt !== null).map(toOccurrence),
      contentHash: handout.textHash,
      cleanUps: handout.cleanUps,
    });
  }

  /** The row itself with its text. @throws AppError when the school has no such handout. */
  async row(schoolId: string, handoutId: string): Promise<HandoutWithText> {
    const [row] = await this.#select(schoolId, handoutId);
    if (!row) throw notFound('This handout');
    const { handout, subject, className } = row;
    return {
      handout: { ...handout, subject: subject ?? '', className: className ?? '' },
      text: await this.#texts.get(schoolId, handout.textHash),
    };
  }

  /** Titles of handouts by their ids, of deleted ones too. */
  async titles(schoolId: string, ids: readonly string[]): Promise<Map<string, string>> {
    if (ids.length === 0) return new Map();
    const rows = await this.#database.db
      .select({ id: handouts.id, title: handouts.title })
      .from(handouts)
      .where(and(eq(handouts.schoolId, schoolId), inArray(handouts.id, [...ids])));
    return new Map(rows.map(({ id, title }) => [id, title]));
  }

  /** Changes title, language, subject, class or tags, puts it into the archive or takes it out. */
  async update(
    schoolId: string,
    handoutId: string,
    { archived, language, subject, className, ...patch }: HandoutPatch,
  ): Promise<Handout> {
    const values = Object.fromEntries(Object.entries(patch).filter(([, value]) => value !== undefined));
    const { db } = this.#database;
    const changed = await db
      .update(handouts)
      .set({
        ...values,
        ...(subject === undefined ? {} : { subjectId: await idOfName(db, subjects, schoolId, subject) }),
        ...(className === undefined ? {} : { classId: await idOfName(db, classes, schoolId, className) }),
        ...(archived === undefined ? {} : { archivedAt: archived ? new Date() : null }),
        updatedAt: new Date(),
      })
      .where(and(eq(handouts.id, handoutId), eq(handouts.schoolId, schoolId), isNull(handouts.deletedAt)))
      .returning({ id: handouts.id });
    if (changed.length === 0) throw notFound('This handout');
    if (language !== undefined) await this.#textRevisions.setLanguage(schoolId, handoutId, language);
    return this.get(schoolId, handoutId);
  }

  /** Deletes a handout: it can be brought back for 30 days (see `cleanUp.ts`). Or brings it back. */
  async setDeleted(schoolId: string, handoutId: string, deleted: boolean): Promise<void> {
    const changed = await this.#database.db
      .update(handouts)
      .set({ deletedAt: deleted ? new Date() : null })
      .where(
        and(
          eq(handouts.id, handoutId),
          eq(handouts.schoolId, schoolId),
          deleted ? isNull(handouts.deletedAt) : isNotNull(handouts.deletedAt),
        ),
      )
      .returning({ id: handouts.id });
    if (changed.length === 0) throw notFound('This handout');
  }

  #select(schoolId: string, handoutId?: string, more?: SQL) {
    return this.#database.db
      .select({
        handout: handouts,
        subject: subjects.name,
        className: classes.name,
        language: texts.language,
        words: texts.words,
        sourceKind: sources.kind,
        sourceName: sources.fileName,
        sourceAddress: sources.address,
      })
      .from(handouts)
      .innerJoin(sources, eq(sources.handoutId, handouts.id))
      .leftJoin(subjects, eq(subjects.id, handouts.subjectId))
      .leftJoin(classes, eq(classes.id, handouts.classId))
      .innerJoin(texts, and(eq(texts.schoolId, handouts.schoolId), eq(texts.hash, handouts.textHash)))
      .where(
        and(
          eq(handouts.schoolId, schoolId),
          handoutId === undefined ? undefined : and(eq(handouts.id, handoutId), isNull(handouts.deletedAt)),
          more,
        ),
      )
      .$dynamic();
  }

  /** For whom a handout is made, is being made, and was made before its text was changed; pupils by name. */
  async #standing(schoolId: string, handoutId?: string): Promise<Map<string, Standing>> {
    const isMade = sql`${readings.planned} and ${readings.made} >= ${readings.sentences}`;
    const isPresent = sql`${readings.textHash} = ${handouts.textHash}`;
    const isUnderWay = sql`exists (select 1 from ${jobs} where ${jobs.readingId} = ${readings.id} and ${jobs.state} in ('waiting', 'running'))`;
    const names = (condition: SQL) =>
      sql<
        string[]
      >`coalesce(array_agg(distinct ${pupils.name} order by ${pupils.name}) filter (where ${condition}), '{}')`;
    const rows = await this.#database.db
      .select({
        handoutId: readings.handoutId,
        readyFor: names(sql`${isMade} and ${isPresent}`),
        makingFor: names(sql`not (${isMade}) and ${isUnderWay}`),
        outOfDateFor: names(sql`${isMade} and not (${isPresent})`),
      })
      .from(readings)
      .innerJoin(pupils, and(eq(pupils.id, readings.pupilId), isNull(pupils.deletedAt)))
      .innerJoin(handouts, eq(handouts.id, readings.handoutId))
      .where(
        and(
          eq(readings.schoolId, schoolId),
          handoutId === undefined ? undefined : eq(readings.handoutId, handoutId),
          isNull(readings.retiredAt),
        ),
      )
      .groupBy(readings.handoutId);
    return new Map(rows.map(({ handoutId: id, ...standing }) => [id, standing]));
  }
}

type Standing = Pick<HandoutSummary, 'readyFor' | 'makingFor' | 'outOfDateFor'>;
const NOBODY: Standing = { readyFor: [], makingFor: [], outOfDateFor: [] };

function isIn(place: HandoutPlace) {
  if (place === 'deleted') return isNotNull(handouts.deletedAt);
  return and(
    isNull(handouts.deletedAt),
    place === 'archive' ? isNotNull(handouts.archivedAt) : isNull(handouts.archivedAt),
  );
}

/**
 * Whether a handout's title, subject, class, tags or text hold the words; titles also by a part of a word.
 */
function holds(search: string) {
  const head = sql`concat_ws(' ', ${handouts.title}, ${subjects.name}, ${classes.name}) || ' ' || array_to_string(${handouts.tags}, ' ')`;
  return or(
    sql`to_tsvector('english', ${head}) @@ websearch_to_tsquery('english', ${search})`,
    sql`position(lower(${search}) in lower(${head})) > 0`,
    sql`exists (select 1 from ${searchParts} where ${searchParts.handoutId} = ${handouts.id} and ${searchParts.words} @@ websearch_to_tsquery('english', ${search}))`,
  );
}

interface SelectedRow {
  readonly handout: typeof handouts.$inferSelect;
  readonly subject: string | null;
  readonly className: string | null;
  readonly language: string;
  readonly words: number;
  readonly sourceKind: HandoutSummary['sourceKind'];
  readonly sourceName: string | null;
  readonly sourceAddress: string | null;
}

function toSummary(
  { handout, subject, className, language, words, sourceKind, sourceName, sourceAddress }: SelectedRow,
  standing: Standing,
): HandoutSummary {
  const { id, title, tags } = handout;
  // prettier-ignore
  return handoutSummarySchema.parse({
    id, title, subject: subject ?? '', className: className ?? '', language, words, sourceKind, sourceName, sourceAddress, tags, ...standing,
    archived: handout.archivedAt !== null,
    deletedAt: handout.deletedAt?.toISOString() ?? null,
    updatedAt: handout.updatedAt.toISOString(),
    createdAt: handout.createdAt.toISOString(),
  });
}
