/** @module-tag long */
import type { Assignment, WebPageReading, Hearing, Handout, Opened, Pupil, PupilLink } from '@aurelfield/api';
import { eq } from 'drizzle-orm';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { webPageReadings } from '../../db/schema/index.ts';
import { cleanUpNow } from '../../testing/cleanUpNow.ts';
import { startTestServer, TestClient, until, type TestServer } from '../../testing/testServer.ts';
import { LOOKED_AT_AGAIN, MOST_A_DAY, TRIED_AGAIN } from './webPageReadingService.ts';
import { NEW_AN_HOUR } from './openRoutes.ts';

let server: TestServer;
let client: TestClient;
let site: string;
let pupil: Pupil;
const pageFolder = fileURLToPath(new URL('../../../../page/public', import.meta.url));
beforeAll(async () => {
  server = await startTestServer({ config: { pageFolder } });
  client = await TestClient.demo(server);
  site = server.running.siteOrigin ?? '';
  const [first] = (await client.get<Pupil[]>('/pupils')).body;
  if (!first) throw new Error('The demo has no pupils.');
  pupil = first;
});
afterAll(() => server.stop());
beforeEach(async () => {
  for (const { id } of (await client.get<WebPageReading[]>('/web-page-readings')).body)
    await client.send('DELETE', `/web-page-readings/${id}`);
  await allow([site]);
});

const allow = (origins: readonly string[], pupilId: string | null = pupil.id) =>
  client.send('PUT', '/school/allowed-sites', { origins, pupilId });
const root = () => server.base.replace(/\/api$/u, '');
const visit = (page: string, at = '/hear') =>
  fetch(`${root()}${at}?page=${encodeURIComponent(page)}`, { redirect: 'manual' });
const state = async (page: string) => (await (await visit(page, '/hear/state')).json()) as Hearing;
const heard = (page: string) => until(() => state(page), ({ state: now }) => now !== 'making'); // prettier-ignore
const list = async () => (await client.get<WebPageReading[]>('/web-page-readings')).body;
const db = () => server.running.context.database.db;
const textOf = async ({ path: way }: Hearing) => {
  const entered = await fetch(`${server.base}/open/enter`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ key: way?.slice('/p/'.length) ?? '', pin: '' }),
  });
  const opened = (await entered.json()) as Opened;
  const [item] = opened.items;
  if (!item) return { item, opened, html: '' };
  const text = await fetch(`${server.base}/open/${opened.accessToken}/files/${item.package}/page.json`);
  // Renewed since the list was asked for: it has another file now.
  if (text.status === 404) return { item, opened, html: '' };
  return { item, opened, html: ((await text.json()) as { html: string }).html.replace(/<[^>]+>/gu, '') };
};

