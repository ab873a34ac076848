import { tmpdir } from 'node:os';
import path from 'node:path';
import type { TestProject } from 'vitest/node';
import { startPostgres } from './lib/postgres.mjs';

/** Vitest global set-up: a throw-away PostgreSQL for the tests of server and screens. */
export default async function setup(project: TestProject): Promise<() => void> {
  const cluster = await startPostgres(path.join(tmpdir(), `aurelfield-test-${process.pid}-${Date.now()}`), {
    throwaway: true,
  });
  project.provide('databaseUrl', cluster.url('postgres').replace(/\/postgres$/u, '/{database}'));
  return () => cluster.stop();
}
