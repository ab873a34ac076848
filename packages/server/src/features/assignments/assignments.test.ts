import type {
  ReadingSnapshot,
  Assignment,
  Handout,
  Opened,
  PageWord,
  ApiErrorBody,
  Pupil,
  PupilLink,
} from '@aurelfield/api';
import { SpeechError } from '@aurelfield/voices';
import { randomUUID } from 'node:crypto';
import { get as httpGet, type IncomingMessage } from 'node:http';
import { performance } from 'node:perf_hooks';
import { parseFeed } from 'podcast-partytime';
import pg from 'pg';
import sharp from 'sharp';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { SNAPSHOTS } from './assignmentJob.ts';
import { wordIn } from './openWord.ts';
import type { ObjectStore } from '../../store/objectStore.ts';
import { cleanUpNow } from '../../testing/cleanUpNow.ts';
import {
  startTestServer,
  TestClient,
  until,
  type Answer,
  type TestServer,
} from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
let pupils: Pupil[];
let database: pg.Client;
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
  pupils = (await client.get<Pupil[]>('/pupils')).body;
  database = new pg.Client({ connectionString: server.databaseUrl });
  await database.connect();
});
afterAll(async () => {
  await database.end();
  await server.stop();
});

const add = async (title: string, text: string) =>
  (await client.upload<Handout>('/handouts', { title, language: 'en-GB', text, format: 'text' })).body;
const give = async (
  handouts: readonly { id: string }[],
  whom: readonly { id: string }[],
  more: object = {},
) =>
  client.send<Assignment[]>('POST', '/assignments', {
    handoutIds: handouts.map(({ id }) => id),
    pupilIds: whom.map(({ id }) => id),
    ...more,
  });
const settled = async (handouts: readonly { id: string }[]) =>
  (
    await until(
      async () => (await Promise.all(handouts.map(({ id }) => client.get<Assignment[]>(`/assignments?handoutId=${id}`)))).flatMap(({ body }) => body),
      (all) => all.every(({ state }) => state !== 'making'),
    )
  ); // prettier-ignore
const given = async (
  handouts: readonly { id: string }[],
  whom: readonly { id: string }[],
  more: object = {},
) => {
  expect((await give(handouts, whom, more)).status).toBe(202);
  return settled(handouts);
};
const linkOf = async (pupil: { id: string }) => {
  const { body } = await client.get<PupilLink[]>('/pupil-links');
  const link = body.find(({ pupilId, assignmentId }) => pupilId === pupil.id && assignmentId === null);
  if (!link) throw new Error('no link');
  return link;
};
/** A stranger's question: without a cookie or a token. */
const ask = async <T = unknown>(
  address: string,
  json?: unknown,
): Promise<Answer<T> & { readonly bytes: Buffer }> => {
  const response = await fetch(`${server.base}${address}`, json === undefined ? {} : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(json) }); // prettier-ignore
  const bytes = Buffer.from(await response.arrayBuffer());
  const isJson = response.headers.get('content-type')?.includes('json') ?? false;
  return { status: response.status, headers: response.headers, bytes, body: (isJson ? JSON.parse(bytes.toString()) : undefined) as T }; // prettier-ignore
};
const enter = (key: string, pin = '') => ask<Opened & ApiErrorBody>('/open/enter', { key, pin });
const file = ({ pass }: { pass: string }, { package: name }: { package: string }, one: string) =>
  ask(`/open/${pass}/files/${name}/${one}`);

