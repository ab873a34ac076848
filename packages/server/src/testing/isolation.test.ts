import type { Entry, Handout, Job, JobGroup, Pupil, Reading, VersionView } from '@aurelfield/api';
import { readFileSync } from 'node:fs';
import pg from 'pg';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { apiRoutes } from '../app.ts';
import { hashPassword } from '../auth/passwords.ts';
import { routesOf, type KnownRoute } from './routesOf.ts';
import { startTestServer, TestClient, until, type TestServer } from './testServer.ts';

let server: TestServer;
let own: TestClient;
let other: TestClient;
let routes: KnownRoute[];
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
  const { house } = server.running;
  routes = routesOf(
    apiRoutes({
      ...house,
      allowedOrigins: [],
      secret: 'a secret for tests only',
      hosts: [],
      webFolder: undefined,
    }),
  );
});
afterAll(() => server.stop());

/** Identifiers of things of the own school, by the kind of thing. */
interface Things {
  readonly handout: string;
  readonly photographed: string;
  readonly pupil: string;
  readonly reading: string;
  readonly job: string;
  readonly group: string;
  readonly entry: string;
  readonly occurrence: string;
  readonly version: string;
  readonly ticket: string;
  readonly text: string;
  readonly profile: object;
}

/** What a stranger gets: the address and body asked with, and the answer. */
interface Refused {
  readonly address: (things: Things) => string;
  readonly body?: (things: Things) => unknown;
  readonly status: number;
}

const of = (path: string, kind: Exclude<keyof Things, 'profile'>, body?: Refused['body'], status = 404): Refused => ({
  address: (things) => path.replace(/:\w+/u, things[kind]).replace(':occurrence', things.occurrence).replace(':version', things.version).replace(':page', '0'),
  ...(body ? { body } : {}),
  status,
}); // prettier-ignore