describe('a page of an allowed site', () => {
  test('is made when somebody wants to hear it, once, and leads to its sound', async () => {
    const page = `${site}/river/bore`;
    const first = await visit(`${page}#safe`);
    expect([first.status, first.headers.get('content-security-policy')]).toEqual([202, expect.stringContaining("default-src 'none'")]); // prettier-ignore
    expect(await first.text()).toContain('One moment, please');
    const ready = await heard(page);
    expect(ready.state).toBe('ready');
    const { item, opened, html } = await textOf(ready);
    expect(opened.items).toHaveLength(1);
    expect(item).toMatchObject({ title: expect.stringContaining('bore') as string, allows: { save: [], comment: false, mark: false } }); // prettier-ignore
    expect(html).toContain('Stand at least 5 m back');
    expect(html).not.toContain('Lovely page');
    const visits = await visitsOf();
    const again = await visit(page);
    expect([again.status, again.headers.get('location')]).toEqual([303, ready.path]);
    expect(await visitsOf()).toBe(visits);
    expect(await list()).toMatchObject([{ address: page, state: 'ready', error: null }]);
    // It lies on the shelf, where a teacher can put words right.
    const [shelved] = (await client.get<Handout[]>('/handouts')).body;
    expect(shelved).toMatchObject({ className: 'School site' });
  });

  test('is not among what is handed to the pupil in whose way it is read, and who hears it is not recorded as that pupil', async () => {
    await client.send('PUT', `/records/settings/pupils/${pupil.id}`, { keeps: true });
    const ready = await heard(`${site}/river/bore`);
    const { opened } = await textOf(ready);
    expect(opened.records).toBe(false);
    const whole = (await client.get<PupilLink[]>('/pupil-links')).body.find(
      ({ pupilId, assignmentId }) => pupilId === pupil.id && assignmentId === null,
    );
    const all = await textOf({ ...ready, path: `/p/${whole?.secret ?? ''}` });
    expect([all.opened.items, all.opened.records]).toEqual([[], true]);
    await client.send('PUT', `/records/settings/pupils/${pupil.id}`, { keeps: false });
  });

  test('that many want at the same moment is fetched once', async () => {
    const visits = await visitsOf();
    const answers = await Promise.all(Array.from({ length: 12 }, () => visit(`${site}/river/bore?many`)));
    expect(answers.map(({ status }) => status)).toEqual(answers.map(() => 202));
    expect((await heard(`${site}/river/bore?many`)).state).toBe('ready');
    expect(await visitsOf()).toBe(visits + 1);
  });

  test('is looked at again after an hour: its new text is read, the earlier one stays heard until then', async () => {
    const page = `${site}/notice`;
    const before = await heard(page);
    expect((await textOf(before)).html).toContain('closes at four');
    await fetch(page, {
      method: 'PUT',
      body: '<html lang="en"><title>Notice</title><main><h1>Notice</h1><p>The library closes at three on Friday, because the roof is being mended.</p></main></html>',
    });
    expect((await textOf(await heard(page))).html).toContain('closes at four');
    await age(page, LOOKED_AT_AGAIN + 1000);
    expect(await state(page)).toEqual(before);
    const after = await until(
      async () => textOf(await state(page)),
      ({ html }) => html.includes('closes at three'),
    );
    expect(after.item?.version).toBe(2);
    const [{ handoutId } = { handoutId: '' }] = await list();
    const versions = await client.get<{ reason: string }[]>(`/handouts/${handoutId ?? ''}/versions`);
    expect(versions.body.map(({ reason }) => reason)).toEqual(['fetched again', 'taken in']);
  });

  test('is heard no more once it is taken back, and is made anew when it is forgotten', async () => {
    const page = `${site}/notice?again`;
    const ready = await heard(page);
    const [{ id, handoutId } = { id: '', handoutId: '' }] = await list();
    const [out] = (await client.get<Assignment[]>(`/assignments?handoutId=${handoutId ?? ''}`)).body;
    await client.send('DELETE', `/assignments/${out?.id ?? ''}`);
    expect((await visit(page)).status).toBe(404);
    expect(await list()).toMatchObject([{ state: 'stopped' }]);
    await client.send('DELETE', `/web-page-readings/${id}`);
    const renewed = await heard(page);
    expect(renewed.state).toBe('ready');
    expect(renewed.path).not.toBe(ready.path);
  });

  test('says why where it cannot be read, to its reader and to the teacher, and is tried again later', async () => {
    const page = `${site}/file.zip`;
    const failed = await heard(page);
    expect(failed).toMatchObject({ state: 'failed', path: null });
    const shown = await visit(page);
    expect([shown.status, await shown.text()]).toEqual([422, expect.stringContaining(failed.message.slice(0, 20))]); // prettier-ignore
    expect(await list()).toMatchObject([{ state: 'failed', error: failed.message, title: null }]);
    // What came to nothing is forgotten in time.
    await age(page, 40 * 24 * 60 * 60 * 1000);
    await cleanUpNow(server);
    expect(await list()).toEqual([]);
  });

  test('that could not be read and was put right is made when it is asked for later', async () => {
    const page = `${site}/notice?mended`;
    const put = (body: string) => fetch(`${site}/notice`, { method: 'PUT', body });
    await put('<html lang="en"><title>Nothing</title><body></body></html>');
    expect((await heard(page)).state).toBe('failed');
    await put(
      '<html lang="en"><title>Notice</title><main><h1>Notice</h1><p>The path by the river is open again, and the gate stands open until dusk.</p></main></html>',
    );
    // Not at once: who asks again and again has nothing fetched again and again.
    expect((await state(page)).state).toBe('failed');
    await age(page, TRIED_AGAIN + 1000);
    expect((await state(page)).state).toBe('making');
    expect((await textOf(await heard(page))).html).toContain('until dusk');
    expect(await list()).toMatchObject([{ state: 'ready', error: null }]);
  });

  test('that leads to a site that is not allowed is not read', async () => {
    const failed = await heard(`${site}/to-private`);
    expect(failed.state).toBe('failed');
  });
});

