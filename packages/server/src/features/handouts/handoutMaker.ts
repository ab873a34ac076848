import type { Handout, HandoutInput } from '@aurelfield/api';
import { withIds } from '@aurelfield/core/text';
import { and, asc, eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { OpenDatabase } from '../../db/database.ts';
import { classes, handouts, photoPages, sources, subjects, versions } from '../../db/schema/index.ts';
import { idOfName } from '../classes/namedRows.ts';
import type { StagedSource } from '../imports/sourceStaging.ts';
import { handoutBlocks } from '../imports/tidyBlocks.ts';
import { setSearchParts } from '../texts/searchParts.ts';
import { textOf } from '../texts/textRevisionService.ts';
import { addText } from '../texts/textRepository.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import type { HandoutRepository } from './handoutRepository.ts';
import type { SourceRepository } from './sourceRepository.ts';

/** A photographed page about to be stored. */
export type NewPhotoPage = Omit<typeof photoPages.$inferInsert, 'handoutId' | 'schoolId' | 'position'>;

export interface MakerDeps {
  readonly database: OpenDatabase;
  readonly handoutRepository: HandoutRepository;
  readonly sources: SourceRepository;
  readonly threads: TextThreads;
}

/** Makes handouts from imports or as copies. */
export class HandoutMaker {
  readonly #deps: MakerDeps;

  constructor(deps: MakerDeps) {
    this.#deps = deps;
  }

  /**
   * Stores a handout with its source: the file as uploaded, the pages as photographed, or the text as typed.
   */
  async add(
    schoolId: string,
    teacherId: string | null,
    input: HandoutInput,
    source?: StagedSource,
    pages: readonly NewPhotoPage[] = [],
  ): Promise<Handout> {
    const { database, handoutRepository, threads } = this.#deps;
    const blocks = withIds(await handoutBlocks(input, threads), randomUUID);
    const text = textOf(blocks, input.language, await threads.countWords(blocks, input.language));
    const handoutId = await database.transaction(async ({ db }) => {
      await addText(db, { schoolId, ...text });
      const [made] = await db
        .insert(handouts)
        .values({
          schoolId,
          teacherId,
          title: input.title,
          subjectId: await idOfName(db, subjects, schoolId, input.subject ?? ''),
          classId: await idOfName(db, classes, schoolId, input.className ?? ''),
          textHash: text.hash,
          cleanUps: input.cleanUps ?? [],
        })
        .returning({ id: handouts.id });
      if (!made) throw new Error('The handout was not stored.');
      await db.insert(sources).values({
        handoutId: made.id,
        schoolId,
        kind: source?.kind ?? (pages.length > 0 ? 'photos' : 'typed'),
        fileName: source?.name ?? (pages.length > 0 ? nameOfPhotos(pages) : null),
        address: source?.address ?? null,
        mediaType: source?.mediaType ?? (input.format === 'markdown' ? 'text/markdown' : 'text/plain'),
        content: Buffer.from(source?.content ?? new TextEncoder().encode(input.text ?? '')),
      });
      for (const [position, page] of pages.entries())
        await db.insert(photoPages).values({ ...page, handoutId: made.id, schoolId, position });
      await setSearchParts(db, made.id, blocks);
      await db
        .insert(versions)
        .values({ schoolId, handoutId: made.id, reason: 'taken in', textHash: text.hash, teacherId });
      return made.id;
    });
    return handoutRepository.get(schoolId, handoutId);
  }

  /** A copy of a handout with its source, under a title that says so. */
  async duplicate(schoolId: string, teacherId: string | null, handoutId: string): Promise<Handout> {
    const original = await this.#deps.handoutRepository.get(schoolId, handoutId);
    const source = await this.#deps.sources.get(schoolId, handoutId);
    const { title, language, subject, className, sourceKind, sourceName, sourceAddress } = original;
    const pages = await this.#deps.database.db
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
}

function nameOfPhotos(pages: readonly NewPhotoPage[]): string {
  return pages.length === 1 ? (pages[0]?.name ?? '') : `${pages[0]?.name ?? ''} and ${pages.length - 1} more`;
}
