import type { ApiErrorBody, Assignment, Handout, Opened, Pupil, PupilLink } from '@aurelfield/api';
import { randomUUID } from 'node:crypto';
import { performance } from 'node:perf_hooks';
import pg from 'pg';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { startAssignments } from '../../testing/assignments.ts';
import { startTestServer, TestClient } from '../../testing/testServer.ts';

const assignments = await startAssignments();
const { server, client, pupils, add, give, settled, given, linkOf, ask, enter, file } = assignments;
const database = new pg.Client({ connectionString: server.databaseUrl });
await database.connect();
afterAll(async () => {
  await database.end();
  await server.stop();
});

describe('what opens nothing', () => {
  let handout: Handout;
  let pupil: Pupil;
  let link: PupilLink;
  beforeAll(async () => {
    handout = await add('Tides', 'The tide turns. The bell rings.');
    pupil = (await client.send<Pupil>('POST', '/pupils', { ...(pupils[0] as Pupil), name: 'Wren' })).body;
    await given([handout], [pupil]);
  });
  beforeEach(async () => {
    link = await linkOf(pupil);
  });

  test('says what is wrong, never sooner than for anything else: unknown, ended, not yet, over, no PIN, wrong PIN', async () => {
    const [out] = await settled([handout]);
    const single = (await client.send<PupilLink>('POST', `/assignments/${out?.id ?? ''}/link`)).body;
    const replaced = (await client.send<PupilLink>('POST', `/pupil-links/${link.id}/replace`)).body;
    await client.send('PUT', `/pupil-links/${replaced.id}/pin`, { pin: '4321' });
    await client.send('PATCH', `/assignments/${out?.id ?? ''}`, { firstDay: '2999-01-01' });
    const questions: [string, string, number, string][] = [
      [randomUUID(), '', 404, 'unknown-link'],
      ['zzzz zzzz', '', 404, 'unknown-code'],
      [link.secret, '', 410, 'withdrawn'],
      [link.code, '', 404, 'unknown-code'],
      [replaced.secret, '', 401, 'pin-needed'],
      [replaced.code, '1234', 401, 'wrong-pin'],
      [replaced.secret, '43210', 401, 'wrong-pin'],
      [single.secret, '', 404, 'unknown-link'],
    ];
    for (const [key, pin, status, code] of questions) {
      const started = performance.now();
      const answer = await enter(key, pin);
      expect([key, answer.status, answer.body.code]).toEqual([key, status, code]);
      expect(performance.now() - started).toBeGreaterThanOrEqual(149);
    }
    await client.send('PATCH', `/assignments/${out?.id ?? ''}`, { firstDay: null, lastDay: '2020-01-01' });
    expect((await enter(single.secret)).status).toBe(410);
    await client.send('PATCH', `/assignments/${out?.id ?? ''}`, { lastDay: null });
    expect((await enter(single.secret)).status).toBe(200);
    expect((await enter(replaced.secret, '4321')).status).toBe(200);
    await client.send('PUT', `/pupil-links/${replaced.id}/pin`, { pin: null });
  });

  test('a page that was opened is opened again by its pass; another PIN, or the end of its link, says so', async () => {
    const opened = (await enter(link.secret)).body;
    const resume = () => ask<Opened & ApiErrorBody>(`/open/${opened.accessToken}`);
    expect((await resume()).body).toMatchObject({ key: link.secret, items: opened.items });
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: '5555' });
    expect((await resume()).body.code).toBe('pin-needed');
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: null });
    await client.send('DELETE', `/pupil-links/${link.id}`);
    expect((await resume()).status).toBe(410);
    expect(
      (await ask(`/open/${opened.accessToken.replace(/.$/u, (sign) => (sign === 'x' ? 'y' : 'x'))}`)).status,
    ).toBe(404);
    await given([handout], [pupil]);
  });

  test('a page that was opened is shut by taking back, by another PIN, and by the end of its link', async () => {
    const opened = (await enter(link.secret)).body;
    const [item] = opened.items as [Opened['items'][number]];
    const status = async () => (await file(opened, item, 'page.json')).status;
    expect(await status()).toBe(200);
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: '5555' });
    expect(await status()).toBe(401);
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: null });
    expect(await status()).toBe(200);
    const [out] = await settled([handout]);
    await client.send('DELETE', `/assignments/${out?.id ?? ''}`);
    expect(await status()).toBe(404);
    expect((await enter(link.secret)).body.items).toEqual([]);
    await given([handout], [pupil]);
    const again = (await enter(link.secret)).body;
    const [renewed] = again.items as [Opened['items'][number]];
    expect((await file(again, renewed, 'page.json')).status).toBe(200);
    await client.send('DELETE', `/pupil-links/${link.id}`);
    expect((await file(again, renewed, 'page.json')).status).toBe(410);
    expect((await enter(link.secret)).status).toBe(410);
    await given([handout], [pupil]);
  });

  test('a deleted pupil and a deleted handout open nothing', async () => {
    const opened = (await enter(link.secret)).body;
    const [item] = opened.items as [Opened['items'][number]];
    await client.send('DELETE', `/handouts/${handout.id}`);
    expect((await file(opened, item, 'page.json')).status).toBe(404);
    await client.send('POST', `/handouts/${handout.id}/restore`);
    expect((await file(opened, item, 'page.json')).status).toBe(200);
    await client.send('DELETE', `/pupils/${pupil.id}`);
    expect((await enter(link.secret)).status).toBe(410);
    expect((await file(opened, item, 'page.json')).status).toBe(410);
    await client.send('POST', `/pupils/${pupil.id}/restore`);
    expect((await enter(link.secret)).status).toBe(200);
  });

  test.each([
    ['a day that is none', { firstDay: '2026-02-31' }, 400],
    ['days in the wrong order', { firstDay: '2026-12-02', lastDay: '2026-12-01' }, 400],
    [
      'a pace out of bounds',
      { allows: { save: [], slowest: 0.1, fastest: 2, position: 'free', comment: true, mark: true } },
      400,
    ],
    ['nobody', { pupilIds: [] }, 400],
  ])('%s is refused before anything is stored', async (_name, more, status) => {
    const before = (await client.get<Assignment[]>('/assignments')).body.length;
    expect((await give([handout], [pupil], more)).status).toBe(status);
    expect((await client.get<Assignment[]>('/assignments')).body).toHaveLength(before);
  });

  test('a whole year opens its pages in the same second', async () => {
    const { secret, code } = await linkOf(pupil);
    const answers = await Promise.all(
      Array.from({ length: 150 }, (_, nth) => enter(nth % 2 === 0 ? secret : code)),
    );
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([200]));
  });

  test(
    'thirty pupils behind one address type wrong codes and PINs, and every right link still opens',
    { tags: 'long' },
    async () => {
      const own = await startTestServer();
      const teacher = await TestClient.demo(own);
      const [{ id: pupilId } = { id: '' }] = (await teacher.get<Pupil[]>('/pupils')).body;
      const [{ id: handoutId } = { id: '' }] = (await teacher.get<Handout[]>('/handouts')).body;
      await teacher.send('POST', '/assignments', { handoutIds: [handoutId], pupilIds: [pupilId] });
      const [known] = (await teacher.get<PupilLink[]>('/pupil-links')).body as [PupilLink];
      await teacher.send('PUT', `/pupil-links/${known.id}/pin`, { pin: '2468' });
      const open = async (key: string, pin = '') =>
      (await fetch(`${own.base}/open/enter`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ key, pin }) })).status; // prettier-ignore
      const guess = (nth: number) => nth.toString(31).padStart(8, '2').replace(/[01ilo]/gu, '3'); // prettier-ignore
      // Opening a page with a PIN, again and again, is no guess.
      for (let i = 0; i < 120; i++) expect(await open(known.secret)).toBe(401);
      expect(await open(known.secret, '2468')).toBe(200);
      // Nine wrong codes for each of thirty pupils.
      const wrong = await Promise.all(Array.from({ length: 270 }, (_, nth) => open(guess(nth))));
      expect(new Set(wrong)).toEqual(new Set([404]));
      expect(await open(known.code, '2468')).toBe(200);
      // Guessing goes no further than that: then codes wait, and say that they do, while links go on.
      const more = await Promise.all(Array.from({ length: 60 }, (_, nth) => open(guess(1000 + nth))));
      expect(more).toContain(429);
      expect(await open(known.code, '2468')).toBe(429);
      expect(await open(known.secret, '2468')).toBe(200);
      expect(await open(randomUUID())).toBe(404);
      // PINs count by their link alone, and in the database, where every serving process sees them.
      for (let i = 0; i < 10; i++) expect(await open(known.secret, String(1000 + i))).toBe(401);
      expect(await open(known.secret, '2468')).toBe(429);
      await own.restart();
      expect(await open(known.secret, '2468')).toBe(429);
      await own.stop();
    },
  );

  test('what one link may write is limited for a day', async () => {
    const opened = (await enter(link.secret)).body;
    const [item] = opened.items as [Opened['items'][number]];
    const comments = (count: number) =>
      ask<ApiErrorBody>(`/open/${opened.accessToken}/events`, {
        events: Array.from({ length: count }, () => ({ id: randomUUID(), assignment: item.id, version: 1, kind: 'comment', at: new Date().toISOString(), sentence: 0, amount: 0, text: 'again' })),
      }); // prettier-ignore
    expect((await comments(150)).status).toBe(200);
    expect((await comments(60)).status).toBe(429);
    const { rows } = await database.query<{ count: string }>(
      `select count(*) from listening_events where text = 'again'`,
    );
    expect(rows[0]?.count).toBe('150');
  });
});
