import type {
  Checked,
  Entry,
  Handout,
  Imported,
  ApiErrorBody,
  Pupil,
  Reading,
  ReadingSentence,
} from '@aurelfield/api';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, until, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
let pupils: Pupil[];
beforeAll(async () => {
  server = await startTestServer({ speech: true });
  client = await TestClient.demo(server);
  pupils = (await client.get<Pupil[]>('/pupils')).body;
});
afterAll(() => server.stop());

const ENTRY = {
  written: 'Weir',
  said: 'WEER',
  kind: 'respelling',
  caseSensitive: false,
  scope: 'school',
  scopeValue: '',
};
const bytes = (text: string) => new TextEncoder().encode(text);

describe('lists', () => {
  test('the demo has entries for its own names', async () => {
    expect((await client.get<Entry[]>('/pronunciations')).body.map(({ written }) => written)).toContain(
      'Sallow',
    );
  });

  test('an entry is added, changed and removed', async () => {
    const added = (await client.send<Entry>('POST', '/pronunciations', { ...ENTRY, said: 'WEE-er' })).body;
    expect(
      (await client.send<ApiErrorBody>('POST', '/pronunciations', { ...ENTRY, said: 'WEE-er' })).body.code,
    ).toBe('exists');
    const changed = await client.send<Entry>('PUT', `/pronunciations/${added.id}`, {
      ...ENTRY,
      said: 'ˈwɪə',
      kind: 'ipa',
    });
    expect(changed.body).toMatchObject({ said: 'ˈwɪə', kind: 'ipa' });
    expect((await client.send('DELETE', `/pronunciations/${added.id}`)).status).toBe(204);
    expect((await client.send('DELETE', `/pronunciations/${added.id}`)).status).toBe(404);
  });

  test.each([
    ['a respelling outside the scheme', { ...ENTRY, said: 'CAT' }, 422, 'write k or s'],
    ['IPA that is none', { ...ENTRY, kind: 'ipa', said: 'w7' }, 422, 'not a sign of the IPA'],
    ['a list for nobody', { ...ENTRY, scope: 'class' }, 400, 'which pupil, class or subject'],
    ['nothing written', { ...ENTRY, written: ' ' }, 400, 'as it is written'],
  ])('%s is refused with advice', async (_name, input, status, advice) => {
    const answer = await client.send<ApiErrorBody>('POST', '/pronunciations', input);
    expect(answer.status).toBe(status);
    expect(answer.body.message).toContain(advice);
  });

  test('a pronunciation is checked: sounds, respelling, what the voice lacks', async () => {
    expect(
      (await client.send<Checked>('POST', '/pronunciations/check', { said: '"s{l@U', kind: 'x-sampa' })).body,
    ).toEqual({ ipa: 'ˈsæləʊ', respelling: 'SA-loh', changes: [] });
    expect(
      (await client.send<Checked>('POST', '/pronunciations/check', { said: 'ˈlyː', kind: 'ipa' })).body
        .changes,
    ).toEqual([{ wanted: 'y', given: 'i' }]);
    expect(
      (await client.send<Checked>('POST', '/pronunciations/check', { said: 'to be', kind: 'alias' })).body
        .ipa,
    ).toBeNull();
  });

  test('an entry can be heard before it is kept', async () => {
    const json = {
      written: 'Sallow',
      said: 'SAL-oh',
      kind: 'respelling',
      caseSensitive: false,
      pupilId: pupils[0]?.id,
    };
    const response = await client.fetch('/pronunciations/hear', {
      method: 'POST',
      body: JSON.stringify(json),
      headers: { 'content-type': 'application/json' },
    });
    expect(response.headers.get('content-type')).toContain('wav');
    expect((await response.arrayBuffer()).byteLength).toBeGreaterThan(5000);
  });
});

