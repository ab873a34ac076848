import type { Problem, Pupil, VoiceInfo } from '@aurelfield/api';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, type TestServer } from '../testing/testServer.ts';

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
    const answer = await client.send<Problem>('POST', '/pupils', { ...model, ...change, profile });
    expect(answer.status).toBe(400);
    if (message !== undefined) expect(answer.body.message).toBe(message);
  });
});

test('a sample is said with settings that are not saved', async () => {
  const [model] = await list();
  const say = async (pace: number) => {
    const json = {
      text: 'The river turns. Nobody told it to.',
      language: 'en-GB',
      profile: { ...model?.profile, pace },
    };
    const response = await client.fetch('/sample', {
      method: 'POST',
      body: JSON.stringify(json),
      headers: { 'content-type': 'application/json' },
    });
    return (await response.arrayBuffer()).byteLength;
  };
  expect(await say(90)).toBeGreaterThan((await say(220)) * 1.5);
});
