import { entrySchema, type Entry, type EntryInput, type Imported, type Scope } from '@aurelfield/api';
import type { PronunciationEntry } from '@aurelfield/core/pronunciation';
import { and, asc, eq, isNull, or, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { classes, pronunciations, pupils, subjects } from '../../db/schema/index.ts';
import { AppError, notFound } from '../../appError.ts';
import { idOfName, knownId } from '../classes/namedRows.ts';

/** Whose list it is: a pupil by id, a class or subject by name. */
export interface ListOf {
  readonly scope: Scope;
  readonly scopeValue: string;
}

/** The same by ids; all are null for the list of the school. */
export interface ListIds {
  readonly pupilId: string | null;
  readonly classId: string | null;
  readonly subjectId: string | null;
}
const SCHOOL: ListIds = { pupilId: null, classId: null, subjectId: null };

const MOST_ENTRIES = 5000;

/** Pronunciation lists of a school. */
export class PronunciationRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** All entries, by written form. */
  async list(schoolId: string): Promise<Entry[]> {
    return (await this.#select(eq(pronunciations.schoolId, schoolId))).map(toEntry);
  }

  /** The entries of one list. */
  async listOf(schoolId: string, list: ListOf): Promise<Entry[]> {
    const ids = await this.idsOf(schoolId, list);
    return ids === undefined ? [] : (await this.#select(isOf(schoolId, ids))).map(toEntry);
  }

  /** What counts for a reading, the narrower scope first: pupil, class, subject, school. */
  async inForce(schoolId: string, { pupilId, classId, subjectId }: ListIds): Promise<PronunciationEntry[]> {
    const rows = await this.#db
      .select()
      .from(pronunciations)
      .where(
        and(
          eq(pronunciations.schoolId, schoolId),
          or(
            pupilId === null ? undefined : eq(pronunciations.pupilId, pupilId),
            classId === null ? undefined : eq(pronunciations.classId, classId),
            subjectId === null ? undefined : eq(pronunciations.subjectId, subjectId),
            eq(pronunciations.scope, 'school'),
          ),
        ),
      )
      // The enum's own order is that of precedence.
      .orderBy(asc(pronunciations.scope), asc(pronunciations.partOfSpeech), asc(pronunciations.written));
    return rows.map(({ written, kind, said, caseSensitive, partOfSpeech }) => ({
      written,
      kind,
      said,
      caseSensitive,
      partOfSpeech,
    }));
  }

  /** @throws AppError 409 when the list has the written form already. */
  async add(schoolId: string, input: EntryInput): Promise<Entry> {
    const [row] = await this.#db
      .insert(pronunciations)
      .values({ schoolId, ...(await this.#rowOf(this.#db, schoolId, input)) })
      .onConflictDoNothing()
      .returning({ id: pronunciations.id });
    if (!row) throw isThere(input);
    return this.#get(schoolId, row.id);
  }

  /** Changes an entry. @throws AppError 404 or 409. */
  async update(schoolId: string, entryId: string, input: EntryInput): Promise<Entry> {
    await this.#get(schoolId, entryId);
    const row = await this.#rowOf(this.#db, schoolId, input);
    const [other] = await this.#db
      .select({ id: pronunciations.id })
      .from(pronunciations)
      .where(
        and(
          isOf(schoolId, row),
          eq(pronunciations.written, input.written),
          eq(pronunciations.partOfSpeech, input.partOfSpeech),
        ),
      );
    if (other && other.id !== entryId) throw isThere(input);
    await this.#db
      .update(pronunciations)
      .set(row)
      .where(and(eq(pronunciations.id, entryId), eq(pronunciations.schoolId, schoolId)));
    return this.#get(schoolId, entryId);
  }

  async remove(schoolId: string, entryId: string): Promise<void> {
    const removed = await this.#db
      .delete(pronunciations)
      .where(and(eq(pronunciations.id, entryId), eq(pronunciations.schoolId, schoolId)))
      .returning({ id: pronunciations.id });
    if (removed.length === 0) throw notFound('This entry');
  }

  /** What entries would change in a list, in their order; nothing is stored. */
  async preview(
    schoolId: string,
    list: ListOf,
    entries: readonly PronunciationEntry[],
  ): Promise<Imported['changes']> {
    const known = new Map((await this.listOf(schoolId, list)).map((entry) => [formOf(entry), entry]));
    const byForm = new Map(entries.map((entry) => [formOf(entry), entry]));
    return [...byForm].map(([form, { written, said }]) => ({
      written,
      said,
      before: known.get(form)?.said ?? null,
    }));
  }

  /**
   * Takes entries into a list; those with the same written form take the place of what was there. All or
   * nothing.
   */
  async take(
    schoolId: string,
    list: ListOf,
    entries: readonly PronunciationEntry[],
  ): Promise<{ added: number; replaced: number }> {
    if (entries.length > MOST_ENTRIES)
      throw new AppError(
        'too-many-entries',
        `A list may have ${MOST_ENTRIES.toLocaleString('en-GB')} entries; this file has ${entries.length.toLocaleString('en-GB')}.`,
      );
    const before = new Set((await this.listOf(schoolId, list)).map(formOf));
    const byForm = new Map(entries.map((entry) => [formOf(entry), entry]));
    await this.#db.transaction(async (tx) => {
      const ids = await this.#madeIds(tx, schoolId, list);
      for (const { written, kind, said, caseSensitive, partOfSpeech = 'any' } of byForm.values()) {
        await tx
          .insert(pronunciations)
          .values({
            schoolId,
            scope: list.scope,
            ...ids,
            written,
            kind,
            said,
            caseSensitive,
            partOfSpeech,
          })
          .onConflictDoUpdate({
            target: [
              pronunciations.schoolId,
              pronunciations.pupilId,
              pronunciations.classId,
              pronunciations.subjectId,
              pronunciations.written,
              pronunciations.partOfSpeech,
            ],
            set: { kind, said, caseSensitive },
          });
      }
    });
    const replaced = [...byForm.keys()].filter((form) => before.has(form)).length;
    return { added: byForm.size - replaced, replaced };
  }

  /** A list by ids; undefined where there is no such pupil, class or subject. */
  async idsOf(schoolId: string, { scope, scopeValue }: ListOf): Promise<ListIds | undefined> {
    if (scope === 'school') return SCHOOL;
    if (scope === 'pupil') {
      const [pupil] = await this.#db
        .select({ id: pupils.id })
        .from(pupils)
        .where(and(eq(pupils.schoolId, schoolId), sql`${pupils.id}::text = ${scopeValue}`));
      return pupil && { ...SCHOOL, pupilId: pupil.id };
    }
    const found = await knownId(this.#db, scope === 'class' ? classes : subjects, schoolId, scopeValue);
    if (found === null) return undefined;
    return scope === 'class' ? { ...SCHOOL, classId: found } : { ...SCHOOL, subjectId: found };
  }

  /** The same; a class or subject that is new is made. @throws AppError 404 where there is no such pupil. */
  async #madeIds(db: Database, schoolId: string, list: ListOf): Promise<ListIds> {
    const { scope, scopeValue } = list;
    if (scope === 'class') return { ...SCHOOL, classId: await idOfName(db, classes, schoolId, scopeValue) };
    if (scope === 'subject')
      return { ...SCHOOL, subjectId: await idOfName(db, subjects, schoolId, scopeValue) };
    const ids = await this.idsOf(schoolId, list);
    if (!ids) throw notFound('This pupil');
    return ids;
  }

  async #rowOf(db: Database, schoolId: string, { scopeValue, ...input }: EntryInput) {
    return { ...input, ...(await this.#madeIds(db, schoolId, { scope: input.scope, scopeValue })) };
  }

  async #get(schoolId: string, entryId: string): Promise<Entry> {
    const [row] = await this.#select(
      and(eq(pronunciations.id, entryId), eq(pronunciations.schoolId, schoolId)),
    );
    if (!row) throw notFound('This entry');
    return toEntry(row);
  }

  #select(condition: SQL | undefined) {
    return this.#db
      .select({ entry: pronunciations, className: classes.name, subject: subjects.name })
      .from(pronunciations)
      .leftJoin(classes, eq(classes.id, pronunciations.classId))
      .leftJoin(subjects, eq(subjects.id, pronunciations.subjectId))
      .where(condition)
      .orderBy(asc(sql`lower(${pronunciations.written})`));
  }
}

function isThere({ written }: EntryInput): AppError {
  return new AppError('exists', `“${written}” is in this list already. Change that entry instead.`);
}

/** Whether an entry is of this list. */
function isOf(schoolId: string, { pupilId, classId, subjectId }: ListIds) {
  return and(
    eq(pronunciations.schoolId, schoolId),
    pupilId === null ? isNull(pronunciations.pupilId) : eq(pronunciations.pupilId, pupilId),
    classId === null ? isNull(pronunciations.classId) : eq(pronunciations.classId, classId),
    subjectId === null ? isNull(pronunciations.subjectId) : eq(pronunciations.subjectId, subjectId),
  );
}

/** A list has one entry for a written form in a part of speech. */
function formOf({
  written,
  partOfSpeech = 'any',
}: {
  written: string;
  partOfSpeech?: string | undefined;
}): string {
  return `${partOfSpeech} ${written}`;
}

function toEntry({
  entry: { id, scope, pupilId, written, kind, said, caseSensitive, partOfSpeech },
  className,
  subject,
}: {
  entry: typeof pronunciations.$inferSelect;
  className: string | null;
  subject: string | null;
}): Entry {
  const scopeValue = pupilId ?? className ?? subject ?? '';
  return entrySchema.parse({ id, scope, scopeValue, written, kind, said, caseSensitive, partOfSpeech });
}
