import { and, eq, isNull } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { handouts, photoPages, sources } from '../../db/schema/index.ts';
import { notFound, AppError } from '../../appError.ts';

/** A source as it is downloaded again. */
export interface SourceFile {
  readonly fileName: string;
  readonly mediaType: string;
  readonly content: Buffer;
}

/** Where handouts came from, always within one school. */
export class SourceRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /**
   * The source as it came; of photographed pages the first photo.
   * @throws AppError without such a handout.
   */
  async get(schoolId: string, handoutId: string): Promise<SourceFile> {
    const { source, title } = await this.#row(schoolId, handoutId);
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

  /**
   * The address a handout's page was fetched from.
   * @throws AppError `no-page` when it came from elsewhere.
   */
  async address(schoolId: string, handoutId: string): Promise<string> {
    const { source } = await this.#row(schoolId, handoutId);
    if (source.address === null) throw new AppError('no-page', 'This handout was not made of a web page.');
    return source.address;
  }

  async #row(schoolId: string, handoutId: string) {
    const [row] = await this.#db
      .select({ source: sources, title: handouts.title })
      .from(sources)
      .innerJoin(handouts, eq(handouts.id, sources.handoutId))
      .where(
        and(eq(sources.handoutId, handoutId), eq(sources.schoolId, schoolId), isNull(handouts.deletedAt)),
      );
    if (!row) throw notFound('This handout');
    return row;
  }
}
