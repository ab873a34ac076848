import { tmpdir } from 'node:os';
import path from 'node:path';
import type { TestProject } from 'vitest/node';
import { makeTemplates } from '../packages/server/src/testing/templates.ts';
import { THREADS } from './lib/builtThreads.mjs';
import { startPostgres } from './lib/postgres.mjs';

interface Shared {
  readonly url: string;
  readonly stop: () => void;
}

declare global {
  /** What the first project started, and how many use it. Vitest loads this file once for each project, so it is global. */
  var aurelfieldTests: { started: Promise<Shared>; users: number } | undefined;
}

/** Vitest global set-up: one throw-away PostgreSQL for the whole run, with databases to copy from. */
export default async function setup(project: TestProject): Promise<() => void> {
  const tests = (globalThis.aurelfieldTests ??= { started: start(), users: 0 });
  tests.users += 1;
  const { url, stop } = await tests.started;
  project.provide('databaseUrl', url);
  project.provide('threads', THREADS);
  return () => {
    tests.users -= 1;
    if (tests.users === 0) stop();
  };
}

async function start(): Promise<Shared> {
  const folder = path.join(tmpdir(), `aurelfield-test-${process.pid}-${Date.now()}`);
  const cluster = await startPostgres(folder, { throwaway: true });
  const url = cluster.url('postgres').replace(/\/postgres$/u, '/{database}');
  await makeTemplates(url);
  return { url, stop: () => cluster.stop() };
}
