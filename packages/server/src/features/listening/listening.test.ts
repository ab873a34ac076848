import type {
  Impact,
  VoiceAssignment,
  ParallelText,
  Decided,
  Handout,
  ApiErrorBody,
  Pupil,
  Reading,
  ReadingSentence,
  StudyMark,
  TextView,
  WordFactsView,
} from '@aurelfield/api';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { sql } from 'drizzle-orm';
import { ImpactService } from '../pronunciations/impactService.ts';
import { startTestServer, TestClient, until, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
let pupils: Pupil[];
let letter: Handout;
beforeAll(async () => {
  server = await startTestServer({ speech: true });
  client = await TestClient.demo(server);
  pupils = (await client.get<Pupil[]>('/pupils')).body;
  const found = (await client.get<Handout[]>('/handouts')).body.find(
    ({ title }) => title === 'Letter from the kiln',
  );
  letter = (await client.get<Handout>(`/handouts/${found?.id ?? ''}`)).body;
});
afterAll(() => server.stop());

const bytes = (text: string) => new TextEncoder().encode(text);
const pupil = (name: string) => pupils.find((one) => one.name === name)?.id ?? '';
const open = async (textSelection?: string, who = 'Kasia') =>
  (
    await client.send<Reading>('POST', '/readings', {
      handoutId: letter.id,
      pupilId: pupil(who),
      ...(textSelection ? { textSelection } : {}),
    })
  ).body;
const textOf = async (reading: Reading) => (await client.get<TextView>(`/texts/${reading.textHash}`)).body;
const sentencesOf = async (reading: Reading) => {
  const planned = await until(
    () => client.get<Reading>(`/readings/${reading.id}`),
    ({ body }) => body.planned,
  );
  return (
    await client.get<ReadingSentence[]>(
      `/readings/${reading.id}/sentences?from=0&to=${planned.body.sentences}`,
    )
  ).body;
};

describe('study marks', () => {
  const path = () => `/handouts/${letter.id}/study-marks`;
  const block = () => letter.blocks.find(({ text }) => text.includes('It is hot.'));
  const mark = (written: string, colour: string, note = '') => {
    const own = block();
    const start = own?.text.indexOf(written) ?? 0;
    return { block: own?.id, start, end: start + written.length, written, colour, note };
  };

  test('are added, noted, coloured anew and taken away', async () => {
    const { body } = await client.send<{ id: string }>('POST', path(), mark('It is hot.', 'rose'));
    await client.send('PATCH', `${path()}/${body.id}`, { note: 'Why hot?', colour: 'sky' });
    expect((await client.get<StudyMark[]>(path())).body).toMatchObject([
      { written: 'It is hot.', colour: 'sky', note: 'Why hot?', lost: false },
    ]);
    await client.send('DELETE', `${path()}/${body.id}`);
    expect((await client.get<StudyMark[]>(path())).body).toEqual([]);
  });

  test('what is not in the text is refused', async () => {
    const answer = await client.send<ApiErrorBody>('POST', path(), {
      ...mark('It is hot.', 'rose'),
      written: 'It is cold.',
    });
    expect([answer.status, answer.body.code]).toEqual([409, 'moved']);
  });

  test('are saved by colour in the order of the text, as text and as a Word document that can be read again', async () => {
    await client.send('POST', path(), mark('and the last', 'amber'));
    await client.send('POST', path(), mark('You asked me', 'amber', 'the beginning'));
    await client.send('POST', path(), mark('It is hot.', 'violet'));
    const text = (await client.get<string>(`${path()}/file?format=txt`)).body;
    expect(text).toBe(
      'Letter from the kiln: what was marked\n\nAmber\n- You asked me\n  the beginning\n- and the last\n\nViolet\n- It is hot.\n',
    );
    const docx = await client.fetch(`${path()}/file?format=docx&colour=amber`);
    expect(docx.headers.get('content-disposition')).toContain('.docx');
    const read = await client.upload<{ text: string }>('/imports/file', undefined, {
      name: 'marks.docx',
      bytes: new Uint8Array(await docx.arrayBuffer()),
    });
    expect(JSON.stringify(read.body)).toContain('You asked me');
    expect(JSON.stringify(read.body)).not.toContain('It is hot.');
    expect((await client.get<ApiErrorBody>(`${path()}/file?format=txt&colour=fern`)).body.code).toBe('empty');
  });
});

describe('several voices', () => {
  const path = () => `/handouts/${letter.id}/voice-assignment`;
  const voiceAssignment = async () => (await client.get<VoiceAssignment>(path())).body;

  test('speakers are found; with a voice each they are heard in it, the rest in the pupil’s', async () => {
    const found = await voiceAssignment();
    expect(found.speakers).toEqual(['Old Garrick', 'I']);
    expect(found.isOn).toBe(false);
    const alone = await open();
    const voices = { 'Old Garrick': 'espeak-en-gb-lower-1', I: 'espeak-en-gb-higher-2' };
    const set = await client.send<VoiceAssignment>('PUT', path(), {
      isOn: true,
      voices,
      passages: [],
      revision: found.revision,
    });
    expect(set.status).toBe(200);
    const reading = await open();
    expect(reading.id).not.toBe(alone.id);
    const sentences = await sentencesOf(reading);
    const text = await textOf(reading);
    const spoken = sentences.map(({ block, start, end }) => text.blocks[block]?.text.slice(start, end) ?? '');
    expect(spoken).toContain('"Then you had better be polite to it,"');
    expect(spoken.map((one) => one.trim())).toContain('he said.');
    // Off again, it is the reading of before: nothing is made again.
    const now = await voiceAssignment();
    await client.send('PUT', path(), { ...now, isOn: false, revision: now.revision });
    expect((await open()).id).toBe(alone.id);
  });

  test('a teacher corrects who speaks, and a second one is told', async () => {
    const before = await voiceAssignment();
    const speech = before.dialogueTurns.find(({ who }) => who === 'I');
    const written = letter.blocks
      .find(({ id }) => id === speech?.block)
      ?.text.slice(speech?.start, speech?.end);
    const passages = [{ block: speech?.block, start: speech?.start, end: speech?.end, written, who: null }];
    await client.send('PUT', path(), {
      isOn: true,
      voices: before.voices,
      passages,
      revision: before.revision,
    });
    const after = await voiceAssignment();
    expect(
      after.dialogueTurns.find(({ block, start }) => block === speech?.block && start === speech?.start)?.who,
    ).toBeNull();
    const late = await client.send<ApiErrorBody>('PUT', path(), {
      isOn: false,
      voices: {},
      passages: [],
      revision: before.revision,
    });
    expect([late.status, late.body.code]).toEqual([409, 'changed']);
    expect((await voiceAssignment()).isOn).toBe(true);
    await client.send('PUT', path(), { isOn: false, voices: {}, passages: [], revision: after.revision });
  });
});

describe('two languages', () => {
  const path = () => `/handouts/${letter.id}/parallel-text`;

  test('without a parallel text there is no other side', async () => {
    expect((await client.get(path())).body).toBeNull();
    expect(
      (
        await client.send<ApiErrorBody>('POST', '/readings', {
          handoutId: letter.id,
          pupilId: pupil('Kasia'),
          textSelection: 'both',
        })
      ).status,
    ).toBe(404);
  });

  test('the stand-in for a translation service knows the demo’s letter in Polish, and says where it knows nothing', async () => {
    const answer = await client.send<ParallelText>('POST', `${path()}/translate`, {
      language: 'pl',
      revision: 0,
    });
    expect(answer.body.origin).toBe('translated');
    expect(answer.body.pairs.every(({ parallelText }) => parallelText !== '')).toBe(true);
    const refused = await client.send<ApiErrorBody>('POST', `${path()}/translate`, {
      language: 'cy',
      revision: 1,
    });
    expect(refused.body.code).toBe('no-translation');
    expect(refused.body.message).toContain('stand-in');
  });

  test('both in turn, each in its own language and voice; the other side alone in the pupil’s voice for it', async () => {
    const both = await open('both');
    const text = await textOf(both);
    expect(text.blocks.slice(0, 4).map(({ text: own, language }) => [language ?? 'en', own])).toEqual([
      ['en', 'Letter from the kiln'],
      ['pl', 'List z pieca'],
      ['en', 'Dear Nell,'],
      ['pl', 'Droga Nell,'],
    ]);
    const alone = await open('parallel');
    expect([alone.language, alone.voice.language]).toEqual(['pl', 'pl-PL']);
    expect((await textOf(alone)).blocks[0]?.text).toBe('List z pieca');
  });

  test('a text that is typed is laid beside the original; a table goes to its sentences', async () => {
    const whole = letter.blocks.map(({ text }) => text.replace(/[aeiou]/gu, 'e')).join('\n');
    const typed = await client.send<ParallelText>('PUT', path(), {
      language: 'fr',
      text: whole,
      revision: 1,
    });
    for (const { original, parallelText } of typed.body.pairs)
      expect(parallelText).toBe(original.replace(/[aeiou]/gu, 'e').trim());
    const table = 'Letter from the kiln;Brief aus dem Ofen\nIt is hot.;Es ist heiß.\n';
    const taken = await client.uploadWith<ParallelText>(
      `${path()}/table`,
      { language: 'de', revision: String(typed.body.revision) },
      { name: 'brief.csv', bytes: bytes(table) },
    );
    expect(
      taken.body.pairs
        .filter(({ parallelText }) => parallelText !== '')
        .map(({ original, parallelText }) => [original, parallelText]),
    ).toEqual([
      ['Letter from the kiln', 'Brief aus dem Ofen'],
      ['It is hot.', 'Es ist heiß.'],
    ]);
    const empty = await client.uploadWith<ApiErrorBody>(
      `${path()}/table`,
      { language: 'de', revision: String(taken.body.revision) },
      { name: 'leer.csv', bytes: bytes('only one column\n') },
    );
    expect(empty.body.code).toBe('empty');
    const late = await client.send<ApiErrorBody>('PUT', path(), {
      language: 'pl',
      text: 'Spóźnione.',
      revision: 1,
    });
    expect(late.body.code).toBe('changed');
    await client.send('DELETE', path());
    expect((await client.get(path())).body).toBeNull();
  });
});

describe('about a word', () => {
  const facts = async (word: string, sentence = '', start = 0) =>
    (
      await client.get<WordFactsView>(
        `/words/facts?${new URLSearchParams({ word, language: 'en-GB', pupilId: pupil('Ines'), sentence, start: String(start) }).toString()}`,
      )
    ).body;

  test('syllables by the dictionary or by rule, sounds, meanings, family', async () => {
    const water = await facts('water');
    expect(water.syllables).toEqual({ parts: ['wa', 'ter'], by: 'dictionary' });
    expect(water.ipa).toMatch(/ˈw/u);
    expect(water.meanings.length).toBeGreaterThan(2);
    const moss = await facts('bogmossing');
    expect(moss.syllables).toMatchObject({ by: 'rule' });
    expect((await facts('teach')).family).toContain('teacher');
  });

  test('the meaning that fits the sentence goes first', async () => {
    const verb = await facts('watch', 'They watch the river.', 5);
    expect(verb.meanings[0]?.part).toBe('verb');
    const noun = await facts('watch', 'The watch is old.', 4);
    expect(noun.meanings[0]?.part).toBe('noun');
  });

  test('slowly and in syllables lasts longer', async () => {
    const length = async (way: string) => {
      const response = await client.fetch('/words/hear', {
        method: 'POST',
        body: JSON.stringify({ word: 'photosynthesis', language: 'en-GB', pupilId: pupil('Tobias'), way }),
        headers: { 'content-type': 'application/json' },
      });
      return (await response.arrayBuffer()).byteLength;
    };
    const [normal, slowly, syllables] = [
      await length('normal'),
      await length('slowly'),
      await length('syllables'),
    ];
    expect(slowly).toBeGreaterThan(normal * 1.3);
    expect(syllables).toBeGreaterThan(normal * 1.5);
  });

  test('syllables and word classes of a whole text', async () => {
    const reading = await open();
    const marks = (
      await client.get<{ words: { start: number; breaks: number[]; wordClass: string | null }[] }[]>(
        `/texts/${reading.textHash}/marks`,
      )
    ).body;
    const text = await textOf(reading);
    expect(marks).toHaveLength(text.blocks.length);
    const classes = new Set(marks.flatMap(({ words }) => words.map(({ wordClass }) => wordClass)));
    for (const one of ['noun', 'verb', 'adjective', 'pronoun']) expect(classes).toContain(one);
  });
});

test('of more handouts than are searched, the latest are', async () => {
  const { context } = server.running;
  const { rows } = await context.database.db.execute<{ school_id: string }>(
    sql`select school_id from handouts limit 1`,
  );
  const schoolId = rows[0]?.school_id ?? '';
  for (const title of ['Older', 'Newer'])
    await client.upload('/handouts', { title, language: 'en-GB', format: 'text', text: 'Quillander waits.' });
  const impact = new ImpactService(
    context.database.db,
    context.texts,
    context.threads,
    context.pronunciations,
    1,
  );
  const found = await impact.find(schoolId, {
    written: 'Quillander',
    caseSensitive: false,
    scope: 'school',
    scopeValue: '',
  });
  expect(found.handouts.map(({ title }) => title)).toEqual(['Newer']);
});

test('what an entry would change is told before it is made, with what wins', async () => {
  const ask = async (scope: string, scopeValue: string, written = 'Garrick') =>
    (
      await client.send<Impact>('POST', '/pronunciations/impact', {
        written,
        caseSensitive: false,
        scope,
        scopeValue,
      })
    ).body;
  await open('original', 'Ines');
  const school = await ask('school', '');
  expect(school.handouts.map(({ title }) => title)).toEqual(['Letter from the kiln']);
  expect(school.places).toBeGreaterThanOrEqual(3);
  expect(school.readings).toBeGreaterThanOrEqual(1);
  expect((await ask('class', 'Year 8')).handouts).toEqual([]);
  await client.send('POST', '/pronunciations', {
    written: 'Garrick',
    said: 'GA-rik',
    kind: 'respelling',
    caseSensitive: false,
    scope: 'class',
    scopeValue: 'Year 9',
  });
  expect((await ask('school', '')).others).toEqual([
    { scope: 'class', scopeValue: 'Year 9', kind: 'respelling', said: 'GA-rik', wins: true },
  ]);
  expect((await ask('pupil', pupil('Ines'))).others[0]?.wins).toBe(false);
  const decided = (await client.get<Decided>(`/readings/${(await open('original', 'Ines')).id}/decided`))
    .body;
  expect(decided.entries).toContainEqual({ written: 'Garrick', said: 'GA-rik', caseSensitive: false });
});
