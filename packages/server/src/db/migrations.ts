import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { carryOver } from './carryOver.ts';
import { LOCKS, underLock } from './lock.ts';
import * as schema from './schema/index.ts';

/**
 * Brings the tables up to date and carries over what an earlier release kept another way. Processes that start at the same time wait for each other.
 * @param folder with the generated migrations.
 */
export function bringUpToDate(url: string, folder: string): Promise<void> {
  return underLock(url, LOCKS.tables, async (client) => {
    const db = drizzle(client, { schema });
    await migrate(db, { migrationsFolder: folder });
    await carryOver(client, db);
  });
}
