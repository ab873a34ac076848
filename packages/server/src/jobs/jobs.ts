import type { Job } from '@aurelfield/api';
import { setTimeout as delay } from 'node:timers/promises';
import type { OpenDatabase, Transaction } from '../db/database.ts';
import { AppError } from '../appError.ts';
import { toJob, type JobRow, type JobRepository } from './jobRepository.ts';
import type { JobPayload, JobResult } from '../db/schema/jobPayloads.ts';
import { CANCEL_CHANNEL, type Queue } from './queue.ts';

/** What is to be done, for whom, and with what else it belongs together. */
export interface NewJob {
  readonly schoolId: string;
  readonly payload: JobPayload;
  readonly groupId?: string | undefined;
}

const POLL_MILLISECONDS = 120;

/** Files that a job made. */
export interface JobFiles {
  readonly fileName: string;
  readonly files: Extract<JobResult, { kind: 'files' }>['files'];
  readonly isArchive: boolean;
}

/** Long work, for those who want it done: begin it, look at it, cancel it, wherever it runs. */
export class Jobs {
  readonly #database: OpenDatabase;
  readonly #store: JobRepository;
  readonly #queue: Queue;

  constructor(database: OpenDatabase, store: JobRepository, queue: Queue) {
    this.#database = database;
    this.#store = store;
    this.#queue = queue;
  }

  /**
   * Stores a job and puts it into the queue, as part of the caller's transaction: all of it happens, or
   * nothing.
   */
  async enqueue(tx: Transaction, { schoolId, payload, groupId }: NewJob): Promise<JobRow> {
    const job = await this.#store.add(tx.db, { schoolId, payload, groupId });
    const queueId = await this.#queue.send(tx, payload.kind, job.id);
    await this.#store.setQueueId(tx.db, job.id, queueId);
    return { ...job, queueId };
  }

  /** The same in a transaction of its own. */
  begin(job: NewJob): Promise<JobRow> {
    return this.#database.transaction((tx) => this.enqueue(tx, job));
  }

  async get(schoolId: string, jobId: string): Promise<Job> {
    return toJob(await this.#store.get(schoolId, jobId));
  }

  /**
   * The files that a job made, and whether they are sent as an archive.
   * @throws AppError when it made none, or not yet.
   */
  async files(schoolId: string, jobId: string): Promise<JobFiles> {
    const { state, result } = await this.#store.get(schoolId, jobId);
    if (state === 'done' && result?.kind === 'file')
      return { fileName: result.fileName, files: [result], isArchive: false };
    if (state === 'done' && result?.kind === 'files') return { ...result, isArchive: true };
    throw new AppError('not-found', 'There is no such file.');
  }

  /** Cancels a job that has not ended. @throws AppError when the school has no such job. */
  async cancel(schoolId: string, jobId: string): Promise<void> {
    await this.#store.get(schoolId, jobId);
    await this.#cancel(schoolId, { jobId });
  }

  /** Cancels what has not ended of a group, in the school that has it. */
  cancelGroup(schoolId: string, groupId: string): Promise<void> {
    return this.#cancel(schoolId, { groupId });
  }

  /**
   * Has something done and waits for it.
   * @returns what it left behind; `undefined` when somebody cancelled it.
   * @throws AppError with the job's own words when it failed; the signal's reason when that aborts, and the
   * job is cancelled then.
   */
  async carryOut(schoolId: string, payload: JobPayload, signal: AbortSignal): Promise<JobResult | undefined> {
    const { id } = await this.begin({ schoolId, payload });
    try {
      for (;;) {
        const job = await this.#store.get(schoolId, id);
        if (job.state === 'done') return job.result ?? undefined;
        if (job.state === 'cancelled') return undefined;
        if (job.state === 'failed')
          throw new AppError(job.code ?? 'failed', job.error ?? 'It could not be done. Try again.');
        await delay(POLL_MILLISECONDS, undefined, { signal });
      }
    } catch (error) {
      if (!signal.aborted) throw error;
      await this.#cancel(schoolId, { jobId: id });
      throw signal.reason;
    }
  }

  async #cancel(
    schoolId: string,
    which: { readonly jobId: string } | { readonly groupId: string },
  ): Promise<void> {
    await this.#database.transaction(async (tx) => {
      for (const jobId of await this.#store.cancel(tx.db, schoolId, which))
        await tx.executeSql('select pg_notify($1, $2)', [CANCEL_CHANNEL, jobId]);
    });
  }
}
