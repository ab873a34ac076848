import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import * as schema from './schema.ts';

export type Database = NodePgDatabase<typeof schema>;

/** An open database: queries through Drizzle, the pool for those that need it bare. */
export interface OpenDatabase {
  readonly db: Database;
  readonly pool: pg.Pool;
  close(): Promise<void>;
}

/**
 * Connects and brings the tables up to date.
 * @param migrations folder with the generated migrations.
 */
export async function openDatabase(url: string, migrations: string): Promise<OpenDatabase> {
  const pool = new pg.Pool({ connectionString: url, max: 12 });
  // An idle connection that breaks (the database restarted) is replaced at the next query.
  pool.on('error', () => undefined);
  const db = drizzle(pool, { schema });
  try {
    await migrate(db, { migrationsFolder: migrations });
  } catch (error) {
    await pool.end();
    throw error;
  }
  return { db, pool, close: () => pool.end() };
}
