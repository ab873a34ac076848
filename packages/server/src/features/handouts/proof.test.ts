import type { BlockView, CheckedText, Handout, ApiErrorBody, Saved, VersionView } from '@aurelfield/api';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
});
afterAll(() => server.stop());

const paragraph = (text: string): BlockView => ({ type: 'paragraph', text });
const add = async (text: string) =>
  (await client.upload<Handout>('/handouts', {
      title: 'T', language: 'en-GB', subject: '', className: '', text, format: 'text',
    })) // prettier-ignore
  .body;
const save = (
  handout: Pick<Handout, 'id' | 'contentHash'>,
  content: BlockView[],
  reason = 'edited',
  window = 'a window',
) =>
  client.send<Saved & ApiErrorBody>('PUT', `/handouts/${handout.id}/blocks`, {
    content,
    base: handout.contentHash,
    reason,
    window,
  });

describe('saving', () => {
  test('keeps blocks of all kinds, counts words and changes what is read', async () => {
    const handout = await add('The bog is old.');
    const content: BlockView[] = [
      { type: 'heading', level: 1, text: 'The bog' },
      paragraph('The bog is very old.'),
      { type: 'table-row', columnHeaders: ['A', 'B'], text: '1\t2' },
      { type: 'picture', text: '' },
      { type: 'paragraph', silent: true, text: 'Name:' },
      paragraph('   '),
    ];
    const { status, body } = await save(handout, content);
    expect([status, body.words]).toEqual([200, 10]);
    const kept = (await client.get<Handout>(`/handouts/${handout.id}`)).body;
    expect(kept.blocks.map(({ id: _id, ...block }) => block)).toEqual(content.slice(0, 5));
    expect(kept.contentHash).toBe(body.contentHash);
  });

  test('of a text that was changed elsewhere is refused, and the same text twice is none', async () => {
    const handout = await add('One. Two.');
    const first = await save(handout, [paragraph('One. Three.')]);
    expect(first.status).toBe(200);
    expect((await save(handout, [paragraph('One. Three.')])).status).toBe(200);
    const late = await save(handout, [paragraph('One. Four.')]);
    expect([late.status, late.body.code]).toEqual([409, 'changed']);
    expect((await client.get<Handout>(`/handouts/${handout.id}`)).body.blocks).toMatchObject([
      paragraph('One. Three.'),
    ]);
  });

  test('nothing at all is refused', async () => {
    const handout = await add('One.');
    expect((await save(handout, [])).status).toBe(400);
  });

  test('an entry for one place goes with its word; one whose word is gone is told, and is back with it', async () => {
    const handout = await add('We read it.');
    const [block] = handout.blocks;
    const at = async () => (await client.get<Handout>(`/handouts/${handout.id}`)).body;
    await client.send('PUT', `/handouts/${handout.id}/occurrences`, {
      block: block?.id, start: 3, written: 'read', kind: 'ipa', said: 'ɹɛd',
    }); // prettier-ignore
    const own = (text: string) => [{ ...paragraph(text), id: block?.id ?? '' }];
    const moved = (await save(handout, own('Now we read it.'))).body;
    expect((await at()).occurrences).toMatchObject([{ block: block?.id, start: 7, written: 'read' }]);
    const gone = (await save({ id: handout.id, contentHash: moved.contentHash }, own('Now we saw it.'))).body;
    expect(gone.lost).toMatchObject([{ written: 'read' }]);
    expect(await at()).toMatchObject({ occurrences: [], lostOccurrences: [{ written: 'read' }] });
    await save({ id: handout.id, contentHash: gone.contentHash }, own('Now we read it.'));
    expect(await at()).toMatchObject({ occurrences: [{ start: 7 }], lostOccurrences: [] });
  });

  test('an entry stays on its word when blocks are inserted, parted, joined and moved', async () => {
    const handout = await add('We read it. They read it daily.\n\nThe lead pipe.');
    const ids = handout.blocks.map(({ id }) => id);
    await client.send('PUT', `/handouts/${handout.id}/occurrences`, {
      block: ids[0], start: 17, written: 'read', kind: 'ipa', said: 'ɹɛd',
    }); // prettier-ignore
    let base = handout.contentHash;
    const place = async (content: BlockView[]) => {
      base = (await save({ id: handout.id, contentHash: base }, content)).body.contentHash;
      const { occurrences, blocks } = (await client.get<Handout>(`/handouts/${handout.id}`)).body;
      const [own] = occurrences;
      const index = blocks.findIndex(({ id }) => id === own?.block);
      const text = blocks[index]?.text ?? '';
      return [index, text.slice(0, own?.start), text.slice(own?.start, (own?.start ?? 0) + 4)];
    };
    const of = (id: string | undefined, text: string) => ({ ...paragraph(text), ...(id ? { id } : {}) });
    expect(await place([paragraph('New.'), of(ids[0], 'We read it. They read it daily.'), of(ids[1], 'The lead pipe.')])).toEqual([1, 'We read it. They ', 'read']); // prettier-ignore
    expect(await place([of(ids[0], 'We read it.'), of(undefined, 'They read it daily.'), of(ids[1], 'The lead pipe.')])).toEqual([1, 'They ', 'read']); // prettier-ignore
    const second = (await client.get<Handout>(`/handouts/${handout.id}`)).body.blocks[1]?.id;
    expect(await place([of(ids[1], 'The lead pipe.'), of(second, 'They read it daily.'), of(ids[0], 'We read it.')])).toEqual([1, 'They ', 'read']); // prettier-ignore
    expect(await place([of(ids[1], 'The lead pipe. They read it daily.'), of(ids[0], 'We read it.')])).toEqual([0, 'The lead pipe. They ', 'read']); // prettier-ignore
  });
});

