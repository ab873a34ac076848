import type { Handout, HandoutSummary, ApiErrorBody, Pupil, Reading, ReadingSentence } from '@aurelfield/api';
import { readdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
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

const pupil = (name: string) => pupils.find((candidate) => candidate.name === name) as Pupil;
const add = async (text: string, more: object = {}) =>
  (
    await client.upload<Handout>('/handouts', {
      title: 'The weir',
      language: 'en-GB',
      subject: '',
      className: '',
      format: 'text',
      text,
      ...more,
    })
  ).body;
const open = (handout: { id: string }, name = 'Ines') =>
  client.send<Reading>('POST', '/readings', { handoutId: handout.id, pupilId: pupil(name).id });
const made = (reading: Reading) =>
  until(
    () => client.get<Reading>(`/readings/${reading.id}`),
    ({ body }) => body.job?.state === 'done',
  );
const sentences = async (reading: Reading) =>
  (await client.get<ReadingSentence[]>(`/readings/${reading.id}/sentences?from=0&to=2000`)).body;

/** A text whose sentences are all different, so that none shares a clip. */
const longText = (count: number, seed: string) =>
  Array.from({ length: count }, (_, i) => `The ${seed} boat passes mark ${i} on its way.`).join(' ');

describe('a reading', () => {
  test('has exactly one interval for each displayed word, in order and without overlap, whole demo through', async () => {
    for (const handout of (await client.get<HandoutSummary[]>('/handouts')).body.filter(
      ({ title }) => title !== 'The weir',
    )) {
      const { body } = await open(handout);
      const done = (await made(body)).body;
      const found = await sentences(body);
      expect(found).toHaveLength(done.sentences);
      let words = 0;
      let at = -1;
      let offset = 0;
      for (const sentence of found) {
        expect(sentence.times).toHaveLength(sentence.words.length);
        for (const [start, end] of sentence.times ?? []) {
          expect(offset + start).toBeGreaterThanOrEqual(at);
          expect(end).toBeGreaterThan(start);
          at = offset + end;
        }
        words += sentence.words.length;
        offset += sentence.samples + sentence.pauseAfter;
      }
      expect(words).toBe(handout.words);
      expect(done.duration).toBeCloseTo(offset / done.sampleRate, 9);
    }
    expect(
      (await client.get<HandoutSummary[]>('/handouts')).body.every(({ readyFor }) =>
        readyFor.includes('Ines'),
      ),
    ).toBe(true);
  });

  test('is not synthesised twice: opened again, after a restart, for a second pupil with the same setting', async () => {
    const handout = await add(longText(8, 'blue'));
    const first = (await open(handout)).body;
    await made(first);
    const before = server.running.synthesised();
    await made((await open(handout)).body);
    expect(server.running.synthesised()).toBe(before);
    const twin = { ...pupil('Ines'), name: 'Ines’s twin' };
    const added = (
      await client.send<Pupil>('POST', '/pupils', { name: twin.name, note: '', profile: twin.profile })
    ).body;
    pupils = [...pupils, added];
    await made((await open(handout, twin.name)).body);
    expect(server.running.synthesised()).toBe(before);
    await server.restart();
    await client.send('POST', `/readings/${first.id}/sentences/make`, { from: 0, to: 8 });
    expect(server.running.synthesised()).toBe(0);
  });

  test('makes only what changed when a setting or the text changes', async () => {
    const handout = await add(`${longText(5, 'green')} The last one.`);
    await made((await open(handout)).body);
    const before = server.running.synthesised();
    const edited = await add(`${longText(5, 'green')} The final one.`);
    await made((await open(edited)).body);
    expect(server.running.synthesised()).toBe(before + 1);
  });

  test('what a listener waits for comes first, before the rest is made', async () => {
    const handout = await add(longText(120, 'red'));
    const { body } = await open(handout);
    const last =
      (
        await until(
          () => client.get<Reading>(`/readings/${body.id}`),
          ({ body: { planned } }) => planned,
        )
      ).body.sentences - 1;
    const answer = await client.send<ReadingSentence[]>('POST', `/readings/${body.id}/sentences/make`, {
      from: last,
      to: last + 1,
    });
    expect(answer.body[0]?.times).not.toBeNull();
    expect((await client.get<Reading>(`/readings/${body.id}`)).body.made).toBeLessThan(100);
    await client.send('DELETE', `/jobs/${body.job?.id ?? ''}`);
    const stopped = (await client.get<Reading>(`/readings/${body.id}`)).body;
    expect(stopped.job?.state).toBe('cancelled');
    expect(stopped.duration).toBeNull();
    const again = await client.send<Reading>('POST', `/readings/${body.id}/make`);
    expect(again.status).toBe(202);
    expect((await made(body)).body.made).toBe(120);
  });

  test('follows the profile: another pace is another, shorter reading', async () => {
    const handout = await add(longText(3, 'grey'));
    const slow = (await made((await open(handout, 'Ines')).body)).body;
    const quick = (await made((await open(handout, 'Tobias')).body)).body;
    expect(quick.duration).toBeLessThan((slow.duration ?? 0) * 0.75);
  });

  test('speaks the language of the handout with the pupil’s voice for it', async () => {
    const polish = await add('Rzeka powoli skręcała obok młyna.', { language: 'pl' });
    expect((await open(polish, 'Kasia')).body.voice.id).toBe('espeak-pl-higher-1');
    expect((await open(polish, 'Ines')).body.voice).toMatchObject({ language: 'pl-PL', timbre: 'lower' });
  });

  test('a language without a voice is told, and mending the language mends it', async () => {
    const handout = await add('川は曲がる。', { language: 'ja' });
    const refused = await client.send<ApiErrorBody>('POST', '/readings', {
      handoutId: handout.id,
      pupilId: pupil('Ines').id,
    });
    expect([refused.status, refused.body.code]).toEqual([422, 'no-voice']);
    expect(refused.body.message).toContain('Japanese');
    await client.send('PATCH', `/handouts/${handout.id}`, { language: 'en-GB' });
    expect((await open(handout)).status).toBe(200);
  });

  test.each([
    ['emoji', '😀 The boat 👍🏽 turns 🛶.'],
    ['right-to-left', 'مرحبا بالعالم and then English.'],
    ['one endless word', 'm'.repeat(5000)],
    ['only signs', '*** — … 😀'],
    ['control characters', 'The\u0007 boat\u200b turns\u0001.'],
    ['an engine’s commands', '[[b0g]] <break time="9s"/> &amp; | ``'],
  ])('copes with %s', async (_name, text) => {
    const { status, body } = await open(await add(text));
    expect(status).toBe(200);
    const done = (await made(body)).body;
    expect(done.made).toBe(done.sentences);
  });
});

describe('a stopped server', () => {
  test('goes on with a reading where it was and loses nothing', { tags: 'long' }, async () => {
    const handout = await add(longText(200, 'white'));
    const { body } = await open(handout);
    await until(
      () => client.get<Reading>(`/readings/${body.id}`),
      (answer) => answer.body.made > 20,
    );
    const beforeStop = server.running;
    await server.restart();
    const done = (await made(body)).body;
    expect(done.made).toBe(200);
    // Of what was made before the stop nothing is made again, but for the one or two sentences under way.
    expect(server.running.synthesised()).toBeLessThan(200 - 15);
    expect(beforeStop.synthesised()).toBeGreaterThan(20);
  });

  test('makes a clip again whose file has gone', async () => {
    const handout = await add('The weir hums at night.');
    const { body } = await open(handout);
    await made(body);
    rmSync(path.join(server.dataFolder, 'store/clips'), { recursive: true });
    const response = await client.fetch(`/readings/${body.id}/audio.wav?from=0&to=1`);
    expect(response.status).toBe(200);
    expect((await response.arrayBuffer()).byteLength).toBeGreaterThan(10_000);
    expect(readdirSync(path.join(server.dataFolder, 'store/clips'))).not.toEqual([]);
  });
});

describe('the sound', () => {
  let reading: Reading;
  let whole: Uint8Array;
  const range = async (value: string) =>
    client.fetch(`/readings/${reading.id}/audio.wav?from=0&to=3`, { headers: { range: value } });
  beforeAll(async () => {
    reading = (await open(await add(longText(3, 'long')))).body;
    whole = new Uint8Array(
      await (await client.fetch(`/readings/${reading.id}/audio.wav?from=0&to=3`)).arrayBuffer(),
    );
  });

  test('lasts as long as its sentences and pauses', async () => {
    const samples = (await sentences(reading)).reduce(
      (sum, sentence) => sum + sentence.samples + sentence.pauseAfter,
      0,
    );
    expect((whole.length - 44) / 2).toBe(samples);
  });

  test.each([
    ['bytes=0-99', 0, 100],
    ['bytes=40-50', 40, 51],
    ['bytes=30000-', 30_000, undefined],
    ['bytes=-500', -500, undefined],
  ])('can be read from %s', async (value, from, to) => {
    const response = await range(value);
    expect(response.status).toBe(206);
    expect(new Uint8Array(await response.arrayBuffer())).toEqual(whole.slice(from, to));
  });

  test('what lies beyond it is refused', async () => {
    expect((await range('bytes=99999999-')).status).toBe(416);
    expect((await client.get(`/readings/${reading.id}/audio.wav?from=9&to=10`)).status).toBe(416);
    expect((await client.get(`/readings/${reading.id}/audio.wav?from=2&to=1`)).status).toBe(400);
  });
});

test('a passage in another language is heard in the pupil’s voice for it, and one marked as not to be read is not heard', async () => {
  const handout = await add('', {
    content: [
      { type: 'paragraph', text: 'The mill stands by the weir.' },
      { type: 'paragraph', language: 'pl', text: 'Młyn stoi przy jazie.' },
      { type: 'paragraph', silent: true, text: 'Name and date' },
    ],
  });
  expect(handout.blocks.map(({ language, silent }) => [language, silent])).toEqual([
    [undefined, undefined],
    ['pl', undefined],
    [undefined, true],
  ]);
  const reading = (await made((await open(handout, 'Kasia')).body)).body;
  const found = await sentences(reading);
  expect(found.map(({ block }) => block)).toEqual([0, 1]);
  expect(found[1]?.times?.length).toBe(4);
  const database = new pg.Client({ connectionString: server.databaseUrl });
  await database.connect();
  const { rows } = await database.query<{ voice: string }>(
    "select plan->>'voice' as voice from reading_sentences where reading_id = $1 order by position",
    [reading.id],
  );
  await database.end();
  expect(rows.map(({ voice }) => voice)).toEqual(['espeak-en-gb-higher-1', 'espeak-pl-higher-1']);
});
