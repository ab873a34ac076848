import { DEFAULT_SCANNING } from '@aurelfield/api';
import type { Board, Handout, Assignment, Opened, Pupil, PupilLink } from '@aurelfield/api';
import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { startTestServer, TestClient, until, type TestServer } from '../testing/testServer.ts';
import { cleanUpNow } from '../testing/cleanUpNow.ts';

let server: TestServer;
let client: TestClient;
let database: pg.Client;
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
  database = new pg.Client({ connectionString: server.databaseUrl });
  await database.connect();
});
afterAll(async () => {
  await database.end();
  await server.stop();
});

const NAME = 'Zephyrine';
const TYPED = 'zzyzx needs a rest';

/** Tables, and stored files, in which one of these stands anywhere. */
async function placesOf(needles: readonly string[]): Promise<string[]> {
  const { rows: tables } = await database.query<{ name: string }>(
    `select quote_ident(table_schema) || '.' || quote_ident(table_name) as name from information_schema.tables
     where table_type = 'BASE TABLE' and table_schema not in ('pg_catalog', 'information_schema')`,
  );
  const found: string[] = [];
  for (const { name } of tables)
    for (const needle of needles) {
      const { rows } = await database.query(`select 1 from ${name} as row where row::text ilike $1 limit 1`, [
        `%${needle}%`,
      ]);
      if (rows.length > 0) found.push(`${name}: ${needle}`);
    }
  const files = readdirSync(server.dataFolder, { recursive: true }).map((file) =>
    path.join(server.dataFolder, String(file)),
  );
  for (const file of files.filter((one) => statSync(one).isFile())) {
    const content = readFileSync(file);
    for (const needle of needles)
      if (file.includes(needle) || content.includes(needle))
        found.push(`${path.relative(server.dataFolder, file)}: ${needle}`);
  }
  return found;
}

test('of a pupil who was deleted for good nothing is left in any table or file', async () => {
  const [like] = (await client.get<Pupil[]>('/pupils')).body as [Pupil];
  const pupil = (
    await client.send<Pupil>('POST', '/pupils', { ...like, name: NAME, note: `${NAME} tires soon` })
  ).body;
  const handout =
    (await client.upload<Handout>('/handouts', { title: 'Eels', language: 'en-GB', text: 'The eel turns.', format: 'text' })) // prettier-ignore
    .body;
  await client.send('PUT', '/records/settings/pupils/' + pupil.id, { keeps: true });
  await client.send('POST', '/assignments', { handoutIds: [handout.id], pupilIds: [pupil.id] });
  await until(
    () => client.get<Assignment[]>(`/assignments?handoutId=${handout.id}`),
    ({ body }) => body.every(({ state }) => state === 'out'),
  );
  const link = (await client.get<PupilLink[]>('/pupil-links')).body.find(
    ({ pupilId }) => pupilId === pupil.id,
  ) as PupilLink;
  const post = async <T>(address: string, body: unknown) =>
    (await (
      await fetch(`${server.base}${address}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    ).json()) as T;
  const opened = await post<Opened>('/open/enter', { key: link.secret, pin: '' });
  await post(`/open/${opened.accessToken}/events`, {
    events: [{ id: randomUUID(), assignment: opened.items[0]?.id, version: 1, kind: 'comment', at: new Date().toISOString(), sentence: 0, amount: 0, text: TYPED }],
  }); // prettier-ignore
  await client.send('POST', '/pronunciations', {
    scope: 'pupil', scopeValue: pupil.id, written: 'zzyzx', kind: 'respelling', said: 'ZIZ-iks', caseSensitive: false, partOfSpeech: 'any',
  }); // prettier-ignore
  const board = (
    await client.send<Board>('POST', '/boards', {
      name: 'To say',
      pupilId: pupil.id,
      columns: 3,
      scanning: DEFAULT_SCANNING,
      phrases: [],
    })
  ).body;
  const { token } = (await client.send<{ token: string }>('POST', `/boards/${board.id}/link`)).body;
  const open = await (await fetch(`${server.base}/open-boards/${token}`)).json() as { voice: object }; // prettier-ignore
  await fetch(`${server.base}/open-boards/${token}/say`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ text: TYPED, voice: open.voice }),
  });
  const set = (
    await client.send<{ id: string }>('POST', '/class-sets', {
      handoutIds: [handout.id],
      pupilIds: [pupil.id],
    })
  ).body;
  await until(
    () => client.get<{ state?: string; done?: boolean }>(`/class-sets/${set.id}`),
    ({ body }) => !/"(?:waiting|running)"/u.test(JSON.stringify(body)),
  );
  const needles = [pupil.id, NAME, TYPED, 'zzyzx'];
  const before = await placesOf(needles);
  for (const table of ['pupils', 'listening_events', 'pronunciations', 'board_sayings', 'pupil_links', 'assignments', 'readings', 'profiles'])
    expect(before.some((one) => one.startsWith(`public.${table}:`)), table).toBe(true); // prettier-ignore

  await client.send('DELETE', `/pupils/${pupil.id}`);
  // Thirty-one days later, and the week for which jobs and their files stay.
  await database.query(`update pupils set deleted_at = now() - interval '31 days' where id = $1`, [pupil.id]);
  for (const [table, column] of [['jobs', 'updated_at'], ['class_sets', 'started_at']] as const)
    await database.query(`update ${table} set ${column} = ${column} - interval '31 days'`); // prettier-ignore
  const { store } = server.running.context;
  const aged = {
    put: store.put.bind(store),
    read: store.read.bind(store),
    stream: store.stream.bind(store),
    delete: store.delete.bind(store),
    list: async function* (prefix: string) {
      for await (const one of store.list(prefix))
        yield { ...one, changedAt: new Date(Date.now() - 31 * 864e5) };
    },
  };
  await cleanUpNow(server, { store: aged });
  // The queue keeps ended jobs for a while of its own; what they hold are numbers that lead nowhere any more.
  const after = (await placesOf(needles)).filter((one) => !one.startsWith('pgboss.'));
  expect(after).toEqual([]);
  // The board and the handout are the school's, and stay.
  expect((await client.get(`/boards/${board.id}`)).status).toBe(200);
});