describe('handing out', () => {
  test('freezes a reading for each pupil; its link, its code, and nothing else opens it', async () => {
    const handout = await add(
      'Ferry times',
      '# Ferry times\n\nThe ferry leaves at ten. The bell rings. Nobody waits.',
    );
    const [one, other] = pupils as [Pupil, Pupil];
    const out = await given([handout], [one, other]);
    expect(out.map(({ state, version, newer }) => [state, version, newer])).toEqual([
      ['out', 1, []],
      ['out', 1, []],
    ]);
    const link = await linkOf(one);
    const byLink = await enter(link.secret);
    expect(byLink.status).toBe(200);
    expect(byLink.headers.getSetCookie()).toEqual([]);
    const { items, pass } = byLink.body;
    expect(items.map(({ title }) => title)).toEqual(['Ferry times']);
    const [item] = items as [Opened['items'][number]];
    const reading = (await ask<ReadingSnapshot>(`/open/${pass}/files/${item.package}/page.json`)).body;
    expect(reading.sentences.length).toBeGreaterThanOrEqual(3);
    expect(reading.html).toContain('Nobody');
    expect((await enter(` ${link.code.toUpperCase()} `)).body.items).toEqual(items);
    const sound = await file({ pass }, item, 'sound-0.opus');
    expect([sound.status, sound.headers.get('content-type')]).toEqual([200, 'audio/ogg']);
    expect(sound.bytes.subarray(0, 4).toString()).toBe('OggS');
    expect(sound.headers.get('cache-control')).toContain('immutable');
    // The other one's reading of the same handout, by every way there is.
    const others = (await enter((await linkOf(other)).secret)).body;
    const [foreign] = others.items as [Opened['items'][number]];
    expect(foreign.package).not.toBe(item.package);
    for (const name of ['page.json', 'sound-0.opus', 'sound-0.m4a']) {
      expect((await file({ pass }, foreign, name)).status).toBe(404);
      expect((await file(others, foreign, name)).status).toBe(200);
    }
    for (const name of [
      '../page.json',
      '..%2f..%2fclips',
      'sound-0.wav',
      'x',
      `..%2f${foreign.package}%2fpage.json`,
    ])
      expect([401, 404]).toContain((await file({ pass }, item, name)).status);
  });

  test('only hashes of secrets, codes and PINs are kept', async () => {
    const link = await linkOf(pupils[0] as Pupil);
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: '971358' });
    const { rows } = await database.query<object>('select * from pupil_links');
    const all = JSON.stringify(rows);
    for (const secret of [link.secret, link.code, '971358']) expect(all).not.toContain(secret);
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: null });
  });

  test('what is newer is told, a renewal takes its place under the same link, and what was out stays until then', async () => {
    const handout = await add('Peat', 'Peat is old. It is wet.');
    const [one] = pupils as [Pupil];
    const [before] = await given([handout], [one]);
    const link = await linkOf(one);
    const itemOf = async () => (await enter(link.secret)).body.items.find(({ id }) => id === before?.id);
    const first = await itemOf();
    await client.send('PUT', `/pupils/${one.id}`, {
      ...one,
      profile: { ...one.profile, pace: one.profile.pace + 20 },
    });
    const [told] = (await client.get<Assignment[]>(`/assignments?handoutId=${handout.id}`)).body;
    expect(told).toMatchObject({ state: 'out', newer: ['profile'] });
    server.engine.delay = 400;
    await client.send('POST', `/assignments/${told?.id ?? ''}/renew`);
    expect(await itemOf()).toEqual(first);
    server.engine.delay = 0;
    const [renewed] = await settled([handout]);
    expect(renewed).toMatchObject({ state: 'out', version: 2, newer: [] });
    const second = await itemOf();
    expect(second?.package).not.toBe(first?.package);
    expect(second?.version).toBe(2);
    // A page that was open goes on with what it began: its files stay for a day.
    const { pass } = (await enter(link.secret)).body;
    const former = async (name: string) =>
      (await file({ pass }, { package: first?.package ?? '' }, name)).status;
    expect([await former('page.json'), await former('sound-0.opus')]).toEqual([200, 200]);
    const { context } = server.running;
    const cleanUpLater = () => cleanUpNow(server, { store: laidDown(context.store) });
    await cleanUpLater();
    expect(await former('sound-0.m4a')).toBe(200);
    await database.query(
      `update assignments set former_packages = replace(former_packages::text, '"until": "2', '"until": "1')::jsonb`,
    );
    expect(await former('page.json')).toBe(404);
    await cleanUpLater();
    const left: string[] = [];
    for await (const { name } of context.store.list(SNAPSHOTS)) left.push(name);
    expect(left.filter((name) => name.includes(first?.package ?? '?'))).toEqual([]);
    expect(left.filter((name) => name.includes(second?.package ?? '?')).length).toBeGreaterThan(2);
    pupils = (await client.get<Pupil[]>('/pupils')).body;
  });

  test('who has a handout, and what a pupil has, is counted before either is deleted; a restored pupil’s link works again', async () => {
    const handout = await add('Weirs', 'The weir hums.');
    const some = pupils.slice(0, 3);
    await given([handout], some);
    const countOf = async (address: string) => (await client.get<{ count: number }>(address)).body.count;
    expect(await countOf(`/handouts/${handout.id}/given`)).toBe(3);
    const [first] = some as [Pupil];
    const has = await countOf(`/pupils/${first.id}/given`);
    expect(has).toBeGreaterThan(0);
    const link = await linkOf(first);
    await client.send('DELETE', `/pupils/${first.id}`);
    expect(await countOf(`/handouts/${handout.id}/given`)).toBe(2);
    expect((await enter(link.secret)).status).toBe(410);
    await client.send('POST', `/pupils/${first.id}/restore`);
    expect((await enter(link.secret)).body.items.map(({ title }) => title)).toContain('Weirs');
    expect(await countOf(`/pupils/${first.id}/given`)).toBe(has);
  });

  test('a link to one assignment opens that alone', async () => {
    const [a, b] = [await add('One', 'One is here.'), await add('Two', 'Two is here.')];
    const [, , third] = pupils as [Pupil, Pupil, Pupil];
    const out = await given([a, b], [third]);
    const single = out.find(({ title }) => title === 'Two') as Assignment;
    const link = (await client.send<PupilLink>('POST', `/assignments/${single.id}/link`)).body;
    const alone = (await enter(link.secret)).body;
    expect(alone.items.map(({ title }) => title)).toEqual(['Two']);
    const everything = (await enter((await linkOf(third)).secret)).body;
    const one = everything.items.find(({ title }) => title === 'One') as Opened['items'][number];
    expect((await file(alone, one, 'page.json')).status).toBe(404);
    expect((await client.send<PupilLink>('POST', `/assignments/${single.id}/link`)).body.id).toBe(link.id);
  });

  test('a freezing that fails says why, and what was out before stays out', async () => {
    const handout = await add('Gate', 'The gate is shut.');
    const [one] = pupils as [Pupil];
    const [out] = await given([handout], [one]);
    await client.send('PUT', `/pupils/${one.id}`, {
      ...one,
      profile: { ...one.profile, pace: one.profile.pace - 15 },
    });
    pupils = (await client.get<Pupil[]>('/pupils')).body;
    server.engine.failure = new SpeechError('failed', 'The voice is hoarse.');
    const [failed] = await given([handout], [one]);
    server.engine.failure = undefined;
    expect(failed).toMatchObject({ state: 'failed', version: 1 });
    expect(failed?.error).toContain('hoarse');
    expect(
      (await enter((await linkOf(one)).secret)).body.items.find(({ id }) => id === out?.id)?.version,
    ).toBe(1);
  });
});

