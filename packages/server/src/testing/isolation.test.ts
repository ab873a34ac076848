import type { Handout, Job, Pupil, Reading } from '@aurelfield/api';
import pg from 'pg';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { hashPassword } from '../auth/passwords.ts';
import { startTestServer, TestClient, type TestServer } from './testServer.ts';

let server: TestServer;
let own: TestClient;
let other: TestClient;
beforeAll(async () => {
  server = await startTestServer();
  own = await TestClient.demo(server);
  const database = new pg.Client({ connectionString: server.databaseUrl });
  await database.connect();
  const { rows } = await database.query<{ id: string }>(
    `insert into schools (name) values ('Heron Bank') returning id`,
  );
  await database.query(
    `insert into teachers (school_id, name, email, password_hash) values ($1, 'Ilse Quill', 'ilse@heron.example', $2)`,
    [rows[0]?.id, await hashPassword('another phrase')],
  );
  await database.end();
  other = new TestClient(server);
  await other.signIn({ email: 'ilse@heron.example', password: 'another phrase' });
});
afterAll(() => server.stop());

test('a teacher sees and touches only what is of the own school', async () => {
  const handout = (await own.get<Handout[]>('/handouts')).body[0] as Handout;
  const pupil = (await own.get<Pupil[]>('/pupils')).body[0] as Pupil;
  const reading = (await own.send<Reading>('POST', '/readings', { handoutId: handout.id, pupilId: pupil.id }))
    .body;
  const job = (await own.send<Job>('POST', `/readings/${reading.id}/exports`, { format: 'wav' })).body;

  expect((await other.get('/handouts')).body).toEqual([]);
  expect((await other.get('/pupils')).body).toEqual([]);
  const refused: readonly (readonly [string, string, unknown?])[] = [
    ['GET', `/handouts/${handout.id}`],
    ['GET', `/handouts/${handout.id}/source`],
    ['PATCH', `/handouts/${handout.id}`, { title: 'Taken' }],
    ['DELETE', `/handouts/${handout.id}`],
    ['POST', `/handouts/${handout.id}/restore`],
    ['PUT', `/pupils/${pupil.id}`, { name: 'Taken', note: '', profile: pupil.profile }],
    ['DELETE', `/pupils/${pupil.id}`],
    ['POST', '/readings', { handoutId: handout.id, pupilId: pupil.id }],
    ['GET', `/readings/${reading.id}`],
    ['GET', `/readings/${reading.id}/sentences?from=0&to=5`],
    ['POST', `/readings/${reading.id}/sentences/make`, { from: 0, to: 1 }],
    ['GET', `/readings/${reading.id}/audio.wav?from=0&to=1`],
    ['POST', `/readings/${reading.id}/make`],
    ['POST', `/readings/${reading.id}/exports`, { format: 'mp3' }],
    ['GET', `/jobs/${job.id}`],
    ['DELETE', `/jobs/${job.id}`],
    ['GET', `/jobs/${job.id}/file`],
  ];
  for (const [method, address, json] of refused)
    expect([method, address, (await other.send(method, address, json)).status]).toEqual([
      method,
      address,
      404,
    ]);
  expect((await own.get<Handout>(`/handouts/${handout.id}`)).body.title).toBe(handout.title);
});
