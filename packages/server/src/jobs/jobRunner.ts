import type { Logger } from 'pino';
import PgBoss from 'pg-boss';
import { HttpProblem } from '../http/problem.ts';
import type { JobRow, JobStore, NewJob } from './jobStore.ts';

/** What a job's work is given. */
export interface JobContext {
  /** Fires when the job is cancelled or the server stops. */
  readonly signal: AbortSignal;
  readonly progress: (done: number, total: number) => Promise<void>;
}

/** What a finished job leaves behind. */
export type JobResult = { readonly file: string; readonly fileName: string } | undefined;
export type JobHandler = (job: JobRow, context: JobContext) => Promise<JobResult>;

class Cancelled extends Error {}
class Stopping extends Error {}

const QUEUES: Readonly<Record<JobRow['kind'], { name: string; lanes: number }>> = {
  make: { name: 'make-reading', lanes: 2 },
  export: { name: 'export-reading', lanes: 2 },
};
const PROGRESS_MILLISECONDS = 250;

/**
 * Carries jobs out through pg-boss. A job that was under way when the server stopped, however it stopped, is taken up again at the next start; all work is
 * such that doing it twice does no harm.
 */
export class JobRunner {
  readonly #boss: PgBoss;
  readonly #store: JobStore;
  readonly #handlers: Readonly<Record<JobRow['kind'], JobHandler>>;
  readonly #log: Logger;
  readonly #running = new Map<string, AbortController>();
  readonly #lanes = new Map<string, string[]>();

  constructor(
    databaseUrl: string,
    store: JobStore,
    handlers: Readonly<Record<JobRow['kind'], JobHandler>>,
    log: Logger,
  ) {
    this.#boss = new PgBoss({ connectionString: databaseUrl, max: 4, supervise: true });
    this.#boss.on('error', (error) => log.error({ err: error }, 'job queue'));
    this.#store = store;
    this.#handlers = handlers;
    this.#log = log;
  }

  /** Starts the queue and takes up what an earlier run left. */
  async start(): Promise<void> {
    await this.#boss.start();
    for (const { name, lanes } of Object.values(QUEUES)) {
      await this.#boss.createQueue(name);
      await this.#boss.purgeQueue(name);
      const ids: string[] = [];
      for (let lane = 0; lane < lanes; lane++) {
        ids.push(
          await this.#boss.work<{ jobId: string }>(
            name,
            { batchSize: 1, pollingIntervalSeconds: 1 },
            async ([job]) => {
              if (job) await this.#run(job.data.jobId);
            },
          ),
        );
      }
      this.#lanes.set(name, ids);
    }
    for (const job of await this.#store.unfinished()) await this.#send(job);
  }

  /** Lets go of running jobs; they stay unfinished and are taken up at the next start. */
  async stop(): Promise<void> {
    for (const controller of this.#running.values()) controller.abort(new Stopping());
    await this.#boss.stop({ graceful: true, timeout: 5000, wait: true });
  }

  /** Stores a job and hands it to the queue. */
  async enqueue(values: NewJob): Promise<JobRow> {
    const job = await this.#store.add(values);
    await this.#send(job);
    return job;
  }

  /** Cancels a job that has not ended. */
  async cancel(schoolId: string, jobId: string): Promise<void> {
    const job = await this.#store.get(schoolId, jobId);
    await this.#store.end(job.id, { state: 'cancelled' });
    this.#running.get(job.id)?.abort(new Cancelled());
  }

  async #send(job: JobRow): Promise<void> {
    const { name } = QUEUES[job.kind];
    await this.#boss.send(name, { jobId: job.id }, { retryLimit: 0, expireInHours: 23 });
    for (const lane of this.#lanes.get(name) ?? []) this.#boss.notifyWorker(lane);
  }

  async #run(jobId: string): Promise<void> {
    const job = await this.#store.begin(jobId);
    if (job === undefined || this.#running.has(jobId)) return;
    const controller = new AbortController();
    this.#running.set(jobId, controller);
    try {
      const result = await this.#handlers[job.kind](job, {
        signal: controller.signal,
        progress: this.#throttled(jobId),
      });
      controller.signal.throwIfAborted();
      await this.#store.end(jobId, { state: 'done', ...result });
    } catch (error) {
      if (controller.signal.reason instanceof Stopping || controller.signal.reason instanceof Cancelled)
        return;
      this.#log.error({ err: error, jobId }, 'job failed');
      const message =
        error instanceof HttpProblem || (error instanceof Error && error.name === 'SpeechError')
          ? error.message
          : 'It could not be finished. Try again.';
      await this.#store.end(jobId, { state: 'failed', error: message });
    } finally {
      this.#running.delete(jobId);
    }
  }

  #throttled(jobId: string): JobContext['progress'] {
    let last = 0;
    return async (done, total) => {
      const now = performance.now();
      if (done < total && now - last < PROGRESS_MILLISECONDS) return;
      last = now;
      await this.#store.progress(jobId, done, total);
    };
  }
}