/** A store whose objects are days old. */
function laidDown(store: ObjectStore): ObjectStore {
  return {
    put: store.put.bind(store),
    read: store.read.bind(store),
    stream: store.stream.bind(store),
    delete: store.delete.bind(store),
    list: async function* (prefix) {
      for await (const one of store.list(prefix)) yield { ...one, changedAt: new Date(Date.now() - 3e8) };
    },
  };
}

describe('a disk that is full', () => {
  test.each(['sound-0.m4a', 'whole.mp3', 'page.json'])(
    'when %s is written leaves nothing half out, and says so',
    async (file) => {
      const { store } = server.running.context;
      const packages = async () => {
        const names = new Set<string>();
        for await (const { name } of store.list(SNAPSHOTS)) names.add(name.split('/')[2] ?? '');
        return names.size;
      };
      const handout = await add(`Full at ${file}`, 'The pond is full. The gate is shut.');
      const [one] = pupils as [Pupil];
      const [out] = await given([handout], [one]);
      const link = await linkOf(one);
      const before = await packages();
      const put = store.put.bind(store);
      store.put = async (name, content) => {
        if (name.startsWith(SNAPSHOTS) && name.endsWith(file))
          throw Object.assign(new Error('ENOSPC: no space left on device'), { code: 'ENOSPC' });
        await put(name, content);
      };
      try {
        const [failed] = await given([handout], [one]);
        expect(failed).toMatchObject({ state: 'failed', version: 1 });
        expect(failed?.error).toContain('disk is full');
      } finally {
        store.put = put;
      }
      expect(await packages()).toBe(before);
      expect((await enter(link.secret)).body.items.find(({ id }) => id === out?.id)?.version).toBe(1);
      expect((await given([handout], [one]))[0]).toMatchObject({ state: 'out', version: 2 });
    },
  );
});

