import type { Job } from '@aurelfield/api';
import { and, desc, eq, inArray, lt, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { jobGroups, jobs } from '../db/schema/index.ts';
import { notFound } from '../appError.ts';
import type { JobPayload, JobResult } from '../db/schema/jobPayloads.ts';

export type JobRow = typeof jobs.$inferSelect;

const UNFINISHED = ['waiting', 'running'] as const;

/** How a job ends. */
export type JobEnd =
  | { readonly state: 'done'; readonly result: JobResult | undefined }
  | { readonly state: 'failed'; readonly code: string; readonly error: string };

/**
 * Jobs as they are seen and kept: all their SQL. The functions that take a connection can be part of a
 * caller's transaction.
 */
export class JobRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  async add(
    db: Database,
    values: { schoolId: string; payload: JobPayload; groupId: string | undefined },
  ): Promise<JobRow> {
    const { schoolId, payload, groupId } = values;
    const [row] = await db
      .insert(jobs)
      .values({
        schoolId,
        payload,
        kind: payload.kind,
        groupId: groupId ?? null,
        readingId: readingOf(payload),
      })
      .returning();
    if (!row) throw new Error('The job was not stored.');
    return row;
  }

  async addGroup(db: Database, schoolId: string): Promise<string> {
    const [row] = await db.insert(jobGroups).values({ schoolId }).returning({ id: jobGroups.id });
    if (!row) throw new Error('The group of jobs was not stored.');
    return row.id;
  }

  /** Notes which job of the queue carries it. */
  async setQueueId(db: Database, jobId: string, queueId: string): Promise<void> {
    await db.update(jobs).set({ queueId }).where(eq(jobs.id, jobId));
  }

  /** @throws AppError when the school has no such job. */
  async get(schoolId: string, jobId: string): Promise<JobRow> {
    const [row] = await this.#db
      .select()
      .from(jobs)
      .where(and(eq(jobs.id, jobId), eq(jobs.schoolId, schoolId)));
    if (!row) throw notFound('This job');
    return row;
  }

  /** The newest job of a kind for a reading. */
  async latest(readingId: string, kind: JobPayload['kind']): Promise<JobRow | undefined> {
    const [row] = await this.#db
      .select()
      .from(jobs)
      .where(and(eq(jobs.readingId, readingId), eq(jobs.kind, kind)))
      .orderBy(desc(jobs.createdAt))
      .limit(1);
    return row;
  }

  /** The newest job that is to do the very same. */
  async latestLike(schoolId: string, payload: JobPayload): Promise<JobRow | undefined> {
    const [row] = await this.#db
      .select()
      .from(jobs)
      .where(
        and(
          eq(jobs.schoolId, schoolId),
          eq(jobs.kind, payload.kind),
          readingOf(payload) === null ? undefined : eq(jobs.readingId, readingOf(payload) ?? ''),
          sql`${jobs.payload} = ${JSON.stringify(payload)}::jsonb`,
        ),
      )
      .orderBy(desc(jobs.createdAt))
      .limit(1);
    return row;
  }

  /** Assigns a job to a worker, even if another worker had it; `undefined` when it has ended. */
  async begin(jobId: string, worker: string): Promise<JobRow | undefined> {
    const [row] = await this.#db
      .update(jobs)
      .set({ state: 'running', worker, updatedAt: new Date() })
      .where(and(eq(jobs.id, jobId), inArray(jobs.state, [...UNFINISHED])))
      .returning();
    return row;
  }

  /**
   * Notes that a worker is still at it, and how far it is.
   * @returns whether the job is still this worker's to do: neither cancelled nor taken up by another one.
   */
  async renew(jobId: string, worker: string, progress?: { done: number; total: number }): Promise<boolean> {
    const rows = await this.#db
      .update(jobs)
      .set({ ...progress, updatedAt: new Date() })
      .where(and(eq(jobs.id, jobId), eq(jobs.worker, worker), eq(jobs.state, 'running')))
      .returning({ id: jobs.id });
    return rows.length > 0;
  }

  async stateOf(jobId: string): Promise<JobRow['state'] | undefined> {
    const [row] = await this.#db.select({ state: jobs.state }).from(jobs).where(eq(jobs.id, jobId));
    return row?.state;
  }

  /** Ends a job that is still this worker's. @returns whether it was. */
  async end(db: Database, jobId: string, worker: string, end: JobEnd): Promise<boolean> {
    const rows = await db
      .update(jobs)
      .set({ ...end, updatedAt: new Date() })
      .where(and(eq(jobs.id, jobId), eq(jobs.worker, worker), eq(jobs.state, 'running')))
      .returning({ id: jobs.id });
    return rows.length > 0;
  }

  /** Ends a job that was tried too often. */
  async giveUp(jobId: string, error: string): Promise<void> {
    await this.#db
      .update(jobs)
      .set({ state: 'failed', error, updatedAt: new Date() })
      .where(and(eq(jobs.id, jobId), inArray(jobs.state, [...UNFINISHED])));
  }

  /** Puts a job back that its worker had to leave. */
  async leave(jobId: string, worker: string): Promise<void> {
    await this.#db
      .update(jobs)
      .set({ state: 'waiting', worker: null })
      .where(and(eq(jobs.id, jobId), eq(jobs.worker, worker), eq(jobs.state, 'running')));
  }

  /** Cancels jobs that have not ended. @returns those that were cancelled. */
  async cancel(
    db: Database,
    schoolId: string,
    which: { readonly jobId: string } | { readonly groupId: string },
  ): Promise<string[]> {
    const rows = await db
      .update(jobs)
      .set({ state: 'cancelled', updatedAt: new Date() })
      .where(
        and(
          eq(jobs.schoolId, schoolId),
          'jobId' in which ? eq(jobs.id, which.jobId) : eq(jobs.groupId, which.groupId),
          inArray(jobs.state, [...UNFINISHED]),
        ),
      )
      .returning({ id: jobs.id });
    return rows.map(({ id }) => id);
  }

  /** Forgets jobs that ended before a moment, and groups of which none is left. */
  async forgetEndedBefore(moment: Date): Promise<void> {
    await this.#db
      .delete(jobs)
      .where(and(inArray(jobs.state, ['done', 'failed', 'cancelled']), lt(jobs.updatedAt, moment)));
    await this.#db
      .delete(jobGroups)
      .where(
        and(
          lt(jobGroups.createdAt, moment),
          sql`not exists (select 1 from ${jobs} where ${jobs.groupId} = ${jobGroups.id})`,
        ),
      );
  }
}

/** The reading that a job is for, the first of several. */
function readingOf(payload: JobPayload): string | null {
  if ('readingId' in payload) return payload.readingId;
  return 'readingIds' in payload ? (payload.readingIds[0] ?? null) : null;
}

/** The job as the screens get it; where its file lies stays here. */
export function toJob(row: JobRow): Job {
  const file =
    row.state === 'done' && (row.result?.kind === 'file' || row.result?.kind === 'files')
      ? row.result
      : undefined;
  return {
    id: row.id,
    kind: row.kind,
    state: row.state,
    done: row.done,
    total: row.total,
    error: row.error,
    file: file ? `/api/jobs/${row.id}/file` : null,
    fileName: file?.fileName ?? null,
  };
}
