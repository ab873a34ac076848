import {
  handoutSchema,
  handoutSummarySchema,
  type Handout,
  type HandoutInput,
  type HandoutPatch,
  type HandoutSummary,
  type Occurrence,
} from '@aurelfield/api';
import type { Block } from '@aurelfield/core';
import { and, asc, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Database } from '../db/database.ts';
import { blocks, handouts, jobs, occurrences, pupils, readings, sources } from '../db/schema.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { countWords, handoutBlocks, type UploadedFile } from './intake.ts';

/** The source as it is downloaded again. */
export interface SourceFile {
  readonly fileName: string;
  readonly mediaType: string;
  readonly content: Buffer;
}

const ROWS_PER_INSERT = 2000;

/** Handouts with their blocks and sources, always within one school. */
export class HandoutStore {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** Handouts that are not deleted, newest first. */
  async list(schoolId: string): Promise<HandoutSummary[]> {
    const rows = await this.#select(schoolId).orderBy(desc(handouts.createdAt), asc(handouts.title));
    const ready = await this.#readyPupils(schoolId);
    return rows.map((row) => toSummary(row, ready.get(row.handout.id) ?? []));
  }

  /** @throws HttpProblem 404 when the school has no such handout. */
  async get(schoolId: string, handoutId: string): Promise<Handout> {
    const [row] = await this.#select(schoolId, handoutId);
    if (!row) throw notFound('This handout');
    const ready = await this.#readyPupils(schoolId);
    const ownBlocks = await this.blocks(schoolId, handoutId);
    return handoutSchema.parse({
      ...toSummary(row, ready.get(handoutId) ?? []),
      blocks: ownBlocks,
      occurrences: await this.occurrences(schoolId, handoutId),
    });
  }

  /** The blocks in reading order. */
  async blocks(schoolId: string, handoutId: string): Promise<Block[]> {
    const rows = await this.#db
      .select()
      .from(blocks)
      .where(and(eq(blocks.handoutId, handoutId), eq(blocks.schoolId, schoolId)))
      .orderBy(asc(blocks.position));
    return rows.map(({ type, level, label, heads, text }) => ({
      type,
      ...(level === null ? {} : { level }),
      ...(label === null ? {} : { label }),
      ...(heads === null ? {} : { heads }),
      text,
      offset: 0,
    }));
  }

  /** Words that are said their own way in one place, in reading order. */
  async occurrences(schoolId: string, handoutId: string): Promise<Occurrence[]> {
    const rows = await this.#db
      .select()
      .from(occurrences)
      .where(and(eq(occurrences.handoutId, handoutId), eq(occurrences.schoolId, schoolId)))
      .orderBy(asc(occurrences.block), asc(occurrences.start));
    return rows.map(({ block, start, written, kind, said }) => ({ block, start, written, kind, said }));
  }

  /** Sets how a word is said in one place. @throws HttpProblem 409 when something else is written there. */
  async setOccurrence(schoolId: string, handoutId: string, occurrence: Occurrence): Promise<void> {
    await this.row(schoolId, handoutId);
    const { block, start, written, kind, said } = occurrence;
    const text = (await this.blocks(schoolId, handoutId))[block]?.text;
    if (text?.slice(start, start + written.length) !== written)
      throw new HttpProblem(
        409,
        'moved',
        `“${written}” does not stand there any more. Load the page again and choose the word once more.`,
      );
    await this.#db
      .insert(occurrences)
      .values({ handoutId, schoolId, ...occurrence })
      .onConflictDoUpdate({
        target: [occurrences.handoutId, occurrences.block, occurrences.start],
        set: { written, kind, said },
      });
  }

  /** Takes back how a word is said in one place. */
  async removeOccurrence(schoolId: string, handoutId: string, block: number, start: number): Promise<void> {
    const removed = await this.#db
      .delete(occurrences)
      .where(
        and(
          eq(occurrences.handoutId, handoutId),
          eq(occurrences.schoolId, schoolId),
          eq(occurrences.block, block),
          eq(occurrences.start, start),
        ),
      )
      .returning({ block: occurrences.block });
    if (removed.length === 0) throw notFound('This pronunciation');
  }

