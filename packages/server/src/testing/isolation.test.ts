import { DEFAULT_SCANNING } from '@aurelfield/api';
import type { ClassSet, Entry, Handout, Job, NamedGroup, Pupil, Reading, VersionView } from '@aurelfield/api';
import { eq } from 'drizzle-orm';
import { readFileSync } from 'node:fs';
import pg from 'pg';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { apiRoutes } from '../app.ts';
import { hashPassword } from '../features/accounts/passwords.ts';
import { webPageReadings, schools } from '../db/schema/index.ts';
import { routesOf, type KnownRoute } from './routesOf.ts';
import { startTestServer, TestClient, type TestServer } from './testServer.ts';

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
  routes = routesOf(apiRoutes(server.running.context));
});
afterAll(() => server.stop());

/** Identifiers of things of the own school, by the kind of thing. */
interface Things {
  readonly handout: string;
  readonly photographed: string;
  readonly pupil: string;
  readonly reading: string;
  readonly job: string;
  readonly classSet: string;
  readonly entry: string;
  readonly occurrence: string;
  readonly version: string;
  readonly uploadId: string;
  readonly text: string;
  readonly mark: string;
  readonly board: string;
  readonly assignment: string;
  readonly pupilLink: string;
  readonly webPageReading: string;
  readonly recording: string;
  readonly picture: string;
  readonly schoolClass: string;
  readonly subject: string;
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

/**
 * Every route there is: what it is asked as a stranger, or why nothing of another school can be reached by
 * it.
 */
const ROUTES: Readonly<Record<string, Refused | string>> = {
  'GET /health': 'says only that it is there',
  'GET /session': 'is about who asks',
  'POST /session': 'is before anybody is signed in',
  'POST /session/demo': 'is before anybody is signed in',
  'DELETE /session': 'is about who asks',
  'POST /setup': 'works while nobody has an account',
  'GET /imports/photos/languages': 'is about the machine',
  'POST /imports/photos': 'takes in what is sent',
  'POST /imports/scan': 'takes in what is sent',
  'GET /imports/photos/:uploadId/shown': of('/imports/photos/:uploadId/shown', 'uploadId', undefined, 410),
  'POST /imports/photos/:uploadId/read': of('/imports/photos/:uploadId/read', 'uploadId', () => ({ languages: ['eng'] }), 410),
  // What is not there can be taken away: the answer tells nothing, and the photo stays (looked at below).
  'DELETE /imports/photos/:uploadId': of('/imports/photos/:uploadId', 'uploadId', undefined, 204),
  'POST /imports/photos/together': { address: () => '/imports/photos/together', body: ({ uploadId }) => ({ uploadIds: [uploadId] }), status: 410 },
  'POST /imports/text': 'looks at what is sent',
  'POST /imports/file': 'takes in what is sent',
  'GET /imports/waiting/:key': 'tells a number by a key that whoever waits has made up',
  'POST /imports/page': 'fetches a public page',
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
  'GET /words/facts': { address: ({ pupil }) => `/words/facts?word=bog&language=en-GB&pupilId=${pupil}`, status: 404 },
  'POST /words/hear': { address: () => '/words/hear', body: ({ pupil }) => ({ word: 'bog', language: 'en-GB', pupilId: pupil, way: 'normal' }), status: 404 },
  'POST /pronunciations/impact': 'looks through the own school (looked at below)',
  'GET /classes': 'lists the own school (looked at below)',
  'PATCH /classes/:id': of('/classes/:id', 'schoolClass', () => ({ name: 'Taken' })),
  'GET /subjects': 'lists the own school (looked at below)',
  'PATCH /subjects/:id': of('/subjects/:id', 'subject', () => ({ name: 'Taken' })),
  'GET /handouts/:id/study-marks': of('/handouts/:id/study-marks', 'handout'),
  'POST /handouts/:id/study-marks': of('/handouts/:id/study-marks', 'handout', () => ({ block: 'x', start: 0, end: 1, written: 'a', colour: 'sky' })),
  'GET /handouts/:id/study-marks/file': { address: ({ handout }) => `/handouts/${handout}/study-marks/file?format=txt`, status: 404 },
  'PATCH /handouts/:id/study-marks/:mark': { address: ({ handout, mark }) => `/handouts/${handout}/study-marks/${mark}`, body: () => ({ note: 'taken' }), status: 404 },
  'DELETE /handouts/:id/study-marks/:mark': { address: ({ handout, mark }) => `/handouts/${handout}/study-marks/${mark}`, status: 404 },
  'GET /handouts/:id/voice-assignment': of('/handouts/:id/voice-assignment', 'handout'),
  'PUT /handouts/:id/voice-assignment': of('/handouts/:id/voice-assignment', 'handout', () => ({ isOn: true, voices: {}, passages: [], revision: 0 })),
  'GET /handouts/:id/parallel-text': of('/handouts/:id/parallel-text', 'handout'),
  'PUT /handouts/:id/parallel-text': of('/handouts/:id/parallel-text', 'handout', () => ({ language: 'pl', text: 'Wzięte.', revision: 0 })),
  'POST /handouts/:id/parallel-text/table': of('/handouts/:id/parallel-text/table', 'handout', () => ({ language: 'pl', revision: 0 }), 400),
  'POST /handouts/:id/parallel-text/translate': of('/handouts/:id/parallel-text/translate', 'handout', () => ({ language: 'pl', revision: 0 })),
  'DELETE /handouts/:id/parallel-text': of('/handouts/:id/parallel-text', 'handout'),
  'GET /records': 'sums up the own school (looked at below)',
  'GET /records/table.csv': 'lists the own school (looked at below)',
  'DELETE /records': 'deletes of the own school alone (looked at in records.test.ts)',
  'GET /records/settings': 'is about the own school',
  'PATCH /records/settings': 'is about the own school',
  'PUT /records/settings/pupils/:id': of('/records/settings/pupils/:id', 'pupil', () => ({ keeps: true })),
  'GET /pupil-notes': 'lists the own school (looked at below)',
  'GET /pupil-notes/unseen': 'counts of the own school (looked at in records.test.ts)',
  'POST /pupil-notes/seen': 'touches of the own school alone (looked at in records.test.ts)',
  'GET /school/embedding': 'is about the own school',
  'PUT /school/embedding': 'is about the own school',
  'GET /school/allowed-sites': 'is about the own school',
  'PUT /school/allowed-sites': { address: () => '/school/allowed-sites', body: ({ pupil }) => ({ origins: [], pupilId: pupil }), status: 404 },
  'GET /handouts/:id/prompts': of('/handouts/:id/prompts', 'handout'),
  'GET /handouts/:id/recordings': of('/handouts/:id/recordings', 'handout'),
  'POST /handouts/:id/recordings': of('/handouts/:id/recordings', 'handout', () => ({ name: 'Taken', scope: null, sampleRate: 48_000 })),
  'POST /handouts/:id/recordings/file': { address: ({ handout }) => `/handouts/${handout}/recordings/file?name=Taken`, status: 404 },
  'GET /recordings/:id': of('/recordings/:id', 'recording'),
  'PUT /recordings/:id/parts/:part': { address: ({ recording }) => `/recordings/${recording}/parts/0`, status: 404 },
  'POST /recordings/:id/end': of('/recordings/:id/end', 'recording', () => ({ parts: 1 })),
  'POST /recordings/:id/align': of('/recordings/:id/align', 'recording', () => ({})),
  'PUT /recordings/:id/edits': of('/recordings/:id/edits', 'recording', () => ({ revision: 0, edits: [] })),
  'PUT /recordings/:id/words': of('/recordings/:id/words', 'recording', () => ({ revision: 0, words: [{ sentence: 0, word: 0, from: 0, to: 9 }] })),
  'PATCH /recordings/:id': of('/recordings/:id', 'recording', () => ({ name: 'Taken' })),
  'DELETE /recordings/:id': of('/recordings/:id', 'recording'),
  'POST /recordings/:id/restore': of('/recordings/:id/restore', 'recording'),
  'GET /recordings/:id/peaks': of('/recordings/:id/peaks', 'recording'),
  'GET /recordings/:id/sound': of('/recordings/:id/sound', 'recording'),
  'GET /web-page-readings': 'lists the own school (looked at in webPageReadings.test.ts)',
  'DELETE /web-page-readings/:id': of('/web-page-readings/:id', 'webPageReading'),
  'GET /school/artwork': 'is about the own school',
  'PUT /school/artwork': 'is about the own school',
  'DELETE /school/artwork': 'is about the own school',
  'GET /handouts/:id/given': of('/handouts/:id/given', 'handout'),
  'GET /pupils/:id/given': of('/pupils/:id/given', 'pupil'),
  'GET /assignments': 'lists the own school (looked at below)',
  'POST /assignments': { address: () => '/assignments', body: ({ handout, pupil }) => ({ handoutIds: [handout], pupilIds: [pupil] }), status: 404 },
  'PATCH /assignments/:id': of('/assignments/:id', 'assignment', () => ({ lastDay: '2020-01-01' })),
  'POST /assignments/:id/renew': of('/assignments/:id/renew', 'assignment'),
  'DELETE /assignments/:id': of('/assignments/:id', 'assignment'),
  'POST /assignments/:id/link': of('/assignments/:id/link', 'assignment'),
  'GET /pupil-links': 'lists the own school (looked at below)',
  'POST /pupil-links/:id/replace': of('/pupil-links/:id/replace', 'pupilLink'),
  'PUT /pupil-links/:id/pin': of('/pupil-links/:id/pin', 'pupilLink', () => ({ pin: '1234' })),
  'DELETE /pupil-links/:id': of('/pupil-links/:id', 'pupilLink'),
  'POST /open/enter': 'is opened by a secret link (looked at in assignments.test.ts)',
  'GET /open/:accessToken': 'is opened by a secret link (looked at in assignments.test.ts)',
  'GET /open/:accessToken/files/:package/:file': 'is opened by a secret link (looked at in assignments.test.ts)',
  'GET /open/:accessToken/words/:package/:sentence/:word': 'is opened by a secret link (looked at in assignments.test.ts)',
  'GET /open/:accessToken/words/:package/:sentence/:word/:way': 'is opened by a secret link (looked at in assignments.test.ts)',
  'GET /open/:accessToken/save/:package/sound.mp3': 'is opened by a secret link (looked at in assignments.test.ts)',
  'POST /open/:accessToken/events': 'is opened by a secret link (looked at in assignments.test.ts)',
  'GET /boards': 'lists the own school (looked at below)',
  'POST /boards': 'takes in what is sent',
  'GET /boards/:id': of('/boards/:id', 'board'),
  'PUT /boards/:id': of('/boards/:id', 'board', () => ({ name: 'Taken', pupilId: null, columns: 4, scanning: DEFAULT_SCANNING, phrases: [], revision: 1 })),
  'DELETE /boards/:id': of('/boards/:id', 'board'),
  'POST /boards/:id/restore': of('/boards/:id/restore', 'board'),
  'POST /boards/:id/link': of('/boards/:id/link', 'board'),
  'DELETE /boards/:id/link': of('/boards/:id/link', 'board'),
  'GET /boards/:id/voice': of('/boards/:id/voice', 'board'),
  'POST /phrases/hear': 'speaks what is sent',
  'POST /phrase-pictures': 'takes in what is sent',
  'GET /phrase-pictures/:id': of('/phrase-pictures/:id', 'picture'),
  'GET /open-boards/:token': 'is opened by a secret link (looked at in boards.test.ts)',
  'GET /open-boards/:token/sound/:phrase': 'is opened by a secret link (looked at in boards.test.ts)',
  'POST /open-boards/:token/say': 'is opened by a secret link (looked at in boards.test.ts)',
  'GET /open-boards/:token/spelling': 'is opened by a secret link (looked at in boards.test.ts)',
  'GET /open-boards/:token/picture/:picture': 'is opened by a secret link (looked at in boards.test.ts)',
  'GET /readings/:id/decided': of('/readings/:id/decided', 'reading'),
  'GET /texts/:hash/marks': of('/texts/:hash/marks', 'text'),
  'GET /pupils/:id/profiles': of('/pupils/:id/profiles', 'pupil'),
  'POST /class-lists/read': 'reads what is sent',
  'POST /class-lists': { address: () => '/class-lists', body: ({ pupil }) => ({ pupils: [], likePupil: pupil }), status: 404 },
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
  'GET /doubtful': { address: ({ pupil }) => `/doubtful?pupilId=${pupil}`, status: 200 },
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
  'GET /jobs/:id': of('/jobs/:id', 'job'),
  'DELETE /jobs/:id': of('/jobs/:id', 'job'),
  'GET /jobs/:id/file': of('/jobs/:id/file', 'job'),
  'GET /formats': 'is about the machine and the own school’s names of files',
  'POST /class-sets/plan': { address: () => '/class-sets/plan', body: classSet, status: 404 },
  'POST /class-sets': { address: () => '/class-sets', body: classSet, status: 404 },
  'GET /class-sets': 'lists the own school (looked at below)',
  'GET /class-sets/:id': of('/class-sets/:id', 'classSet'),
  'GET /class-sets/:id/stale': of('/class-sets/:id/stale', 'classSet'),
  'PATCH /class-sets/:id': of('/class-sets/:id', 'classSet', () => ({ action: 'cancel' })),
  'GET /class-sets/:id/package.zip': of('/class-sets/:id/package.zip', 'classSet'),
}; // prettier-ignore

/** A class set of a handout for a pupil. */
function classSet({ handout, pupil }: Pick<Things, 'handout' | 'pupil'>) {
  return {
    handoutIds: [handout],
    pupilIds: [pupil],
    output: { format: 'json' },
    naming: { pattern: '{title}', initials: false },
  };
}

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
  const set = await own.send<ClassSet>('POST', '/class-sets', classSet({ handout: handout?.id ?? '', pupil: pupil?.id ?? '' })); // prettier-ignore
  const mark = await own.send<{ id: string }>('POST', `/handouts/${handout?.id ?? ''}/study-marks`, {
    block: first?.id, start: 0, end: 3, written: first?.text.slice(0, 3), colour: 'sky',
  }); // prettier-ignore
  const board = await own.send<{ id: string }>('POST', '/boards', {
    name: 'Lunch', pupilId: pupil?.id, columns: 3, scanning: DEFAULT_SCANNING, phrases: [],
  }); // prettier-ignore
  const [assignment] = (
    await own.send<{ id: string }[]>('POST', '/assignments', {
      handoutIds: [handout?.id],
      pupilIds: [pupil?.id],
    })
  ).body;
  const [pupilLink] = (await own.get<{ id: string }[]>('/pupil-links')).body;
  const webPageReading = await makeWebPageReading();
  const recording = await own.send<{ id: string }>('POST', `/handouts/${handout?.id ?? ''}/recordings`, {
    name: 'At the desk', scope: null, sampleRate: 48_000,
  }); // prettier-ignore
  const picture = await own.fetch('/phrase-pictures', {
    method: 'POST',
    body: Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0]),
    headers: { 'content-type': 'image/png' },
  });
  const photo = new Uint8Array(
    readFileSync(new URL('../../../readers/fixtures/photos/mossShort.jpg', import.meta.url)),
  );
  const looked = await own.upload<{ uploadId: string }>('/imports/photos', undefined, {
    name: 'moss.jpg',
    bytes: photo,
  });
  return {
    handout: handout?.id ?? '',
    photographed: handout?.id ?? '',
    pupil: pupil?.id ?? '',
    reading: reading.id,
    job: job.id,
    classSet: set.body.id,
    entry: (await own.get<Entry[]>('/pronunciations')).body[0]?.id ?? '',
    occurrence: placed.body.occurrences[0]?.id ?? '',
    version: (await own.get<VersionView[]>(`/handouts/${handout?.id ?? ''}/versions`)).body[0]?.id ?? '',
    uploadId: looked.body.uploadId,
    text: reading.textHash,
    mark: mark.body.id,
    board: board.body.id,
    assignment: assignment?.id ?? '',
    pupilLink: pupilLink?.id ?? '',
    webPageReading,
    recording: recording.body.id,
    picture: ((await picture.json()) as { id: string }).id,
    schoolClass: (await own.get<NamedGroup[]>('/classes')).body[0]?.id ?? '',
    subject: (await own.get<NamedGroup[]>('/subjects')).body[0]?.id ?? '',
    profile: pupil?.profile ?? {},
  };
}

