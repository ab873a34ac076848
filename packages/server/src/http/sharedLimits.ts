import { eq, lt, sql } from 'drizzle-orm';
import type { ClientRateLimitInfo, Options, Store } from 'express-rate-limit';
import { createHmac } from 'node:crypto';
import type { Database } from '../db/database.ts';
import { rateLimits } from '../db/schema/index.ts';

/** Counts in the database, so that all serving processes share them. */
export class SharedLimits {
  readonly #db: Database;
  readonly #secret: string;

  /** @param secret keys the hashes: addresses of visitors are personal data and are not stored. */
  constructor(db: Database, secret: string) {
    this.#db = db;
    this.#secret = secret;
  }

  /**
   * Adds to a count. A window starts with its first count.
   * @param windowMs length of the window in milliseconds.
   * @returns the count in the current window, this one included.
   */
  async add(key: string, windowMs: number, by = 1): Promise<ClientRateLimitInfo> {
    const until = sql`now() + make_interval(secs => ${windowMs / 1000})`;
    const isOver = sql`${rateLimits.until} <= now()`;
    const [row] = await this.#db
      .insert(rateLimits)
      .values({ key: this.#hash(key), count: by, until })
      .onConflictDoUpdate({
        target: rateLimits.key,
        set: {
          count: sql`case when ${isOver} then ${by} else greatest(0, ${rateLimits.count} + ${by}) end`,
          until: sql`case when ${isOver} then ${until} else ${rateLimits.until} end`,
        },
      })
      .returning();
    return { totalHits: row?.count ?? by, resetTime: row?.until };
  }

  /** The count in the current window; 0 where there is none. */
  async count(key: string): Promise<number> {
    const [row] = await this.#db
      .select()
      .from(rateLimits)
      .where(eq(rateLimits.key, this.#hash(key)));
    return row && row.until.getTime() > Date.now() ? row.count : 0;
  }

  async reset(key: string): Promise<void> {
    await this.#db.delete(rateLimits).where(eq(rateLimits.key, this.#hash(key)));
  }

  /** A store for `express-rate-limit`. @param name tells the counts of one limiter from another's. */
  store(name: string): Store {
    let windowMs = 60_000;
    return {
      init: (options: Options) => {
        windowMs = options.windowMs;
      },
      get: async (key) => ({ totalHits: await this.count(`${name} ${key}`), resetTime: undefined }),
      increment: (key) => this.add(`${name} ${key}`, windowMs),
      decrement: async (key) => {
        await this.add(`${name} ${key}`, windowMs, -1);
      },
      resetKey: (key) => this.reset(`${name} ${key}`),
    };
  }

  /** Deletes counts whose window is over. */
  async cleanUp(): Promise<void> {
    await this.#db.delete(rateLimits).where(lt(rateLimits.until, new Date()));
  }

  #hash(key: string): string {
    return createHmac('sha256', this.#secret).update(`limit\n${key}`).digest('base64url');
  }
}
