import type { Assignment, Handout, Pupil, Reading } from '@aurelfield/api';
import { eq, isNull, sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import {
  clips,
  assignments,
  handouts,
  jobs,
  pupils,
  readings,
  readingSentences,
  schools,
  sessions,
  texts,
} from '../db/schema/index.ts';
import { SNAPSHOTS } from '../features/assignments/assignmentJob.ts';
import type { ObjectStore } from '../store/objectStore.ts';
import { cleanUpNow } from '../testing/cleanUpNow.ts';
import { startTestServer, TestClient, until, type TestServer } from '../testing/testServer.ts';
import { CLIPS } from '../features/readings/cleanUp.ts';

let server: TestServer;
let client: TestClient;
let pupil: Pupil;
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
  pupil = (await client.get<Pupil[]>('/pupils')).body[0] as Pupil;
});
afterAll(() => server.stop());

const made = async (text: string): Promise<{ handout: Handout; reading: Reading }> => {
  const handout = (await client.upload<Handout>('/handouts', { title: 'T', language: 'en-GB', subject: '', className: '', format: 'text', text })).body; // prettier-ignore
  const reading = (
    await client.send<Reading>('POST', '/readings', { handoutId: handout.id, pupilId: pupil.id })
  ).body;
  await client.send('POST', `/readings/${reading.id}/make`);
  await until(
    () => client.get<Reading>(`/readings/${reading.id}`),
    // The job's row is written once more after the last clip.
    ({ body }) => body.job?.state === 'done',
  );
  return { handout, reading };
};
const objects = async () => {
  const names: string[] = [];
  for await (const { name } of server.running.context.store.list(CLIPS)) names.push(name);
  return names.sort();
};

/** A store as it is two days later. */
const twoDaysLater = (store: ObjectStore): ObjectStore => ({
  put: (...args) => store.put(...args),
  read: (...args) => store.read(...args),
  stream: (name) => store.stream(name),
  delete: (name) => store.delete(name),
  async *list(prefix) {
    for await (const one of store.list(prefix))
      yield { ...one, changedAt: new Date(Date.now() - 2 * 24 * 3600 * 1000) };
  },
});

test.each(['uploads/', 'tray/'])(
  'what was uploaded to %s goes after a day, and not before',
  async (prefix) => {
    const { store } = server.running.context;
    const count = async () => {
      let found = 0;
      for await (const _object of store.list(prefix)) found += 1;
      return found;
    };
    await store.put(`${prefix}school/upload/meta.json`, Buffer.from('{}'));
    await cleanUpNow(server);
    expect(await count()).toBe(1);
    await cleanUpNow(server, { store: twoDaysLater(store) });
    expect(await count()).toBe(0);
  },
);

test('over its limit a school loses the clips that no current reading needs, and no other', async () => {
  const { db } = server.running.context.database;
  const old = await made('The first boat. The second boat. The third boat.');
  const current = await made('The fourth boat. The fifth boat.');
  await db.update(readings).set({ retiredAt: new Date() }).where(eq(readings.id, old.reading.id));
  await cleanUpNow(server, { schoolBytes: 1 });
  const needed = await db
    .selectDistinct({ key: readingSentences.clipKey })
    .from(readingSentences)
    .innerJoin(readings, eq(readings.id, readingSentences.readingId))
    .where(isNull(readings.retiredAt));
  const left = await db.select().from(clips);
  expect(left.length).toBeGreaterThan(1);
  expect(left.filter(({ key }) => !needed.some((one) => one.key === key))).toEqual([]);
  expect(await objects()).toEqual(left.map(({ object }) => object).sort());
  // What is kept still sounds, and what went is made again when it is asked for.
  for (const { reading } of [current, old])
    expect((await client.get(`/readings/${reading.id}/audio.wav?from=0&to=2`)).status).toBe(200);
});

test('below its limit a school keeps all', async () => {
  const before = await objects();
  await cleanUpNow(server);
  expect(await objects()).toEqual(before);
});

test('of clips that are not needed the longest unused go first, and no more than the limit asks', async () => {
  const { db } = server.running.context.database;
  const one = await made('A heron stands. A heron waits.');
  await db.update(readings).set({ retiredAt: new Date() }).where(eq(readings.id, one.reading.id));
  const own = await db
    .select({ key: clips.key, bytes: clips.bytes })
    .from(clips)
    .innerJoin(readingSentences, eq(readingSentences.clipKey, clips.key))
    .where(eq(readingSentences.readingId, one.reading.id));
  const [oldest] = own;
  await db
    .update(clips)
    .set({ usedAt: new Date(0) })
    .where(eq(clips.key, oldest?.key ?? ''));
  const [sum] = await db.select({ bytes: sql<number>`sum(${clips.bytes})::int` }).from(clips);
  await cleanUpNow(server, { schoolBytes: (sum?.bytes ?? 0) - 1 });
  const left = (await db.select({ key: clips.key }).from(clips)).map(({ key }) => key);
  expect(own.map(({ key }) => left.includes(key))).toEqual(own.map(({ key }) => key !== oldest?.key));
});

