import type { Handout, ApiErrorBody, Pupil, Reading, ReadingSentence, VoiceInfo } from '@aurelfield/api';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, until, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
let pupil: Pupil;
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
  const [first] = (await client.get<Pupil[]>('/pupils')).body as [Pupil];
  pupil = (
    await client.send<Pupil>('PUT', `/pupils/${first.id}`, {
      ...first,
      profile: { ...first.profile, voices: { en: 'priced-en-gb-higher' } },
    })
  ).body;
});
afterAll(() => server.stop());

const switchTo = (switches: object) =>
  fetch(`${server.running.pricedAddress ?? ''}/switches`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(switches),
  });
const add = async (text: string) =>
  (
    await client.upload<Handout>('/handouts', {
      title: 'T',
      language: 'en-GB',
      subject: '',
      className: '',
      text,
      format: 'text',
    })
  ).body;
const open = async (handout: Handout) =>
  (await client.send<Reading>('POST', '/readings', { handoutId: handout.id, pupilId: pupil.id })).body;
const made = (reading: Reading) =>
  until(
    () => client.get<Reading>(`/readings/${reading.id}`),
    ({ body }) => ['done', 'failed'].includes(body.job?.state ?? ''),
  );

describe('a priced voice', () => {
  test('says that it is simulated and what it asks, and is nobody’s default', async () => {
    const voices = (await client.get<VoiceInfo[]>('/voices')).body;
    const priced = voices.filter(({ price }) => price !== undefined);
    expect(priced.map(({ id }) => id)).toEqual(['priced-en-gb-higher', 'priced-en-gb-lower']);
    for (const { label, price } of priced) {
      expect(label).toContain('simulated');
      expect(price).toMatchObject({ perMillion: 4, simulated: true });
    }
  });

  test('is told before it is used, sends nothing before somebody agrees, and keeps count', async () => {
    const handout = await add('The bog is old. It is wet. It is wet.');
    const reading = await open(handout);
    // "The bog is old" and "It is wet", the second one once: 14 + 9 characters.
    expect(reading.cost).toMatchObject({ agreed: false, characters: 23, price: 0, used: 0 });
    expect(reading.job).toBeNull();
    const refused = await client.send<ApiErrorBody>('POST', `/readings/${reading.id}/sentences/make`, {
      from: 0,
      to: 1,
    });
    expect([refused.status, refused.body.code]).toEqual([402, 'not-agreed']);
    expect((await open(handout)).cost?.used).toBe(0);
    await client.send('POST', `/readings/${reading.id}/agree`);
    const done = (await made(reading)).body;
    expect(done).toMatchObject({ made: 3, cost: { agreed: true, characters: 0, used: 23 } });
    const sentences = (await client.get<ReadingSentence[]>(`/readings/${reading.id}/sentences?from=0&to=3`))
      .body;
    expect(sentences.every(({ times, words }) => times?.length === words.length)).toBe(true);
  });

  test('a passing failure is tried again; a broken service is told; what was paid is not paid twice', async () => {
    await switchTo({ failEvery: 3 });
    const handout = await add('One is here. Two are there. Three are near.');
    const reading = await open(handout);
    await client.send('POST', `/readings/${reading.id}/agree`);
    expect((await made(reading)).body.job?.state).toBe('done');
    const used = (await open(handout)).cost?.used ?? 0;
    await switchTo({ failEvery: 0, broken: true });
    const other = await open(await add('One is here. Two are there. Seven are near.'));
    expect(other.cost?.characters).toBe('Seven are near'.length);
    await client.send('POST', `/readings/${other.id}/agree`);
    const failed = (await made(other)).body;
    expect(failed.job).toMatchObject({
      state: 'failed',
      error: expect.stringContaining('out of order') as string,
    });
    expect(failed.cost?.used).toBe(used);
    await switchTo({ broken: false });
    await client.send('POST', `/readings/${other.id}/make`);
    expect((await made(other)).body.cost?.used).toBe(used + 'Seven are near'.length);
  });

  test('a used-up quota is told with what to do', async () => {
    await switchTo({ quota: 1 });
    const reading = await open(await add('Far too long for this month.'));
    await client.send('POST', `/readings/${reading.id}/agree`);
    expect((await made(reading)).body.job?.error).toContain('quota of 1 characters');
    await switchTo({ quota: 1_000_000 });
  });
});