describe('a word of an assignment', () => {
  test.each([
    ['<p><span class="s" id="s3"><span class="w" id="s3w0">Salt</span> &amp; <span class="w" id="s3w1">rock &lt;old&gt;</span>.</span></p>', 3, 1, { word: 'rock <old>', sentence: 'Salt rock <old>', start: 5 }],
    ['<span class="w" id="s1w0">One</span><span class="w" id="s11w0">Other</span>', 1, 0, { word: 'One', sentence: 'One', start: 0 }],
    ['<span class="w" id="s1w0">One</span>', 1, 1, undefined],
    ['<span class="w" id="s1w0">One</span>', 2, 0, undefined],
  ])('%s', (html, sentence, word, found) => {
    expect(wordIn({ html }, sentence, word)).toEqual(found);
  }); // prettier-ignore

  test('is heard and told of, and no other word', async () => {
    const handout = await add('Herons', 'The heron waits. It is patient.');
    const pupil = (await client.send<Pupil>('POST', '/pupils', { ...(pupils[0] as Pupil), name: 'Worder' }))
      .body;
    await given([handout], [pupil]);
    const { pass, items } = (await enter((await linkOf(pupil)).secret)).body;
    const [item] = items as [Opened['items'][number]];
    const at = (place: string) => ask<PageWord>(`/open/${pass}/words/${item.package}/${place}`);
    const heron = await at('0/1');
    expect(heron.body).toMatchObject({ word: 'heron', syllables: ['he', 'ron'] });
    expect(heron.body.meaning.length).toBeGreaterThan(5);
    for (const way of ['slowly', 'syllables', 'meaning']) {
      const sound = await at(`0/1/${way}`);
      expect([sound.status, sound.bytes.subarray(0, 4).toString()]).toEqual([200, 'RIFF']);
    }
    for (const wrong of ['0/9', '7/0', '0/-1', 'x/0', '0/1/loudly'])
      expect((await at(wrong)).status).toBe(404);
    expect((await ask(`/open/${pass}/words/${randomUUID()}/0/1`)).status).toBe(404);
    expect((await ask(`/open/${pass.replace(/.$/u, 'x')}/words/${item.package}/0/1/slowly`)).status).toBe(
      404,
    );
  });
});

