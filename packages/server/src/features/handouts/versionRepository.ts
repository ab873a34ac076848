import type { VersionView } from '@aurelfield/api';
import type { TextBlock } from '@aurelfield/core/text';
import { and, desc, eq } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { texts, versions } from '../../db/schema/index.ts';
import { notFound } from '../../appError.ts';

const COLUMNS = {
  id: versions.id,
  reason: versions.reason,
  words: texts.words,
  createdAt: versions.createdAt,
  updatedAt: versions.updatedAt,
};

/** Texts that handouts have had, always within one school. */
export class VersionRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** Versions of a handout, newest first. */
  async list(schoolId: string, handoutId: string): Promise<VersionView[]> {
    const rows = await this.#db
      .select(COLUMNS)
      .from(versions)
      .innerJoin(texts, and(eq(texts.schoolId, versions.schoolId), eq(texts.hash, versions.textHash)))
      .where(and(eq(versions.handoutId, handoutId), eq(versions.schoolId, schoolId)))
      .orderBy(desc(versions.createdAt));
    return rows.map(toView);
  }

  /** A version with its blocks. @throws AppError when there is no such version. */
  async get(
    schoolId: string,
    handoutId: string,
    versionId: string,
  ): Promise<VersionView & { content: readonly TextBlock[] }> {
    const [row] = await this.#db
      .select({ ...COLUMNS, blocks: texts.blocks })
      .from(versions)
      .innerJoin(texts, and(eq(texts.schoolId, versions.schoolId), eq(texts.hash, versions.textHash)))
      .where(
        and(eq(versions.id, versionId), eq(versions.handoutId, handoutId), eq(versions.schoolId, schoolId)),
      );
    if (!row) throw notFound('This version');
    return { ...toView(row), content: row.blocks };
  }
}

function toView({
  id,
  reason,
  words,
  createdAt,
  updatedAt,
}: Omit<VersionView, 'createdAt' | 'updatedAt'> & { createdAt: Date; updatedAt: Date }): VersionView {
  return { id, reason, words, createdAt: createdAt.toISOString(), updatedAt: updatedAt.toISOString() };
}
