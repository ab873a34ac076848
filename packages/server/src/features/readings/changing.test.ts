import type { Handout, TextView, Pupil, Reading, Saved } from '@aurelfield/api';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { startTestServer, TestClient, until, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
let pupils: Pupil[];
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
  pupils = (await client.get<Pupil[]>('/pupils')).body;
});
afterAll(() => server.stop());

const add = async (text: string) =>
  (await client.upload<Handout>('/handouts', { title: 'T', language: 'en-GB', subject: '', className: '', format: 'text', text })).body; // prettier-ignore
const open = (handout: { id: string }, pupil = pupils[0]) =>
  client.send<Reading>('POST', '/readings', { handoutId: handout.id, pupilId: pupil?.id });
const save = async (handout: Handout, text: string, base: string) =>
  (
    await client.send<Saved>('PUT', `/handouts/${handout.id}/blocks`, {
      content: [{ id: handout.blocks[0]?.id, type: 'paragraph', text }],
      base,
      window: 'a window',
    })
  ).body;
const blocksOf = async ({ textHash }: Reading) =>
  (await client.get<TextView>(`/texts/${textHash}`)).body.blocks.map(({ text }) => text);
const textOf = async (reading: Reading) => (await blocksOf(reading)).join('\n');
const planned = (reading: Reading) =>
  until(
    () => client.get<Reading>(`/readings/${reading.id}`),
    ({ body }) => body.planned,
  );
/** What its sentences say. */
const words = async (reading: Reading) => {
  const blocks = await blocksOf(reading);
  const { body } = await client.get<{ block: number; start: number; end: number }[]>(
    `/readings/${reading.id}/sentences?from=0&to=2000`,
  );
  return body.map(({ block, start, end }) => blocks[block]?.slice(start, end));
};

test('a reading that is open keeps its text while the handout goes on, and undoing the edit gives the same reading back', async () => {
  const handout = await add('The weir is old.');
  const first = (await open(handout)).body;
  await planned(first);
  const edited = await save(handout, 'The weir is very old.', handout.contentHash);
  const kept = (await client.get<Reading>(`/readings/${first.id}`)).body;
  expect(kept.textHash).toBe(first.textHash);
  expect(await textOf(kept)).toBe('The weir is old.');
  const second = (await open(handout)).body;
  expect(second.id).not.toBe(first.id);
  expect(await textOf(second)).toBe('The weir is very old.');
  expect((await client.get<Reading>(`/readings/${first.id}`)).body.retired).toBe(true);
  expect(await words(first)).toEqual(['The weir is old.']);

  const undone = await save(handout, 'The weir is old.', edited.contentHash);
  expect(undone.contentHash).toBe(handout.contentHash);
  const again = (await open(handout)).body;
  expect([again.id, again.retired]).toEqual([first.id, false]);
  expect(await words(again)).toEqual(['The weir is old.']);
});

test('a long text that is edited while it is being planned is never mixed with the edit', async () => {
  const old = Array.from({ length: 900 }, (_, i) => `The old boat passes mark ${i}.`).join(' ');
  const handout = await add(old);
  const opened = open(handout);
  const edited = save(handout, old.replaceAll('old boat', 'new ship'), handout.contentHash);
  const [{ body: first }] = await Promise.all([opened, edited]);
  const { body } = await planned(first);
  const said = await words(body);
  const expected = (await textOf(body)).includes('old boat') ? 'The old boat' : 'The new ship';
  expect(said).toHaveLength(900);
  expect(said.filter((sentence) => sentence?.startsWith(expected) !== true)).toEqual([]);
});

test('many who open one handout at the same time get one reading for each pupil, and no failure', async () => {
  const handout = await add('The weir is old. The mill is older.');
  const answers = await Promise.all(Array.from({ length: 18 }, (_, i) => open(handout, pupils[i % 3])));
  expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([200]));
  expect(new Set(answers.map(({ body }) => body.id)).size).toBe(3);
  for (const { body } of answers) expect((await words(body)).length).toBe(2);
});

test('a profile changed while its reading is open leaves that reading as it was', async () => {
  const handout = await add('The ford is deep.');
  const [pupil] = pupils;
  if (!pupil) throw new Error('The demo has no pupil.');
  const before = (await open(handout, pupil)).body;
  const change = client.send('PUT', `/pupils/${pupil.id}`, {
    name: pupil.name,
    note: pupil.note,
    profile: { ...pupil.profile, pace: pupil.profile.pace + 30 },
  });
  const [changed, during] = await Promise.all([change, open(handout, pupil)]);
  expect([changed.status < 300, during.status]).toEqual([true, 200]);
  const after = (await open(handout, pupil)).body;
  expect(after.id).not.toBe(before.id);
  expect((await client.get<Reading>(`/readings/${before.id}`)).body).toMatchObject({
    pace: before.pace,
    retired: true,
  });
});
