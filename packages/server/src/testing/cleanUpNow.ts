import type { CleanUpDeps } from '../feature.ts';
import { cleanUp } from '../maintenance/cleanUp.ts';
import type { TestServer } from './testServer.ts';

/**
 * Runs all clean-ups of a server.
 * @param more replaces what they use, e.g. a store that is two days older.
 */
export function cleanUpNow({ running }: TestServer, more: Partial<CleanUpDeps> = {}): Promise<void> {
  const { features, database, store, log } = running.context;
  return cleanUp(features, { db: database.db, store, log, schoolBytes: 1e12, ...more });
}