/** Every route there is: what it is asked as a stranger, or why nothing of another school can be reached by it. */
const ROUTES: Readonly<Record<string, Refused | string>> = {
  'GET /health': 'says only that it is there',
  'GET /session': 'is about who asks',
  'POST /session': 'is before anybody is signed in',
  'POST /session/demo': 'is before anybody is signed in',
  'DELETE /session': 'is about who asks',
  'POST /setup': 'works while nobody has an account',
  'GET /intake/photos/languages': 'is about the machine',
  'POST /intake/photos': 'takes in what is sent',
  'POST /intake/scan': 'takes in what is sent',
  'GET /intake/photos/:ticket/shown': of('/intake/photos/:ticket/shown', 'ticket', undefined, 410),
  'POST /intake/photos/:ticket/read': of('/intake/photos/:ticket/read', 'ticket', () => ({ languages: ['eng'] }), 410),
  // What is not there can be taken away: the answer tells nothing, and the photo stays (looked at below).
  'DELETE /intake/photos/:ticket': of('/intake/photos/:ticket', 'ticket', undefined, 204),
  'POST /intake/photos/together': { address: () => '/intake/photos/together', body: ({ ticket }) => ({ tickets: [ticket] }), status: 410 },
  'POST /intake/text': 'looks at what is sent',
  'POST /intake/file': 'takes in what is sent',
  'GET /intake/waiting/:key': 'tells a number by a key that whoever waits has made up',
  'POST /intake/page': 'fetches a public page',
  'GET /handouts/:id/photos': of('/handouts/:id/photos', 'handout'),
  'GET /handouts/:id/photos/:page/flat': of('/handouts/:id/photos/:page/flat', 'photographed'),
  'GET /handouts/:id/photos/:page/shown': of('/handouts/:id/photos/:page/shown', 'photographed'),
  'GET /handouts/:id/photos/:page/photo': of('/handouts/:id/photos/:page/photo', 'photographed'),
  'PUT /handouts/:id/photos/:page/checked': of('/handouts/:id/photos/:page/checked', 'photographed', () => ({ checked: [1] })),
  'POST /handouts/:id/photos/:page/region': of('/handouts/:id/photos/:page/region', 'photographed', () => ({ box: { x: 0, y: 0, width: 1, height: 1 } })),
  'PUT /handouts/:id/blocks': of('/handouts/:id/blocks', 'handout', ({ text }) => ({ content: [{ type: 'paragraph', text: 'Taken.' }], base: text })),
  'GET /handouts/:id/versions': of('/handouts/:id/versions', 'handout'),
  'POST /handouts/:id/versions': of('/handouts/:id/versions', 'handout', () => ({ content: [{ type: 'paragraph', text: 'Taken.' }] })),
  'GET /handouts/:id/versions/:version': of('/handouts/:id/versions/:version', 'handout'),
  'POST /handouts/:id/fetch-again': of('/handouts/:id/fetch-again', 'handout'),
  'POST /proof/check': 'looks at what is sent',
  'GET /spelling': 'is about a word',
  'GET /handouts': 'lists the own school (looked at below)',
  'POST /handouts': 'takes in what is sent',
  'GET /handouts/:id': of('/handouts/:id', 'handout'),
  'PATCH /handouts/:id': of('/handouts/:id', 'handout', () => ({ title: 'Taken', language: 'fr' })),
  'DELETE /handouts/:id': of('/handouts/:id', 'handout'),
  'POST /handouts/:id/duplicate': of('/handouts/:id/duplicate', 'handout'),
  'POST /handouts/:id/restore': of('/handouts/:id/restore', 'handout'),
  'PUT /handouts/:id/occurrences': of('/handouts/:id/occurrences', 'handout', () => ({ block: 'x', start: 0, written: 'a', kind: 'alias', said: 'b' })),
  'DELETE /handouts/:id/occurrences/:occurrence': of('/handouts/:id/occurrences/:occurrence', 'handout'),
  'GET /handouts/:id/source': of('/handouts/:id/source', 'handout'),
  'GET /voices': 'is about the machine',
  'GET /voices/missing': 'is about the machine',
  'GET /pupils': 'lists the own school (looked at below)',
  'GET /pupils/deleted': 'lists the own school (looked at below)',
  'POST /pupils': 'takes in what is sent',
  'PUT /pupils/:id': of('/pupils/:id', 'pupil', ({ profile }) => ({ name: 'Taken', note: '', profile })),
  'DELETE /pupils/:id': of('/pupils/:id', 'pupil'),
  'POST /pupils/:id/restore': of('/pupils/:id/restore', 'pupil'),
  'POST /sample': 'speaks what is sent',
  'GET /pronunciations': 'lists the own school (looked at below)',
  'POST /pronunciations': 'takes in what is sent',
  'PUT /pronunciations/:id': of('/pronunciations/:id', 'entry', () => ({ scope: 'school', scopeValue: '', written: 'taken', said: 'b', kind: 'alias', caseSensitive: false })),
  'DELETE /pronunciations/:id': of('/pronunciations/:id', 'entry'),
  'POST /pronunciations/check': 'looks at what is sent',
  'GET /handouts/:id/doubtful': { address: ({ handout, pupil }) => `/handouts/${handout}/doubtful?pupilId=${pupil}`, status: 404 },
  'GET /handouts/:id/other-readings': { address: ({ handout }) => `/handouts/${handout}/other-readings?block=b0&start=0`, status: 404 },
  'POST /accepted-words': 'is about the own school',
  'DELETE /accepted-words': 'is about the own school',
  'GET /pronunciations/variants': 'is about a word',
  'POST /pronunciations/hear': { address: () => '/pronunciations/hear', body: ({ pupil }) => ({ written: 'a', said: 'b', kind: 'alias', caseSensitive: false, pupilId: pupil }), status: 404 },
  'GET /pronunciations/file/:format': 'hands out the own school’s',
  'POST /pronunciations/file': 'takes in what is sent',
  'POST /readings': { address: () => '/readings', body: ({ handout, pupil }) => ({ handoutId: handout, pupilId: pupil }), status: 404 },
  'GET /readings/:id': of('/readings/:id', 'reading'),
  'GET /texts/:hash': of('/texts/:hash', 'text'),
  'GET /readings/:id/sentences': { address: ({ reading }) => `/readings/${reading}/sentences?from=0&to=5`, status: 404 },
  'GET /readings/:id/left-out': of('/readings/:id/left-out', 'reading'),
  'POST /readings/:id/sentences/make': of('/readings/:id/sentences/make', 'reading', () => ({ from: 0, to: 1 })),
  'GET /readings/:id/audio.wav': { address: ({ reading }) => `/readings/${reading}/audio.wav?from=0&to=1`, status: 404 },
  'POST /readings/:id/agree': of('/readings/:id/agree', 'reading'),
  'POST /readings/:id/make': of('/readings/:id/make', 'reading'),
  'POST /readings/:id/exports': of('/readings/:id/exports', 'reading', () => ({ format: 'mp3' })),
  // Begun as a job, which finds nothing of the sort in the stranger's school (looked at below).
  'POST /job-groups': { address: () => '/job-groups', body: ({ handout, pupil }) => ({ handoutIds: [handout], pupilIds: [pupil] }), status: 202 },
  'GET /job-groups/:id': of('/job-groups/:id', 'group'),
  'DELETE /job-groups/:id': of('/job-groups/:id', 'group'),
  'GET /jobs/:id': of('/jobs/:id', 'job'),
  'DELETE /jobs/:id': of('/jobs/:id', 'job'),
  'GET /jobs/:id/file': of('/jobs/:id/file', 'job'),
}; // prettier-ignore

