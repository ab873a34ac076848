import { SpeechError } from '@aurelfield/voices';
import { randomUUID } from 'node:crypto';
import { setMaxListeners } from 'node:events';
import { hostname } from 'node:os';
import { setTimeout as delay } from 'node:timers/promises';
import type { Logger } from 'pino';
import type { OpenDatabase } from '../db/database.ts';
import { AppError } from '../appError.ts';
import { JobNotifier } from './jobNotifier.ts';
import type { JobRow, JobRepository } from './jobRepository.ts';
import {
  jobPayloadSchema,
  type JobPayload,
  type JobResult,
  type PayloadOf,
} from '../db/schema/jobPayloads.ts';
import { JOB_KINDS, LEASE_SECONDS, type JobKind, type Queue, type QueuedJob } from './queue.ts';

/** What a job's work is given. */
export interface JobContext {
  /** Fires when the job is cancelled, was taken up by another worker, or this one stops. */
  readonly signal: AbortSignal;
  readonly progress: (done: number, total: number) => Promise<void>;
}

/** How jobs of a kind are carried out. All work is such that doing it twice does no harm. */
export type JobHandler<K extends JobKind> = (
  job: Pick<JobRow, 'id' | 'schoolId' | 'groupId'> & { readonly payload: PayloadOf<K> },
  context: JobContext,
) => Promise<JobResult | undefined>;

export type JobHandlers = { readonly [K in JobKind]: JobHandler<K> };

export interface WorkerOptions {
  readonly databaseUrl: string;
  /** Jobs of each kind that are under way at the same time. */
  readonly concurrency: number;
}

/** Somebody cancelled the job. */
class Cancelled extends Error {}
/** Another worker has taken it up. */
class Lost extends Error {}
/** This worker is stopping. */
class Stopping extends Error {}

const PROGRESS_MILLISECONDS = 250;
const RENEW_MILLISECONDS = (LEASE_SECONDS * 1000) / 4;
/** New jobs are notified; the queue is asked as well, in case a notification was lost. */
const POLL_MILLISECONDS = 2000;
const TROUBLE_MILLISECONDS = 1000;

/**
 * Carries jobs out, as one of any number of workers. It holds each job by a lease that it renews; when it
 * dies, however that comes about, its jobs are handed out again. The two records of a job, the
 * teacher's and the queue's, end in one transaction.
 */
export class JobWorker {
  /** Its name, which no other worker has. */
  readonly name = `${hostname()}-${process.pid}-${randomUUID().slice(0, 8)}`;
  readonly #database: OpenDatabase;
  readonly #store: JobRepository;
  readonly #queue: Queue;
  readonly #handlers: JobHandlers;
  readonly #concurrency: number;
  readonly #log: Logger;
  readonly #notifier: JobNotifier;
  readonly #stopping = new AbortController();
  readonly #running = new Map<string, AbortController>();
  #loops: Promise<void>[] = [];

  constructor(
    deps: { database: OpenDatabase; store: JobRepository; queue: Queue; handlers: JobHandlers; log: Logger },
    { databaseUrl, concurrency }: WorkerOptions,
  ) {
    this.#database = deps.database;
    this.#store = deps.store;
    this.#queue = deps.queue;
    this.#handlers = deps.handlers;
    this.#log = deps.log;
    this.#concurrency = concurrency;
    // Every loop listens, and each of them twice.
    setMaxListeners(0, this.#stopping.signal);
    this.#notifier = new JobNotifier(databaseUrl, (jobId) =>
      this.#running.get(jobId)?.abort(new Cancelled()),
    );
  }

  /** Begins to take jobs. */
  async start(): Promise<void> {
    await this.#notifier.start();
    await this.#queue.onGivenUp((jobId) =>
      this.#store.giveUp(jobId, 'It could not be finished, although it was tried several times. Try again.'),
    );
    this.#loops = JOB_KINDS.flatMap((kind) =>
      Array.from({ length: this.#concurrency }, () => this.#loop(kind)),
    );
  }

