import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { LOCKS, underLock } from './lock.ts';

/**
 * Brings the tables up to date. Processes that start at the same time wait for each other.
 * @param folder with the generated migrations.
 */
export function migrateDatabase(url: string, folder: string): Promise<void> {
  return underLock(url, LOCKS.tables, (client) => migrate(drizzle(client), { migrationsFolder: folder }));
}
