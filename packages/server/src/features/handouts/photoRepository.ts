import type { PhotoPageView } from '@aurelfield/api';
import { and, asc, eq } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { photoPages } from '../../db/schema/index.ts';
import { notFound } from '../../appError.ts';

/**
 * Pages of photographed handouts: the photos as they came, the flat pages, and the words found on them;
 * always within one school.
 */
export class PhotoRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** The pages of a handout without their pictures; none where it was not photographed. */
  async pages(schoolId: string, handoutId: string): Promise<PhotoPageView[]> {
    const { photo: _photo, shown: _shown, flat: _flat, ...columns } = PAGE_COLUMNS;
    const rows = await this.#db
      .select(columns)
      .from(photoPages)
      .where(and(eq(photoPages.handoutId, handoutId), eq(photoPages.schoolId, schoolId)))
      .orderBy(asc(photoPages.position));
    return rows.map(
      (row) => ({ ...row, words: [...row.words], unreadRegions: [...row.unreadRegions] }) as PhotoPageView,
    );
  }

  /**
   * The picture of a page: the photo as it came, as screens show it, or the flat page.
   * @throws AppError 404 without such a page.
   */
  async picture(
    schoolId: string,
    handoutId: string,
    position: number,
    which: 'photo' | 'shown' | 'flat',
  ): Promise<{ name: string; mediaType: string; content: Buffer }> {
    const [row] = await this.#db
      .select({ name: photoPages.name, mediaType: photoPages.mediaType, content: PAGE_COLUMNS[which] })
      .from(photoPages)
      .where(pageIs(schoolId, handoutId, position));
    if (!row) throw notFound('This page');
    return which === 'photo' ? row : { ...row, mediaType: 'image/jpeg' };
  }

  /** Notes which words of a page were found right. @throws AppError 404 without such a page. */
  async setChecked(schoolId: string, handoutId: string, position: number, checked: number[]): Promise<void> {
    const changed = await this.#db
      .update(photoPages)
      .set({ checked: [...new Set(checked)].sort((a, b) => a - b) })
      .where(pageIs(schoolId, handoutId, position))
      .returning({ position: photoPages.position });
    if (changed.length === 0) throw notFound('This page');
  }
}

const PAGE_COLUMNS = {
  name: photoPages.name,
  width: photoPages.width,
  height: photoPages.height,
  warp: photoPages.warp,
  words: photoPages.words,
  unreadRegions: photoPages.unreadRegions,
  checked: photoPages.checked,
  photo: photoPages.photo,
  shown: photoPages.shown,
  flat: photoPages.flat,
};

function pageIs(schoolId: string, handoutId: string, position: number) {
  return and(
    eq(photoPages.handoutId, handoutId),
    eq(photoPages.schoolId, schoolId),
    eq(photoPages.position, position),
  );
}
