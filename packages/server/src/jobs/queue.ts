import PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import type { Transaction } from '../db/database.ts';
import type { JobPayload } from '../db/schema/jobPayloads.ts';

export type JobKind = JobPayload['kind'];
export const JOB_KINDS: readonly JobKind[] = ['reading', 'export', 'set', 'photo', 'assignment', 'recording'];

/** A job as the queue hands it out. */
export interface QueuedJob {
  readonly queueId: string;
  readonly kind: JobKind;
  readonly jobId: string;
}

/** Seconds after which a job whose worker has stopped renewing its lease goes to another worker. */
export const LEASE_SECONDS = 12;
/** Seconds between two looks for leases that have run out. */
const MAINTENANCE_SECONDS = 5;
const TRIES = 6;
const GIVEN_UP = 'given-up';
const CLEAN_UP = 'clean-up';
/** Workers listen here for jobs that came in and jobs that were cancelled. */
export const WORK_CHANNEL = 'aurelfield_work';
export const CANCEL_CHANNEL = 'aurelfield_cancel';

/**
 * The queue of jobs: pg-boss's, with its retries, its expiry as the lease, its dead letters and its schedule.
 */
export class Queue {
  readonly #boss: PgBoss;

  constructor(databaseUrl: string, log: Logger) {
    this.#boss = new PgBoss({
      connectionString: databaseUrl,
      max: 3,
      supervise: true,
      maintenanceIntervalSeconds: MAINTENANCE_SECONDS,
    });
    this.#boss.on('error', (error) => log.warn({ err: error }, 'job queue'));
  }

  async start(): Promise<void> {
    await this.#boss.start();
    await this.#boss.createQueue(GIVEN_UP);
    for (const kind of JOB_KINDS)
      await this.#boss.createQueue(kind, {
        name: kind,
        retryLimit: TRIES,
        retryDelay: 1,
        retryBackoff: true,
        expireInSeconds: LEASE_SECONDS,
        deadLetter: GIVEN_UP,
      });
  }

  async stop(): Promise<void> {
    await this.#boss.stop({ graceful: false, wait: true, timeout: 1000 });
  }

  /**
   * Puts a job into the queue as part of a transaction: workers see it when the transaction has come to its
   * end.
   */
  async send(tx: Transaction, kind: JobKind, jobId: string): Promise<string> {
    const queueId = await this.#boss.send(kind, { jobId }, { db: tx });
    if (queueId === null) throw new Error('The queue did not take the job.');
    await tx.executeSql('select pg_notify($1, $2)', [WORK_CHANNEL, kind]);
    return queueId;
  }

  /** The next job of a kind, if there is one; it is leased to who fetches it. */
  async fetch(kind: JobKind): Promise<QueuedJob | undefined> {
    const [job] = (await this.#boss.fetch<{ jobId: string }>(kind)) ?? [];
    return job && { queueId: job.id, kind, jobId: job.data.jobId };
  }

  /** Renews the lease. pg-boss counts it from the job's start. */
  async renew({ queueId, kind }: QueuedJob): Promise<void> {
    await this.#boss
      .getDb()
      .executeSql(
        `update pgboss.job set started_on = now() where name = $1 and id = $2 and state = 'active'`,
        [kind, queueId],
      );
  }

  /** The job has ended, however. */
  async complete({ queueId, kind }: QueuedJob, tx?: Transaction): Promise<void> {
    await this.#boss.complete(kind, queueId, {}, tx ? { db: tx } : {});
  }

  /** The job is to be tried again, by any worker. */
  async giveBack({ queueId, kind }: QueuedJob): Promise<void> {
    await this.#boss.fail(kind, queueId);
  }

  /** Tells of jobs that were tried too often. */
  async onGivenUp(notify: (jobId: string) => Promise<void>): Promise<void> {
    await this.#boss.work<{ jobId: string }>(GIVEN_UP, { pollingIntervalSeconds: 5 }, async ([job]) => {
      if (job) await notify(job.data.jobId);
    });
  }

  /** Has some upkeep done again and again, by one process at a time. @param cron when, e.g. "17 * * * *". */
  async schedule(cron: string, work: () => Promise<void>): Promise<void> {
    await this.#boss.createQueue(CLEAN_UP, {
      name: CLEAN_UP,
      policy: 'singleton',
      retryLimit: 0,
      expireInSeconds: 3600,
    });
    await this.#boss.work(CLEAN_UP, { pollingIntervalSeconds: 30 }, work);
    await this.#boss.schedule(CLEAN_UP, cron);
  }
}
