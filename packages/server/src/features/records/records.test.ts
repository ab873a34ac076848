import type {
  Assignment,
  Handout,
  ListeningRecords,
  Opened,
  ListeningEvent,
  Pupil,
  PupilLink,
  PupilNote,
  RecordSettings,
} from '@aurelfield/api';
import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import Papa from 'papaparse';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  startTestServer,
  TestClient,
  until,
  type Answer,
  type TestServer,
} from '../../testing/testServer.ts';
import { cleanUpNow } from '../../testing/cleanUpNow.ts';

let server: TestServer;
let client: TestClient;
let one: Pupil;
let other: Pupil;
let handout: Handout;
let opened: Opened;
let openedOther: Opened;
let database: pg.Client;

beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
  [one, other] = (await client.get<Pupil[]>('/pupils')).body as [Pupil, Pupil];
  database = new pg.Client({ connectionString: server.databaseUrl });
  await database.connect();
  handout =
    (await client.upload<Handout>('/handouts', {
      title: 'Eels', language: 'en-GB', text: 'Eels are long. They come from the sea. Nobody knows why. They go back.', format: 'text',
    })) // prettier-ignore
    .body;
  await client.send('POST', '/assignments', { handoutIds: [handout.id], pupilIds: [one.id, other.id] });
  await until(
    () => client.get<Assignment[]>('/assignments'),
    ({ body }) => body.every(({ state }) => state === 'out'),
  );
  const links = (await client.get<PupilLink[]>('/pupil-links')).body;
  const enter = async (pupil: Pupil) =>
    (
      await stranger<Opened>('/open/enter', {
        key: links.find(({ pupilId }) => pupilId === pupil.id)?.secret,
      })
    ).body;
  [opened, openedOther] = [await enter(one), await enter(other)];
});
afterAll(async () => {
  await database.end();
  await server.stop();
});

