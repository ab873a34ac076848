import type { Handout, DocumentPreview, PlaceInLine, ApiErrorBody } from '@aurelfield/api';
import { fetchPage } from '@aurelfield/readers';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
let site: string;
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
  site = server.running.siteOrigin ?? '';
});
afterAll(() => server.stop());

const fixture = (name: string) =>
  new Uint8Array(readFileSync(new URL(`../../../../readers/fixtures/${name}`, import.meta.url)));
/** Reading processes that this process started and that still run. */
const readersRunning = () =>
  readFileSync(`/proc/${process.pid}/task/${process.pid}/children`, 'utf8')
    .split(' ')
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('readerProcess');
      } catch {
        return false;
      }
    }).length;
const examine = (name: string, bytes: Uint8Array<ArrayBuffer>) =>
  client.upload<DocumentPreview & ApiErrorBody>('/imports/file', undefined, { name, bytes });
const store = (imported: DocumentPreview) =>
  client.upload<Handout>('/handouts', {
    title: imported.title,
    language: imported.language,
    subject: '',
    className: '',
    content: imported.content,
    cleanUps: imported.cleanUps,
    uploadId: imported.uploadId,
  });

describe('a file', () => {
  test('is read, shown, and stored with its source as it came', async () => {
    const { body } = await examine('marsh.docx', fixture('marsh.docx'));
    expect(body).toMatchObject({
      title: 'The salt marsh',
      language: 'en-GB',
      hasVoice: true,
      headings: 4,
      blocks: 15,
    });
    expect(body.cleanUps).toHaveLength(1);
    const { status, body: handout } = await store(body);
    expect(status).toBe(201);
    expect(handout).toMatchObject({ sourceKind: 'file', sourceName: 'marsh.docx' });
    expect(handout.blocks.map(({ type }) => type)).toContain('picture');
    const source = await client.fetch(`/handouts/${handout.id}/source`);
    expect(new Uint8Array(await source.arrayBuffer())).toEqual(fixture('marsh.docx'));
    // The ticket is used up.
    expect((await store(body)).status).toBe(410);
  });

  test('that cannot be read is refused in words, nothing is stored, and the server goes on', async () => {
    const before = (await client.get<unknown[]>('/handouts')).body.length;
    const { status, body } = await examine('locked.pdf', fixture('locked.pdf'));
    expect([status, body.code]).toEqual([422, 'encrypted']);
    expect(body.message).toContain('password');
    expect((await examine('a.docx', new Uint8Array(0))).body.code).toBe('empty');
    const large = await examine('a.docx', new Uint8Array(51 * 1024 * 1024));
    expect([large.status, large.body.code]).toEqual([413, 'too-large']);
    expect((await client.get<unknown[]>('/handouts')).body).toHaveLength(before);
    expect((await client.get('/health')).status).toBe(200);
  });

  test('is read in its turn when forty come at once, and whoever asks is told the place', async () => {
    const key = '0123456789abcdef01234567';
    const all = Array.from({ length: 40 }, (_, i) =>
      client.upload<DocumentPreview>(`/imports/file${i === 39 ? `?waiting=${key}` : ''}`, undefined, {
        name: 'marsh.docx',
        bytes: fixture('marsh.docx'),
      }),
    );
    const ahead: (number | null)[] = [];
    const readers: number[] = [];
    let isOver = false;
    const watching = (async () => {
      while (!isOver) {
        ahead.push((await client.get<PlaceInLine>(`/imports/waiting/${key}`)).body.ahead);
        readers.push(readersRunning());
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
    })();
    const answers = await Promise.all(all);
    isOver = true;
    await watching;
    expect(answers.map(({ status }) => status)).toEqual(Array(40).fill(200));
    expect(new Set(answers.map(({ body }) => body.blocks))).toEqual(new Set([15]));
    const places = ahead.filter((place) => place !== null);
    expect(places.length).toBeGreaterThan(3);
    expect(places).toEqual([...places].sort((a, b) => b - a));
    expect(Math.max(...readers)).toBeLessThanOrEqual(2);
    expect((await client.get<PlaceInLine>(`/imports/waiting/${key}`)).body.ahead).toBeNull();
  });

  test('keeps what is not read aloud, and passages in other languages', async () => {
    const slides = await examine('s01-tide.pptx', fixture('unseen/s01-tide.pptx'));
    expect(slides.body.content?.find(({ text }) => text === 'Notes: Bring a pole.')).toMatchObject({
      silent: true,
    });
    const page = await examine('lang-mix.html', fixture('unseen/lang-mix.html'));
    expect([page.body.language, page.body.content?.at(-1)]).toMatchObject(['cy', { language: 'en' }]);
  });

  test('of another school cannot be had by its upload id', async () => {
    const { body } = await examine('marsh.odt', fixture('marsh.odt'));
    const stranger = await client.upload('/handouts', {
      title: 'x', language: 'en', subject: '', className: '', content: [], uploadId: '00000000-0000-4000-8000-000000000000',
    }); // prettier-ignore
    expect(stranger.status).toBe(410);
    expect((await store(body)).status).toBe(201);
  });
});

describe('a web page', () => {
  const fetchIt = (address: string) =>
    client.send<DocumentPreview & ApiErrorBody>('POST', '/imports/page', { address });

  test('of the stand-in site gives its main text, and keeps its address and source', async () => {
    const { body } = await fetchIt(`${site}/river/bore`);
    expect(body.title).toBe('The bore on the River Sallow');
    const texts = body.content?.map(({ type, text }) => `${type}: ${text}`) ?? [];
    expect(texts[0]).toBe('heading: The bore on the River Sallow');
    expect(texts).toContain('table-row: Sunday 19 May\t08:05\t09:20');
    expect(texts.find((text) => text.startsWith('picture'))).toContain('smooth brown wave');
    expect(texts.join(' ')).not.toMatch(/cookie|Summer fair|Comments|Contact|stand-in/u);
    const { body: handout } = await store(body);
    expect(handout).toMatchObject({ sourceKind: 'web-page', sourceAddress: `${site}/river/bore` });
  });

  test.each([
    ['no address', 'not an address at all', 'address'],
    ['another protocol', 'file:///etc/passwd', 'address'],
    ['a password', 'http://a:b@example.org/', 'address'],
    ['loopback', 'http://127.0.0.1:1/', 'private'],
    ['loopback by another name', 'http://[::ffff:127.0.0.1]/', 'private'],
    ['loopback in one number', 'http://2130706433/', 'private'],
    ['a private network', 'http://192.168.1.1/', 'private'],
    ['link-local', 'http://169.254.169.254/latest/meta-data', 'private'],
  ])('at %s is not fetched', async (_what, address, code) => {
    const { status, body } = await fetchIt(address);
    expect([status, body.code]).toEqual([code === 'too-large' ? 413 : 422, code]);
  });

  test.each([
    ['sends on to a private address', '/to-private', 'private'],
    ['sends on without an end', '/round', 'redirects'],
    ['never ends', '/endless', 'too-large'],
    ['is a file', '/file.zip', 'not-a-page'],
    ['is not there', '/nowhere', 'status'],
  ])('that %s is refused in words', async (_what, path, code) => {
    const { status, body } = await fetchIt(site + path);
    expect([status, body.code]).toEqual([code === 'too-large' ? 413 : 422, code]);
    expect(body.message.length).toBeGreaterThan(20);
  });

  test('whose name leads to a private address is not asked at all', async () => {
    const visits = async () => (await (await fetch(`${site}/visits`)).json()) as { visits: number };
    const before = await visits();
    const address = site.replace('127.0.0.1', 'school.example') + '/river/bore';
    await expect(
      fetchPage(address, { allowedOrigins: [], resolve: () => Promise.resolve(['127.0.0.1']) }),
    ).rejects.toMatchObject({ code: 'private' });
    await expect(
      fetchPage(address, {
        allowedOrigins: [],
        resolve: () => Promise.resolve(['93.184.216.34', '10.0.0.1']),
      }),
    ).rejects.toMatchObject({ code: 'private' });
    expect(await visits()).toEqual(before);
  });
});