describe('a feed', () => {
  let handout: Handout;
  let pupil: Pupil;
  let page: string;
  const get = (address: string, headers: Record<string, string> = {}) =>
    fetch(address.startsWith('http') ? address : `${page}${address}`, { headers });
  beforeAll(async () => {
    handout = await add(
      'Ferry & bells',
      '# Ferry\n\nThe ferry leaves. The bell rings.\n\n# Bells\n\nThey ring twice.',
    );
    pupil = (await client.send<Pupil>('POST', '/pupils', { ...(pupils[0] as Pupil), name: 'Feedling' })).body;
    await given([handout], [pupil]);
    page = `${server.base.replace(/\/api$/u, '')}/p/${(await linkOf(pupil)).secret}`;
  });

  test('has an episode for each assignment, with its true length, chapters and transcript', async () => {
    const response = await get('/feed.xml');
    expect(response.headers.get('content-type')).toContain('rss+xml');
    const text = await response.text();
    expect(text).not.toContain('Feedling');
    const [item, ...others] = parseFeed(text)?.items ?? [];
    expect(others).toEqual([]);
    expect(item?.title).toBe('Ferry & bells');
    const sound = Buffer.from(await (await get(item?.enclosure.url ?? '')).arrayBuffer());
    expect(sound.length).toBe(item?.enclosure.length);
    expect(item?.duration).toBe(Math.round((await settled([handout]))[0]?.seconds ?? 0));
    const part = await get(item?.enclosure.url ?? '', { range: 'bytes=10-19' });
    expect([part.status, part.headers.get('content-range'), (await part.arrayBuffer()).byteLength]).toEqual([206, `bytes 10-19/${sound.length}`, 10]); // prettier-ignore
    const words = await (await get(item?.podcastTranscripts?.[0]?.url ?? '')).text();
    expect(words.startsWith('WEBVTT')).toBe(true);
  });

  test('its chapters begin where its sections do', async () => {
    const [item] = parseFeed(await (await get('/feed.xml')).text())?.items ?? [];
    const { chapters } = (await (await get(item?.podcastChapters?.url ?? '')).json()) as {
      chapters: { title: string; startTime: number }[];
    };
    expect(chapters.map(({ title }) => title)).toEqual(['Ferry', 'Bells']);
    expect(chapters[0]?.startTime).toBe(0);
    expect(chapters[1]?.startTime).toBeGreaterThan(1);
  });

  test('whoever has it already is told so', async () => {
    const first = await get('/feed.xml');
    // Node's fetch forbids caches whenever it is told what is known already; players do not.
    const again = await new Promise<IncomingMessage>((resolve, reject) => {
      httpGet(
        `${page}/feed.xml`,
        { headers: { 'if-none-match': first.headers.get('etag') ?? '' } },
        resolve,
      ).on('error', reject);
    });
    again.resume();
    expect(again.statusCode).toBe(304);
  });

  test('the school’s own artwork is taken if it is right, and drawn otherwise', async () => {
    const side = async () =>
      (await sharp(Buffer.from(await (await get('/artwork')).arrayBuffer())).metadata()).width;
    expect(await side()).toBe(1400);
    const picture = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#31544b' } }).png().toBuffer(); // prettier-ignore
    const put = async (content: Buffer) => (await client.fetch('/school/artwork', { method: 'PUT', body: new Uint8Array(content), headers: { 'content-type': 'image/png' } })).status; // prettier-ignore
    expect(await put(await picture(1399, 1399))).toBe(415);
    expect(await put(await picture(2000, 1999))).toBe(415);
    expect(await put(Buffer.alloc(0))).toBe(415);
    expect(await side()).toBe(1400);
    expect(await put(await picture(1600, 1600))).toBe(204);
    expect(await side()).toBe(1600);
    await client.send('DELETE', '/school/artwork');
    expect(await side()).toBe(1400);
  });

  test('is shut with its link, and is not there where a PIN is asked for', async () => {
    const link = await linkOf(pupil);
    const [item] = parseFeed(await (await get('/feed.xml')).text())?.items ?? [];
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: '2468' });
    for (const address of ['/feed.xml', '/artwork', item?.enclosure.url ?? ''])
      expect((await get(address)).status).toBe(404);
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: null });
    expect((await get('/feed.xml')).status).toBe(200);
    await client.send('DELETE', `/pupil-links/${link.id}`);
    expect((await get('/feed.xml')).status).toBe(410);
    await given([handout], [pupil]);
  });

  test('a pupil saves the sound only where that is allowed', async () => {
    const enterPage = async () => (await enter((await linkOf(pupil)).secret)).body;
    const before = await enterPage();
    const saved = ({ pass, items }: Opened) => ask(`/open/${pass}/save/${items[0]?.package ?? ''}/sound.mp3`);
    expect((await saved(before)).status).toBe(404);
    const [out] = await settled([handout]);
    await client.send('PATCH', `/assignments/${out?.id ?? ''}`, {
      allows: { ...out?.allows, save: ['mp3'] },
    });
    const answer = await saved(await enterPage());
    expect(answer.headers.get('content-disposition')).toContain('Ferry & bells.mp3');
    expect(answer.bytes.length).toBeGreaterThan(1000);
  });
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
    const resume = () => ask<Opened & ApiErrorBody>(`/open/${opened.pass}`);
    expect((await resume()).body).toMatchObject({ key: link.secret, items: opened.items });
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: '5555' });
    expect((await resume()).body.code).toBe('pin-needed');
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: null });
    await client.send('DELETE', `/pupil-links/${link.id}`);
    expect((await resume()).status).toBe(410);
    expect(
      (await ask(`/open/${opened.pass.replace(/.$/u, (sign) => (sign === 'x' ? 'y' : 'x'))}`)).status,
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
    const [anew] = again.items as [Opened['items'][number]];
    expect((await file(again, anew, 'page.json')).status).toBe(200);
    await client.send('DELETE', `/pupil-links/${link.id}`);
    expect((await file(again, anew, 'page.json')).status).toBe(410);
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

  test('thirty pupils behind one address type wrong codes and PINs, and every right link still opens', async () => {
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
  });

  test('what one link may write is limited for a day', async () => {
    const opened = (await enter(link.secret)).body;
    const [item] = opened.items as [Opened['items'][number]];
    const comments = (count: number) =>
      ask<ApiErrorBody>(`/open/${opened.pass}/events`, {
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
