import type {
  Doubtful,
  Handout,
  LeftOutView,
  ApiErrorBody,
  Pupil,
  Reading,
  ReadingSentence,
  VariantView,
} from '@aurelfield/api';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
let pupil: Pupil;
beforeAll(async () => {
  server = await startTestServer({ speech: true });
  client = await TestClient.demo(server);
  pupil = (await client.get<Pupil[]>('/pupils')).body.find(({ name }) => name === 'Wren') as Pupil;
});
afterAll(() => server.stop());

const add = async (text: string, language = 'en-GB') =>
  (
    await client.upload<Handout>('/handouts', {
      title: 'T',
      language,
      subject: '',
      className: '',
      text,
      format: 'markdown',
    })
  ).body;
const sentencesOf = async (handout: Handout) => {
  const reading = (
    await client.send<Reading>('POST', '/readings', { handoutId: handout.id, pupilId: pupil.id })
  ).body;
  const { body } = await client.get<ReadingSentence[]>(`/readings/${reading.id}/sentences?from=0&to=50`);
  return { reading, sentences: body };
};

describe('doubtful words', () => {
  const find = async (handout: Handout) =>
    (await client.get<{ words: Doubtful[] }>(`/handouts/${handout.id}/doubtful?pupilId=${pupil.id}`)).body
      .words;

  test('come with where they stand and how the voice says them, until they are decided', async () => {
    const handout = await add('They rowed to Qarnmoor. The tide at Qarnmoor is high. He can read.');
    const found = await find(handout);
    expect(found.map(({ written }) => written)).toEqual(['Qarnmoor', 'read']);
    expect(found[0]).toMatchObject({
      doubts: ['not in the dictionary', 'a name', 'rare spelling'],
      places: [{ block: 0, start: 14, end: 22 }, { block: 0 }],
      syllables: 2,
    });
    expect(found[0]?.ipa).toMatch(/^ˈk/u);
    expect(found[0]?.places[0]?.around).toContain('They rowed to Qarnmoor. The tide');
    await client.send('POST', '/accepted-words', { word: 'Qarnmoor' });
    expect((await find(handout)).map(({ written }) => written)).toEqual(['read']);
    await client.send('DELETE', '/accepted-words', { word: 'Qarnmoor' });
    expect(await find(handout)).toHaveLength(2);
    await client.send('POST', '/pronunciations', {
      written: 'Qarnmoor', said: 'KARN-mor', kind: 'respelling', caseSensitive: false, scope: 'school', scopeValue: '',
    }); // prettier-ignore
    expect((await find(handout)).map(({ written }) => written)).toEqual(['read']);
  });

  test('are also those that the voice says otherwise than the dictionary has them', async () => {
    // This voice has the stress of each on its first syllable, and says "trousers" correctly since it is given
    // how.
    const found = await find(await add('The caboose was quintessence. Their trousers were plain.'));
    expect(found.map(({ written, doubts }) => [written, ...doubts])).toEqual([
      ['quintessence', 'said otherwise than the dictionary has it'],
    ]);
  });

  test('of a language without a dictionary are refused in words', async () => {
    const handout = await add('Woda w rzece.', 'pl');
    const { status, body } = await client.get<ApiErrorBody>(
      `/handouts/${handout.id}/doubtful?pupilId=${pupil.id}`,
    );
    expect(status).toBe(422);
    expect(body.message).toContain('English');
  });
});

describe('how a word is read', () => {
  test('can be turned for its place or for all of the handout, and back', async () => {
    const handout = await add('Half is 3/4 here. Then 3/4 again, and 13/4.');
    const [block] = (await client.get<Handout>(`/handouts/${handout.id}`)).body.blocks as {
      id: string;
      text: string;
    }[];
    const at = (nth: number) => [...(block?.text ?? '').matchAll(/(?<!\d)3\/4/gu)][nth]?.index ?? -1;
    const where = { block: block?.id ?? '', start: at(0) };
    const { body } = await client.get<{ ways: string[] }>(
      `/handouts/${handout.id}/other-readings?block=${where.block}&start=${where.start}`,
    );
    expect(body.ways).toContain('three four');
    const said = async () =>
      (await sentencesOf(handout)).sentences.flatMap(({ words }) => words.map((word) => word.said));
    expect((await said()).filter((words) => words === 'three quarters')).toHaveLength(2);
    const set = (everywhere: boolean) =>
      client.send<Handout>('PUT', `/handouts/${handout.id}/occurrences`, {
        ...where,
        written: '3/4',
        kind: 'alias',
        said: 'three four',
        everywhere,
      });
    await set(false);
    expect((await said()).filter((words) => words === 'three four')).toHaveLength(1);
    const { body: all } = await set(true);
    expect((await said()).filter((words) => words === 'three four')).toHaveLength(2);
    expect(all.occurrences.map(({ start }) => start)).toEqual([at(0), at(1)]);
    await client.send(
      'DELETE',
      `/handouts/${handout.id}/occurrences/${all.occurrences[0]?.id ?? ''}?everywhere=true`,
    );
    expect((await said()).filter((words) => words === 'three quarters')).toHaveLength(2);
  });

  test('is told of a word that the voice cannot say and spells', async () => {
    const { body: list } = await client.get<{ id: string; engine: string }[]>('/voices');
    const natural = list.find(({ engine }) => engine === 'flite' || engine === 'festival');
    if (!natural) return;
    const { id: _id, ...given } = pupil;
    const { body: other } = await client.send<Pupil>('POST', '/pupils', {
      ...given,
      name: 'Natural',
      profile: { ...pupil.profile, voices: { en: natural.id } },
    });
    const handout = await add('Play mf, then stop.');
    const { body: reading } = await client.send<Reading>('POST', '/readings', {
      handoutId: handout.id,
      pupilId: other.id,
    });
    const { body } = await client.send<ReadingSentence[]>('POST', `/readings/${reading.id}/sentences/make`, {
      from: 0,
      to: 1,
    });
    expect(body[0]?.words.map(({ spelled }) => spelled === true)).toEqual([false, true, false, false]);
    const { body: again } = await client.get<ReadingSentence[]>(
      `/readings/${reading.id}/sentences?from=0&to=1`,
    );
    expect(again[0]?.words[1]).toMatchObject({ said: 'mf', spelled: true });
  });

  test('is not told of a place that is not in the text', async () => {
    const handout = await add('Short.');
    const { status, body } = await client.get<ApiErrorBody>(
      `/handouts/${handout.id}/other-readings?block=b0000000&start=0`,
    );
    expect([400, 409, 422]).toContain(status);
    expect(body.message).not.toBe('');
  });
});

