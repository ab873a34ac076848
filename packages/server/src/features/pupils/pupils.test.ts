import type { ClassList, HeardSample, PastProfile, ApiErrorBody, Pupil, VoiceInfo } from '@aurelfield/api';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
beforeAll(async () => {
  server = await startTestServer({ speech: true });
  client = await TestClient.demo(server);
});
afterAll(() => server.stop());

const list = async () => (await client.get<Pupil[]>('/pupils')).body;

describe('pupils', () => {
  test('the demo has six, with different profiles and voices that exist', async () => {
    const pupils = await list();
    const voices = new Set((await client.get<VoiceInfo[]>('/voices')).body.map(({ id }) => id));
    expect(pupils).toHaveLength(6);
    expect(new Set(pupils.map(({ profile }) => JSON.stringify(profile))).size).toBe(6);
    for (const { profile } of pupils)
      for (const voice of Object.values(profile.voices)) expect(voices).toContain(voice);
  });

  test('one is added, changed, taken off and put back; older profiles stay', async () => {
    const [model] = await list();
    const added = (await client.send<Pupil>('POST', '/pupils', { ...model, name: 'Perran' })).body;
    const changed = await client.send<Pupil>('PUT', `/pupils/${added.id}`, {
      ...added,
      profile: { ...added.profile, pace: 99 },
    });
    expect(changed.body.profile.pace).toBe(99);
    await client.send('PUT', `/pupils/${added.id}`, changed.body);
    const database = new pg.Client({ connectionString: server.databaseUrl });
    await database.connect();
    const { rows } = await database.query('select current from profiles where pupil_id = $1', [added.id]);
    await database.end();
    expect(rows).toHaveLength(2);
    await client.send('DELETE', `/pupils/${added.id}`);
    expect((await list()).map(({ name }) => name)).not.toContain('Perran');
    await client.send('POST', `/pupils/${added.id}/restore`);
    expect((await list()).map(({ name }) => name)).toContain('Perran');
  });

  test.each([
    ['no name', { name: ' ' }, 'Enter a name.'],
    ['a pace of a thousand', { profile: { pace: 1000 } }, undefined],
    [
      'a pause that never ends',
      { profile: { pauses: { comma: 1e9, sentence: 0, paragraph: 0, heading: 0 } } },
      undefined,
    ],
  ])('%s is refused', async (_name, change, message) => {
    const [model] = await list();
    const profile = { ...model?.profile, ...('profile' in change ? change.profile : {}) };
    const answer = await client.send<ApiErrorBody>('POST', '/pupils', { ...model, ...change, profile });
    expect(answer.status).toBe(400);
    if (message !== undefined) expect(answer.body.message).toBe(message);
  });
});

describe('history', () => {
  const trials = [
    {
      sentence: 'The river turns.',
      blind: true,
      heard: [
        { name: 'A', differs: 'pace 150' },
        { name: 'B', differs: 'pace 99' },
      ],
      chosen: 1,
    },
  ];

  test('every profile stays, with who changed it, why, and what was tried', async () => {
    const [first] = await list();
    const path = `/pupils/${first?.id ?? ''}`;
    const changed = await client.send<Pupil>('PUT', path, {
      ...first,
      profile: { ...first?.profile, pace: 99 },
      reason: 'Lost the thread',
      trials,
    });
    const past = (await client.get<PastProfile[]>(`${path}/profiles`)).body;
    expect(past.slice(0, 2)).toMatchObject([
      { current: true, reason: 'Lost the thread', teacher: 'Mara Penhallow', trials, profile: { pace: 99 } },
      { current: false, profile: { pace: first?.profile.pace } },
    ]);
    const back = await client.send<Pupil>('PUT', path, {
      ...changed.body,
      profile: past[1]?.profile,
      reason: 'Brought back',
    });
    expect(back.body.profile).toEqual(first?.profile);
    expect((await client.get<PastProfile[]>(`${path}/profiles`)).body).toHaveLength(past.length + 1);
  });

  test('a name alone makes no new profile', async () => {
    const [first] = await list();
    const path = `/pupils/${first?.id ?? ''}`;
    const before = (await client.get<PastProfile[]>(`${path}/profiles`)).body.length;
    await client.send('PUT', path, { ...first, note: 'Another note' });
    expect((await client.get<PastProfile[]>(`${path}/profiles`)).body).toHaveLength(before);
  });

  test('two teachers: the second is told who was first, and nothing is overwritten', async () => {
    const [first] = await list();
    const path = `/pupils/${first?.id ?? ''}`;
    const [one, other] = await Promise.all(
      [101, 102].map((pace) =>
        client.send<ApiErrorBody>('PUT', path, { ...first, profile: { ...first?.profile, pace } }),
      ),
    );
    const refused = [one, other].find((answer) => answer?.status === 409);
    expect(refused?.body.message).toContain('Mara Penhallow has changed this pupil');
    expect((await list())[0]?.revision).toBe((first?.revision ?? 0) + 1);
  });
});

test('a class list is looked at first, then taken in with the profile of another pupil', async () => {
  const [, tobias] = await list();
  const file = {
    name: 'class.csv',
    bytes: new TextEncoder().encode(`name;class;year\n${tobias?.name ?? ''};Chess;\nMerryn;8B;8\n;8B;8\n`),
  };
  const read = (await client.uploadWith<ClassList>('/class-lists/read', {}, file)).body;
  expect(read.pupils.map(({ name, known }) => [name, known])).toEqual([
    [tobias?.name, tobias?.id],
    ['Merryn', null],
  ]);
  expect(read.refused).toEqual([{ row: 4, why: 'There is no name.' }]);
  expect((await list()).map(({ name }) => name)).not.toContain('Merryn');
  await client.send('POST', '/class-lists', { pupils: read.pupils, likePupil: tobias?.id });
  const after = await list();
  expect(after.find(({ name }) => name === 'Merryn')?.profile).toEqual(tobias?.profile);
  expect(after.find(({ id }) => id === tobias?.id)?.classes).toEqual(['Chess', ...(tobias?.classes ?? [])]);
  const wrong = await client.uploadWith<ApiErrorBody>(
    '/class-lists/read',
    {},
    { name: 'empty.csv', bytes: new TextEncoder().encode(' ') },
  );
  expect(wrong.status).toBe(422);
});

test('a sample is said with settings that are not saved', async () => {
  const [model] = await list();
  const say = async (pace: number) => {
    const json = {
      text: 'The river turns. Nobody told it to.',
      language: 'en-GB',
      profile: { ...model?.profile, pace },
    };
    return (await client.send<HeardSample>('POST', '/sample', json)).body.duration;
  };
  expect(await say(90)).toBeGreaterThan((await say(220)) * 1.5);
});
