/** @module-tag long */
import {
  RECORDING_RATE,
  type ReadingSnapshot,
  type Assignment,
  type Handout,
  type Job,
  type Opened,
  type ApiErrorBody,
  type Prompt,
  type Pupil,
  type PupilLink,
  type Reading,
  type ReadingSentence,
  type RecordingSummary,
  type RecordingView,
} from '@aurelfield/api';
import { execFile } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { SpeechPlan } from '@aurelfield/core/speech';
import { recordings, schools } from '../../db/schema/index.ts';
import { RECORDED_VERSION, recordedVoiceId } from './recordedVoice.ts';
import { startTestServer, TestClient, until, type TestServer } from '../../testing/testServer.ts';
import { cleanUpNow } from '../../testing/cleanUpNow.ts';

const run = promisify(execFile);

/** What is read aloud by flite, a program that we did not write: it stands for a teacher here. */
const SENTENCES = [
  'The ferry at Tarn Bridge.',
  'The old boat leaves the pier at ten past nine.',
  'Nobody waits for it in winter.',
  'It carries apples, letters and two sheep across the river.',
];
const TEXT = `# ${SENTENCES[0]}\n\n${SENTENCES.slice(1).join(' ')}`;

let server: TestServer;
let client: TestClient;
let pupils: Pupil[];
let folder: string;
let handout: Handout;
let spoken: Buffer;

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-recorded-'));
  server = await startTestServer({ speech: true });
  client = await TestClient.demo(server);
  pupils = (await client.get<Pupil[]>('/pupils')).body;
  spoken = await read(SENTENCES.join(' '), 'whole.wav');
  handout = await add(TEXT);
});
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
});

async function read(text: string, name: string): Promise<Buffer> {
  const file = path.join(folder, name);
  await run('flite', ['-voice', 'rms', '-t', text, '-o', file]);
  return readFileSync(file);
}

const add = async (text: string): Promise<Handout> => {
  const values = {
    title: 'The ferry',
    language: 'en-GB',
    subject: '',
    className: '',
    format: 'markdown',
    text,
  };
  return (await client.upload<Handout>('/handouts', values)).body;
};