/** A page that somebody wanted to hear. */
async function makeWebPageReading(): Promise<string> {
  const { database } = server.running.context;
  const [school] = await database.db.select().from(schools).where(eq(schools.isDemo, true));
  const [page] = await database.db
    .insert(webPageReadings)
    .values({ schoolId: school?.id ?? '', address: 'https://wrenmoor.example/', fetchedAt: new Date() })
    .returning();
  return page?.id ?? '';
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
    '/classes',
    '/subjects',
    '/boards',
    '/class-sets',
    '/assignments',
    '/pupil-notes',
    '/pupil-links',
    '/web-page-readings',
  ])
    expect([list, (await other.get(list)).body]).toEqual([list, []]);
  for (const [route, asked] of Object.entries(ROUTES)) {
    if (typeof asked === 'string') continue;
    const method = route.slice(0, route.indexOf(' '));
    const answer = await other.send(method, asked.address(things), asked.body?.(things));
    expect([route, answer.status]).toEqual([route, asked.status]);
  }
  expect((await own.get<Handout>(`/handouts/${things.handout}`)).body).toEqual(before);
  expect((await own.fetch(`/imports/photos/${things.uploadId}/shown`)).status).toBe(200);
  expect((await own.get<Job>(`/jobs/${things.job}`)).body.state).not.toBe('cancelled');
});
