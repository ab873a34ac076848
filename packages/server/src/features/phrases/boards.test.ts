import {
  DEFAULT_SCANNING,
  type Board,
  type BoardSummary,
  type OpenBoard,
  type Phrase,
  type ApiErrorBody,
} from '@aurelfield/api';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
let stranger: TestClient;
let board: Board;
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
  stranger = new TestClient(server);
  const [first] = (await client.get<BoardSummary[]>('/boards')).body;
  board = (await client.get<Board>(`/boards/${first?.id ?? ''}`)).body;
});
afterAll(() => server.stop());

const inputOf = ({ name, pupilId, columns, scanning, phrases, revision }: Board) => ({
  name,
  pupilId,
  columns,
  scanning,
  phrases,
  revision,
});
const phrase = (text: string): Phrase => ({
  id: `phrase-${text.length}`,
  category: '',
  text,
  label: '',
  tint: 'stone',
  icon: null,
  picture: null,
  variants: [],
  voice: { voice: 'espeak-en-gb-lower-1', pace: 120, pitch: 0, loudness: 'default' },
});
const link = async () =>
  (await client.send<{ token: string }>('POST', `/boards/${board.id}/link`)).body.token;

describe('a teacher’s boards', () => {
  test('the demo has one, in the voice of its pupil', () => {
    expect(board.name).toBe('Osric’s board');
    expect(board.phrases.length).toBeGreaterThan(8);
    expect(new Set(board.phrases.map(({ voice }) => voice.voice))).toEqual(
      new Set(['espeak-en-gb-lancaster-lower-2']),
    );
  });

  test('a board is made, changed, deleted and brought back', async () => {
    const { body: made } = await client.send<Board>('POST', '/boards', {
      name: 'Lunch',
      pupilId: null,
      columns: 3,
      scanning: DEFAULT_SCANNING,
      phrases: [],
    });
    const changed = await client.send<Board>('PUT', `/boards/${made.id}`, {
      ...inputOf(made),
      phrases: [phrase('More, please.')],
    });
    expect(changed.body.phrases.map(({ text }) => text)).toEqual(['More, please.']);
    expect(changed.body.revision).toBe(made.revision + 1);
    await client.send('DELETE', `/boards/${made.id}`);
    expect((await client.get(`/boards/${made.id}`)).status).toBe(404);
    await client.send('POST', `/boards/${made.id}/restore`);
    expect((await client.get<Board>(`/boards/${made.id}`)).body.name).toBe('Lunch');
  });

  test('two teachers: the second is told, and nothing is overwritten', async () => {
    const before = (await client.get<Board>(`/boards/${board.id}`)).body;
    const [one, other] = await Promise.all([
      client.send<ApiErrorBody>('PUT', `/boards/${board.id}`, { ...inputOf(before), name: 'One' }),
      client.send<ApiErrorBody>('PUT', `/boards/${board.id}`, { ...inputOf(before), name: 'Other' }),
    ]);
    expect([one.status, other.status].sort()).toEqual([200, 409]);
    const refused = one.status === 409 ? one : other;
    expect(refused.body.code).toBe('changed');
    const after = (await client.get<Board>(`/boards/${board.id}`)).body;
    expect(after.name).toBe(one.status === 200 ? 'One' : 'Other');
    expect(after.revision).toBe(before.revision + 1);
  });

  test.each([
    ['no name', { name: ' ' }],
    ['a phrase without words', { phrases: [{ ...phrase('x'), text: ' ' }] }],
    ['a pace of a thousand', { phrases: [{ ...phrase('x'), voice: { ...phrase('x').voice, pace: 1000 } }] }],
    ['a switch that never waits', { scanning: { ...DEFAULT_SCANNING, seconds: 0 } }],
    [
      '301 phrases',
      { phrases: Array.from({ length: 301 }, (_, i) => ({ ...phrase('x'), id: `phrase-${i}` })) },
    ],
  ])('%s is refused', async (_name, change) => {
    const before = (await client.get<Board>(`/boards/${board.id}`)).body;
    expect((await client.send('PUT', `/boards/${board.id}`, { ...inputOf(before), ...change })).status).toBe(
      400,
    );
    expect((await client.get<Board>(`/boards/${board.id}`)).body).toEqual(before);
  });

  test('a picture that is none is refused', async () => {
    const send = (body: string) =>
      client.fetch('/phrase-pictures', { method: 'POST', body, headers: { 'content-type': 'image/png' } });
    for (const body of ['', '<svg onload="alert(1)"/>', 'x'.repeat(500_000)])
      expect([413, 415]).toContain((await send(body)).status);
  });
});