describe('versions', () => {
  test('begin with what was taken in; edits close together are one; each can be seen', async () => {
    const handout = await add('One.');
    const list = async () => (await client.get<VersionView[]>(`/handouts/${handout.id}/versions`)).body;
    expect((await list()).map(({ reason }) => reason)).toEqual(['taken in']);
    const one = (await save(handout, [paragraph('Two.')])).body;
    const two = (await save({ id: handout.id, contentHash: one.contentHash }, [paragraph('Two. Three.')]))
      .body;
    expect((await list()).map(({ reason, words }) => [reason, words])).toEqual([
      ['edited', 2],
      ['taken in', 1],
    ]);
    const [, first] = await list();
    const { body } = await client.get<{ content: BlockView[] }>(
      `/handouts/${handout.id}/versions/${first?.id ?? ''}`,
    );
    expect(body.content).toMatchObject([paragraph('One.')]);
    await save({ id: handout.id, contentHash: two.contentHash }, body.content, 'brought back');
    expect((await list()).map(({ reason }) => reason)).toEqual(['brought back', 'edited', 'taken in']);
    expect(
      (await client.get(`/handouts/${handout.id}/versions/00000000-0000-4000-8000-000000000000`)).status,
    ).toBe(404);
  });
});

describe('checking', () => {
  const check = async (content: BlockView[], language = 'en-GB') =>
    (await client.send<CheckedText>('POST', '/proof/check', { content, language })).body;

  test('finds what to look at, spares the school’s own words, and measures sections', async () => {
    const content = [
      { type: 'heading' as const, level: 1, text: 'The bog' },
      paragraph(
        'The sphagmum at Sallow is to wet, and it’s colour is brown. A heron stands in it all day long.',
      ),
      { type: 'picture' as const, text: '' },
    ];
    const { findings, sections } = await check(content);
    expect(findings.map(({ kind, block, instead }) => [kind, block, instead[0]])).toEqual([
      ['spelling', 1, undefined],
      ['sounds alike', 1, 'its'],
      ['picture', 2, undefined],
    ]);
    expect(sections).toMatchObject([{ block: 0, title: 'The bog', words: 20 }]);
    const suggested = (await client.get<string[]>('/spelling?word=sphagmum&language=en-GB')).body;
    expect(suggested[0]).toBe('sphagnum');
    await client.send('POST', '/accepted-words', { word: 'sphagmum' });
    expect((await check(content)).findings.map(({ kind }) => kind)).not.toContain('spelling');
  });

  test('a language without a dictionary is not spelled', async () => {
    expect((await check([paragraph('Woda w rzece jest zimna.')], 'pl')).findings).toEqual([]);
  });
});

test('a page fetched again shows what changed, and can be taken', async () => {
  const site = server.running.siteOrigin ?? '';
  const found = (
    await client.send<{ content: BlockView[]; uploadId: string }>('POST', '/imports/page', {
      address: `${site}/river/bore`,
    })
  ).body;
  const handout =
    (await client.upload<Handout>('/handouts', {
      title: 'Bore', language: 'en-GB', subject: '', className: '', content: found.content, uploadId: found.uploadId,
    })) // prettier-ignore
    .body;
  const again = async () =>
    (
      await client.send<{ content: BlockView[]; added: string[]; removed: string[] }>(
        'POST',
        `/handouts/${handout.id}/fetch-again`,
      )
    ).body;
  expect(await again()).toMatchObject({ added: [], removed: [] });
  const edited = found.content.map((block, i) => (i === 1 ? { ...block, text: 'Changed here.' } : block));
  const saved = (await save(handout, edited)).body;
  const differs = await again();
  expect(differs.removed).toEqual(['Changed here.']);
  expect(differs.added[0]).toContain('Twice a month');
  await save({ id: handout.id, contentHash: saved.contentHash }, differs.content, 'fetched again');
  expect(await again()).toMatchObject({ added: [], removed: [] });
  const typed = await add('One.');
  expect((await client.send('POST', `/handouts/${typed.id}/fetch-again`)).status).toBe(409);
});
