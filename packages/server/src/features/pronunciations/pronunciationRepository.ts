import { entrySchema, type Entry, type EntryInput, type Imported, type Scope } from '@aurelfield/api';
import type { PronunciationEntry } from '@aurelfield/core';
import { and, asc, eq, or, sql } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { pronunciations } from '../../db/schema/index.ts';
import { AppError, notFound } from '../../appError.ts';

/** Whose list it is. */
export interface ListOf {
  readonly scope: Scope;
  readonly scopeValue: string;
}

const MOST_ENTRIES = 5000;

/** Pronunciation lists of a school. */
export class PronunciationRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** All entries, by written form. */
  async list(schoolId: string): Promise<Entry[]> {
    const rows = await this.#db
      .select()
      .from(pronunciations)
      .where(eq(pronunciations.schoolId, schoolId))
      .orderBy(asc(sql`lower(${pronunciations.written})`));
    return rows.map(toEntry);
  }

  /** The entries of one list. */
  async listOf(schoolId: string, { scope, scopeValue }: ListOf): Promise<Entry[]> {
    return (await this.list(schoolId)).filter(
      (entry) => entry.scope === scope && entry.scopeValue === scopeValue,
    );
  }

  /** What counts for a reading, the narrower scope first: pupil, class, subject, school. */
  async inForce(
    schoolId: string,
    place: { pupilId: string; className: string; subject: string },
  ): Promise<PronunciationEntry[]> {
    const is = (scope: Scope, value: string) =>
      and(eq(pronunciations.scope, scope), eq(pronunciations.scopeValue, value));
    const rows = await this.#db
      .select()
      .from(pronunciations)
      .where(
        and(
          eq(pronunciations.schoolId, schoolId),
          or(
            is('pupil', place.pupilId),
            is('class', place.className),
            is('subject', place.subject),
            is('school', ''),
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
      .values({ schoolId, ...input })
      .onConflictDoNothing()
      .returning();
    if (!row)
      throw new AppError('exists', `“${input.written}” is in this list already. Change that entry instead.`);
    return toEntry(row);
  }

  /** Changes an entry. @throws AppError 404 or 409. */
  async update(schoolId: string, entryId: string, input: EntryInput): Promise<Entry> {
    const same = and(
      eq(pronunciations.schoolId, schoolId),
      eq(pronunciations.scope, input.scope),
      eq(pronunciations.scopeValue, input.scopeValue),
      eq(pronunciations.written, input.written),
      eq(pronunciations.partOfSpeech, input.partOfSpeech),
    );
    const [other] = await this.#db.select({ id: pronunciations.id }).from(pronunciations).where(same);
    if (other && other.id !== entryId)
      throw new AppError('exists', `“${input.written}” is in this list already. Change that entry instead.`);
    const [row] = await this.#db
      .update(pronunciations)
      .set(input)
      .where(and(eq(pronunciations.id, entryId), eq(pronunciations.schoolId, schoolId)))
      .returning();
    if (!row) throw notFound('This entry');
    return toEntry(row);
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

  /** Takes entries into a list; those with the same written form take the place of what was there. All or nothing. */
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
      for (const { written, kind, said, caseSensitive, partOfSpeech = 'any' } of byForm.values()) {
        await tx
          .insert(pronunciations)
          .values({
            schoolId,
            scope: list.scope,
            scopeValue: list.scopeValue,
            written,
            kind,
            said,
            caseSensitive,
            partOfSpeech,
          })
          .onConflictDoUpdate({
            target: [
              pronunciations.schoolId,
              pronunciations.scope,
              pronunciations.scopeValue,
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
  id,
  scope,
  scopeValue,
  written,
  kind,
  said,
  caseSensitive,
  partOfSpeech,
}: typeof pronunciations.$inferSelect): Entry {
  return entrySchema.parse({ id, scope, scopeValue, written, kind, said, caseSensitive, partOfSpeech });
}
