import {
  MAX_HANDOUT_CHARACTERS,
  type Handout,
  type HandoutSummary,
  type DocumentPreview,
  type ApiErrorBody,
} from '@aurelfield/api';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
});
afterAll(() => server.stop());

const bytes = (text: string) => new TextEncoder().encode(text);
const INPUT = {
  title: 'The weir',
  language: 'en-GB',
  subject: 'Geography',
  className: 'Year 7',
  text: 'The weir\n\nIt holds the river back. Why?',
  format: 'text',
};

describe('the shelf', () => {
  test('holds the demo’s handouts', async () => {
    const { body } = await client.get<HandoutSummary[]>('/handouts');
    expect(body.map(({ title }) => title).sort()).toEqual([
      'How a peat bog keeps time',
      'Letter from the kiln',
      'Reading a tide table',
      'The lamplighters of Tarn Bridge',
    ]);
    for (const { words } of body) expect(words).toBeGreaterThan(300);
  });

  test('takes a typed text and keeps it as it was typed', async () => {
    const { status, body } = await client.upload<Handout>('/handouts', INPUT);
    expect(status).toBe(201);
    expect(body).toMatchObject({ title: 'The weir', sourceKind: 'typed', words: 8 });
    expect(body.blocks.map(({ type, text }) => `${type}:${text}`)).toEqual([
      'heading:The weir',
      'paragraph:It holds the river back. Why?',
    ]);
    const source = await client.get<string>(`/handouts/${body.id}/source`);
    expect(source.body).toBe(INPUT.text);
    expect(source.headers.get('content-disposition')).toContain('The weir.txt');
  });

  test('keeps an uploaded file byte for byte', async () => {
    const file = {
      name: 'Wehr – alt.txt',
      bytes: new Uint8Array([0x57, 0x65, 0x68, 0x72, 0x20, 0x96, 0x20, 0xe4, 0x2e]),
    };
    const { body } = await client.upload<Handout>('/handouts', { ...INPUT, text: 'Wehr – ä.' }, file);
    expect(body).toMatchObject({ sourceKind: 'file', sourceName: 'Wehr – alt.txt' });
    const response = await client.fetch(`/handouts/${body.id}/source`);
    expect(new Uint8Array(await response.arrayBuffer())).toEqual(file.bytes);
  });

  test('a handout can be changed, taken off and put back', async () => {
    const { body } = await client.upload<Handout>('/handouts', INPUT);
    expect(
      (await client.send<Handout>('PATCH', `/handouts/${body.id}`, { title: 'The old weir' })).body.title,
    ).toBe('The old weir');
    expect((await client.send('DELETE', `/handouts/${body.id}`)).status).toBe(204);
    expect((await client.get(`/handouts/${body.id}`)).status).toBe(404);
    expect((await client.send('POST', `/handouts/${body.id}/restore`)).status).toBe(204);
    expect((await client.get<Handout>(`/handouts/${body.id}`)).body.title).toBe('The old weir');
  });

  test.each([
    ['no text', { ...INPUT, text: ' \n ' }, 422],
    ['no title', { ...INPUT, title: ' ' }, 400],
    ['a language that is none', { ...INPUT, language: 'not a tag' }, 400],
    ['too much text', { ...INPUT, text: 'moss '.repeat(1_000_000) }, 413],
  ])('%s is refused and nothing is stored', async (_name, input, status) => {
    const before = (await client.get<unknown[]>('/handouts')).body.length;
    const answer = await client.upload<ApiErrorBody>('/handouts', input);
    expect(answer.status).toBe(status);
    expect(answer.body.message).toMatch(/\.$/u);
    expect((await client.get<unknown[]>('/handouts')).body).toHaveLength(before);
  });

  test('a text of the greatest length is taken', async () => {
    const text = 'The river turns. '.repeat(MAX_HANDOUT_CHARACTERS / 17);
    const { status, body } = await client.upload<Handout>('/handouts', { ...INPUT, text });
    expect(status).toBe(201);
    expect(body.words).toBe(3 * Math.floor(MAX_HANDOUT_CHARACTERS / 17));
    await client.send('DELETE', `/handouts/${body.id}`);
  });
});

describe('what was found', () => {
  test('title, language and size of a text', async () => {
    const { body } = await client.send<DocumentPreview>('POST', '/imports/text', {
      text: 'Rzeka\n\nRzeka powoli skręcała obok młyna, a mieszkańcy patrzyli.',
    });
    expect(body).toMatchObject({
      title: 'Rzeka',
      language: 'pl',
      hasVoice: true,
      headings: 1,
      blocks: 2,
      words: 9,
      format: 'text',
    });
  });

  test('a language without a voice is told', async () => {
    const { body } = await client.send<DocumentPreview>('POST', '/imports/text', {
      text: '川はゆっくりと水車小屋のそばを曲がり、町の人々は水が上がるのを見ていた。それは長い冬の終わりだった。',
    });
    expect(body).toMatchObject({ language: 'ja', hasVoice: false });
  });

  test.each([
    ['UTF-8', bytes('Café – wet.'), 'Café – wet.', 'utf-8'],
    ['UTF-16', new Uint8Array([0xff, 0xfe, 0x43, 0, 0x61, 0, 0xe9, 0, 0x2e, 0]), 'Caé.', 'utf-16le'],
    ['Windows-1252', new Uint8Array([0x43, 0x61, 0xe9, 0x20, 0x96, 0x2e]), 'Caé –.', 'windows-1252'],
    ['emoji and right-to-left', bytes('😀 مرحبا'), '😀 مرحبا', 'utf-8'],
  ])('a file in %s is read rightly', async (_name, content, text, encoding) => {
    const { body } = await client.upload<DocumentPreview>('/imports/file', undefined, {
      name: 'note.txt',
      bytes: content,
    });
    expect(body).toMatchObject({ text, encoding });
  });

  test.each([
    [
      'a program called text',
      {
        name: 'note.txt',
        bytes: new Uint8Array([0x7f, 0x45, 0x4c, 0x46, 2, 1, 1, 0, 0, 0, 0, 0, 0, 0, 0, 0, 3, 0, 0x3e, 0]),
      },
      422,
      'not-text',
    ],
    ['an empty file', { name: 'note.txt', bytes: new Uint8Array() }, 422, 'empty'],
    ['another kind of file', { name: 'note.exe', bytes: bytes('x') }, 415, 'file-type'],
    ['a text called a Word file', { name: 'note.docx', bytes: bytes('x') }, 422, 'not-document'],
    [
      'a file of 51 MB',
      { name: 'note.txt', bytes: new Uint8Array(51 * 1024 * 1024).fill(0x61) },
      413,
      'too-large',
    ],
    [
      '5 MB of text',
      { name: 'note.txt', bytes: new Uint8Array(5 * 1024 * 1024).fill(0x61) },
      413,
      'too-long',
    ],
  ])('%s is refused with a reason', async (_name, file, status, code) => {
    const answer = await client.upload<ApiErrorBody>('/imports/file', undefined, file);
    expect([answer.status, answer.body.code]).toEqual([status, code]);
  });

  test('no file at all, and a body that is no JSON', async () => {
    expect((await client.upload<ApiErrorBody>('/imports/file')).body.code).toBe('no-file');
    const broken = await client.fetch('/imports/text', {
      method: 'POST',
      body: '{"text":',
      headers: { 'content-type': 'application/json' },
    });
    expect(broken.status).toBe(400);
  });
});
