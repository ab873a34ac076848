import type {
  ClassSet,
  ClassSetPlan,
  Handout,
  HandoutSummary,
  ApiErrorBody,
  Pupil,
  StaleItem,
} from '@aurelfield/api';
import { unzipSync } from 'fflate';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, until, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
let pupils: Pupil[];
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
  pupils = (await client.get<Pupil[]>('/pupils')).body;
});
afterAll(() => server.stop());

const add = async (title: string, text: string) =>
  (await client.upload<Handout>('/handouts', { title, language: 'en-GB', text, format: 'text' })).body;
const request = (
  handouts: readonly { id: string }[],
  whom: readonly { id: string }[],
  more: object = {},
) => ({
  handoutIds: handouts.map(({ id }) => id),
  pupilIds: whom.map(({ id }) => id),
  output: { format: 'mp3' },
  naming: { pattern: '{class} {title} – {pupil}', initials: false },
  ...more,
});
const plan = async (body: object) => (await client.send<ClassSetPlan>('POST', '/class-sets/plan', body)).body;
const begin = async (body: object) => (await client.send<ClassSet>('POST', '/class-sets', body)).body;
const fetchSet = async ({ id }: { id: string }) => (await client.get<ClassSet>(`/class-sets/${id}`)).body;
const act = async ({ id }: { id: string }, action: string) =>
  (await client.send<ClassSet>('PATCH', `/class-sets/${id}`, { action })).body;
const ended = async (set: { id: string }) =>
  (
    await until(
      () => client.get<ClassSet>(`/class-sets/${set.id}`),
      ({ body }) => body.state !== 'running',
    )
  ).body;
const archive = async ({ id }: { id: string }) => {
  const response = await client.fetch(`/class-sets/${id}/package.zip`);
  return { response, files: unzipSync(new Uint8Array(await response.arrayBuffer())) };
};