describe('files', () => {
  const send = (name: string, content: Uint8Array<ArrayBuffer>) =>
    client.uploadWith<Imported & ApiErrorBody>(
      '/pronunciations/file',
      { scope: 'class', scopeValue: 'Year 8' },
      { name, bytes: content },
    );

  test('a list goes out as PLS and CSV and comes back the same', async () => {
    for (const format of ['pls', 'csv']) {
      const out = await client.get<string>(`/pronunciations/file/${format}?scope=school`);
      expect(out.headers.get('content-disposition')).toContain(`.${format}`);
      const back = await send(`list.${format}`, bytes(out.body));
      expect(back.body).toMatchObject({ warnings: [] });
      expect(back.body.added + back.body.replaced).toBe(2);
    }
    const entries = (await client.get<Entry[]>('/pronunciations')).body.filter(
      ({ scope }) => scope === 'class',
    );
    expect(entries.map(({ written }) => written)).toEqual(['Jory', 'Sallow']);
  });

  test.each([
    ['an empty file', 'x.pls', new Uint8Array(), 'empty'],
    ['a picture', 'x.pls', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1, 2, 3]), 'not-text'],
    ['an entity bomb', 'x.pls', bytes('<!DOCTYPE l [<!ENTITY a "aa">]><lexicon>&a;</lexicon>'), 'lexicon'],
    ['broken XML', 'x.pls', bytes('<lexicon>'), 'lexicon'],
    ['a table without entries', 'x.csv', bytes('a,b\nc'), 'empty'],
  ])('%s is refused and the list stays as it was', async (_name, name, content, code) => {
    const before = (await client.get<Entry[]>('/pronunciations')).body;
    const { status, body } = await send(name, content);
    expect([status, body.code]).toEqual([422, code]);
    expect((await client.get<Entry[]>('/pronunciations')).body).toEqual(before);
  });
});

describe('in a reading', () => {
  const open = async (handoutId: string, pupilId: string) =>
    (await client.send<Reading>('POST', '/readings', { handoutId, pupilId })).body;
  const durations = async (reading: Reading) => {
    await until(
      () => client.get<Reading>(`/readings/${reading.id}`),
      ({ body }) => body.job?.state === 'done',
    );
    return (await client.get<ReadingSentence[]>(`/readings/${reading.id}/sentences?from=0&to=10`)).body.map(
      ({ samples }) => samples,
    );
  };

  test('the narrower list counts, and only sentences with the word are made again', async () => {
    const text = 'The Ombra is wide. Nobody swims. It is deep.';
    const handout = (
      await client.upload<Handout>('/handouts', {
        title: 'Ombra',
        language: 'en-GB',
        subject: 'Geography',
        className: 'Year 9',
        text,
        format: 'text',
      })
    ).body;
    const [first, second] = pupils as [Pupil, Pupil];
    const plain = await durations(await open(handout.id, first.id));
    const before = server.running.synthesised();
    await client.send('POST', '/pronunciations', {
      ...ENTRY,
      written: 'Ombra',
      said: 'OM-bruh-luh-luh',
      scope: 'class',
      scopeValue: 'Year 9',
    });
    const longer = await durations(await open(handout.id, first.id));
    expect(server.running.synthesised()).toBe(before + 1);
    expect(longer[0]).toBeGreaterThan((plain[0] ?? 0) + 0.1);
    expect(longer.slice(1)).toEqual(plain.slice(1));
    await client.send('POST', '/pronunciations', {
      ...ENTRY,
      written: 'Ombra',
      said: 'OM',
      scope: 'pupil',
      scopeValue: first.id,
    });
    expect((await durations(await open(handout.id, first.id)))[0]).toBeLessThan(longer[0] ?? 0);
    const other = await open(handout.id, second.id);
    const [sentence] = (
      await client.send<ReadingSentence[]>('POST', `/readings/${other.id}/sentences/make`, { from: 0, to: 1 })
    ).body;
    expect(sentence?.words[1]?.said).toBe('Ombra');
  });

  test('a subject’s list is for its handouts alone', async () => {
    await client.send('POST', '/pronunciations', {
      ...ENTRY,
      written: 'Fenwort',
      said: 'FEN-luh-luh-luh-wurt',
      scope: 'subject',
      scopeValue: 'Science',
    });
    const text = 'Fenwort is green.';
    const lengths: number[] = [];
    for (const subject of ['Science', 'English']) {
      const handout = (
        await client.upload<Handout>('/handouts', {
          title: subject,
          language: 'en-GB',
          subject,
          text,
          format: 'text',
        })
      ).body;
      lengths.push((await durations(await open(handout.id, pupils[1]?.id ?? '')))[0] ?? 0);
    }
    expect(lengths[0]).toBeGreaterThan((lengths[1] ?? 0) + 0.1);
  });
});
