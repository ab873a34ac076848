import type {
  Handout,
  DocumentPreview,
  PhotoPageView,
  PhotoRead,
  PhotoView,
  ApiErrorBody,
} from '@aurelfield/api';
import { matchPhotoWords } from '@aurelfield/core/photo';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
});
afterAll(() => server.stop());

const MOSS = new Uint8Array(
  readFileSync(new URL('../../../../readers/fixtures/photos/mossShort.jpg', import.meta.url)),
);
const preview = (name: string, bytes: Uint8Array<ArrayBuffer>) =>
  client.upload<PhotoView & ApiErrorBody>('/imports/photos', undefined, { name, bytes });
const read = (uploadId: string, corners?: PhotoView['corners']) =>
  client.send<PhotoRead & ApiErrorBody>('POST', `/imports/photos/${uploadId}/read`, {
    languages: ['eng'],
    ...(corners ? { corners } : {}),
  });

let handout: Handout;

describe('photos become a handout', () => {
  test('one is looked at, read, put together and stored with its picture and words', async () => {
    const { body: photo } = await preview('moss.jpg', MOSS);
    expect(photo).toMatchObject({ name: 'moss.jpg', width: 2448, height: 3264 });
    expect(photo.corners).toHaveLength(4);
    const shown = await client.fetch(`/imports/photos/${photo.uploadId}/shown`);
    expect(shown.headers.get('content-type')).toBe('image/jpeg');

    const early = await client.send<ApiErrorBody>('POST', '/imports/photos/together', {
      uploadIds: [photo.uploadId],
    });
    expect(early.status).toBe(410);
    const { body: found } = await read(photo.uploadId, photo.corners);
    expect(found.words).toBeGreaterThan(110);
    expect(found.doubtful).toBeLessThan(15);
    const { body: imported } = await client.send<DocumentPreview>('POST', '/imports/photos/together', {
      uploadIds: [photo.uploadId],
    });
    expect(imported).toMatchObject({ title: 'Moss under the lens', language: 'en-GB', headings: 3 });
    expect(imported.cleanUps.map(({ rule }) => rule)).toContain('page number taken out');

    const stored = await client.upload<Handout>('/handouts', {
      title: imported.title,
      language: imported.language,
      subject: '',
      className: '',
      content: imported.content,
      cleanUps: imported.cleanUps,
      photos: imported.photos,
    });
    expect(stored.status).toBe(201);
    handout = stored.body;
    expect(handout).toMatchObject({ sourceKind: 'photos', sourceName: 'moss.jpg' });
    // The photo is the handout's now.
    expect((await read(photo.uploadId)).status).toBe(410);
    const source = await client.fetch(`/handouts/${handout.id}/source`);
    expect(new Uint8Array(await source.arrayBuffer())).toEqual(MOSS);
  });

  test('its words are those of its text, in order, and know their places', async () => {
    const { body: pages } = await client.get<PhotoPageView[]>(`/handouts/${handout.id}/photos`);
    expect(pages).toHaveLength(1);
    const words = pages[0]?.words ?? [];
    const places = matchPhotoWords(
      words.map(({ text }) => text),
      handout.blocks,
    );
    expect(places.filter((place) => place?.isAsRead).length / words.length).toBeGreaterThan(0.98);
    const moss = words.find(({ text }) => text === 'Moss');
    expect(moss?.y).toBeLessThan(0.15);
    expect(pages[0]?.unreadRegions).toHaveLength(1);
    for (const which of ['flat', 'shown'])
      expect((await client.fetch(`/handouts/${handout.id}/photos/0/${which}`)).status).toBe(200);
  });

  test('words found right stay so, and a part is read alone', async () => {
    const put = await client.send('PUT', `/handouts/${handout.id}/photos/0/checked`, { checked: [5, 3, 5] });
    expect(put.status).toBe(204);
    const { body: pages } = await client.get<PhotoPageView[]>(`/handouts/${handout.id}/photos`);
    expect(pages[0]?.checked).toEqual([3, 5]);
    const box = { x: 0.05, y: 0.06, width: 0.9, height: 0.06 };
    const part = await client.send<{ text: string }>('POST', `/handouts/${handout.id}/photos/0/region`, {
      box,
    });
    expect(part.body.text).toBe('Moss under the lens');
    expect(
      (await client.send('PUT', `/handouts/${handout.id}/photos/7/checked`, { checked: [] })).status,
    ).toBe(404);
  });

  test('a copy has the photo too', async () => {
    const { body: copy } = await client.send<Handout>('POST', `/handouts/${handout.id}/duplicate`);
    expect(copy.sourceKind).toBe('photos');
    expect((await client.get<PhotoPageView[]>(`/handouts/${copy.id}/photos`)).body).toHaveLength(1);
  });
});

describe('when something is wrong', () => {
  test.each([
    ['a text', new TextEncoder().encode('The tide is at nine.'), 'not-photo'],
    ['nothing', new Uint8Array(0), 'empty'],
  ])('%s is refused in words', async (_what, bytes, code) => {
    const { status, body } = await preview('page.jpg', bytes);
    expect([status, body.code]).toEqual([422, code]);
  });

  test('corners that make no page, upload ids of nobody, and a PDF that is none', async () => {
    const { body: photo } = await preview('moss.jpg', MOSS);
    const [a, b, c, d] = photo.corners ?? [];
    if (!a || !b || !c || !d) throw new Error('No page was found.');
    expect((await read(photo.uploadId, [a, c, b, d])).body.code).toBe('corners');
    expect((await read('00000000-0000-4000-8000-000000000000')).status).toBe(410);
    const removed = await client.send('DELETE', `/imports/photos/${photo.uploadId}`);
    expect(removed.status).toBe(204);
    expect((await client.fetch(`/imports/photos/${photo.uploadId}/shown`)).status).toBe(410);
    const scan = await client.upload<ApiErrorBody>('/imports/scan', undefined, {
      name: 'x.pdf',
      bytes: new TextEncoder().encode('%PDF-1.4 and nothing more'),
    });
    expect([scan.status, scan.body.code]).toEqual([422, 'broken']);
    expect((await client.get('/health')).status).toBe(200);
  });
});