describe('a plan', () => {
  test('tells for each pupil and over all what is made anew, shared clips once, and makes nothing', async () => {
    const handout = await add('Ferry times', 'The ferry leaves. The bell rings. The ferry leaves.');
    const [one] = pupils as [Pupil];
    const twin = (await client.send<Pupil>('POST', '/pupils', { ...one, name: 'Twin' })).body;
    const asked = server.engine.asked.length;
    const planned = await plan(request([handout], [one, twin]));
    expect(server.engine.asked.length).toBe(asked);
    // "The ferry leaves" stands twice and is made once; the twin hears it in the same voice.
    expect(
      planned.pupils.map(({ sentences, missing, characters }) => [sentences, missing, characters]),
    ).toEqual([
      [3, 2, 30],
      [3, 2, 30],
    ]);
    expect(planned.total).toMatchObject({ sentences: 6, ready: 0, missing: 2, characters: 30 });
    expect(planned.pupils[0]).toMatchObject({
      fileName: `Ferry times – ${one.name}.mp3`,
      files: 1,
      error: null,
    });
    expect(planned.total.seconds).toBeGreaterThan(2);
    expect(planned.expectedSeconds).toBeGreaterThan(0);
    expect(planned.cost).toBeNull();
    const set = await ended(await begin(request([handout], [one, twin])));
    expect(set.state).toBe('done');
    expect(server.engine.asked.length - asked).toBe(2);
    const again = await plan(request([handout], [one, twin]));
    expect(again.total).toMatchObject({ ready: 6, missing: 0, characters: 0 });
    expect(again.expectedSeconds).toBe(0);
  });

  test('tells the size that the files come out with, within a third', async () => {
    const handout = await add(
      'Peat',
      Array.from({ length: 40 }, (_, i) => `The bog grows ${i} layers.`).join(' '),
    );
    const [one] = pupils as [Pupil];
    const body = request([handout], [one], {
      output: { format: 'mp3', quality: { sampleRate: 22_050, bitRate: 64 } },
    });
    await ended(await begin(body));
    const planned = await plan(body);
    const set = await ended(await begin(body));
    const bytes = set.items[0]?.bytes ?? 0;
    expect(planned.total.bytes / bytes).toBeGreaterThan(0.66);
    expect(planned.total.bytes / bytes).toBeLessThan(1.5);
  });

  // Common practice, no source: 68,000 characters at 4.00 a million ask 0.27.
  test('tells what a priced voice asks, and nothing is made in it before somebody agrees', async () => {
    const priced = await until(
      () => client.get<{ id: string }[]>('/voices'),
      ({ body }) => body.some(({ id }) => id === 'priced-en-gb-higher'),
    );
    expect(priced.status).toBe(200);
    const [, two] = pupils as [Pupil, Pupil];
    const rich = (
      await client.send<Pupil>('POST', '/pupils', {
        ...two,
        name: 'Rich',
        profile: { ...two.profile, voices: { en: 'priced-en-gb-higher' } },
      })
    ).body;
    const line = 'x'.repeat(67);
    const handout = await add('Dear', Array.from({ length: 1000 }, (_, i) => `${line.slice(String(i).length)}${i}`.replace(/\d/gu, (digit) => 'abcdefghij'[Number(digit)] ?? '')).map((word) => `${word}.`).join('\n\n')); // prettier-ignore
    const planned = await plan(request([handout], [rich]));
    expect(planned.cost).toMatchObject({ simulated: true, currency: 'GBP' });
    expect(planned.cost?.characters).toBeGreaterThan(60_000);
    expect(planned.cost?.freeAfter).toBe(
      Math.max(0, (planned.cost?.freeLeft ?? 0) - (planned.cost?.characters ?? 0)),
    );
    const small = await add('Cheap', 'The bell rings.');
    const refused = await ended(await begin(request([small], [rich])));
    expect(refused).toMatchObject({ state: 'failed' });
    expect(refused.items[0]?.error).toContain('nobody has agreed to the price');
    const agreed = await ended(await begin(request([small], [rich], { costAgreed: true })));
    expect(agreed.state).toBe('done');
  });

  test('a pupil who can get nothing is told, the others are planned', async () => {
    const handout = (
      await client.upload<Handout>('/handouts', {
        title: 'Q',
        language: 'tlh',
        text: 'nuqneH',
        format: 'text',
      })
    ).body;
    const english = await add('Bells', 'The bell rings.');
    const planned = await plan(request([handout, english], pupils.slice(0, 1)));
    expect(planned.pupils[0]?.error).toContain('No voice here speaks');
  });

  test.each([
    ['an unknown format', { output: { format: 'exe' } }, 422, 'There is no format'],
    ['a part of a name that there is not', { naming: { pattern: '{who}', initials: false } }, 422, '{who} is none of the parts'], // prettier-ignore
    ['no pupil', { pupilIds: [] }, 400, 'Choose at least one pupil.'],
    ['no handout', { handoutIds: [] }, 400, 'Choose at least one handout.'],
  ])('%s is refused in words', async (_name, more, status, words) => {
    const [handout] = (await client.get<HandoutSummary[]>('/handouts')).body as [HandoutSummary];
    for (const address of ['/class-sets/plan', '/class-sets']) {
      const { body, status: planned } = await client.send<ApiErrorBody>('POST', address, request([handout], pupils.slice(0, 1), more)); // prettier-ignore
      expect(planned).toBe(status);
      expect(body.message).toContain(words);
    }
  });
});

