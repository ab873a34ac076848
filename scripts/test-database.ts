import { tmpdir } from 'node:os';
import path from 'node:path';
import type { TestProject } from 'vitest/node';
import { makeTemplates } from '../packages/server/src/testing/templates.ts';
import { bundleServer } from './lib/bundle.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { ROOT } from './lib/prepare.mjs';

/** Vitest global set-up: a throw-away PostgreSQL for the tests of server and screens, with databases to copy from; and the server's threads and child processes as JavaScript, which start faster than their sources. */
export default async function setup(project: TestProject): Promise<() => void> {
  const cluster = await startPostgres(path.join(tmpdir(), `aurelfield-test-${process.pid}-${Date.now()}`), {
    throwaway: true,
  });
  const url = cluster.url('postgres').replace(/\/postgres$/u, '/{database}');
  await makeTemplates(url);
  project.provide('databaseUrl', url);
  const threads = path.join(ROOT, 'node_modules/.cache/aurelfield-threads');
  await bundleServer(threads);
  project.provide('threads', threads);
  return () => cluster.stop();
}
