import type { Assignment, Opened, PageWord, Pupil, PupilLink, ReadingSnapshot } from '@aurelfield/api';
import { SpeechError } from '@aurelfield/voices';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { afterAll, describe, expect, test } from 'vitest';
import type { ObjectStore } from '../../store/objectStore.ts';
import { startAssignments } from '../../testing/assignments.ts';
import { cleanUpNow } from '../../testing/cleanUpNow.ts';
import { SNAPSHOTS } from './assignmentJob.ts';
import { wordIn } from './openWord.ts';

const assignments = await startAssignments();
const { server, client, add, settled, given, linkOf, ask, enter, file } = assignments;
let { pupils } = assignments;
const database = new pg.Client({ connectionString: server.databaseUrl });
await database.connect();
afterAll(async () => {
  await database.end();
  await server.stop();
});

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
    const { items, accessToken } = byLink.body;
    expect(items.map(({ title }) => title)).toEqual(['Ferry times']);
    const [item] = items as [Opened['items'][number]];
    const reading = (await ask<ReadingSnapshot>(`/open/${accessToken}/files/${item.package}/page.json`)).body;
    expect(reading.sentences.length).toBeGreaterThanOrEqual(3);
    expect(reading.html).toContain('Nobody');
    expect((await enter(` ${link.code.toUpperCase()} `)).body.items).toEqual(items);
    const sound = await file({ accessToken }, item, 'sound-0.opus');
    expect([sound.status, sound.headers.get('content-type')]).toEqual([200, 'audio/ogg']);
    expect(sound.bytes.subarray(0, 4).toString()).toBe('OggS');
    expect(sound.headers.get('cache-control')).toContain('immutable');
    // The other one's reading of the same handout, by every way there is.
    const others = (await enter((await linkOf(other)).secret)).body;
    const [foreign] = others.items as [Opened['items'][number]];
    expect(foreign.package).not.toBe(item.package);
    for (const name of ['page.json', 'sound-0.opus', 'sound-0.m4a']) {
      expect((await file({ accessToken }, foreign, name)).status).toBe(404);
      expect((await file(others, foreign, name)).status).toBe(200);
    }
    for (const name of [
      '../page.json',
      '..%2f..%2fclips',
      'sound-0.wav',
      'x',
      `..%2f${foreign.package}%2fpage.json`,
    ])
      expect([401, 404]).toContain((await file({ accessToken }, item, name)).status);
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
    const [listed] = (await client.get<Assignment[]>(`/assignments?handoutId=${handout.id}`)).body;
    expect(listed).toMatchObject({ state: 'out', newer: ['profile'] });
    server.engine.delay = 400;
    await client.send('POST', `/assignments/${listed?.id ?? ''}/renew`);
    expect(await itemOf()).toEqual(first);
    server.engine.delay = 0;
    const [renewed] = await settled([handout]);
    expect(renewed).toMatchObject({ state: 'out', version: 2, newer: [] });
    const second = await itemOf();
    expect(second?.package).not.toBe(first?.package);
    expect(second?.version).toBe(2);
    // A page that was open goes on with what it began: its files stay for a day.
    const { accessToken } = (await enter(link.secret)).body;
    const former = async (name: string) =>
      (await file({ accessToken }, { package: first?.package ?? '' }, name)).status;
    expect([await former('page.json'), await former('sound-0.opus')]).toEqual([200, 200]);
    const { context } = server.running;
    const cleanUpLater = () => cleanUpNow(server, { store: withoutDeletions(context.store) });
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
function withoutDeletions(store: ObjectStore): ObjectStore {
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
    { tags: 'long' },
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
    const { accessToken, items } = (await enter((await linkOf(pupil)).secret)).body;
    const [item] = items as [Opened['items'][number]];
    const at = (place: string) => ask<PageWord>(`/open/${accessToken}/words/${item.package}/${place}`);
    const heron = await at('0/1');
    expect(heron.body).toMatchObject({ word: 'heron', syllables: ['he', 'ron'] });
    expect(heron.body.meaning.length).toBeGreaterThan(5);
    for (const way of ['slowly', 'syllables', 'meaning']) {
      const sound = await at(`0/1/${way}`);
      expect([sound.status, sound.bytes.subarray(0, 4).toString()]).toEqual([200, 'RIFF']);
    }
    for (const wrong of ['0/9', '7/0', '0/-1', 'x/0', '0/1/loudly'])
      expect((await at(wrong)).status).toBe(404);
    expect((await ask(`/open/${accessToken}/words/${randomUUID()}/0/1`)).status).toBe(404);
    expect(
      (await ask(`/open/${accessToken.replace(/.$/u, 'x')}/words/${item.package}/0/1/slowly`)).status,
    ).toBe(404);
  });
});
