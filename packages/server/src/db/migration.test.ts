import type { Handout, Pupil, Reading, VersionView } from '@aurelfield/api';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { afterAll, beforeAll, expect, inject, test } from 'vitest';
import { hashPassword } from '../auth/passwords.ts';
import { startServer, type RunningServer } from '../server.ts';
import { FakeEngine } from '../testing/fakeEngine.ts';
import { testConfig } from '../testing/testConfig.ts';
import { newDatabase } from '../testing/testDatabase.ts';
import { TestClient, until } from '../testing/testServer.ts';

/** The last migration of the release before texts. */
const LAST_BEFORE = '0007_passages';
const FOLDER = fileURLToPath(new URL('../../drizzle', import.meta.url));

/** Rows as that release stored them. */
const ROWS = `
  insert into schools (id, name) values ('00000000-0000-4000-8000-000000000001', 'Heron Bank');
  insert into teachers (school_id, name, email, password_hash) values ('00000000-0000-4000-8000-000000000001', 'Ilse Quill', 'ilse@heron.example', '$HASH');
  insert into pupils (id, school_id, name) values ('00000000-0000-4000-8000-000000000002', '00000000-0000-4000-8000-000000000001', 'Ines');
  insert into profiles (school_id, pupil_id, voices, pace, pitch, pauses, look) values ('00000000-0000-4000-8000-000000000001', '00000000-0000-4000-8000-000000000002',
    '{"en": "espeak-en-gb-scotland-lower-1"}', 105, -1, '{"comma": 0.4, "sentence": 0.9, "paragraph": 1.6, "heading": 1.8}', '{"textSize": 22, "lineSpacing": 1.8, "ground": "plain", "lit": "word"}');
  insert into handouts (id, school_id, title, language, words, content_hash, tags) values ('00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000001', 'The weir', 'en-GB', 12, 'old', '{river}');
  insert into sources (handout_id, school_id, kind, media_type, content) values ('00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000001', 'typed', 'text/plain', 'We read it.');
  insert into blocks (handout_id, school_id, position, type, level, text, heads, language, silent) values
    ('00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000001', 0, 'heading', 1, 'The weir', null, null, false),
    ('00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000001', 1, 'paragraph', null, 'We read it. It is wet.', null, null, false),
    ('00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000001', 2, 'table-row', null, E'06:12\\t4.2 m', '["Time", "Height"]', null, false),
    ('00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000001', 3, 'paragraph', null, 'Młyn stoi.', null, 'pl', false),
    ('00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000001', 4, 'paragraph', null, 'Name:', null, null, true);
  insert into versions (id, school_id, handout_id, reason, blocks, words, created_at) values
    ('00000000-0000-4000-8000-000000000004', '00000000-0000-4000-8000-000000000001', '00000000-0000-4000-8000-000000000003', 'taken in', '[{"type": "paragraph", "text": "We read it. It is wet."}, {"type": "paragraph", "text": "Gone since."}]', 8, now() - interval '1 day');
  insert into occurrences (handout_id, school_id, block, start, written, kind, said) values
    ('00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000001', 1, 3, 'read', 'ipa', 'ɹɛd'),
    ('00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000001', 0, 4, 'bow', 'respelling', 'BOH');
  insert into readings (id, school_id, handout_id, pupil_id, plan_hash, language, voice, engine_version, sample_rate, settings, planned, planned_blocks, sentences) values
    ('00000000-0000-4000-8000-000000000005', '00000000-0000-4000-8000-000000000001', '00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000002', 'old plan', 'en-GB', 'espeak-en-gb-scotland-lower-1', 'old', 22050,
     '{"pace": 105, "speed": 120, "pitch": -1, "pauses": {"comma": 0.4, "sentence": 0.9, "paragraph": 1.6, "heading": 1.8}, "loudness": "usual"}', true, 5, 1);
  insert into reading_sentences (reading_id, school_id, position, block, start, "end", words, plan, clip_key, pause_after) values
    ('00000000-0000-4000-8000-000000000005', '00000000-0000-4000-8000-000000000001', 0, 0, 0, 8, '[[0, 3, 0, 1]]', '{"words": ["The"], "breaks": [{"after": 0, "pause": 0.4}]}', 'old key', 1);
  insert into clips (school_id, key, voice, sample_rate, samples, word_times) values ('00000000-0000-4000-8000-000000000001', 'old key', 'espeak-en-gb-scotland-lower-1', 22050, 100, '[[0, 0.1]]');
  insert into jobs (school_id, kind, reading_id, state) values ('00000000-0000-4000-8000-000000000001', 'make', '00000000-0000-4000-8000-000000000005', 'running');
  insert into jobs (school_id, kind, reading_id, format, state, file, file_name) values ('00000000-0000-4000-8000-000000000001', 'export', '00000000-0000-4000-8000-000000000005', 'mp3', 'done', '/old/file.mp3', 'The weir – Ines.mp3');
`;

