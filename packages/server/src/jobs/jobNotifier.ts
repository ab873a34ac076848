import pg from 'pg';
import { setTimeout as delay } from 'node:timers/promises';
import { CANCEL_CHANNEL, WORK_CHANNEL, type JobKind } from './queue.ts';

/** Milliseconds between attempts at a connection that broke. */
const RETRY = 1000;

/**
 * Learns of new and cancelled jobs from the database at once, without polling. Reconnects when the connection
 * breaks.
 */
export class JobNotifier {
  readonly #databaseUrl: string;
  readonly #onCancel: (jobId: string) => void;
  readonly #retry: number;
  readonly #waiting = new Map<JobKind, { promise: Promise<void>; ring: () => void }>();
  #client: pg.Client | undefined;
  #stopped = false;

  /** @param retry milliseconds between attempts at a connection that broke; a second by default. */
  constructor(databaseUrl: string, onCancel: (jobId: string) => void, retry = RETRY) {
    this.#databaseUrl = databaseUrl;
    this.#onCancel = onCancel;
    this.#retry = retry;
  }

  /** @throws when the database does not answer. Later it reconnects, once a second. */
  async start(): Promise<void> {
    const client = new pg.Client({ connectionString: this.#databaseUrl });
    client.on('notification', ({ channel, payload = '' }) => {
      if (channel === CANCEL_CHANNEL) this.#onCancel(payload);
      else this.#ring(payload as JobKind);
    });
    // A first connection that failed is the caller's business: if this reconnected too, each failure would
    // start two more attempts.
    let stands = false;
    const over = () => {
      if (!stands) return;
      stands = false;
      void this.#again(client);
    };
    client.on('error', over);
    client.on('end', over);
    try {
      await client.connect();
      await client.query(`listen ${WORK_CHANNEL}`);
      await client.query(`listen ${CANCEL_CHANNEL}`);
    } catch (error) {
      void client.end().catch(() => undefined);
      throw error;
    }
    stands = true;
    this.#client = client;
    if (this.#stopped) await client.end();
  }

  async stop(): Promise<void> {
    this.#stopped = true;
    await this.#client?.end().catch(() => undefined);
  }

  /**
   * Resolves when the next job of a kind comes in. Asked for before looking into the queue, it misses none.
   */
  next(kind: JobKind): Promise<void> {
    let waiting = this.#waiting.get(kind);
    if (!waiting) {
      let ring = (): void => undefined;
      const promise = new Promise<void>((resolve) => (ring = resolve));
      waiting = { promise, ring };
      this.#waiting.set(kind, waiting);
    }
    return waiting.promise;
  }

  #ring(kind: JobKind): void {
    const waiting = this.#waiting.get(kind);
    this.#waiting.delete(kind);
    waiting?.ring();
  }

  async #again(broken: pg.Client): Promise<void> {
    await broken.end().catch(() => undefined);
    while (!this.#stopped) {
      await delay(this.#retry);
      if (this.#stopped) return;
      try {
        await this.start();
        return;
      } catch {
        // Jobs are found by asking meanwhile.
      }
    }
  }
}
