import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { TestProject } from 'vitest/node';
import { startPostgres } from './lib/postgres.mjs';

declare module 'vitest' {
  interface ProvidedContext {
    /** Address of the test cluster with `{database}` for the name; the database `postgres` is always there. */
    databaseUrl: string;
  }
}

/** Vitest global set-up: a throw-away PostgreSQL for the tests of server and screens. */
export default async function setup(project: TestProject): Promise<() => void> {
  const cluster = await startPostgres(mkdtempSync(path.join(tmpdir(), 'aurelfield-test-')), { throwaway: true });
  project.provide('databaseUrl', cluster.url('postgres').replace(/\/postgres$/u, '/{database}'));
  return () => cluster.stop();
}