describe('a word said its own way in one place', () => {
  test('variants of a word of several sounds are told', async () => {
    const { body } = await client.get<VariantView[]>('/pronunciations/variants?word=Lead');
    expect(body.map(({ respelling }) => respelling)).toEqual(['leed', 'led']);
    expect((await client.get<VariantView[]>('/pronunciations/variants?word=bog')).body).toEqual([]);
  });

  test('changes that place alone, and is taken back', async () => {
    const handout = await add('We read it. We read it. We read it.');
    const before = (await sentencesOf(handout)).sentences;
    expect(before).toHaveLength(3);
    const place = {
      block: handout.blocks[0]?.id ?? '',
      start: 15,
      written: 'read',
      kind: 'respelling',
      said: 'RED-uh-luh-luh-luh',
    };
    const changed = (await client.send<Handout>('PUT', `/handouts/${handout.id}/occurrences`, place)).body;
    expect(changed.occurrences).toMatchObject([place]);
    const made = async (reading: Reading) =>
      (
        await client.send<ReadingSentence[]>('POST', `/readings/${reading.id}/sentences/make`, {
          from: 0,
          to: 3,
        })
      ).body.map(({ samples }) => samples);
    const { reading } = await sentencesOf(handout);
    const [first = 0, second = 0, third = 0] = await made(reading);
    expect(second).toBeGreaterThan(first * 1.3);
    expect(third).toBe(first);
    await client.send('DELETE', `/handouts/${handout.id}/occurrences/${changed.occurrences[0]?.id ?? ''}`);
    const back = await made((await sentencesOf(handout)).reading);
    expect(back[1]).toBe(first);
  });

  test.each([
    ['another word stands there', { start: 2, written: 'read', kind: 'ipa', said: 'ɹɛd' }, 409],
    ['no block is there', { block: 'none', start: 3, written: 'read', kind: 'ipa', said: 'ɹɛd' }, 409],
    ['it is no sound', { start: 3, written: 'read', kind: 'ipa', said: '♞' }, 422],
  ])('is refused where %s', async (_name, place, status) => {
    const handout = await add('We read it.');
    const block = handout.blocks[0]?.id;
    const asked = await client.send('PUT', `/handouts/${handout.id}/occurrences`, { block, ...place });
    expect(asked.status).toBe(status);
  });
});

test('a table is kept with its heads, and what is left out by choice is told', async () => {
  const handout = await add('| Time | Height |\n|---|---|\n| 06:12 | 4.2 m |\n\nHigh 🙂 (Ward, 2011).');
  expect(handout.blocks[1]).toMatchObject({
    type: 'table-row',
    text: '06:12\t4.2 m',
    columnHeaders: ['Time', 'Height'],
  });
  const choices = { emoji: 'left-out', citations: 'left-out', announcements: 'headings' } as const;
  const changed = (
    await client.send<Pupil>('PUT', `/pupils/${pupil.id}`, {
      ...pupil,
      profile: { ...pupil.profile, choices },
    })
  ).body;
  expect(changed.profile.choices).toEqual(choices);
  const { reading, sentences } = await sentencesOf(handout);
  expect(sentences.flatMap(({ words }) => words.map(({ said }) => said))).toEqual([
    'Time', 'Height', 'six twelve', 'four point two', 'metres', 'High',
  ]); // prettier-ignore
  const left = (await client.get<LeftOutView[]>(`/readings/${reading.id}/left-out`)).body;
  expect(left.map(({ text, rule }) => `${text}: ${rule}`)).toEqual([
    '🙂: emoji left out', 'Ward: citation left out', '2011: citation left out',
  ]); // prettier-ignore
});
