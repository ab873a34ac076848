import { parseFeed } from 'podcast-partytime';
import sharp from 'sharp';
import { execFileSync } from 'node:child_process';
import { describe, expect, test } from 'vitest';
import { artworkError, artworkType, drawnArtwork } from './artwork.ts';
import { chaptersJson, podcastFeed, type PodcastFeed } from './podcastFeed.ts';

const feed: PodcastFeed = {
  title: 'Wrenmoor School: to listen to',
  description: 'What is handed out, read aloud.',
  language: 'en-GB',
  pageAddress: 'https://listen.wrenmoor.example/p/abc',
  feedAddress: 'https://listen.wrenmoor.example/p/abc/feed.xml',
  artworkAddress: 'https://listen.wrenmoor.example/p/abc/artwork.png',
  episodes: [
    {
      id: 'two-3',
      title: 'Peat & “moss” <wet> 😀',
      madeAt: new Date('2026-11-28T08:00:00Z'),
      seconds: 291.6,
      sound: { address: 'https://listen.wrenmoor.example/p/abc/two-3.mp3?x=1&y=2', bytes: 2_334_567 },
      transcriptAddress: 'https://listen.wrenmoor.example/p/abc/two-3.vtt',
      chaptersAddress: 'https://listen.wrenmoor.example/p/abc/two-3.json',
    },
    {
      id: 'one-1',
      title: 'Źródło',
      madeAt: new Date('2026-11-20T08:00:00Z'),
      seconds: 60,
      sound: { address: 'https://listen.wrenmoor.example/p/abc/one-1.mp3', bytes: 480_000 },
      transcriptAddress: 'https://listen.wrenmoor.example/p/abc/one-1.vtt',
      chaptersAddress: 'https://listen.wrenmoor.example/p/abc/one-1.json',
    },
  ],
};

describe('a feed', () => {
  const xml = podcastFeed(feed);

  test('is read back by another program (podcast-partytime) with true lengths, durations, chapters and transcripts', () => {
    const read = parseFeed(xml);
    expect(read).toMatchObject({
      title: feed.title,
      description: feed.description,
      link: feed.pageAddress,
      language: 'en-GB',
      itunesBlock: true,
      explicit: false,
      itunesImage: feed.artworkAddress,
    });
    expect(read?.items.map(({ title, guid, duration, enclosure, pubDate }) => [title, guid, duration, enclosure.url, enclosure.length, enclosure.type, pubDate?.toISOString()])).toEqual(
      feed.episodes.map(({ title, id, seconds, sound, madeAt }) => [title, id, Math.round(seconds), sound.address, sound.bytes, 'audio/mpeg', madeAt.toISOString()]),
    ); // prettier-ignore
    const [first] = read?.items ?? [];
    expect(first?.podcastTranscripts?.map(({ url, type }) => [url, type])).toEqual([[feed.episodes[0]?.transcriptAddress, 'text/vtt']]); // prettier-ignore
    expect(first?.podcastChapters).toMatchObject({ url: feed.episodes[0]?.chaptersAddress });
  });

  test('is well-formed (xmllint), also with nothing in it', () => {
    for (const one of [xml, podcastFeed({ ...feed, episodes: [] })])
      execFileSync('xmllint', ['--noout', '-'], { input: one });
  });

  test('chapters are seconds with titles', () => {
    expect(JSON.parse(chaptersJson([{ title: 'The wheel', seconds: 0 }, { title: 'Why?', seconds: 12.34567 }]))).toEqual({
      version: '1.2.0',
      chapters: [{ startTime: 0, title: 'The wheel' }, { startTime: 12.346, title: 'Why?' }],
    }); // prettier-ignore
  });
});

describe('artwork', () => {
  const picture = (width: number, height: number, format: 'png' | 'jpeg' | 'webp' = 'png') =>
    sharp({ create: { width, height, channels: 3, background: '#31544b' } }).toFormat(format).toBuffer(); // prettier-ignore

  test.each<[number, number, 'png' | 'jpeg' | 'webp', RegExp | undefined]>([
    [1400, 1400, 'png', undefined],
    [3000, 3000, 'jpeg', undefined],
    [1399, 1399, 'png', /1399 pixels/u],
    [2000, 1999, 'jpeg', /2000 × 1999/u],
    [3001, 3001, 'png', /3001 pixels/u],
    [1500, 1500, 'webp', /no JPEG or PNG/u],
  ])('%d × %d as %s', async (width, height, format, expected) => {
    const error = await artworkError(await picture(width, height, format));
    if (expected) expect(error).toMatch(expected);
    else expect(error).toBeUndefined();
  });

  test.each([['nothing', Buffer.alloc(0)], ['garbage', Buffer.from('GIF89a and so on')]])('%s is refused', async (_name, content) => {
    expect(await artworkError(content)).toMatch(/no JPEG or PNG/u);
  }); // prettier-ignore

  test('that is drawn passes its own rule', async () => {
    const drawn = await drawnArtwork(
      'A title that is long enough to go over several lines',
      'Wrenmoor School',
    );
    expect(await artworkError(drawn)).toBeUndefined();
    expect(artworkType(drawn)).toBe('image/png');
    expect(artworkType(await picture(1400, 1400, 'jpeg'))).toBe('image/jpeg');
  });
});