describe('what is not allowed', () => {
  test.each([
    ['another site', 'https://elsewhere.example/page'],
    ['no page', 'javascript:alert(1)'],
    ['a file', 'file:///etc/passwd'],
    ['nothing', ''],
    ['far too long an address', `https://elsewhere.example/${'x'.repeat(3000)}`],
    ['a name and password', 'https://a:b@elsewhere.example/'],
  ])('%s: a page that says so, and nothing is fetched', async (_name, page) => {
    const answer = await visit(page);
    expect(answer.status).toBe(404);
    const html = await answer.text();
    expect(html).toContain('cannot be heard');
    expect(html).not.toContain('elsewhere.example');
    expect(await list()).toEqual([]);
  });

  test('a site without a pupil in whose way it is read', async () => {
    await allow([site], null);
    expect((await visit(`${site}/river/bore`)).status).toBe(404);
    expect((await client.send('PUT', '/school/allowed-sites', { origins: ['nonsense'], pupilId: null })).status).toBe(400); // prettier-ignore
  });

  test('too many new pages, in a day for the school and in an hour for one address', async () => {
    const { database } = server.running.context;
    const [known] = await database.db.select().from(webPageReadings);
    expect(known).toBeUndefined();
    await heard(`${site}/notice?first`);
    const [{ schoolId } = { schoolId: '' }] = await database.db.select().from(webPageReadings);
    await database.db.insert(webPageReadings).values(
      Array.from({ length: MOST_A_DAY - 1 }, (_, i) => ({ schoolId, address: `${site}/made-up/${i}`, fetchedAt: new Date() })), // prettier-ignore
    );
    expect((await visit(`${site}/notice?more`)).status).toBe(429);
    expect((await visit(`${site}/notice?first`)).status).toBe(303);
    await database.db.delete(webPageReadings);
    const answers: number[] = [];
    for (let i = 0; i <= NEW_AN_HOUR; i++) answers.push((await visit(`${site}/made-up/${i}`)).status);
    expect(answers.at(-1)).toBe(429);
    await server.running.context.database.db.delete(webPageReadings);
  });
});

test('the line for a page of the site may be brought in from there, and brings in a link', async () => {
  const script = await fetch(`${root()}/hear.js`);
  expect(script.headers.get('cross-origin-resource-policy')).toBe('cross-origin');
  expect(await script.text()).toContain('Listen to this page');
  expect((await fetch(`${root()}/page/hearing/waiting.js`)).status).toBe(200);
  expect((await fetch(`${root()}/page/hearing/hear.js`)).status).toBe(404);
});

async function age(address: string, milliseconds: number): Promise<void> {
  await db()
    .update(webPageReadings)
    .set({ fetchedAt: new Date(Date.now() - milliseconds) })
    .where(eq(webPageReadings.address, address));
}

async function visitsOf(): Promise<number> {
  return ((await (await fetch(`${site}/visits`)).json()) as { visits: number }).visits;
}
