import { standardEngines, VoiceRegistry, type SpeechEngine } from '@aurelfield/voices';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Config } from './config.ts';
import { openDatabase } from './db/database.ts';
import { migrateDatabase } from './db/migrations.ts';
import { CsrfTokens } from './http/sessions.ts';
import { SharedLimits } from './http/sharedLimits.ts';
import { JobRepository } from './jobs/jobRepository.ts';
import { Jobs } from './jobs/jobs.ts';
import { Queue } from './jobs/queue.ts';
import { openLog } from './log.ts';
import { openStore } from './store/openStore.ts';
import { tasksHere, TextThreadPool } from './threads/textThreads.ts';

/** What a test replaces because it is not what it tests. */
export interface PlatformOptions {
  readonly engines?: readonly SpeechEngine[];
  /** Tasks on texts run in the process itself. */
  readonly withoutThreads?: boolean;
}

/** What every feature may use: database, store, voices, threads, jobs. */
export type Platform = Awaited<ReturnType<typeof openPlatform>>;

/** Opens the database and the store, starts the voices, the threads and the queue. */
export async function openPlatform(config: Config, options: PlatformOptions = {}) {
  const log = openLog(config.logLevel);
  await migrateDatabase(config.databaseUrl, path.join(config.resources, 'drizzle'));
  const database = openDatabase(config.databaseUrl, config.connections);
  const store = await openStore(config, database.db).catch(async (error: unknown) => {
    await database.close();
    throw error;
  });
  const voices = new VoiceRegistry(options.engines ?? enginesOf(config));
  await voices.start();
  const withThreads = options.withoutThreads !== true;
  const pool = new TextThreadPool({ script: fileUrl(config.textWorker), checkers: config.textThreads });
  const queue = new Queue(config.databaseUrl, log);
  await queue.start();
  const jobRepository = new JobRepository(database.db);
  return {
    config,
    log,
    database,
    store,
    voices,
    withThreads,
    threads: withThreads ? pool.tasks : tasksHere(),
    queue,
    jobRepository,
    jobs: new Jobs(database, jobRepository, queue),
    csrfTokens: new CsrfTokens(config.secret),
    limits: new SharedLimits(database.db, config.secret),
    warmUp: async () => {
      if (withThreads) await pool.warmUp();
    },
    close: async () => {
      await voices.stop();
      await pool.stop();
      await database.close();
    },
  };
}

function enginesOf({ espeakWorker, modelProcess, dataFolder, voiceThreads }: Config): SpeechEngine[] {
  const workerScript = fileUrl(espeakWorker);
  const childScript = fileUrl(modelProcess);
  return standardEngines({
    espeak: { workers: voiceThreads, ...(workerScript ? { workerScript } : {}) },
    festival: { processes: Math.min(2, voiceThreads) },
    models: { folder: path.join(dataFolder, 'voices'), ...(childScript ? { childScript } : {}) },
  });
}

/** A path as a `file:` URL; `undefined` where none is set. */
export function fileUrl(file: string | undefined): URL | undefined {
  return file === undefined ? undefined : pathToFileURL(file);
}