  /** Lets go of its jobs, which other workers take up, and ends. */
  async stop(): Promise<void> {
    this.#stopping.abort(new Stopping());
    for (const controller of this.#running.values()) controller.abort(new Stopping());
    await Promise.all(this.#loops);
    await this.#notifier.stop();
  }

  async #loop(kind: JobKind): Promise<void> {
    const { signal } = this.#stopping;
    while (!signal.aborted) {
      try {
        const ring = this.#notifier.next(kind);
        const job = await this.#queue.fetch(kind);
        if (job) await this.#carry(job);
        else await Promise.race([ring, delay(POLL_MILLISECONDS, undefined, { signal })]);
      } catch (error) {
        if (signal.aborted) return;
        this.#log.warn({ err: error, kind }, 'the queue is out of reach');
        await delay(TROUBLE_MILLISECONDS, undefined, { signal }).catch(() => undefined);
      }
    }
  }

  async #carry(queued: QueuedJob): Promise<void> {
    const job = await this.#store.begin(queued.jobId, this.name);
    if (!job) {
      await this.#queue.complete(queued);
      return;
    }
    const controller = new AbortController();
    // Every sentence that is being made listens.
    setMaxListeners(0, controller.signal);
    this.#running.set(job.id, controller);
    const lease = setInterval(() => void this.#renew(queued, controller), RENEW_MILLISECONDS);
    try {
      if (this.#stopping.signal.aborted) throw new Stopping();
      const result = await this.#run(job, controller);
      controller.signal.throwIfAborted();
      await this.#database.transaction(async (tx) => {
        if (await this.#store.end(tx.db, job.id, this.name, { state: 'done', result }))
          await this.#queue.complete(queued, tx);
      });
    } catch (error) {
      await this.#settle(queued, controller.signal.aborted ? controller.signal.reason : error);
    } finally {
      clearInterval(lease);
      this.#running.delete(job.id);
    }
  }

  async #run(job: JobRow, controller: AbortController): Promise<JobResult | undefined> {
    const payload = jobPayloadSchema.parse(job.payload);
    const context = { signal: controller.signal, progress: this.#progressOf(job.id, controller) };
    return this.#handlerOf(payload)({ ...job, payload }, context);
  }

  /** The work for a payload; the two are of one kind, which the types cannot see of a union. */
  #handlerOf(payload: JobPayload): JobHandler<JobKind> {
    return this.#handlers[payload.kind] as JobHandler<JobKind>;
  }

  /** Ends or gives back a job that did not come to its end. */
  async #settle(queued: QueuedJob, reason: unknown): Promise<void> {
    if (reason instanceof Lost) return;
    if (reason instanceof Cancelled) {
      await this.#queue.complete(queued);
      return;
    }
    const isForPeople =
      reason instanceof AppError || (reason instanceof SpeechError && reason.kind !== 'stopped');
    if (isForPeople) {
      await this.#database.transaction(async (tx) => {
        const code = reason instanceof AppError ? reason.code : 'speech';
        const end = { state: 'failed', code, error: reason.message } as const;
        if (await this.#store.end(tx.db, queued.jobId, this.name, end))
          await this.#queue.complete(queued, tx);
      });
      return;
    }
    if (!(reason instanceof Stopping)) this.#log.error({ err: reason, jobId: queued.jobId }, 'job broke off');
    await this.#store.leave(queued.jobId, this.name);
    await this.#queue.giveBack(queued);
  }

  async #renew(queued: QueuedJob, controller: AbortController): Promise<void> {
    try {
      if (await this.#store.renew(queued.jobId, this.name)) await this.#queue.renew(queued);
      else await this.#lose(queued.jobId, controller);
    } catch (error) {
      // Whether the lease could be renewed is seen the next time; if it runs out, another worker takes the
      // job up.
      this.#log.warn({ err: error, jobId: queued.jobId }, 'the lease could not be renewed');
    }
  }

  #progressOf(jobId: string, controller: AbortController): JobContext['progress'] {
    let last = 0;
    return async (done, total) => {
      const now = performance.now();
      if (done < total && now - last < PROGRESS_MILLISECONDS) return;
      last = now;
      if (!(await this.#store.renew(jobId, this.name, { done, total }))) await this.#lose(jobId, controller);
    };
  }

  /** The job is not this worker's any more: it was cancelled, or another one has it. */
  async #lose(jobId: string, controller: AbortController): Promise<void> {
    const state = await this.#store.stateOf(jobId);
    controller.abort(state === 'cancelled' ? new Cancelled() : new Lost());
  }
}
