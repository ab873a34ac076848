import pg from 'pg';

/** Numbers of locks of the whole installation. */
export const LOCKS = { tables: 846_210_801, demo: 846_210_802 } as const;

/**
 * Does some work while no other process does any under the same lock; it waits until it has it. The
 * connection is the lock's own, and the lock goes with it.
 */
export async function underLock<T>(
  url: string,
  lock: number,
  run: (client: pg.Client) => Promise<T>,
): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  // A connection that breaks has the next query fail; unheard, it would end the process.
  client.on('error', () => undefined);
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [lock]);
    return await run(client);
  } finally {
    await client.end();
  }
}
