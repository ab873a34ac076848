import type {
  Assignment,
  Entry,
  HandoutSummary,
  Opened,
  ParallelText,
  Pupil,
  PupilLink,
} from '@aurelfield/api';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import pg from 'pg';
import { afterAll, beforeAll, expect, inject, test } from 'vitest';
import { DEMO_SIGN_IN } from '../demo/people.ts';
import { startServer, type RunningServer } from '../server.ts';
import { FakeEngine } from '../testing/fakeEngine.ts';
import { testConfig } from '../testing/testConfig.ts';
import { newDatabase } from '../testing/testDatabase.ts';
import { TestClient } from '../testing/testServer.ts';

/**
 * The demo as the version of 1 December 2026 stored it (`pg_dump`), before tables got their standard names:
 * one handout given to Kasia, a note from her page, a translation, a deleted pupil.
 */
const DUMP = new URL('./fixtures/demoBeforeStandardNames.sql.gz', import.meta.url);
/** Its session secret, and what it showed. */
const SECRET = '4iT5EgC_EExqBm7kvlc5PYbU03cF4hZ3sceyWsiB9vY';
const KASIA = { secret: '-jrMPddjN6jl2OruNS4nId6IelJX2Bf6', code: 'vhc95ku5' };

let server: RunningServer;
let client: TestClient;
let url: string;
beforeAll(async () => {
  url = await newDatabase(inject('databaseUrl'), 'none');
  await query(url, gunzipSync(readFileSync(DUMP)).toString());
  // Its sound store is not here.
  await query(url, 'delete from house_facts');
  const config = testConfig(url, mkdtempSync(path.join(tmpdir(), 'aurelfield-data-')), {
    simulatedServices: false,
    secret: SECRET,
  });
  server = await startServer(config, { engines: [new FakeEngine()], withoutThreads: true });
  client = new TestClient({ base: `http://127.0.0.1:${server.port}/api` });
  await client.signIn(DEMO_SIGN_IN);
});
afterAll(() => server.stop());

async function query<Row extends object>(address: string, sql: string): Promise<Row[]> {
  const connection = new pg.Client({ connectionString: address });
  await connection.connect();
  const { rows } = await connection.query<Row>(sql);
  await connection.end();
  return rows;
}

test('handouts, pupils, assignments, links, notes and translations are as they were', async () => {
  const { body: handouts } = await client.get<HandoutSummary[]>('/handouts');
  expect(handouts.map(({ title, subject, className }) => [title, subject, className]).sort()).toEqual([
    ['How a peat bog keeps time', 'Science', 'Year 8'],
    ['Letter from the kiln', 'English', 'Year 9'],
    ['Moss under the lens', 'Science', 'Year 8'],
    ['Reading a tide table', 'Maths', 'Year 8'],
    ['The lamplighters of Tarn Bridge', 'History', 'Year 7'],
  ]);
  const { body: pupils } = await client.get<Pupil[]>('/pupils');
  expect(pupils.map(({ name, classes }) => [name, classes.join()])).toEqual([
    ['Ines', 'Year 8'],
    ['Kasia', 'Year 9'],
    ['Osric', 'Year 9'],
    ['Tobias', 'Year 7'],
    ['Wren', 'Year 8'],
  ]);
  const { body: entries } = await client.get<Entry[]>('/pronunciations');
  expect(entries.filter(({ scope }) => scope === 'subject').map(({ scopeValue }) => scopeValue)).toContain(
    'Science',
  );
  const { body: assignments } = await client.get<Assignment[]>('/assignments');
  expect(assignments.map(({ pupil, title }) => [pupil, title])).toEqual([
    ['Ines', 'Moss under the lens'],
    ['Kasia', 'Moss under the lens'],
  ]);
  const { body: links } = await client.get<PupilLink[]>('/pupil-links');
  expect(links.find(({ pupil }) => pupil === 'Kasia')).toMatchObject(KASIA);
  const moss = handouts.find(({ title }) => title === 'Moss under the lens');
  const { body: translation } = await client.get<ParallelText>(`/handouts/${moss?.id ?? ''}/parallel-text`);
  expect(translation.pairs[1]?.parallelText).toBe('Une phrase.');
  expect(JSON.stringify((await client.get('/pupil-notes')).body)).toContain('I liked the moss.');
});

test("a pupil's link and code of before open her page", async () => {
  for (const key of [KASIA.secret, KASIA.code]) {
    const { status, body } = await client.send<Opened>('POST', '/open/enter', { key, pin: '' });
    expect(status).toBe(200);
    expect(JSON.stringify(body)).toContain('Moss under the lens');
  }
});

test('the tables are those of a new database', async () => {
  const shape = (address: string) =>
    query(
      address,
      `select 'column' as kind, table_name || '.' || column_name as name, concat_ws(' ', data_type, is_nullable, column_default) as what
         from information_schema.columns where table_schema = 'public'
       union all select 'index', indexname, indexdef from pg_indexes where schemaname = 'public'
       union all select 'constraint', conname, conrelid::regclass || ' ' || pg_get_constraintdef(oid)
         from pg_constraint where connamespace = 'public'::regnamespace
       order by 1, 2, 3`,
    );
  const fresh = await newDatabase(inject('databaseUrl'), 'empty');
  const expected = await shape(fresh);
  expect(expected.length).toBeGreaterThan(300);
  expect(await shape(url)).toEqual(expected);
});
