import { fork, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { DEMO_SIGN_IN } from '../../packages/server/src/demo/people.ts';
import { startPostgres } from '../lib/postgres.mjs';
import { ROOT } from '../lib/prepare.mjs';
import { serverEnvironment } from '../lib/serverEnvironment.mjs';
import { Client } from './client.ts';

/** The built application on a database and store of its own, as processes of their own. */
export interface BenchApp {
  readonly origin: string;
  readonly client: Client;
  /** Clips that were ever made. */
  clips(): Promise<number>;
  /** The most memory that the first process had so far, in bytes. */
  readonly memory: () => number;
  /** Starts another worker; it stops with the app, or before. */
  startWorker(): Promise<() => Promise<void>>;
  stop(): Promise<void>;
}

/** @param role what the first process does. */
export async function startBenchApp(role: 'all' | 'serve' = 'all'): Promise<BenchApp> {
  const cluster = await startPostgres(path.join(tmpdir(), `aurelfield-bench-${process.pid}-${Date.now()}`), {
    throwaway: true,
  });
  const databaseUrl = cluster.url('bench');
  const dataFolder = mkdtempSync(path.join(tmpdir(), 'aurelfield-bench-data-'));
  let workers = 0;
  const start = async (as: 'all' | 'serve' | 'work') => {
    const environment = serverEnvironment({ databaseUrl, dataFolder, port: 0, role: as });
    // A worker is held to one processor, as if it were a machine with one: one and two of them can be told
    // apart.
    const onOne =
      as === 'work'
        ? {
            execPath: 'taskset',
            execArgv: ['-c', String(workers++ % availableParallelism()), process.execPath],
          }
        : {};
    const child = fork(path.join(ROOT, 'dist/server/main.js'), {
      ...onOne,
      env: {
        ...(as === 'work' ? { AUREL_VOICE_THREADS: '1' } : {}),
        ...process.env,
        ...environment,
        AUREL_DEMO_PHOTO: 'no',
        AUREL_SIMULATED_SERVICES: 'no',
        AUREL_LOG: 'error',
      },
    });
    const { port } = await new Promise<{ port: number }>((resolve, reject) => {
      child.once('message', (message) => resolve(message as { port: number }));
      child.once('exit', (status) => reject(new Error(`The server ended with ${status}.`)));
    });
    return { child, port };
  };
  const first = await start(role);
  const running = new Set<ChildProcess>([first.child]);
  const database = new pg.Client({ connectionString: databaseUrl });
  await database.connect();
  const client = new Client(`http://127.0.0.1:${first.port}`);
  await client.signIn(DEMO_SIGN_IN);
  // What is warmed up after the start is warm.
  await new Promise((resolve) => setTimeout(resolve, 5000));
  return {
    origin: `http://127.0.0.1:${first.port}`,
    client,
    clips: async () =>
      (await database.query<{ n: number }>('select count(*)::int as n from clips')).rows[0]?.n ?? 0,
    memory: () => {
      const status = readFileSync(`/proc/${first.child.pid ?? 0}/status`, 'utf8');
      return Number(/VmHWM:\s+(\d+) kB/u.exec(status)?.[1] ?? 0) * 1024;
    },
    startWorker: async () => {
      const { child } = await start('work');
      running.add(child);
      return () => end(child, running);
    },
    stop: async () => {
      await Promise.all([...running].map((child) => end(child, running)));
      await database.end();
      cluster.stop();
      rmSync(dataFolder, { recursive: true, force: true });
    },
  };
}

function end(child: ChildProcess, running: Set<ChildProcess>): Promise<void> {
  running.delete(child);
  return new Promise((resolve) => {
    child.once('exit', () => resolve());
    child.kill('SIGTERM');
  });
}
