import type { Handout, Opened, Pupil } from '@aurelfield/api';
import { get as httpGet, type IncomingMessage } from 'node:http';
import { parseFeed } from 'podcast-partytime';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startAssignments } from '../../testing/assignments.ts';

const assignments = await startAssignments();
const { server, client, pupils, add, settled, given, linkOf, ask, enter } = assignments;
afterAll(async () => {
  await server.stop();
});

describe('a feed', () => {
  let handout: Handout;
  let pupil: Pupil;
  let page: string;
  const get = (address: string, headers: Record<string, string> = {}) =>
    fetch(address.startsWith('http') ? address : `${page}${address}`, { headers });
  beforeAll(async () => {
    handout = await add(
      'Ferry & bells',
      '# Ferry\n\nThe ferry leaves. The bell rings.\n\n# Bells\n\nThey ring twice.',
    );
    pupil = (await client.send<Pupil>('POST', '/pupils', { ...(pupils[0] as Pupil), name: 'Feedling' })).body;
    await given([handout], [pupil]);
    page = `${server.base.replace(/\/api$/u, '')}/p/${(await linkOf(pupil)).secret}`;
  });

  test('has an episode for each assignment, with its true length, chapters and transcript', async () => {
    const response = await get('/feed.xml');
    expect(response.headers.get('content-type')).toContain('rss+xml');
    const text = await response.text();
    expect(text).not.toContain('Feedling');
    const [item, ...others] = parseFeed(text)?.items ?? [];
    expect(others).toEqual([]);
    expect(item?.title).toBe('Ferry & bells');
    const sound = Buffer.from(await (await get(item?.enclosure.url ?? '')).arrayBuffer());
    expect(sound.length).toBe(item?.enclosure.length);
    expect(item?.duration).toBe(Math.round((await settled([handout]))[0]?.seconds ?? 0));
    const part = await get(item?.enclosure.url ?? '', { range: 'bytes=10-19' });
    expect([part.status, part.headers.get('content-range'), (await part.arrayBuffer()).byteLength]).toEqual([206, `bytes 10-19/${sound.length}`, 10]); // prettier-ignore
    const words = await (await get(item?.podcastTranscripts?.[0]?.url ?? '')).text();
    expect(words.startsWith('WEBVTT')).toBe(true);
  });

  test('its chapters begin where its sections do', async () => {
    const [item] = parseFeed(await (await get('/feed.xml')).text())?.items ?? [];
    const { chapters } = (await (await get(item?.podcastChapters?.url ?? '')).json()) as {
      chapters: { title: string; startTime: number }[];
    };
    expect(chapters.map(({ title }) => title)).toEqual(['Ferry', 'Bells']);
    expect(chapters[0]?.startTime).toBe(0);
    expect(chapters[1]?.startTime).toBeGreaterThan(1);
  });

  test('whoever has it already is told so', async () => {
    const first = await get('/feed.xml');
    // Node's fetch forbids caches whenever it is told what is known already; players do not.
    const again = await new Promise<IncomingMessage>((resolve, reject) => {
      httpGet(
        `${page}/feed.xml`,
        { headers: { 'if-none-match': first.headers.get('etag') ?? '' } },
        resolve,
      ).on('error', reject);
    });
    again.resume();
    expect(again.statusCode).toBe(304);
  });

  test('the school’s own artwork is taken if it is right, and drawn otherwise', async () => {
    const side = async () =>
      (await sharp(Buffer.from(await (await get('/artwork')).arrayBuffer())).metadata()).width;
    expect(await side()).toBe(1400);
    const picture = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#31544b' } }).png().toBuffer(); // prettier-ignore
    const put = async (content: Buffer) => (await client.fetch('/school/artwork', { method: 'PUT', body: new Uint8Array(content), headers: { 'content-type': 'image/png' } })).status; // prettier-ignore
    expect(await put(await picture(1399, 1399))).toBe(415);
    expect(await put(await picture(2000, 1999))).toBe(415);
    expect(await put(Buffer.alloc(0))).toBe(415);
    expect(await side()).toBe(1400);
    expect(await put(await picture(1600, 1600))).toBe(204);
    expect(await side()).toBe(1600);
    await client.send('DELETE', '/school/artwork');
    expect(await side()).toBe(1400);
  });

  test('is shut with its link, and is not there where a PIN is asked for', async () => {
    const link = await linkOf(pupil);
    const [item] = parseFeed(await (await get('/feed.xml')).text())?.items ?? [];
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: '2468' });
    for (const address of ['/feed.xml', '/artwork', item?.enclosure.url ?? ''])
      expect((await get(address)).status).toBe(404);
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: null });
    expect((await get('/feed.xml')).status).toBe(200);
    await client.send('DELETE', `/pupil-links/${link.id}`);
    expect((await get('/feed.xml')).status).toBe(410);
    await given([handout], [pupil]);
  });

  test('a pupil saves the sound only where that is allowed', async () => {
    const enterPage = async () => (await enter((await linkOf(pupil)).secret)).body;
    const before = await enterPage();
    const saved = ({ accessToken, items }: Opened) =>
      ask(`/open/${accessToken}/save/${items[0]?.package ?? ''}/sound.mp3`);
    expect((await saved(before)).status).toBe(404);
    const [out] = await settled([handout]);
    await client.send('PATCH', `/assignments/${out?.id ?? ''}`, {
      allows: { ...out?.allows, save: ['mp3'] },
    });
    const answer = await saved(await enterPage());
    expect(answer.headers.get('content-disposition')).toContain('Ferry & bells.mp3');
    expect(answer.bytes.length).toBeGreaterThan(1000);
  });
});
