import type { ParsedClassSetRequest } from '@aurelfield/api';
import { and, asc, desc, eq, inArray } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { classSetItems, classSets, jobs } from '../../db/schema/index.ts';
import type { JobRow } from '../../jobs/jobRepository.ts';
import { notFound } from '../../appError.ts';

export type ClassSetRow = typeof classSets.$inferSelect;
export type ClassSetItemRow = typeof classSetItems.$inferSelect;

/** An item with the job that is about it now. */
export interface ItemWithJob {
  readonly item: ClassSetItemRow;
  readonly job: JobRow | null;
}

/**
 * Class sets and their items: all their SQL. Functions that take a connection can be part of a caller's
 * transaction.
 */
export class ClassSetRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  async add(
    db: Database,
    values: { schoolId: string; title: string; request: ParsedClassSetRequest; groupId: string },
    items: readonly { pupilId: string; handoutIds: string[] }[],
  ): Promise<ClassSetRow> {
    const [row] = await db.insert(classSets).values(values).returning();
    if (!row) throw new Error('The class set was not stored.');
    await db
      .insert(classSetItems)
      .values(items.map((item, position) => ({ ...item, setId: row.id, position })));
    return row;
  }

  /** @throws AppError when the school has no such set. */
  async get(schoolId: string, setId: string): Promise<ClassSetRow> {
    const [row] = await this.#db
      .select()
      .from(classSets)
      .where(and(eq(classSets.id, setId), eq(classSets.schoolId, schoolId)));
    if (!row) throw notFound('This class set');
    return row;
  }

  /** The newest sets of a school. */
  async latest(schoolId: string, most: number): Promise<ClassSetRow[]> {
    return this.#db
      .select()
      .from(classSets)
      .where(eq(classSets.schoolId, schoolId))
      .orderBy(desc(classSets.createdAt))
      .limit(most);
  }

  /** The items of some sets, in order. */
  async items(setIds: readonly string[], db: Database = this.#db): Promise<ItemWithJob[]> {
    if (setIds.length === 0) return [];
    return db
      .select({ item: classSetItems, job: jobs })
      .from(classSetItems)
      .leftJoin(jobs, eq(jobs.id, classSetItems.jobId))
      .where(inArray(classSetItems.setId, [...setIds]))
      .orderBy(asc(classSetItems.setId), asc(classSetItems.position));
  }

  async setItem(
    db: Database,
    { setId, position }: Pick<ClassSetItemRow, 'setId' | 'position'>,
    change: Partial<Pick<ClassSetItemRow, 'jobId' | 'readingId'>>,
  ): Promise<void> {
    await db
      .update(classSetItems)
      .set(change)
      .where(and(eq(classSetItems.setId, setId), eq(classSetItems.position, position)));
  }

  async change(
    db: Database,
    setId: string,
    change: Partial<Pick<ClassSetRow, 'pausedAt' | 'cancelledAt' | 'startedAt'>>,
  ): Promise<void> {
    await db.update(classSets).set(change).where(eq(classSets.id, setId));
  }

  /** Takes the set for this transaction, so that two who press at once do not begin its jobs twice. */
  async lock(db: Database, setId: string): Promise<void> {
    await db.select({ id: classSets.id }).from(classSets).where(eq(classSets.id, setId)).for('update');
  }
}