const bring = async (bytes: Buffer, { id } = handout, scope?: object) => {
  const query = new URLSearchParams({ name: 'My voice', ...(scope ? { scope: JSON.stringify(scope) } : {}) });
  const response = await client.fetch(`/handouts/${id}/recordings/file?${query}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: new Uint8Array(bytes),
  });
  return { status: response.status, body: (await response.json()) as RecordingSummary & ApiErrorBody };
};

const settled = async ({ id }: { readonly id: string }): Promise<RecordingView> =>
  (
    await until(
      () => client.get<RecordingView>(`/recordings/${id}`),
      ({ body }) => body.state === 'ready' || body.state === 'failed',
    )
  ).body;

const wordTexts = ({ text }: RecordingView) =>
  text.flatMap((sentence) =>
    sentence.words.map(({ start, end }) => sentence.text.slice(start - sentence.start, end - sentence.start)),
  );

/** A reading for a pupil, made. */
const readFor = async ({ id }: { readonly id: string }, name = 'Ines') => {
  const pupil = pupils.find((one) => one.name === name);
  const { body } = await client.send<Reading>('POST', '/readings', { handoutId: id, pupilId: pupil?.id });
  await until(
    () => client.get<Reading>(`/readings/${body.id}`),
    (answer) => answer.body.made === answer.body.sentences && answer.body.planned,
  );
  const sentences = (await client.get<ReadingSentence[]>(`/readings/${body.id}/sentences?from=0&to=2000`))
    .body;
  return { reading: body, sentences };
};

const pcmOf = async (address: string): Promise<Int16Array> => {
  const response = await client.fetch(address);
  expect(response.status).toBe(200);
  const bytes = Buffer.from(await response.arrayBuffer()).subarray(44);
  return new Int16Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
};

interface Sound {
  readonly pcm: Int16Array;
  readonly rate: number;
  /** The sample from which on it is looked at. */
  readonly from: number;
}

/**
 * How alike two sounds are by their loudness over 0.8 seconds, 20 ms by 20 ms, which tells more than samples
 * do where their rates differ; and by how many decibels the first is louder.
 */
function compared(one: Sound, other: Sound) {
  const envelope = ({ pcm, rate, from }: Sound) =>
    Array.from({ length: 40 }, (_, i) => {
      const at = (nth: number) => from + Math.round(nth * 0.02 * rate);
      const part = pcm.subarray(at(i), at(i + 1));
      return Math.sqrt(part.reduce((sum, sample) => sum + sample * sample, 0) / Math.max(1, part.length));
    });
  const [a, b] = [envelope(one), envelope(other)];
  const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const [middleA, middleB] = [mean(a), mean(b)];
  const product = a.reduce((sum, value, i) => sum + (value - middleA) * ((b[i] ?? 0) - middleB), 0);
  const power = (values: number[], middle: number) =>
    Math.sqrt(values.reduce((sum, value) => sum + (value - middle) ** 2, 0));
  return {
    likeness: product / (power(a, middleA) * power(b, middleB)),
    louder: 20 * Math.log10(middleA / middleB),
  };
}

/** Expects that a sound, from where its second sentence begins, is the recording's, and no voice of ours. */
async function expectRecorded(sound: Sound): Promise<void> {
  const { body } = await client.get<{ recordings: RecordingSummary[] }>(`/handouts/${handout.id}/recordings`);
  const recording = await settled(body.recordings[0] as RecordingSummary);
  const from = recording.text[1]?.words[0]?.from ?? 0;
  const own = await pcmOf(`/recordings/${recording.id}/sound?from=${from}&to=${from + RECORDING_RATE}`);
  const { likeness } = compared(sound, { pcm: own, rate: RECORDING_RATE, from: 0 });
  expect(likeness).toBeGreaterThan(0.95);
  // The measure tells one second of it from the next.
  const later = { ...sound, from: sound.from + Math.round(sound.rate / 2) };
  expect(compared(later, { pcm: own, rate: RECORDING_RATE, from: 0 }).likeness).toBeLessThan(0.8);
}

/** Samples of a sound file, by ffmpeg. */
async function decoded(bytes: Buffer, rate: number): Promise<Int16Array> {
  const file = path.join(folder, `decoded-${bytes.length}`);
  writeFileSync(file, bytes);
  const { stdout } = await run(
    'ffmpeg',
    ['-v', 'error', '-i', file, '-f', 's16le', '-ac', '1', '-ar', String(rate), '-'],
    { encoding: 'buffer', maxBuffer: 1 << 27 },
  );
  return new Int16Array(stdout.buffer.slice(stdout.byteOffset, stdout.byteOffset + stdout.length));
}

/** Ends of phones by the program itself; the pauses part the sentences. */
async function pausesInTruth(): Promise<number[]> {
  const { stdout } = await run('flite', ['-voice', 'rms', '-t', SENTENCES.join(' '), '-o', 'none', '-psdur']);
  const phones = stdout
    .trim()
    .split(/\s+/u)
    .map((part) => part.split(':'));
  return phones.flatMap(([name, end]) => (name === 'pau' ? [Number(end)] : []));
}

describe('a sound file', () => {
  test('is aligned with the text: every word has its time, and sentences begin where the program says they do', async () => {
    const { status, body } = await bring(spoken);
    expect([status, body.state]).toEqual([201, 'aligning']);
    const found = await settled(body);
    expect([found.state, found.error]).toEqual(['ready', null]);
    expect(found.text.map(({ text }) => text)).toEqual(SENTENCES);
    expect(wordTexts(found).slice(0, 5)).toEqual(['The', 'ferry', 'at', 'Tarn', 'Bridge']);
    expect(found.sampleRate).toBe(RECORDING_RATE);
    expect(Math.abs(found.samples / RECORDING_RATE - (spoken.length - 44) / 2 / 16_000)).toBeLessThan(0.05);
    expect(found.missing).toBe(0);
    const pauses = await pausesInTruth();
    for (const sentence of found.text.slice(1)) {
      const start = (sentence.words[0]?.from ?? 0) / RECORDING_RATE;
      expect(Math.min(...pauses.map((end) => Math.abs(end - start)))).toBeLessThan(0.05);
    }
    const times = found.text.flatMap(({ words }) => words.map(({ from }) => from ?? 0));
    expect(times).toEqual([...times].sort((a, b) => a - b));
  });

  test('is heard in every pupil’s reading, with its words in time, and the pupil’s longer pauses', async () => {
    const { sentences } = await readFor(handout);
    const { body } = await client.get<{ recordings: RecordingSummary[] }>(
      `/handouts/${handout.id}/recordings`,
    );
    const recording = await settled(body.recordings[0] as RecordingSummary);
    expect(sentences).toHaveLength(4);
    for (const [nth, sentence] of sentences.entries()) {
      const times = sentence.times ?? [];
      const own = recording.text[nth]?.words ?? [];
      expect(times).toHaveLength(own.length);
      const rate = 22_050;
      const shift = (times[0]?.[0] ?? 0) / rate - (own[0]?.from ?? 0) / RECORDING_RATE;
      // As long after its first word as in the recording, or later by pauses that were inserted.
      let later = 0;
      times.forEach(([from], i) => {
        const late = from / rate - (own[i]?.from ?? 0) / RECORDING_RATE - shift;
        expect(late).toBeGreaterThan(later - 0.003);
        later = late;
      });
    }
    // A pupil with long pauses hears the same words with more silence between them.
    const { sentences: slow } = await readFor(handout, 'Tobias');
    const silence = (those: ReadingSentence[]) => those.reduce((sum, { pauseAfter }) => sum + pauseAfter, 0);
    expect(slow).toHaveLength(4);
    expect(silence(slow)).not.toBe(silence(sentences));
  });

  test('is what the reading sounds like: the same samples, at the voices’ loudness', async () => {
    const { reading, sentences } = await readFor(handout);
    const audio = await pcmOf(`/readings/${reading.id}/audio.wav?from=1&to=2`);
    const { body } = await client.get<{ recordings: RecordingSummary[] }>(
      `/handouts/${handout.id}/recordings`,
    );
    const recording = await settled(body.recordings[0] as RecordingSummary);
    const first = recording.text[1]?.words[0];
    const own = await pcmOf(
      `/recordings/${recording.id}/sound?from=${first?.from ?? 0}&to=${(first?.from ?? 0) + RECORDING_RATE}`,
    );
    const { likeness, louder } = compared(
      { pcm: audio, rate: reading.sampleRate, from: sentences[1]?.times?.[0]?.[0] ?? 0 },
      { pcm: own, rate: RECORDING_RATE, from: 0 },
    );
    expect(likeness).toBeGreaterThan(0.97);
    expect(louder).toBeCloseTo(recording.gain, 0);
  });

  test('is saved as a file like any reading, and is in it', async () => {
    const { reading, sentences } = await readFor(handout);
    const { body: begun } = await client.send<Job>('POST', `/readings/${reading.id}/exports`, {
      format: 'mp3',
    });
    const { body: job } = await until(
      () => client.get<Job>(`/jobs/${begun.id}`),
      ({ body }) => body.state === 'done',
    );
    const saved = await client.fetch((job.file ?? '').replace(/^\/api/u, ''));
    const pcm = await decoded(Buffer.from(await saved.arrayBuffer()), reading.sampleRate);
    const [first, second] = sentences;
    const from = (first?.samples ?? 0) + (first?.pauseAfter ?? 0) + (second?.times?.[0]?.[0] ?? 0);
    await expectRecorded({ pcm, rate: reading.sampleRate, from });
  });

  test('is handed out like any reading, and is what a pupil’s page plays', async () => {
    const ines = pupils.find(({ name }) => name === 'Ines');
    const whom = { handoutIds: [handout.id], pupilIds: [ines?.id] };
    expect((await client.send('POST', '/assignments', whom)).status).toBe(202);
    await until(
      () => client.get<Assignment[]>(`/assignments?handoutId=${handout.id}`),
      ({ body }) => body.length > 0 && body.every(({ state }) => state === 'out'),
    );
    const links = (await client.get<PupilLink[]>('/pupil-links')).body;
    const link = links.find(({ pupilId, assignmentId }) => pupilId === ines?.id && assignmentId === null);
    // The pupil's browser knows nothing but the link.
    const opened = (await (
      await fetch(`${server.base}/open/enter`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ key: link?.secret, pin: '' }),
      })
    ).json()) as Opened;
    const files = `${server.base}/open/${opened.accessToken}/files/${opened.items[0]?.package}`;
    const page = (await (await fetch(`${files}/page.json`)).json()) as ReadingSnapshot;
    const span = page.segments.findIndex(({ from, to }) => from <= 1 && 1 < to);
    const sound = Buffer.from(await (await fetch(`${files}/sound-${span}.opus`)).arrayBuffer());
    const before = page.sentences
      .slice(page.segments[span]?.from, 1)
      .reduce((sum, { n, p }) => sum + n + p, 0);
    await expectRecorded({
      pcm: await decoded(sound, page.sampleRate),
      rate: page.sampleRate,
      from: before + (page.sentences[1]?.t[0] ?? 0),
    });
  });

  test('of which a sentence was changed since is heard in all the others', async () => {
    const { body } = await bring(spoken, await add(TEXT));
    await settled(body);
    // The recording belongs to the unchanged text; the text is edited as a teacher does it.
    const { body: whole } = await client.get<Handout>(`/handouts/${body.handoutId}`);
    const edited = await client.send('PUT', `/handouts/${body.handoutId}/blocks`, {
      content: whole.blocks.map((block) => ({
        ...block,
        text: block.text.replace('Nobody waits', 'Somebody always waits'),
      })),
      base: whole.contentHash,
      reason: 'edited',
      window: 'a window',
    });
    expect(edited.status).toBe(200);
    const { reading } = await readFor({ id: body.handoutId });
    const rows = await server.running.context.readings.sentences(reading.id, 0, 10);
    expect(rows.map(({ plan }) => plan.voice.startsWith('recorded-'))).toEqual([true, true, false, true]);
  });

  test('is said to its own school alone', async () => {
    const { reading } = await readFor(handout);
    const [first] = await server.running.context.readings.sentences(reading.id, 0, 1);
    if (!first) throw new Error('There is no sentence.');
    const { voices } = server.running.context;
    await expect(voices.speak(first.plan)).rejects.toThrow('not here any more');
    await expect(voices.speak(first.plan, { requestId: 'another/key' })).rejects.toThrow('not here any more');
  });

  test.each([
    ['headings', [true, false, false, false]],
    ['nothing', [false, false, false, false]],
    ['everything', [true, true, true, true]],
  ])('used for %s', async (use, expected) => {
    const { body } = await client.get<{ recordings: RecordingSummary[] }>(
      `/handouts/${handout.id}/recordings`,
    );
    const id = body.recordings[0]?.id ?? '';
    expect((await client.send('PATCH', `/recordings/${id}`, { use })).status).toBe(200);
    const { reading } = await readFor(handout);
    const rows = await server.running.context.readings.sentences(reading.id, 0, 10);
    expect(rows.map(({ plan }) => plan.voice.startsWith('recorded-'))).toEqual(expected);
  });

  test('of one sentence stands in the place of a made one', async () => {
    const mixed = await add(TEXT);
    const { prompts } = (await client.get<{ prompts: Prompt[] }>(`/handouts/${mixed.id}/prompts`)).body;
    expect(prompts.map(({ text }) => text)).toEqual(SENTENCES);
    const [, second] = prompts;
    const { body } = await bring(await read(SENTENCES[1] ?? '', 'one.wav'), mixed, [
      { block: second?.block, start: second?.start },
    ]);
    expect(await settled(body)).toMatchObject({ state: 'ready', sentences: 1 });
    const { reading, sentences } = await readFor(mixed);
    const rows = await server.running.context.readings.sentences(reading.id, 0, 10);
    expect(rows.map(({ plan }) => plan.voice.startsWith('recorded-'))).toEqual([false, true, false, false]);
    expect(sentences.every(({ times }) => times !== null)).toBe(true);
  });
});

describe('what is no reading of the text', () => {
  const silence = async (name: string, ...filter: string[]) => {
    const file = path.join(folder, name);
    await run('ffmpeg', ['-loglevel', 'error', '-y', '-f', 'lavfi', '-i', ...filter, file]);
    return readFileSync(file);
  };
  test.each([
    ['silence', () => silence('silence.wav', 'anullsrc=r=16000:cl=mono', '-t', '8'), 'silent'],
    ['music', () => silence('music.wav', 'sine=f=330:d=9,tremolo=f=3:d=0.8'), 'other-text'],
    [
      'another text',
      () =>
        read(
          'Moss grows between the stones of the yard, and children look at it through a lens. They draw what they see there in the afternoon.',
          'other.wav',
        ),
      'other-text',
    ],
    [
      'a text that is called sound',
      () => Promise.resolve(Buffer.from('this is no sound at all')),
      'no-sound',
    ],
    ['a broken file', () => Promise.resolve(Buffer.from('RIFF____WAVEfmt ')), 'no-sound'],
    ['an empty file', () => Promise.resolve(Buffer.alloc(0)), 'empty'],
    [
      'three hours',
      () => silence('long.mp3', 'anullsrc=r=8000:cl=mono', '-t', '10800', '-b:a', '8k'),
      'too-long',
    ],
  ])('%s is refused in words, and the reading stays', async (_name, make, code) => {
    const plain = await add(TEXT);
    const { body } = await bring(await make(), plain);
    const found = await settled(body);
    expect([found.state, found.code]).toEqual(['failed', code]);
    expect(found.error?.length).toBeGreaterThan(30);
    const { reading } = await readFor(plain);
    const rows = await server.running.context.readings.sentences(reading.id, 0, 10);
    expect(rows.some(({ plan }) => plan.voice.startsWith('recorded-'))).toBe(false);
  });

  test.each([
    ['a telephone', ['-ar', '8000'], 'phone.wav'],
    ['96 kHz stereo', ['-ar', '96000', '-ac', '2'], 'high.wav'],
    ['an M4A', ['-c:a', 'aac'], 'small.m4a'],
    ['an Ogg', ['-c:a', 'libopus'], 'small.ogg'],
  ])('%s is a recording like any other', async (_name, options, name) => {
    const [from, to] = [path.join(folder, 'whole.wav'), path.join(folder, name)];
    await run('ffmpeg', ['-loglevel', 'error', '-y', '-i', from, ...options, to]);
    const { body } = await bring(readFileSync(to), await add(TEXT));
    expect(await settled(body)).toMatchObject({ state: 'ready', sentences: 4 });
  });

  test('a form instead of a file is told so', async () => {
    const answer = await client.send<ApiErrorBody>(
      'POST',
      `/handouts/${handout.id}/recordings/file?name=x`,
      {},
    );
    expect([answer.status, answer.body.code]).toEqual([415, 'file-type']);
  });
});

describe('a recording taken in the browser', () => {
  const parts = () => {
    const pcm = spoken.subarray(44);
    return Array.from({ length: Math.ceil(pcm.length / 16_000) }, (_, i) =>
      pcm.subarray(i * 16_000, (i + 1) * 16_000),
    );
  };
  const put = (id: string, part: number, bytes: Uint8Array) =>
    client.fetch(`/recordings/${id}/parts/${part}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/octet-stream' },
      body: new Uint8Array(bytes),
    });
  const begin = async () =>
    (
      await client.send<RecordingSummary>('POST', `/handouts/${(await add(TEXT)).id}/recordings`, {
        name: 'At the desk',
        scope: null,
        sampleRate: 16_000,
      })
    ).body;

  test('comes part by part, in any order and some twice, over a restart of the server, and is whole', async () => {
    const { id } = await begin();
    const all = parts();
    for (const [nth, bytes] of [...all.entries()].reverse())
      expect((await put(id, nth, bytes)).status).toBe(204);
    await server.restart();
    client = await TestClient.demo(server);
    expect((await put(id, 2, all[2] ?? Buffer.alloc(2))).status).toBe(204);
    const ended = await client.send<RecordingSummary>('POST', `/recordings/${id}/end`, { parts: all.length });
    expect([ended.status, ended.body.state]).toEqual([200, 'aligning']);
    const found = await settled({ id });
    expect(found).toMatchObject({ state: 'ready', sentences: 4, missing: 0, origin: 'microphone' });
    expect(Math.abs(found.samples - (spoken.length - 44))).toBeLessThan(400);
    // Ended twice is ended once.
    expect((await client.send('POST', `/recordings/${id}/end`, { parts: all.length })).status).toBe(200);
    expect((await put(id, 0, Buffer.alloc(4))).status).toBe(409);
  });

  test('of which a part has not come is not ended', async () => {
    const { id } = await begin();
    const [first] = parts();
    await put(id, 0, first ?? Buffer.alloc(2));
    const ended = await client.send<ApiErrorBody>('POST', `/recordings/${id}/end`, { parts: 3 });
    expect([ended.status, ended.body.code]).toEqual([409, 'parts-missing']);
    expect((await client.get<RecordingView>(`/recordings/${id}`)).body).toMatchObject({
      state: 'taking',
      parts: 1,
    });
  });

  test.each([
    ['half a sample', Buffer.alloc(3), 400],
    ['nothing', Buffer.alloc(0), 400],
    ['too much at once', Buffer.alloc(2 * 1024 * 1024), 413],
  ])('%s is refused', async (_name, bytes, status) => {
    const { id } = await begin();
    expect((await put(id, 0, bytes)).status).toBe(status);
  });
});