test('texts, sessions and jobs that nobody needs any more go; those that somebody needs stay', async () => {
  const { db } = server.running.context.database;
  const { handout } = await made('The ford.');
  const [school] = await db.select().from(schools);
  const day = 24 * 60 * 60 * 1000;
  const long = new Date(Date.now() - 30 * day);
  const lost = { schoolId: school?.id ?? '', language: 'en-GB', words: 1, blocks: [] };
  await db.insert(texts).values([
    { ...lost, hash: 'long lost', createdAt: long },
    { ...lost, hash: 'just stored' },
  ]);
  await db.insert(sessions).values({ sid: 'gone', sess: {}, expire: new Date(Date.now() - day) });
  await db.update(jobs).set({ updatedAt: long });
  await cleanUpNow(server);
  const hashes = (await db.select({ hash: texts.hash }).from(texts)).map(({ hash }) => hash);
  expect(hashes).toContain(handout.contentHash);
  expect(hashes).toContain('just stored');
  expect(hashes).not.toContain('long lost');
  expect(await db.select().from(sessions).where(eq(sessions.sid, 'gone'))).toEqual([]);
  expect((await client.get('/handouts')).status).toBe(200);
  expect(await db.select().from(jobs)).toEqual([]);
});

test('what was deleted can be brought back for thirty days, and is gone then with all that is its own', async () => {
  const { db } = server.running.context.database;
  const { handout, reading } = await made('The heron waits for the tide.');
  const away = (
    await client.send<Pupil>('POST', '/pupils', { name: 'Ana', note: '', profile: pupil.profile })
  ).body;
  await client.send('DELETE', `/handouts/${handout.id}`);
  await client.send('DELETE', `/pupils/${away.id}`);
  const deleted = async () => [
    (await client.get<Handout[]>('/handouts?from=deleted')).body.map(({ id }) => id),
    (await client.get<Pupil[]>('/pupils/deleted')).body.map(({ id }) => id),
  ];
  await cleanUpNow(server);
  expect(await deleted()).toEqual([[handout.id], [away.id]]);
  expect((await client.get<Handout[]>('/handouts')).body.map(({ id }) => id)).not.toContain(handout.id);
  expect((await client.send('POST', `/handouts/${handout.id}/restore`)).status).toBe(204);
  expect((await client.get(`/handouts/${handout.id}`)).status).toBe(200);
  await client.send('DELETE', `/handouts/${handout.id}`);
  const longAgo = new Date(Date.now() - 31 * 24 * 60 * 60 * 1000);
  await db.update(handouts).set({ deletedAt: longAgo }).where(eq(handouts.id, handout.id));
  await db.update(pupils).set({ deletedAt: longAgo }).where(eq(pupils.id, away.id));
  await cleanUpNow(server);
  expect(await deleted()).toEqual([[], []]);
  expect((await client.send('POST', `/handouts/${handout.id}/restore`)).status).toBe(404);
  expect(await db.select().from(readings).where(eq(readings.id, reading.id))).toEqual([]);
});

test('the files of an assignment go a day after it was renewed or taken back, and not before', async () => {
  const { store } = server.running.context;
  const packages = async () => {
    const found = new Set<string>();
    for await (const { name } of store.list(SNAPSHOTS)) found.add(name.split('/')[2] ?? '');
    return found;
  };
  const later = twoDaysLater(store);
  const give = async (text: string) => {
    const body = { title: 'F', language: 'en-GB', subject: '', className: '', format: 'text', text };
    const { id } = (await client.upload<Handout>('/handouts', body)).body;
    await client.send('POST', '/assignments', { handoutIds: [id], pupilIds: [pupil.id] });
    return id;
  };
  const settled = () =>
    until(
      () => client.get<Assignment[]>('/assignments'),
      ({ body }) => body.every(({ state }) => state === 'out'),
    );
  const renewed = await give('The first lamp is lit.');
  await give('The second lamp is lit.');
  await settled();
  const before = await packages();
  await client.send('POST', '/assignments', { handoutIds: [renewed], pupilIds: [pupil.id] });
  const { body: out } = await settled();
  expect((await packages()).size).toBe(3);
  await cleanUpNow(server);
  expect((await packages()).size).toBe(3);
  // An open page goes on with the version before for a day.
  await cleanUpNow(server, { store: later });
  expect((await packages()).size).toBe(3);
  await server.running.context.database.db.update(assignments).set({ formerPackages: sql`replace(${assignments.formerPackages}::text, '"until": "2', '"until": "1')::jsonb` }); // prettier-ignore
  await cleanUpNow(server, { store: later });
  const kept = await packages();
  expect(kept.size).toBe(2);
  expect([...kept].filter((name) => before.has(name))).toHaveLength(1);
  for (const { id } of out) await client.send('DELETE', `/assignments/${id}`);
  await cleanUpNow(server, { store: later });
  expect((await packages()).size).toBe(0);
});
