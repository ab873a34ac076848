import {
  handoutSchema,
  handoutSummarySchema,
  type Handout,
  type HandoutInput,
  type HandoutPatch,
  type HandoutSummary,
  type Occurrence,
  type VersionView,
} from '@aurelfield/api';
import type { Block } from '@aurelfield/core';
import { and, asc, desc, eq, isNotNull, isNull, or, sql, type SQL } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Database } from '../db/database.ts';
import {
  blocks,
  handouts,
  jobs,
  occurrences,
  photoPages,
  pupils,
  readings,
  sources,
  versions,
} from '../db/schema.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { countWords, handoutBlocks } from '../intake/examine.ts';
import type { TrayItem } from '../intake/sourceTray.ts';

/** The source as it is downloaded again. */
export interface SourceFile {
  readonly fileName: string;
  readonly mediaType: string;
  readonly content: Buffer;
}

/** A photographed page about to be stored. */
export type NewPhotoPage = Omit<typeof photoPages.$inferInsert, 'handoutId' | 'schoolId' | 'position'>;

const ROWS_PER_INSERT = 2000;
/** Edits within this time are one version. Milliseconds. */
const ONE_VERSION = 5 * 60 * 1000;

/** Handouts with their blocks and sources, always within one school. */
export class HandoutStore {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** Handouts that are not deleted, newest first: those on the shelf or the archived ones, and only those that hold all words of `search`. */
  async list(schoolId: string, { search = '', archived = false } = {}): Promise<HandoutSummary[]> {
    const rows = await this.#select(
      schoolId,
      undefined,
      and(archivedIs(archived), search === '' ? undefined : holds(search)),
    ).orderBy(desc(handouts.createdAt), asc(handouts.title));
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
      contentHash: row.handout.contentHash,
      cleanUps: row.handout.cleanUps,
    });
  }

  /** The blocks in reading order. */
  async blocks(schoolId: string, handoutId: string): Promise<Block[]> {
    const rows = await this.#db
      .select()
      .from(blocks)
      .where(and(eq(blocks.handoutId, handoutId), eq(blocks.schoolId, schoolId)))
      .orderBy(asc(blocks.position));
    return rows.map(({ type, level, label, heads, language, silent, text }) => ({
      type,
      ...(level === null ? {} : { level }),
      ...(label === null ? {} : { label }),
      ...(heads === null ? {} : { heads }),
      ...(language === null ? {} : { language }),
      ...(silent ? { silent } : {}),
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
    const texts = await this.blocks(schoolId, handoutId);
    return (
      rows
        .map(({ block, start, written, kind, said }) => ({ block, start, written, kind, said }))
        // Where the text was changed since, something else stands there; the entry waits in case it is brought back.
        .filter(
          ({ block, start, written }) => texts[block]?.text.slice(start, start + written.length) === written,
        )
    );
  }

  /**
   * Puts other blocks in the place of a handout's. Edits that follow each other within a few minutes are one version.
   * @throws HttpProblem 409 when the handout is not as it was at `base`.
   */
  async setBlocks(
    schoolId: string,
    handoutId: string,
    found: readonly Block[],
    { base, reason }: { readonly base: string; readonly reason: 'edited' | 'fetched again' | 'brought back' },
  ): Promise<{ contentHash: string; words: number }> {
    const { language } = await this.row(schoolId, handoutId);
    const words = await countWords(found, language);
    const hash = contentHash(found);
    await this.#db.transaction(async (tx) => {
      const [row] = await tx
        .select({ contentHash: handouts.contentHash })
        .from(handouts)
        .where(and(eq(handouts.id, handoutId), eq(handouts.schoolId, schoolId)))
        .for('update');
      if (row?.contentHash === hash) return;
      if (row?.contentHash !== base)
        throw new HttpProblem(
          409,
          'changed',
          'This handout was changed in another window meanwhile. Your text is kept here: look at both and choose.',
        );
      await tx.delete(blocks).where(and(eq(blocks.handoutId, handoutId), eq(blocks.schoolId, schoolId)));
      const rows = found.map((block, position) => toRow(block, position, handoutId, schoolId));
      for (let at = 0; at < rows.length; at += ROWS_PER_INSERT)
        await tx.insert(blocks).values(rows.slice(at, at + ROWS_PER_INSERT));
      await tx
        .update(handouts)
        .set({ contentHash: hash, words, updatedAt: new Date() })
        .where(eq(handouts.id, handoutId));
      const snapshot = found.map(({ offset: _offset, ...block }) => block);
      const [last] = await tx
        .select()
        .from(versions)
        .where(eq(versions.handoutId, handoutId))
        .orderBy(desc(versions.createdAt))
        .limit(1);
      const goesOn =
        reason === 'edited' &&
        last?.reason === 'edited' &&
        Date.now() - last.createdAt.getTime() < ONE_VERSION;
      if (goesOn && last)
        await tx
          .update(versions)
          .set({ blocks: snapshot, words, updatedAt: new Date() })
          .where(eq(versions.id, last.id));
      else await tx.insert(versions).values({ schoolId, handoutId, reason, blocks: snapshot, words });
    });
    return { contentHash: hash, words };
  }

  /** Versions of a handout, newest first. */
  async versions(schoolId: string, handoutId: string): Promise<VersionView[]> {
    const rows = await this.#db
      .select()
      .from(versions)
      .where(and(eq(versions.handoutId, handoutId), eq(versions.schoolId, schoolId)))
      .orderBy(desc(versions.createdAt));
    return rows.map(({ id, reason, words, createdAt, updatedAt }) => ({
      id,
      reason,
      words,
      createdAt: createdAt.toISOString(),
      updatedAt: updatedAt.toISOString(),
    }));
  }

  /** The blocks of a version. @throws HttpProblem 404 when there is no such version. */
  async version(
    schoolId: string,
    handoutId: string,
    versionId: string,
  ): Promise<VersionView & { content: readonly Omit<Block, 'offset'>[] }> {
    const [row] = await this.#db
      .select()
      .from(versions)
      .where(
        and(eq(versions.id, versionId), eq(versions.handoutId, handoutId), eq(versions.schoolId, schoolId)),
      );
    if (!row) throw notFound('This version');
    const { id, reason, words, createdAt, updatedAt } = row;
    return {
      id,
      reason,
      words,
      createdAt: createdAt.toISOString(),
      updatedAt: updatedAt.toISOString(),
      content: row.blocks,
    };
  }

  /** The address a handout's page was fetched from. @throws HttpProblem 409 when it came from elsewhere. */
  async address(schoolId: string, handoutId: string): Promise<string> {
    const { sourceAddress } = await this.get(schoolId, handoutId);
    if (sourceAddress === null)
      throw new HttpProblem(409, 'no-page', 'This handout was not made of a web page.');
    return sourceAddress;
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

  /** Stores a handout with its source: the file as uploaded, the pages as photographed, or the text as typed. */
  async add(
    schoolId: string,
    teacherId: string | null,
    input: HandoutInput,
    source?: TrayItem,
    pages: readonly NewPhotoPage[] = [],
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
          subject: input.subject ?? '',
          className: input.className ?? '',
          language: input.language,
          words,
          contentHash: contentHash(found),
          cleanUps: input.cleanUps ?? [],
        })
        .returning({ id: handouts.id });
      if (!made) throw new Error('The handout was not stored.');
      const rows = found.map((block, position) => toRow(block, position, made.id, schoolId));
      for (let at = 0; at < rows.length; at += ROWS_PER_INSERT)
        await tx.insert(blocks).values(rows.slice(at, at + ROWS_PER_INSERT));
      await tx.insert(sources).values({
        handoutId: made.id,
        schoolId,
        kind: source?.kind ?? (pages.length > 0 ? 'photos' : 'typed'),
        fileName: source?.name ?? (pages.length > 0 ? nameOfPhotos(pages) : null),
        address: source?.address ?? null,
        mediaType: source?.mediaType ?? (input.format === 'markdown' ? 'text/markdown' : 'text/plain'),
        content: Buffer.from(source?.content ?? new TextEncoder().encode(input.text ?? '')),
      });
      for (const [position, page] of pages.entries())
        await tx.insert(photoPages).values({ ...page, handoutId: made.id, schoolId, position });
      await tx.insert(versions).values({
        schoolId,
        handoutId: made.id,
        reason: 'taken in',
        blocks: found.map(({ offset: _offset, ...block }) => block),
        words,
      });
      return made.id;
    });
    return this.get(schoolId, handoutId);
  }

  /** Changes title, language, subject, class or tags, puts it into the archive or takes it out. A changed language makes new readings of it. */
  async update(schoolId: string, handoutId: string, { archived, ...patch }: HandoutPatch): Promise<Handout> {
    const values = {
      ...Object.fromEntries(Object.entries(patch).filter(([, value]) => value !== undefined)),
      ...(archived === undefined ? {} : { archivedAt: archived ? new Date() : null }),
    };
    const changed = await this.#db
      .update(handouts)
      .set({ ...values, updatedAt: new Date() })
      .where(and(eq(handouts.id, handoutId), eq(handouts.schoolId, schoolId), isNull(handouts.deletedAt)))
      .returning({ id: handouts.id });
    if (changed.length === 0) throw notFound('This handout');
    return this.get(schoolId, handoutId);
  }

  /** A copy of a handout with its source, under a title that says so. */
  async duplicate(schoolId: string, teacherId: string | null, handoutId: string): Promise<Handout> {
    const original = await this.get(schoolId, handoutId);
    const source = await this.source(schoolId, handoutId);
    const { title, language, subject, className, sourceKind, sourceName, sourceAddress } = original;
    const pages = await this.#db
      .select()
      .from(photoPages)
      .where(and(eq(photoPages.handoutId, handoutId), eq(photoPages.schoolId, schoolId)))
      .orderBy(asc(photoPages.position));
    return this.add(
      schoolId,
      teacherId,
      {
        title: `${title.slice(0, 190)} (copy)`,
        language,
        subject,
        className,
        content: original.blocks,
        cleanUps: original.cleanUps,
      },
      sourceKind === 'typed' || sourceKind === 'photos'
        ? undefined
        : {
            kind: sourceKind,
            name: sourceName ?? '',
            mediaType: source.mediaType,
            address: sourceAddress,
            content: source.content,
          },
      pages,
    );
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
    if (source.kind === 'photos') {
      const [first] = await this.#db
        .select({ fileName: photoPages.name, mediaType: photoPages.mediaType, content: photoPages.photo })
        .from(photoPages)
        .where(and(eq(photoPages.handoutId, handoutId), eq(photoPages.position, 0)));
      if (first) return first;
    }
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

  #select(schoolId: string, handoutId?: string, more?: SQL) {
    return this.#db
      .select({
        handout: handouts,
        sourceKind: sources.kind,
        sourceName: sources.fileName,
        sourceAddress: sources.address,
      })
      .from(handouts)
      .innerJoin(sources, eq(sources.handoutId, handouts.id))
      .where(
        and(
          eq(handouts.schoolId, schoolId),
          isNull(handouts.deletedAt),
          handoutId === undefined ? undefined : eq(handouts.id, handoutId),
          more,
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

function archivedIs(archived: boolean) {
  return archived ? isNotNull(handouts.archivedAt) : isNull(handouts.archivedAt);
}

/** Whether a handout's title, subject, class, tags or text hold the words; titles also by a part of a word. */
function holds(search: string) {
  const head = sql`${handouts.title} || ' ' || ${handouts.subject} || ' ' || ${handouts.className} || ' ' || array_to_string(${handouts.tags}, ' ')`;
  return or(
    sql`to_tsvector('english', ${head}) @@ websearch_to_tsquery('english', ${search})`,
    sql`position(lower(${search}) in lower(${head})) > 0`,
    sql`exists (select 1 from ${blocks} where ${blocks.handoutId} = ${handouts.id} and to_tsvector('english', ${blocks.text}) @@ websearch_to_tsquery('english', ${search}))`,
  );
}

function toRow(
  block: Block,
  position: number,
  handoutId: string,
  schoolId: string,
): typeof blocks.$inferInsert {
  return {
    handoutId,
    schoolId,
    position,
    type: block.type,
    level: block.level ?? null,
    label: block.label ?? null,
    heads: block.heads ?? null,
    language: block.language ?? null,
    silent: block.silent ?? false,
    text: block.text,
  };
}

interface SelectedRow {
  readonly handout: typeof handouts.$inferSelect;
  readonly sourceKind: HandoutSummary['sourceKind'];
  readonly sourceName: string | null;
  readonly sourceAddress: string | null;
}

function toSummary(
  { handout, sourceKind, sourceName, sourceAddress }: SelectedRow,
  readyFor: string[],
): HandoutSummary {
  const { id, title, subject, className, language, words, tags } = handout;
  // prettier-ignore
  return handoutSummarySchema.parse({
    id, title, subject, className, language, words, sourceKind, sourceName, sourceAddress, readyFor, tags,
    archived: handout.archivedAt !== null,
    updatedAt: handout.updatedAt.toISOString(),
    createdAt: handout.createdAt.toISOString(),
  });
}

function nameOfPhotos(pages: readonly NewPhotoPage[]): string {
  return pages.length === 1 ? (pages[0]?.name ?? '') : `${pages[0]?.name ?? ''} and ${pages.length - 1} more`;
}

function contentHash(found: readonly Block[]): string {
  const hash = createHash('sha256');
  for (const { type, level, label, heads, language, silent, text } of found)
    hash.update(
      JSON.stringify([
        type,
        level,
        label,
        text,
        ...(heads ? [heads] : []),
        ...(silent ? [silent] : []),
        ...(language === undefined ? [] : [language]),
      ]),
    );
  return hash.digest('hex');
}
