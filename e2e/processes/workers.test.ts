/** @module-tag long */
import { DEFAULT_NAMES, type ClassSet, type Handout, type Pupil } from '@aurelfield/api';
import { mkdtempSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from 'vitest';
import { startProcesses, type ProcessGroup } from './processGroup.ts';

const HANDOUTS = 4;
const SENTENCES = 8;

/** Texts of which some sentences are the same, so that readings share clips. */
const textOf = (handout: number) =>
  Array.from({ length: SENTENCES }, (_, i) =>
    i % 4 === 0
      ? `The ferry waits, as ever, at mark ${i}.`
      : `In text ${handout} the tide turns at mark ${i}, slowly.`,
  ).join(' ');

async function until<T>(ask: () => Promise<T>, satisfied: (answer: T) => boolean, seconds = 270): Promise<T> {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    const answer = await ask().catch((error: unknown) => {
      if (Date.now() > end) throw error;
      return undefined;
    });
    if (answer !== undefined && satisfied(answer)) return answer;
    if (Date.now() > end)
      throw new Error(`It did not come to pass within ${seconds} s: ${JSON.stringify(answer).slice(0, 500)}`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

interface Counts {
  readonly spoken: number;
  readonly used: number;
  readonly paid: number;
}

/** Makes a class set with two workers and a third that is killed, and looks at what became of it. */
async function makeClassSet(group: ProcessGroup) {
  const { client } = group;
  const pupils = await client.get<Pupil[]>('/pupils');
  const [first, second] = pupils;
  if (!first || !second) throw new Error('The demo has pupils.');
  // Two pupils hear priced voices, one of them the same as the other, but for pauses.
  for (const [pupil, sentence] of [
    [first, 0.3],
    [second, 0.9],
  ] as const)
    await client.put(`/pupils/${pupil.id}`, {
      ...pupil,
      profile: {
        ...first.profile,
        voices: { en: 'priced-en-gb-higher' },
        pauses: { ...first.profile.pauses, sentence },
      },
    });
  const handouts: Handout[] = [];
  for (let i = 0; i < HANDOUTS; i++)
    handouts.push(
      await client.addHandout({ title: `Set ${i}`, text: textOf(i), language: 'en-GB', format: 'text' }),
    );
  const workers = [await group.startWorker(), await group.startWorker(), await group.startWorker()] as const;
  const { id } = await client.send<ClassSet>('POST', '/class-sets', {
    handoutIds: handouts.map((handout) => handout.id),
    pupilIds: pupils.map((pupil) => pupil.id),
    output: { format: 'vtt' },
    naming: { pattern: DEFAULT_NAMES, initials: false },
    costAgreed: true,
  });
  const made = async () =>
    (await group.query<{ n: number }>('select count(*)::int as n from clips'))[0]?.n ?? 0;
  await until(made, (n) => n > 25);
  await workers[2].kill();
  await until(made, (n) => n > 60);
  group.restartDatabase();
  const set = await until(
    () => client.get<ClassSet>(`/class-sets/${id}`),
    ({ state }) => state === 'failed' || state === 'done',
  );
  return { set, pupils, killed: workers[2].pid };
}

async function check(group: ProcessGroup, { set, pupils, killed }: Awaited<ReturnType<typeof makeClassSet>>) {
  // No item lost, none made twice.
  expect(set.items.filter(({ state }) => state !== 'done')).toEqual([]);
  expect(new Set(set.items.map(({ fileName }) => fileName)).size).toBe(HANDOUTS * pupils.length);
  const readings = await group.query<{ sentences: number; made: number; planned: boolean; samples: string }>(
    'select sentences, made, planned, samples from readings where retired_at is null',
  );
  expect(readings).toHaveLength(HANDOUTS * pupils.length);
  for (const { sentences, made, planned, samples } of readings) {
    expect([planned, made]).toEqual([true, sentences]);
    expect(Number(samples)).toBeGreaterThan(0);
  }
  expect(await group.query('select * from clip_claims where characters > 0')).toEqual([]);

  // Every clip made once, counted at the engine; the killed worker's last ones, which nobody got, once more.
  const spoken = group.spoken();
  const byKey = new Map<string, number[]>();
  for (const { pid, key } of spoken) byKey.set(key, [...(byKey.get(key) ?? []), pid]);
  const twice = [...byKey].filter(([, pids]) => pids.length > 1);
  for (const [key, pids] of twice) {
    expect(pids, key).toHaveLength(2);
    // The priced service runs in the server's process: there it speaks for whoever asks, also for one who is
    // killed then.
    if (pids.every((pid) => pid === group.server.pid)) continue;
    expect(
      pids.filter((pid) => pid !== killed),
      key,
    ).toHaveLength(1);
  }
  expect(twice.length).toBeLessThanOrEqual(12);

  // Every priced clip paid once: as many as there are, and what the service charged is what was booked.
  const counts = (await (await fetch(`${group.server.priced}/counts`)).json()) as Counts;
  const [priced] = await group.query<{ n: number }>(
    "select count(*)::int as n from clips where voice like 'priced%'",
  );
  const [booked] = await group.query<{ sum: number }>('select sum(characters)::int as sum from priced_use');
  expect(priced?.n).toBeGreaterThan(HANDOUTS);
  expect(counts.paid).toBe(priced?.n);
  expect(counts.used).toBe(booked?.sum);
  // Two who differ in pauses alone share all clips: as many as the different sentences of one of them.
  const [plans] = await group.query<{ n: number }>(
    "select count(distinct clip_key)::int as n from reading_sentences where plan->>'voice' like 'priced%'",
  );
  expect(priced?.n).toBe(plans?.n);
}

test('a class set made by three workers, one of them killed and the database restarted, ends complete', async () => {
  const bucket = await startBucket();
  // Over an object store: every process reads what the others put there.
  const group = await startProcesses({
    AUREL_S3_BUCKET: 'sounds',
    AUREL_S3_ENDPOINT: bucket.endpoint,
    AUREL_S3_ACCESS_KEY: 'S3RVER',
    AUREL_S3_SECRET_KEY: 'S3RVER',
  });
  try {
    await check(group, await makeClassSet(group));
    // What workers made, the process that serves sends.
    const [reading] = await group.query<{ id: string; sentences: number; samples: string }>(
      'select id, sentences, samples from readings where retired_at is null limit 1',
    );
    const bytes = await group.client.bytes(
      `/readings/${reading?.id ?? ''}/audio.wav?from=0&to=${reading?.sentences ?? 1}`,
    );
    expect(bytes).toBe(44 + 2 * Number(reading?.samples));
  } finally {
    await group.stop();
    await bucket.stop();
  }
});

/** A small server of the S3 protocol, on a free port. */
async function startBucket(): Promise<{ endpoint: string; stop: () => Promise<void> }> {
  const S3rver = createRequire(import.meta.url)('s3rver') as new (options: object) => {
    run: () => Promise<{ port: number }>;
    close: () => Promise<void>;
  };
  const server = new S3rver({
    address: '127.0.0.1',
    port: 0,
    silent: true,
    directory: mkdtempSync(path.join(tmpdir(), 'aurelfield-bucket-')),
    configureBuckets: [{ name: 'sounds' }],
  });
  const { port } = await server.run();
  return { endpoint: `http://127.0.0.1:${port}`, stop: () => server.close() };
}