describe('edits', () => {
  let recording: RecordingView;
  beforeAll(async () => {
    const { body } = await bring(spoken, await add(TEXT));
    recording = await settled(body);
  });
  const save = (revision: number, edits: unknown[]) =>
    client.send<{ revision: number; edits: Record<string, number>[] } & ApiErrorBody>(
      'PUT',
      `/recordings/${recording.id}/edits`,
      { revision, edits },
    );
  const sound = (query = '') => pcmOf(`/recordings/${recording.id}/sound${query}`);

  test('are a list: the sound is as long as they say, and without them it is what it was', async () => {
    const before = await sound();
    expect(before).toHaveLength(recording.samples);
    const third = recording.text[2]?.words ?? [];
    const [from, to] = [third[0]?.from ?? 0, third.at(-1)?.to ?? 0];
    const cut = await save(0, [{ kind: 'cut', from, to }]);
    expect(cut.status).toBe(200);
    const kept = cut.body.edits[0];
    // Moved to where the sound crosses zero, by 2 ms at most.
    expect(Math.abs((kept?.from ?? 0) - from)).toBeLessThanOrEqual(64);
    const after = await sound();
    expect(after).toHaveLength(recording.samples - ((kept?.to ?? 0) - (kept?.from ?? 0)));
    expect(await sound('?original=yes')).toEqual(before);
    const { reading } = await readFor({ id: recording.handoutId });
    const rows = await server.running.context.readings.sentences(reading.id, 0, 10);
    // A sentence of which nothing is left is said by the pupil's voice.
    expect(rows.map(({ plan }) => plan.voice.startsWith('recorded-'))).toEqual([true, true, false, true]);
    expect((await save(1, [])).status).toBe(200);
    expect(await sound()).toEqual(before);
  });

  test('are kept of one window only', async () => {
    const { revision } = (await client.get<RecordingView>(`/recordings/${recording.id}`)).body;
    const stale = await save(revision - 1, []);
    expect([stale.status, stale.body.code]).toEqual([409, 'changed']);
  });

  test('slow a reading down without its voice changing; its words stay in time', async () => {
    const { revision } = (await client.get<RecordingView>(`/recordings/${recording.id}`)).body;
    const before = (await readFor({ id: recording.handoutId })).sentences;
    const treatment = { kind: 'tempo', factor: 0.8 };
    const saved = await save(revision, [{ kind: 'treat', from: 0, to: recording.samples, treatment }]);
    expect(saved.status).toBe(200);
    const after = (await readFor({ id: recording.handoutId })).sentences;
    after.forEach((sentence, nth) => {
      const length = (times: ReadingSentence['times'] | undefined) =>
        (times?.at(-1)?.[1] ?? 0) - (times?.[0]?.[0] ?? 0);
      expect(length(sentence.times) / length(before[nth]?.times)).toBeCloseTo(1.25, 1);
    });
    await save(saved.body.revision, []);
  });

  test.each([
    [
      'a tempo that no voice bears',
      { kind: 'treat', from: 0, to: 9, treatment: { kind: 'tempo', factor: 9 } },
    ],
    ['a step that is none', { kind: 'explode', from: 0, to: 9 }],
    ['a place before the beginning', { kind: 'cut', from: -5, to: 9 }],
  ])('%s is refused', async (_name, edit) => {
    const { revision } = (await client.get<RecordingView>(`/recordings/${recording.id}`)).body;
    expect((await save(revision, [edit])).status).toBe(400);
  });

  test('words are put right by hand, and are sure then', async () => {
    const { revision } = (await client.get<RecordingView>(`/recordings/${recording.id}`)).body;
    const set = (words: object[], at = revision) =>
      client.send<{ revision: number } & ApiErrorBody>('PUT', `/recordings/${recording.id}/words`, {
        revision: at,
        words,
      });
    const own = recording.text[1]?.words[3];
    const [from, to] = [(own?.from ?? 0) + 500, own?.to ?? 0];
    const saved = await set([
      { sentence: 1, word: 3, from, to },
      { sentence: 1, word: 4, from: null, to: null },
    ]);
    expect(saved.status).toBe(200);
    const found = (await client.get<RecordingView>(`/recordings/${recording.id}`)).body;
    expect(found.text[1]?.words[3]).toMatchObject({ from, to, confidence: 1 });
    expect(found).toMatchObject({ missing: 1 });
    expect((await set([{ sentence: 1, word: 99, from, to }], saved.body.revision)).status).toBe(400);
    expect((await set([{ sentence: 1, word: 3, from: to, to: from }], saved.body.revision)).status).toBe(400);
  });

  test('aligned again, it keeps the edits and the words that a teacher has set, and an older window cannot save over it', async () => {
    const before = (await client.get<RecordingView>(`/recordings/${recording.id}`)).body;
    const own = before.text[1]?.words[2];
    const words = await client.send<{ revision: number }>('PUT', `/recordings/${recording.id}/words`, {
      revision: before.revision,
      words: [{ sentence: 1, word: 2, from: (own?.from ?? 0) + 300, to: own?.to ?? 0 }],
    });
    const kept = await save(words.body.revision, [{ kind: 'cut', from: 1000, to: 3000 }]);
    expect(kept.status).toBe(200);
    await client.send('POST', `/recordings/${recording.id}/align`, {});
    const after = await settled((await client.get<RecordingView>(`/recordings/${recording.id}`)).body);
    expect(after.edits).toEqual(kept.body.edits);
    expect(after.text[1]?.words[2]).toMatchObject({
      from: (own?.from ?? 0) + 300,
      confidence: 1,
      isSet: true,
    });
    expect(after.revision).toBeGreaterThan(kept.body.revision);
    // A window that was open before: its revision is older, whatever was aligned since.
    expect((await save(0, [])).status).toBe(409);
    expect((await save(kept.body.revision, [])).status).toBe(409);
  });

  test('it speaks to its own school alone, by the school that asks and by nothing else', async () => {
    const { recordings: store, voices, database } = server.running.context;
    const row = await store.find(recording.id);
    const voice = recordedVoiceId({ id: recording.id, content: row?.content ?? '' }, 0);
    const plan = { voice, engineVersion: RECORDED_VERSION, words: [], breaks: [] } as unknown as SpeechPlan;
    const [other] = await database.db.insert(schools).values({ name: 'Another school' }).returning();
    for (const options of [{}, { schoolId: other?.id ?? '' }, { requestId: `${row?.schoolId ?? ''}/x` }])
      await expect(voices.speak(plan, options)).rejects.toThrow('is not here any more');
  });
});