async function makeThings(): Promise<Things> {
  const handout = (await own.get<Handout[]>('/handouts')).body[0];
  const pupil = (await own.get<Pupil[]>('/pupils')).body[0];
  const [first] = (await own.get<Handout>(`/handouts/${handout?.id ?? ''}`)).body.blocks;
  const placed = await own.send<Handout>('PUT', `/handouts/${handout?.id ?? ''}/occurrences`, {
    block: first?.id, start: 0, written: first?.text.split(' ')[0], kind: 'alias', said: 'how',
  }); // prettier-ignore
  const reading = (
    await own.send<Reading>('POST', '/readings', { handoutId: handout?.id, pupilId: pupil?.id })
  ).body;
  const job = (await own.send<Job>('POST', `/readings/${reading.id}/exports`, { format: 'wav' })).body;
  const group = (
    await own.send<JobGroup>('POST', '/job-groups', { handoutIds: [handout?.id], pupilIds: [pupil?.id] })
  ).body;
  const photo = new Uint8Array(readFileSync(new URL('../../demo/photos/moss.jpg', import.meta.url)));
  const looked = await own.upload<{ ticket: string }>('/intake/photos', undefined, {
    name: 'moss.jpg',
    bytes: photo,
  });
  return {
    handout: handout?.id ?? '',
    photographed: handout?.id ?? '',
    pupil: pupil?.id ?? '',
    reading: reading.id,
    job: job.id,
    group: group.id,
    entry: (await own.get<Entry[]>('/pronunciations')).body[0]?.id ?? '',
    occurrence: placed.body.occurrences[0]?.id ?? '',
    version: (await own.get<VersionView[]>(`/handouts/${handout?.id ?? ''}/versions`)).body[0]?.id ?? '',
    ticket: looked.body.ticket,
    text: reading.textHash,
    profile: pupil?.profile ?? {},
  };
}

test('every route is known here', () => {
  expect(routes.map(({ method, path }) => `${method} ${path}`).sort()).toEqual(Object.keys(ROUTES).sort());
});

test('a teacher sees and touches only what is of the own school', async () => {
  const things = await makeThings();
  const before = (await own.get<Handout>(`/handouts/${things.handout}`)).body;
  for (const list of [
    '/handouts',
    '/handouts?from=archive',
    '/handouts?from=deleted',
    '/pupils',
    '/pupils/deleted',
    '/pronunciations',
  ])
    expect([list, (await other.get(list)).body]).toEqual([list, []]);
  for (const [route, asked] of Object.entries(ROUTES)) {
    if (typeof asked === 'string') continue;
    const method = route.slice(0, route.indexOf(' '));
    const answer = await other.send(method, asked.address(things), asked.body?.(things));
    expect([route, answer.status]).toEqual([route, asked.status]);
    if (route !== 'POST /job-groups') continue;
    const ended = await until(
      () => other.get<JobGroup>(`/job-groups/${(answer.body as JobGroup).id}`),
      ({ body }) => body.state !== 'waiting' && body.state !== 'running',
    );
    expect(ended.body).toMatchObject({ state: 'failed', jobs: [{ state: 'failed', readingId: null }] });
  }
  expect((await own.get<Handout>(`/handouts/${things.handout}`)).body).toEqual(before);
  expect((await own.fetch(`/intake/photos/${things.ticket}/shown`)).status).toBe(200);
  expect((await own.get<Job>(`/jobs/${things.job}`)).body.state).not.toBe('cancelled');
});
