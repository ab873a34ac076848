import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import pino from 'pino';
import { afterAll, afterEach, beforeAll, expect, inject, test } from 'vitest';
import { openDatabase, type OpenDatabase } from '../db/database.ts';
import { jobs as jobTable, schools } from '../db/schema/index.ts';
import { AppError } from '../appError.ts';
import { stays } from '../testing/stays.ts';
import { newDatabase } from '../testing/testDatabase.ts';
import { until } from '../testing/testServer.ts';
import { Jobs } from './jobs.ts';
import { JobRepository } from './jobRepository.ts';
import { Queue } from './queue.ts';
import { JobWorker, type JobContext, type JobHandler } from './worker.ts';

const log = pino({ level: 'silent' });
let database: OpenDatabase;
let databaseUrl: string;
let queue: Queue;
let store: JobRepository;
let jobs: Jobs;
let schoolId: string;
const workers = new Set<JobWorker>();

beforeAll(async () => {
  databaseUrl = await newDatabase(inject('databaseUrl'), 'demo');
  database = openDatabase(databaseUrl, 8);
  queue = new Queue(databaseUrl, log);
  await queue.start();
  store = new JobRepository(database.db);
  jobs = new Jobs(database, store, queue);
  schoolId = (await database.db.select().from(schools))[0]?.id ?? '';
});
afterEach(async () => {
  await Promise.all([...workers].map((worker) => worker.stop()));
  workers.clear();
  // What a test gave back is not the next one's.
  await database.db.delete(jobTable);
});
afterAll(async () => {
  await queue.stop();
  await database.close();
});

/** A worker that carries out items of class sets like this. */
async function startWorker(set: JobHandler<'set'>): Promise<JobWorker> {
  const nothing = () => Promise.resolve(undefined);
  const worker = new JobWorker(
    {
      database,
      store,
      queue,
      log,
      handlers: {
        set,
        reading: nothing,
        export: nothing,
        photo: nothing,
        recording: nothing,
        assignment: nothing,
      },
    },
    { databaseUrl, concurrency: 1 },
  );
  workers.add(worker);
  await worker.start();
  return worker;
}

const begin = () =>
  jobs.begin({
    schoolId,
    payload: { kind: 'set', setId: randomUUID(), position: 0 },
  });
const stateOf = async (id: string) => (await store.get(schoolId, id)).state;
const becomes = (id: string, wanted: string) =>
  until(
    () => stateOf(id),
    (state) => state === wanted,
  );

/** Work that goes on until it is told to leave. @returns why it was. */
function endless() {
  const begun: JobContext[] = [];
  const reasons: unknown[] = [];
  const work: JobHandler<'set'> = async (_job, context) => {
    begun.push(context);
    await new Promise<void>((resolve) => context.signal.addEventListener('abort', () => resolve()));
    reasons.push(context.signal.reason);
    context.signal.throwIfAborted();
    return undefined;
  };
  return { work, begun, reasons };
}

test('work comes to its end with its progress and what it leaves behind', async () => {
  await startWorker(async (_job, { progress }) => {
    await progress(3, 3);
    return { kind: 'photo', words: 2, doubtful: 1 };
  });
  const { id } = await begin();
  await becomes(id, 'done');
  expect(await store.get(schoolId, id)).toMatchObject({
    done: 3,
    total: 3,
    result: { kind: 'photo', words: 2, doubtful: 1 },
  });
});

test('what is refused fails in the words for people and is not tried again', async () => {
  let tries = 0;
  await startWorker(() => {
    tries += 1;
    return Promise.reject(new AppError('no-voice', 'No voice here speaks Moss.'));
  });
  const { id } = await begin();
  await becomes(id, 'failed');
  expect(await store.get(schoolId, id)).toMatchObject({
    code: 'no-voice',
    error: 'No voice here speaks Moss.',
  });
  await stays(() => tries, 1, 1500);
});

test('what breaks off unforeseen is tried again', async () => {
  let tries = 0;
  await startWorker(() => {
    tries += 1;
    return tries === 1 ? Promise.reject(new Error('The disk was full.')) : Promise.resolve(undefined);
  });
  const { id } = await begin();
  await becomes(id, 'done');
  expect(tries).toBe(2);
});

test('a job that is cancelled anywhere leaves its worker at once and stays cancelled', async () => {
  const { work, begun, reasons } = endless();
  await startWorker(work);
  const { id } = await begin();
  await until(
    () => Promise.resolve(begun.length),
    (count) => count === 1,
  );
  await jobs.cancel(schoolId, id);
  await until(
    () => Promise.resolve(reasons.length),
    (count) => count === 1,
    3,
  );
  await stays(() => stateOf(id), 'cancelled', 300);
});

test('a job that another worker took up is left, and its end is the other one’s', async () => {
  const { work, begun, reasons } = endless();
  await startWorker(work);
  const { id } = await begin();
  await until(
    () => Promise.resolve(begun.length),
    (count) => count === 1,
  );
  await database.db.update(jobTable).set({ worker: 'another' }).where(eq(jobTable.id, id));
  // The next word of its progress shows that it is not this worker's any more.
  await begun[0]?.progress(1, 1);
  await until(
    () => Promise.resolve(reasons.length),
    (count) => count === 1,
    3,
  );
  const owner = async () => {
    const { state, worker } = await store.get(schoolId, id);
    return { state, worker };
  };
  await stays(owner, { state: 'running', worker: 'another' }, 300);
});

test('a worker that stops gives its job back, and another one makes it', async () => {
  const { work, begun } = endless();
  const first = await startWorker(work);
  const { id } = await begin();
  await until(
    () => Promise.resolve(begun.length),
    (count) => count === 1,
  );
  await first.stop();
  workers.delete(first);
  expect(await store.get(schoolId, id)).toMatchObject({ state: 'waiting', worker: null });
  await startWorker(() => Promise.resolve(undefined));
  await becomes(id, 'done');
});