describe('a recording', () => {
  test('has a waveform, is taken away, comes back, and is gone with all of its sound after its time', async () => {
    const { body } = await bring(spoken, await add(TEXT));
    const { id, samples, handoutId } = await settled(body);
    const peaks = Buffer.from(await (await client.fetch(`/recordings/${id}/peaks`)).arrayBuffer());
    expect(peaks).toHaveLength(2 * Math.ceil(samples / 160));
    expect(Math.max(...new Int8Array(peaks))).toBeGreaterThan(20);
    expect((await client.send('DELETE', `/recordings/${id}`)).status).toBe(204);
    expect((await client.get(`/recordings/${id}`)).status).toBe(404);
    const { reading } = await readFor({ id: handoutId });
    const rows = await server.running.context.readings.sentences(reading.id, 0, 10);
    expect(rows.some(({ plan }) => plan.voice.startsWith('recorded-'))).toBe(false);
    expect((await client.send('POST', `/recordings/${id}/restore`)).status).toBe(204);
    expect((await client.get(`/recordings/${id}`)).status).toBe(200);
    await client.send('DELETE', `/recordings/${id}`);
    const { database, store } = server.running.context;
    const files = () =>
      readdirSync(server.dataFolder, { recursive: true })
        .map(String)
        .filter((name) => name.includes(id));
    expect(files().length).toBeGreaterThan(2);
    await database.db
      .update(recordings)
      .set({ deletedAt: new Date(0) })
      .where(eq(recordings.id, id));
    const old = {
      ...store,
      list: (prefix: string) => aged(store.list(prefix)),
      delete: (name: string) => store.delete(name),
      put: store.put.bind(store),
      read: store.read.bind(store),
      stream: store.stream.bind(store),
    };
    await cleanUpNow(server, { store: old });
    expect(files().filter((name) => !name.endsWith(id))).toEqual([]);
  });
});

/** Objects as if they had lain there for days. */
async function* aged<T extends { readonly changedAt: Date; readonly name: string }>(
  objects: AsyncIterable<T>,
): AsyncGenerator<T> {
  for await (const one of objects)
    yield one.name.startsWith('recordings/') ? { ...one, changedAt: new Date(0) } : one;
}
