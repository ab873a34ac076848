import { fork, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { DEMO_SIGN_IN } from '../../packages/server/src/demo/people.ts';
import { startPostgres } from '../../scripts/lib/postgres.mjs';
import { Client } from '../../scripts/bench/client.ts';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** A process of the built application. */
interface Running {
  readonly child: ChildProcess;
  readonly pid: number;
  readonly port: number;
  readonly priced: string;
  /** Ends it at once, as a power cut would. */
  kill(): Promise<void>;
  stop(): Promise<void>;
}

/**
 * The built application as several processes over one database (a cluster of its own, which can be restarted)
 * and one store, with an engine that counts.
 */
export interface ProcessGroup {
  readonly server: Running;
  readonly client: Client;
  startWorker(): Promise<Running>;
  restartDatabase(): void;
  query<T extends pg.QueryResultRow>(sql: string): Promise<T[]>;
  /** What engines were asked for: process and sentence. */
  spoken(): { readonly pid: number; readonly key: string }[];
  stop(): Promise<void>;
}

/** @param more settings of all processes, for another store than the folder. */
export async function startProcesses(more: Readonly<Record<string, string>> = {}): Promise<ProcessGroup> {
  const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-processes-'));
  const cluster = await startPostgres(
    path.join(tmpdir(), `aurelfield-cluster-${process.pid}-${Date.now()}`),
    {
      throwaway: true,
    },
  );
  const databaseUrl = cluster.url('group');
  const log = path.join(folder, 'spoken.log');
  writeFileSync(log, '');
  const environment = {
    ...process.env,
    DATABASE_URL: databaseUrl,
    AUREL_DATA: path.join(folder, 'data'),
    AUREL_PORT: '0',
    AUREL_SECRET: 'a secret for tests only',
    AUREL_RESOURCES: path.join(ROOT, 'packages/server'),
    AUREL_TEXT_WORKER: path.join(ROOT, 'dist/server/textWorker.js'),
    AUREL_READER_PROCESS: path.join(ROOT, 'dist/server/readerProcess.js'),
    AUREL_MODEL_PROCESS: path.join(ROOT, 'dist/server/modelProcess.js'),
    AUREL_ESPEAK_WORKER: fileURLToPath(new URL('./countingVoice.mjs', import.meta.url)),
    AUREL_COUNTING: log,
    AUREL_DEMO_PHOTO: 'no',
    AUREL_VOICE_THREADS: '1',
    AUREL_LOG: 'silent',
    NODE_ENV: 'production',
    ...more,
  };
  const all = new Set<Running>();
  const start = async (role: 'serve' | 'work') => {
    const running = await startProcess({ ...environment, AUREL_ROLE: role });
    all.add(running);
    return running;
  };
  const server = await start('serve');
  const client = new Client(`http://127.0.0.1:${server.port}`);
  await client.signIn(DEMO_SIGN_IN);
  return {
    server,
    client,
    startWorker: () => start('work'),
    restartDatabase: () => cluster.restart(),
    query: async <T extends pg.QueryResultRow>(sql: string) => {
      const database = new pg.Client({ connectionString: databaseUrl });
      await database.connect();
      try {
        return (await database.query<T>(sql)).rows;
      } finally {
        await database.end();
      }
    },
    spoken: () =>
      readFileSync(log, 'utf8')
        .split('\n')
        .filter(Boolean)
        .map((line) => {
          const at = line.indexOf(' ');
          return { pid: Number(line.slice(0, at)), key: line.slice(at + 1) };
        }),
    stop: async () => {
      await Promise.all([...all].map((running) => running.stop()));
      cluster.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

async function startProcess(environment: NodeJS.ProcessEnv): Promise<Running> {
  const child = fork(path.join(ROOT, 'dist/server/main.js'), {
    env: environment,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  let isOver = false;
  const over = new Promise<void>((resolve) => {
    child.once('exit', () => {
      isOver = true;
      resolve();
    });
  });
  const { port, priced } = await new Promise<{ port: number; priced?: string }>((resolve, reject) => {
    child.once('message', (message) => resolve(message as { port: number; priced?: string }));
    child.once('exit', (status) => reject(new Error(`The process ended with ${status}.`)));
  });
  const end = (signal: NodeJS.Signals) => {
    if (!isOver) child.kill(signal);
    return over;
  };
  return {
    child,
    pid: child.pid ?? 0,
    port,
    priced: priced ?? '',
    kill: () => end('SIGKILL'),
    stop: () => end('SIGTERM'),
  };
}