describe('a class set', () => {
  test('gives each pupil a file of its own kind, in one archive with names that were planned', async () => {
    const first = await add('Tides/1', 'The tide rises. It turns.');
    const second = await add('Tides?2', 'The moon pulls.');
    const [one, two] = pupils as [Pupil, Pupil];
    const set = await begin(
      request([first, second], [one, two], {
        outputs: { [two.id]: { format: 'vtt' } },
        naming: { pattern: '{title} – {pupil}', initials: true },
      }),
    );
    expect(set.items).toHaveLength(4);
    // It is taken while it is made.
    const { response, files } = await archive(set);
    expect(response.headers.get('content-disposition')).toContain('.zip');
    const letter = (pupil: Pupil) => pupil.name.charAt(0);
    // A folder for each pupil, by initials where files have them, and a page that leads to all of them.
    expect(Object.keys(files)).toEqual([
      `${letter(one)}/Tides 1 – ${letter(one)}.mp3`,
      `${letter(one)}/Tides 2 – ${letter(one)}.mp3`,
      `${letter(two)}/Tides 1 – ${letter(two)}.vtt`,
      `${letter(two)}/Tides 2 – ${letter(two)}.vtt`,
      'index.html',
    ]);
    const start = new TextDecoder().decode(files['index.html']);
    for (const name of Object.keys(files).slice(0, -1))
      expect(start).toContain(name.split('/').map(encodeURIComponent).join('/'));
    expect(start).not.toContain(one.name);
    // Neither name nor pace is in a file.
    for (const bytes of Object.values(files)) {
      const content = Buffer.from(bytes).toString('latin1');
      expect(content).not.toContain(one.name);
      expect(content).not.toContain('words a minute');
    }
    delete files['index.html'];
    const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-set-'));
    for (const [entry, bytes] of Object.entries(files)) {
      const name = path.basename(entry);
      const file = path.join(folder, name.replace(/[^\w.]/gu, '_'));
      writeFileSync(file, bytes);
      execFileSync('ffprobe', ['-v', 'error', file]);
    }
    const done = await ended(set);
    expect(done).toMatchObject({ state: 'done', secondsLeft: null });
    expect(done.done).toBe(done.total);
    expect((await client.get<ClassSet[]>('/class-sets')).body.some(({ id }) => id === set.id)).toBe(true);
  });

  test('several handouts as one file: one after the other, with chapters and sounds', async () => {
    const first = await add('Morning', 'The tide rises.');
    const second = await add('Evening', 'The tide falls.');
    const set = await ended(
      await begin(
        request([second, first], pupils.slice(0, 1), {
          joining: { title: 'The day', pause: 2, opening: 'reeds', closing: 'bowl' },
        }),
      ),
    );
    expect(set.items).toHaveLength(1);
    expect(set.items[0]?.fileName).toMatch(/^The day – .+\.mp3$/u);
    const { files } = await archive(set);
    const [bytes] = Object.values(files);
    const file = path.join(mkdtempSync(path.join(tmpdir(), 'aurelfield-set-')), 'day.mp3');
    writeFileSync(file, bytes ?? new Uint8Array());
    const seconds = Number(execFileSync('ffprobe', ['-v', 'error', '-show_entries', 'format=duration', '-of', 'csv=p=0', file], { encoding: 'utf8' })); // prettier-ignore
    expect(seconds).toBeGreaterThan(7);
  });

  test('each handout that is joined has its title said before it, once', async () => {
    const plain = await add('Low water', 'The mud shines.');
    const headed =
      (await client.upload<Handout>('/handouts', { title: 'High water', language: 'en-GB', text: '# High water\n\nThe boats float.', format: 'markdown' })) // prettier-ignore
      .body;
    const set = await ended(
      await begin(
        request([plain, headed], pupils.slice(0, 1), {
          output: { format: 'json' },
          joining: { title: 'Both', pause: 1, opening: null, closing: null },
        }),
      ),
    );
    const [bytes] = Object.values((await archive(set)).files);
    const document = JSON.parse(new TextDecoder().decode(bytes)) as { sections: { title: string }[]; sentences: { spoken: string }[] }; // prettier-ignore
    expect(document.sentences.map(({ spoken }) => spoken)).toEqual(['Low water', 'The mud shines', 'High water', 'The boats float']); // prettier-ignore
    expect(document.sections.map(({ title }) => title)).toEqual(['Low water', 'High water']);
  });

  test('who gets text alone has no sound made, and no price to agree to', async () => {
    const handout = await add('Words only', 'The otter sleeps. It dreams of eels.');
    const asked = server.engine.asked.length;
    for (const format of ['docx', 'ssml', 'txt', 'html', 'rtf']) {
      const body = request([handout], pupils.slice(0, 1), { output: { format } });
      expect((await plan(body)).total).toMatchObject({ missing: 0, characters: 0 });
      expect((await ended(await begin(body))).state).toBe('done');
    }
    expect(server.engine.asked.length).toBe(asked);
    const set = await ended(
      await begin(request([handout], pupils.slice(0, 1), { output: { format: 'ssml' } })),
    );
    const [bytes] = Object.values((await archive(set)).files);
    expect(new TextDecoder().decode(bytes)).toContain('<s>The otter sleeps</s>');
  });

  test('is paused, and goes on without making anything twice', async () => {
    const handout = await add('Long', Array.from({ length: 120 }, (_, i) => `Layer ${i} lies on layer ${i + 1}.`).join(' ')); // prettier-ignore
    server.engine.delay = 20;
    const asked = server.engine.asked.length;
    const set = await begin(request([handout], pupils.slice(0, 1)));
    await until(
      () => client.get<ClassSet>(`/class-sets/${set.id}`),
      ({ body }) => body.done > 10,
    );
    expect((await act(set, 'pause')).state).toBe('paused');
    await until(
      () => Promise.resolve(server.engine.asked.length),
      (() => {
        let last = -1;
        return (now: number) => {
          const rests = now === last;
          last = now;
          return rests;
        };
      })(),
    );
    expect(server.engine.asked.length - asked).toBeLessThan(120);
    server.engine.delay = 0;
    expect((await act(set, 'go-on')).state).toBe('running');
    expect((await ended(set)).state).toBe('done');
    // What was under way when it was paused may have been asked for once more.
    expect(server.engine.asked.length - asked).toBeLessThanOrEqual(126);
  });

  test('is cancelled; what failed is told, and tried again', async () => {
    const handout = await add('Broken', 'The engine breaks here.');
    server.engine.failure = new Error('the engine is broken');
    const set = await begin(request([handout], pupils.slice(0, 1)));
    await act(set, 'cancel');
    server.engine.failure = undefined;
    expect((await ended(set)).state).toBe('cancelled');
    const { body, status } = await client.get<ApiErrorBody>(`/class-sets/${set.id}/package.zip`);
    expect(status).toBe(422);
    expect(body.message).toContain('No file of this class set is made');
    await act(set, 'go-on');
    expect((await ended(set)).state).toBe('done');
  });

  test('one press brings up to date only what changed, and says why it was out of date', async () => {
    const kept = await add('Kept', 'The heron waits.');
    const changed = await add('Changed', 'The heron waits here. It sees Perrin.');
    const [one] = pupils as [Pupil];
    const set = await ended(await begin(request([kept, changed], [one])));
    expect((await client.get<StaleItem[]>(`/class-sets/${set.id}/stale`)).body).toEqual([]);
    const asked = server.engine.asked.length;
    await client.send('POST', '/pronunciations', {
      scope: 'school', scopeValue: '', written: 'Perrin', said: 'PEH-rin', kind: 'respelling', caseSensitive: false,
    }); // prettier-ignore
    expect((await client.get<StaleItem[]>(`/class-sets/${set.id}/stale`)).body).toEqual([
      { item: 0, reasons: ['pronunciations'] },
      { item: 1, reasons: ['pronunciations'] },
    ]);
    await act(set, 'bring-up-to-date');
    const fresh = await ended(set);
    expect(fresh.state).toBe('done');
    // One sentence holds the word.
    expect(server.engine.asked.slice(asked)).toHaveLength(1);
    expect((await client.get<StaleItem[]>(`/class-sets/${set.id}/stale`)).body).toEqual([]);
  });

  test('survives a server that stops in the middle', { tags: 'long' }, async () => {
    const handout = await add('Stopped', Array.from({ length: 80 }, (_, i) => `Stone ${i} sinks.`).join(' '));
    server.engine.delay = 15;
    const set = await begin(request([handout], pupils.slice(0, 1)));
    await until(
      () => client.get<ClassSet>(`/class-sets/${set.id}`),
      ({ body }) => body.done > 5,
    );
    await server.restart();
    server.engine.delay = 0;
    client = await TestClient.demo(server);
    expect((await ended(set)).state).toBe('done');
    expect((await fetchSet(set)).items[0]?.file).not.toBeNull();
  });

  test(
    'a download that a crash cuts off is no archive, and the next one is whole',
    { tags: 'long' },
    async () => {
      const handout = await add('Cut', Array.from({ length: 60 }, (_, i) => `Wave ${i} breaks.`).join(' '));
      const set = await begin(request([handout], pupils.slice(0, 1), { output: { format: 'wav' } }));
      await ended(set);
      server.engine.delay = 10;
      const other = await add(
        'Slow',
        Array.from({ length: 80 }, (_, i) => `Wave ${i} comes late.`).join(' '),
      );
      const slow = await begin(request([other], pupils.slice(0, 1), { output: { format: 'wav' } }));
      const taking = client
        .fetch(`/class-sets/${slow.id}/package.zip`)
        .then(async (response) => response.arrayBuffer());
      const outcome = taking.then(
        (bytes) => {
          unzipSync(new Uint8Array(bytes));
          return 'an archive';
        },
        () => 'broken off',
      );
      await until(
        () => client.get<ClassSet>(`/class-sets/${slow.id}`),
        ({ body }) => body.done > 3,
      );
      await server.restart();
      // Broken off, or an archive that tells what is missing: never one that seems whole.
      expect(await outcome.catch(() => 'broken off')).toBe('broken off');
      server.engine.delay = 0;
      client = await TestClient.demo(server);
      await ended(slow);
      expect(Object.keys((await archive(slow)).files)).toEqual([
        expect.stringContaining('.wav'),
        'index.html',
      ]);
    },
  );

  test(
    'a disk that is full is told, and the file is written when there is room again',
    { tags: 'long' },
    async ({ skip }) => {
      const disk = path.join(server.dataFolder, 'store/exports');
      const isUp = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=64k', 'tmpfs', disk]).status === 0;
      if (!isUp) return skip('no file system can be put up here');
      const handout = await add('Full', Array.from({ length: 40 }, (_, i) => `Drop ${i} falls.`).join(' '));
      let set: ClassSet;
      try {
        set = await ended(await begin(request([handout], pupils.slice(0, 1), { output: { format: 'wav' } })));
        expect(set.state).toBe('failed');
        expect(set.items[0]).toMatchObject({
          file: null,
          error: expect.stringContaining('The disk is full') as string,
        });
      } finally {
        spawnSync('umount', [disk]);
      }
      await act(set, 'go-on');
      expect((await ended(set)).state).toBe('done');
    },
  );

  test('the shelf tells for whom a handout is ready, is being made, and is out of date', async () => {
    const handout = await add(
      'HandoutRepository',
      Array.from({ length: 60 }, (_, i) => `Reed ${i} bends.`).join(' '),
    );
    const standing = async () => {
      const { body } = await client.get<HandoutSummary[]>('/handouts');
      const { readyFor, makingFor, outOfDateFor } = body.find(
        ({ id }) => id === handout.id,
      ) as HandoutSummary;
      return { readyFor, makingFor, outOfDateFor };
    };
    const [one] = pupils as [Pupil];
    server.engine.delay = 10;
    const set = await begin(request([handout], [one]));
    await until(standing, ({ makingFor }) => makingFor.includes(one.name));
    server.engine.delay = 0;
    await ended(set);
    expect(await standing()).toEqual({ readyFor: [one.name], makingFor: [], outOfDateFor: [] });
    const { contentHash } = (await client.get<Handout>(`/handouts/${handout.id}`)).body;
    await client.send('PUT', `/handouts/${handout.id}/blocks`, { base: contentHash, content: [{ type: 'paragraph', text: 'All new.' }] }); // prettier-ignore
    expect(await standing()).toEqual({ readyFor: [], makingFor: [], outOfDateFor: [one.name] });
    expect((await client.get<StaleItem[]>(`/class-sets/${set.id}/stale`)).body).toEqual([
      { item: 0, reasons: ['text'] },
    ]);
  });
});