describe('the secret link', () => {
  test('opens the board without an account; only its hash is kept', async () => {
    const token = await link();
    expect(token.length).toBeGreaterThanOrEqual(32);
    const opened = await stranger.get<OpenBoard>(`/open-boards/${token}`);
    expect(opened.body.phrases).toEqual((await client.get<Board>(`/boards/${board.id}`)).body.phrases);
    expect(opened.headers.getSetCookie()).toEqual([]);
    const database = new pg.Client({ connectionString: server.databaseUrl });
    await database.connect();
    const { rows } = await database.query<{ all: string }>(
      'select row_to_json(boards)::text as all from boards',
    );
    await database.end();
    expect(rows.map(({ all }) => all).join()).not.toContain(token);
  });

  test('a new one ends the one before; one that is taken back, or guessed, tells nothing', async () => {
    const first = await link();
    const second = await link();
    const answers = [
      await stranger.get<ApiErrorBody>(`/open-boards/${first}`),
      await stranger.get<ApiErrorBody>(`/open-boards/${'a'.repeat(32)}`),
      await stranger.get<ApiErrorBody>('/open-boards/x'),
    ];
    expect(answers.map(({ status, body }) => [status, body])).toEqual(
      answers.map(() => [404, answers[0]?.body]),
    );
    expect((await stranger.get(`/open-boards/${second}`)).status).toBe(200);
    await client.send('DELETE', `/boards/${board.id}/link`);
    expect((await stranger.get(`/open-boards/${second}`)).status).toBe(404);
  });

  test('speaks saved phrases and what is typed, and remembers what was typed', async () => {
    const token = await link();
    const [first] = board.phrases;
    const sound = await stranger.fetch(`/open-boards/${token}/sound/${first?.id ?? ''}`);
    expect([sound.status, sound.headers.get('content-type')]).toEqual([200, 'audio/wav']);
    const asked = server.engine.asked.length;
    await stranger.fetch(`/open-boards/${token}/sound/${first?.id ?? ''}`);
    expect(server.engine.asked.length).toBe(asked);
    expect((await stranger.get(`/open-boards/${token}/sound/none-of-them`)).status).toBe(404);
    const { body: opened } = await stranger.get<OpenBoard>(`/open-boards/${token}`);
    const say = (text: string) =>
      stranger.send('POST', `/open-boards/${token}/say`, { text, voice: opened.voice });
    expect((await say('I like peat.')).status).toBe(200);
    await say('I like peat.');
    expect((await say('')).status).toBe(400);
    expect((await say('x'.repeat(1501))).status).toBe(400);
    expect((await stranger.get<OpenBoard>(`/open-boards/${token}`)).body.said).toContainEqual({
      text: 'I like peat.',
      times: 2,
    });
  });

  test('of the school’s pictures only the board’s own are shown', async () => {
    const token = await link();
    const png = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1]);
    const stored = await client.fetch('/phrase-pictures', {
      method: 'POST',
      body: png,
      headers: { 'content-type': 'image/png' },
    });
    const { id } = (await stored.json()) as { id: string };
    expect((await stranger.fetch(`/open-boards/${token}/picture/${id}`)).status).toBe(404);
    const now = (await client.get<Board>(`/boards/${board.id}`)).body;
    await client.send('PUT', `/boards/${board.id}`, {
      ...inputOf(now),
      phrases: now.phrases.map((one, i) => (i === 0 ? { ...one, picture: id } : one)),
    });
    expect((await stranger.fetch(`/open-boards/${token}/picture/${id}`)).status).toBe(200);
  });
});