async function stranger<T>(address: string, json: unknown): Promise<Answer<T>> {
  const response = await fetch(`${server.base}${address}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(json),
  });
  return { status: response.status, headers: response.headers, body: (await response.json()) as T };
}

type EventFacts = Pick<ListeningEvent, 'kind' | 'at'> & Partial<ListeningEvent>;
const event = (facts: EventFacts, of: Opened = opened): ListeningEvent => ({
  id: randomUUID(), assignment: of.items[0]?.id ?? '', version: of.items[0]?.version ?? 0, sentence: null, amount: 0, text: '', ...facts,
}); // prettier-ignore
const send = async (
  events: readonly ListeningEvent[],
  { accessToken }: Pick<Opened, 'accessToken'> = opened,
) => (await stranger<{ taken: number }>(`/open/${accessToken}/events`, { events })).body.taken;
const settings = async (change: object) => client.send<RecordSettings>('PATCH', '/records/settings', change);
const agree = async (pupil: Pupil, keeps: boolean) => client.send<RecordSettings>('PUT', `/records/settings/pupils/${pupil.id}`, { keeps }); // prettier-ignore
const records = async (query = '') => (await client.get<ListeningRecords>(`/records${query}`)).body;
const rows = async () => Number((await database.query<{ count: string }>('select count(*) from listening_events')).rows[0]?.count); // prettier-ignore

/** A week of listening of which the truth is known, and a few days of the next. */
const SCRIPT: readonly EventFacts[] = [
  { kind: 'opened', at: '2026-11-16T08:00:00Z', amount: 1 },
  { kind: 'heard', at: '2026-11-16T08:00:10Z', sentence: 0, amount: 2.5 },
  { kind: 'heard', at: '2026-11-16T08:00:20Z', sentence: 1, amount: 3.25 },
  { kind: 'replayed', at: '2026-11-17T09:00:00Z', sentence: 1, amount: 3.25 },
  { kind: 'pace', at: '2026-11-17T09:00:01Z', sentence: 1, amount: 0.8 },
  { kind: 'replayed', at: '2026-11-18T09:00:00Z', sentence: 1, amount: 3.25 },
  { kind: 'heard', at: '2026-11-22T23:59:59Z', sentence: 2, amount: 2.75 },
  { kind: 'opened', at: '2026-11-23T00:00:00Z', amount: 1.5 },
  { kind: 'heard', at: '2026-11-23T00:00:09Z', sentence: 3, amount: 1 },
  { kind: 'finished', at: '2026-11-23T00:00:10Z' },
];

describe('listening records', () => {
  test('no row is kept before somebody agrees, for the school and for the pupil; a comment is for the teacher', async () => {
    expect(opened.records).toBe(false);
    expect(await send(SCRIPT.map((facts) => event(facts)))).toBe(0);
    await settings({ keeps: false });
    await agree(one, true);
    expect(await send(SCRIPT.map((facts) => event(facts)))).toBe(0);
    expect(await rows()).toBe(0);
    await settings({ keeps: true });
    await agree(one, false);
    expect(
      await send([event({ kind: 'comment', at: '2026-11-16T08:00:00Z', sentence: 1, text: 'Why the sea?' })]),
    ).toBe(1);
  });

  test('a week of which the truth is known comes out so; what is sent twice, or in another order, counts once', async () => {
    const { body } = await agree(one, true);
    expect(body.pupils.find(({ id }) => id === one.id)?.keeps).toBe(true);
    const events = SCRIPT.map((facts) => event(facts));
    expect(await send([...events].reverse().slice(0, 6))).toBe(6);
    expect(await send(events)).toBe(4);
    expect(await send(events)).toBe(0);
    const facts = await records(`?pupilId=${one.id}`);
    const { pupils } = (await client.get<RecordSettings>('/records/settings')).body;
    expect(
      pupils.filter(({ events: count }) => count > 0).map(({ id, events: count }) => [id, count]),
    ).toEqual([[one.id, 11]]);
    const { pace } = one.profile;
    expect(facts.weeks).toEqual([
      { monday: '2026-11-16', seconds: 2.5 + 3 * 3.25 + 2.75, pace: pace * 0.9 },
      { monday: '2026-11-23', seconds: 1, pace: pace * 1.5 },
    ]);
    expect(facts.assignments).toEqual([
      {
        assignmentId: opened.items[0]?.id, pupilId: one.id, pupil: one.name, title: 'Eels', opened: 2, finished: 1, heard: 4, sentences: 4,
        seconds: 16, replays: 2, lastAt: '2026-11-23T00:00:10.000Z',
      },
    ]); // prettier-ignore
    expect(facts.sentences.map(({ text, heard, replays, notes }) => [text, heard, replays, notes])).toEqual([
      ['They come from the sea.', 3, 2, 1],
      ['Eels are long.', 1, 0, 0],
      ['Nobody knows why.', 1, 0, 0],
      ['They go back.', 1, 0, 0],
    ]);
  });

  test('what is about an assignment of somebody else, or none, is left', async () => {
    await agree(other, true);
    const [foreign] = openedOther.items;
    expect(
      await send([event({ kind: 'heard', at: '2026-11-16T08:00:00Z', assignment: foreign?.id ?? '' })]),
    ).toBe(0);
    expect(await send([event({ kind: 'heard', at: '2026-11-16T08:00:00Z', assignment: randomUUID() })])).toBe(
      0,
    );
    expect((await records(`?pupilId=${other.id}`)).weeks).toEqual([]);
    expect((await stranger('/open/x.1.y/events', { events: [event({ kind: 'opened', at: '2026-11-16T08:00:00Z' })] })).status).toBe(404); // prettier-ignore
    expect(
      (await stranger(`/open/${opened.accessToken}/events`, { events: [{ kind: 'heard' }] })).status,
    ).toBe(400);
  });

  test('what was noted on an older version, without a network, is not laid over the sentences of the newer one', async () => {
    const before = await records(`?pupilId=${one.id}`);
    await send([
      event({ kind: 'replayed', at: '2026-11-23T10:00:00Z', sentence: 0, amount: 2, version: 99 }),
    ]);
    const after = await records(`?pupilId=${one.id}`);
    expect(after.sentences).toEqual(before.sentences);
    expect(after.assignments[0]?.replays).toBe((before.assignments[0]?.replays ?? 0) + 1);
  });

  test('comments come back beside their sentence, are counted on the shelf until they are seen', async () => {
    const notes = (await client.get<PupilNote[]>('/pupil-notes')).body;
    expect(notes).toMatchObject([{ pupil: one.name, title: 'Eels', kind: 'comment', text: 'Why the sea?', sentence: 'They come from the sea.', isSeen: false }]); // prettier-ignore
    expect((await client.get('/pupil-notes/unseen')).body).toEqual({ unseen: 1 });
    await client.send('POST', '/pupil-notes/seen', {
      notes: notes.map(({ id, pupilId }) => ({ id, pupilId })),
    });
    expect((await client.get('/pupil-notes/unseen')).body).toEqual({ unseen: 0 });
  });

  test('the table has every event, and nothing in it is a formula', async () => {
    await send([
      event({
        kind: 'comment',
        at: '2026-11-24T08:00:00Z',
        sentence: 0,
        text: '=HYPERLINK("http://x.example")',
      }),
    ]);
    const text = await (await client.fetch('/records/table.csv')).text();
    const { data, errors } = Papa.parse<Record<string, string>>(text.replace(/^\ufeff/u, ''), {
      header: true,
      skipEmptyLines: true,
    });
    expect(errors).toEqual([]);
    expect(data).toHaveLength(13);
    expect(data[1]).toMatchObject({ at: '2026-11-16T08:00:00.000Z', pupil: one.name, handout: 'Eels' });
    expect(data.at(-1)?.text).toMatch(/^'=/u);
  });

  test('a long table is read page by page, each row once and in order', async () => {
    const { rows } = await database.query<{ school_id: string }>('select school_id from pupils where id = $1', [one.id]); // prettier-ignore
    const schoolId = rows[0]?.school_id ?? '';
    const all = async (chunk: number) => {
      const found: string[] = [];
      for await (const { at, kind, text } of server.running.context.records.rows(schoolId, {}, chunk))
        found.push(`${at.toISOString()} ${kind} ${text}`);
      return found;
    };
    const whole = await all(5000);
    expect(whole.length).toBeGreaterThan(5);
    expect(await all(2)).toEqual(whole);
    expect([...whole].sort((a, b) => a.slice(0, 24).localeCompare(b.slice(0, 24)))).toEqual(whole);
  });

  test('records go after the days that the school sets', async () => {
    const facts = [event({ kind: 'opened', at: new Date().toISOString(), amount: 1 }), event({ kind: 'opened', at: '2099-01-01T08:00:00.000Z', amount: 1 }), event({ kind: 'opened', at: '1970-01-01T08:00:00.000Z', amount: 1 })]; // prettier-ignore
    await send(facts);
    // What a device's clock says counts only within the days for which a page works offline.
    const { rows: stored } = await database.query<{ at: Date }>('select at from listening_events where id = any($1)', [facts.map(({ id }) => id)]); // prettier-ignore
    for (const { at } of stored) {
      expect(at.getTime()).toBeLessThanOrEqual(Date.now());
      expect(Date.now() - at.getTime()).toBeLessThan(32 * 24 * 3600 * 1000);
    }
    await settings({ days: 2 });
    // All but these were received three days ago.
    await database.query(`update listening_events set received_at = now() - interval '3 days' where id <> all($1)`, [facts.map(({ id }) => id)]); // prettier-ignore
    await cleanUpNow(server);
    const kept = await database.query<{ id: string }>('select id from listening_events');
    expect(kept.rows.map(({ id }) => id).sort()).toEqual(facts.map(({ id }) => id).sort());
    await settings({ days: 365 });
    expect((await settings({ days: 0 })).status).toBe(400);
  });

  test('deleting leaves nothing, in no table and no file', async () => {
    const mark = `zebra-${randomUUID()}`;
    await send([event({ kind: 'comment', at: new Date().toISOString(), sentence: 0, text: mark })]);
    await send(
      [event({ kind: 'comment', at: new Date().toISOString(), sentence: 0, text: 'stays' }, openedOther)],
      openedOther,
    );
    expect(await everywhere(mark)).toEqual(['listening_events']);
    await client.send('DELETE', `/records?pupilId=${one.id}`);
    expect(await everywhere(mark)).toEqual([]);
    expect((await client.get<PupilNote[]>('/pupil-notes')).body.map(({ text }) => text)).toEqual(['stays']);
    await client.send('DELETE', '/records');
    expect(await rows()).toBe(0);
  });
});

/** Tables and files that hold a text. */
async function everywhere(text: string): Promise<string[]> {
  const { rows: tables } = await database.query<{ name: string }>(
    `select quote_ident(schemaname) || '.' || quote_ident(tablename) as name from pg_tables where schemaname not in ('pg_catalog', 'information_schema')`,
  );
  const found: string[] = [];
  for (const { name } of tables) {
    const hit = await database.query(`select 1 from ${name} t where t::text like '%' || $1 || '%' limit 1`, [
      text,
    ]);
    if (hit.rows.length > 0) found.push(name.replace('public.', ''));
  }
  const search = (folder: string): void => {
    for (const entry of readdirSync(folder)) {
      const file = path.join(folder, entry);
      if (statSync(file).isDirectory()) search(file);
      else if (readFileSync(file).includes(text)) found.push(file);
    }
  };
  search(server.dataFolder);
  return found;
}
