import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema/index.ts';

export type Database = NodePgDatabase<typeof schema>;

/** One transaction, through Drizzle and, for the queue, as bare SQL. */
export interface Transaction {
  readonly db: Database;
  /** As pg-boss wants to be handed a connection. */
  readonly executeSql: (text: string, values: unknown[]) => Promise<{ rows: unknown[] }>;
}

/** An open database: queries through Drizzle, the pool for those that need it bare. */
export interface OpenDatabase {
  readonly db: Database;
  readonly pool: pg.Pool;
  /** Does some work in one transaction: all of it, or nothing when it throws. */
  readonly transaction: <T>(
    run: (tx: Transaction) => Promise<T>,
    isolation?: 'repeatable read',
  ) => Promise<T>;
  readonly close: () => Promise<void>;
}

/** Connects. @param connections at most so many at once. */
export function openDatabase(url: string, connections: number): OpenDatabase {
  const pool = new pg.Pool({ connectionString: url, max: connections });
  // An idle connection that breaks (the database restarted) is replaced at the next query.
  pool.on('error', () => undefined);
  return {
    db: drizzle(pool, { schema }),
    pool,
    transaction: (run, isolation) => inTransaction(pool, run, isolation),
    close: () => pool.end(),
  };
}

async function inTransaction<T>(
  pool: pg.Pool,
  run: (tx: Transaction) => Promise<T>,
  isolation: string | undefined,
): Promise<T> {
  const client = await pool.connect();
  let broken: Error | undefined;
  // A connection that breaks between two queries has the next one fail; unheard, it would end the process.
  const onError = (error: Error) => {
    broken = error;
  };
  client.on('error', onError);
  try {
    await client.query(isolation === undefined ? 'begin' : `begin isolation level ${isolation}`);
    const result = await run({
      db: drizzle(client, { schema }),
      executeSql: (text, values) => client.query<Record<string, unknown>>(text, values),
    });
    await client.query('commit');
    return result;
  } catch (error) {
    await client.query('rollback').catch((failure: unknown) => {
      broken = failure instanceof Error ? failure : new Error(String(failure));
    });
    throw error;
  } finally {
    // A connection that could not even roll back is thrown away.
    client.off('error', onError);
    client.release(broken);
  }
}
