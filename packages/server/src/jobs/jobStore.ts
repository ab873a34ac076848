import type { Job } from '@aurelfield/api';
import { and, desc, eq, inArray } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { jobs } from '../db/schema.ts';
import { notFound } from '../http/problem.ts';

export type JobRow = typeof jobs.$inferSelect;
export type NewJob = typeof jobs.$inferInsert;

const UNFINISHED = ['waiting', 'running'] as const;

/** Jobs as they are seen and kept: all their SQL. */
export class JobStore {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  async add(values: NewJob): Promise<JobRow> {
    const [row] = await this.#db.insert(jobs).values(values).returning();
    if (!row) throw new Error('The job was not stored.');
    return row;
  }

  /** @throws HttpProblem 404 when the school has no such job. */
  async get(schoolId: string, jobId: string): Promise<JobRow> {
    const [row] = await this.#db
      .select()
      .from(jobs)
      .where(and(eq(jobs.id, jobId), eq(jobs.schoolId, schoolId)));
    if (!row) throw notFound('This job');
    return row;
  }

  /** The newest job of a kind for a reading. */
  async latest(readingId: string, kind: JobRow['kind'], format?: string): Promise<JobRow | undefined> {
    const [row] = await this.#db
      .select()
      .from(jobs)
      .where(
        and(
          eq(jobs.readingId, readingId),
          eq(jobs.kind, kind),
          format === undefined ? undefined : eq(jobs.format, format),
        ),
      )
      .orderBy(desc(jobs.createdAt))
      .limit(1);
    return row;
  }

  /** Jobs that a stopped server left. */
  async unfinished(): Promise<JobRow[]> {
    return this.#db
      .select()
      .from(jobs)
      .where(inArray(jobs.state, [...UNFINISHED]));
  }

  /** Takes a job up, unless it was cancelled or done meanwhile. */
  async begin(jobId: string): Promise<JobRow | undefined> {
    const [row] = await this.#db
      .update(jobs)
      .set({ state: 'running', updatedAt: new Date() })
      .where(and(eq(jobs.id, jobId), inArray(jobs.state, [...UNFINISHED])))
      .returning();
    return row;
  }

  async progress(jobId: string, done: number, total: number): Promise<void> {
    await this.#db.update(jobs).set({ done, total, updatedAt: new Date() }).where(eq(jobs.id, jobId));
  }

  /** Ends a job that has not ended; returns whether it did. */
  async end(
    jobId: string,
    values: Pick<JobRow, 'state'> & Partial<Pick<JobRow, 'error' | 'file' | 'fileName'>>,
  ): Promise<boolean> {
    const ended = await this.#db
      .update(jobs)
      .set({ ...values, updatedAt: new Date() })
      .where(and(eq(jobs.id, jobId), inArray(jobs.state, [...UNFINISHED])))
      .returning({ id: jobs.id });
    return ended.length > 0;
  }
}

/** The job as the screens get it; where its file lies stays here. */
export function toJob(row: JobRow): Job {
  return {
    id: row.id,
    kind: row.kind,
    state: row.state,
    done: row.done,
    total: row.total,
    error: row.error,
    file: row.state === 'done' && row.file !== null ? `/api/jobs/${row.id}/file` : null,
    fileName: row.fileName,
  };
}