  /** Stores a handout with its source: the file as uploaded, or the text as typed. */
  async add(
    schoolId: string,
    teacherId: string | null,
    input: HandoutInput,
    file?: UploadedFile,
  ): Promise<Handout> {
    const found = handoutBlocks(input);
    const words = await countWords(found, input.language);
    const handoutId = await this.#db.transaction(async (tx) => {
      const [made] = await tx
        .insert(handouts)
        .values({
          schoolId,
          teacherId,
          title: input.title,
          subject: input.subject,
          className: input.className,
          language: input.language,
          words,
          contentHash: contentHash(found),
        })
        .returning({ id: handouts.id });
      if (!made) throw new Error('The handout was not stored.');
      const rows = found.map((block, position) => ({
        handoutId: made.id,
        schoolId,
        position,
        type: block.type,
        level: block.level ?? null,
        label: block.label ?? null,
        heads: block.heads ?? null,
        text: block.text,
      }));
      for (let at = 0; at < rows.length; at += ROWS_PER_INSERT)
        await tx.insert(blocks).values(rows.slice(at, at + ROWS_PER_INSERT));
      await tx.insert(sources).values({
        handoutId: made.id,
        schoolId,
        kind: file ? 'file' : 'typed',
        fileName: file?.name ?? null,
        mediaType: input.format === 'markdown' ? 'text/markdown' : 'text/plain',
        content: Buffer.from(file?.bytes ?? new TextEncoder().encode(input.text)),
      });
      return made.id;
    });
    return this.get(schoolId, handoutId);
  }

  /** Changes title, language, subject or class. A changed language makes new readings of it. */
  async update(schoolId: string, handoutId: string, patch: HandoutPatch): Promise<Handout> {
    const values = Object.fromEntries(Object.entries(patch).filter(([, value]) => value !== undefined));
    const changed = await this.#db
      .update(handouts)
      .set({ ...values, updatedAt: new Date() })
      .where(and(eq(handouts.id, handoutId), eq(handouts.schoolId, schoolId), isNull(handouts.deletedAt)))
      .returning({ id: handouts.id });
    if (changed.length === 0) throw notFound('This handout');
    return this.get(schoolId, handoutId);
  }

  /** Takes a handout off the shelf, or puts it back. */
  async setDeleted(schoolId: string, handoutId: string, deleted: boolean): Promise<void> {
    const changed = await this.#db
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

  /** The source as it came. */
  async source(schoolId: string, handoutId: string): Promise<SourceFile> {
    const [row] = await this.#db
      .select({ source: sources, title: handouts.title })
      .from(sources)
      .innerJoin(handouts, eq(handouts.id, sources.handoutId))
      .where(
        and(eq(sources.handoutId, handoutId), eq(sources.schoolId, schoolId), isNull(handouts.deletedAt)),
      );
    if (!row) throw notFound('This handout');
    const { source, title } = row;
    return {
      fileName: source.fileName ?? `${title}.txt`,
      mediaType: source.mediaType,
      content: source.content,
    };
  }

  /** The row itself, for those who plan a reading of it. */
  async row(schoolId: string, handoutId: string): Promise<typeof handouts.$inferSelect> {
    const [row] = await this.#select(schoolId, handoutId);
    if (!row) throw notFound('This handout');
    return row.handout;
  }

  #select(schoolId: string, handoutId?: string) {
    return this.#db
      .select({ handout: handouts, sourceKind: sources.kind, sourceName: sources.fileName })
      .from(handouts)
      .innerJoin(sources, eq(sources.handoutId, handouts.id))
      .where(
        and(
          eq(handouts.schoolId, schoolId),
          isNull(handouts.deletedAt),
          handoutId === undefined ? undefined : eq(handouts.id, handoutId),
        ),
      )
      .$dynamic();
  }

  async #readyPupils(schoolId: string): Promise<Map<string, string[]>> {
    const rows = await this.#db
      .select({
        handoutId: readings.handoutId,
        names: sql<string[]>`array_agg(distinct ${pupils.name} order by ${pupils.name})`,
      })
      .from(readings)
      .innerJoin(pupils, and(eq(pupils.id, readings.pupilId), isNull(pupils.archivedAt)))
      .innerJoin(jobs, and(eq(jobs.readingId, readings.id), eq(jobs.kind, 'make'), eq(jobs.state, 'done')))
      .where(eq(readings.schoolId, schoolId))
      .groupBy(readings.handoutId);
    return new Map(rows.map(({ handoutId, names }) => [handoutId, names]));
  }
}

interface SelectedRow {
  readonly handout: typeof handouts.$inferSelect;
  readonly sourceKind: 'typed' | 'file';
  readonly sourceName: string | null;
}

function toSummary({ handout, sourceKind, sourceName }: SelectedRow, readyFor: string[]): HandoutSummary {
  const { id, title, subject, className, language, words } = handout;
  // prettier-ignore
  return handoutSummarySchema.parse({
    id, title, subject, className, language, words, sourceKind, sourceName, readyFor,
    createdAt: handout.createdAt.toISOString(),
  });
}

function contentHash(found: readonly Block[]): string {
  const hash = createHash('sha256');
  for (const { type, level, label, heads, text } of found)
    hash.update(JSON.stringify([type, level, label, text, ...(heads ? [heads] : [])]));
  return hash.digest('hex');
}