let server: RunningServer;
let client: TestClient;
let url: string;
beforeAll(async () => {
  url = await newDatabase(inject('databaseUrl'), 'none');
  const database = new pg.Client({ connectionString: url });
  await database.connect();
  const earlier = migrationsUpTo(LAST_BEFORE);
  await migrate(drizzle(database), { migrationsFolder: earlier });
  rmSync(earlier, { recursive: true });
  await database.query(ROWS.replace('$HASH', await hashPassword('a long enough phrase')));
  await database.end();
  const config = testConfig(url, mkdtempSync(path.join(tmpdir(), 'aurelfield-data-')), { standIns: false });
  server = await startServer(config, { engines: [new FakeEngine()], withoutThreads: true });
  client = new TestClient({ base: `http://127.0.0.1:${server.port}/api` });
  await client.signIn({ email: 'ilse@heron.example', password: 'a long enough phrase' });
});
afterAll(() => server.stop());

test('a handout of the release before is there with its text, its search, its versions and its entries', async () => {
  const [summary] = (await client.get<Handout[]>('/handouts?search=wet')).body;
  expect(summary).toMatchObject({ title: 'The weir', language: 'en-GB', words: 14, tags: ['river'] });
  const { body } = await client.get<Handout>(`/handouts/${summary?.id ?? ''}`);
  expect(body.blocks.map(({ id: _id, ...block }) => block)).toEqual([
    { type: 'heading', level: 1, text: 'The weir' },
    { type: 'paragraph', text: 'We read it. It is wet.' },
    { type: 'table-row', heads: ['Time', 'Height'], text: '06:12\t4.2 m' },
    { type: 'paragraph', language: 'pl', text: 'Młyn stoi.' },
    { type: 'paragraph', silent: true, text: 'Name:' },
  ]);
  expect(body.occurrences).toMatchObject([
    { block: body.blocks[1]?.id, start: 3, written: 'read', said: 'ɹɛd' },
  ]);
  expect(body.lostOccurrences).toMatchObject([{ written: 'bow', said: 'BOH' }]);
  const [version] = (await client.get<VersionView[]>(`/handouts/${body.id}/versions`)).body;
  const { body: old } = await client.get<{ content: { id: string; text: string }[] }>(`/handouts/${body.id}/versions/${version?.id ?? ''}`); // prettier-ignore
  expect(old.content.map(({ text }) => text)).toEqual(['We read it. It is wet.', 'Gone since.']);
  // Brought back, what did not change is the same block, so that the entry stays on its word.
  expect(old.content[0]?.id).toBe(body.blocks[1]?.id);
});

test('it is read anew, and what was made before is retired, not lost', async () => {
  const [handout] = (await client.get<Handout[]>('/handouts')).body;
  const [pupil] = (await client.get<Pupil[]>('/pupils')).body;
  const { body } = await client.send<Reading>('POST', '/readings', {
    handoutId: handout?.id,
    pupilId: pupil?.id,
  });
  const done = await until(
    () => client.get<Reading>(`/readings/${body.id}`),
    (answer) => answer.body.job?.state === 'done',
  );
  expect(done.body.made).toBe(done.body.sentences);
  const old = await client.get<Reading>('/readings/00000000-0000-4000-8000-000000000005');
  expect(old.body).toMatchObject({ retired: true, job: { state: 'cancelled' } });
});

test('nothing of the old tables is left, and a second start does nothing', async () => {
  const database = new pg.Client({ connectionString: url });
  await database.connect();
  const { rows } = await database.query(
    `select table_name from information_schema.tables where table_name like 'legacy%' or table_name in ('blocks', 'occurrences')`,
  );
  expect(rows).toEqual([]);
  const count = async () =>
    (await database.query<{ n: string }>('select count(*) as n from texts')).rows[0]?.n;
  const before = await count();
  const again = await startServer(testConfig(url, server.context.config.dataFolder, { standIns: false }), {
    engines: [new FakeEngine()],
    withoutThreads: true,
  });
  await again.stop();
  expect(await count()).toBe(before);
  await database.end();
});

/** A folder with the migrations up to one of them. */
function migrationsUpTo(last: string): string {
  const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-migrations-'));
  cpSync(FOLDER, folder, { recursive: true });
  const file = path.join(folder, 'meta/_journal.json');
  const journal = JSON.parse(readFileSync(file, 'utf8')) as { entries: { tag: string }[] };
  const upTo = journal.entries.findIndex(({ tag }) => tag === last);
  writeFileSync(file, JSON.stringify({ ...journal, entries: journal.entries.slice(0, upTo + 1) }));
  return folder;
}
