import { generateRssFeed } from 'feedsmith';
import { xml } from '../tools/xml.ts';

/** One episode: an assignment. */
interface Episode {
  /** A name that no other version has. */
  readonly id: string;
  readonly title: string;
  readonly madeAt: Date;
  readonly seconds: number;
  readonly sound: { readonly address: string; readonly bytes: number };
  /** WebVTT. */
  readonly transcriptAddress: string;
  /** Chapters as the podcast extension's JSON. */
  readonly chaptersAddress: string;
}

export interface PodcastFeed {
  readonly title: string;
  readonly description: string;
  /** BCP 47. */
  readonly language: string;
  readonly pageAddress: string;
  readonly feedAddress: string;
  readonly artworkAddress: string;
  /** The newest first. */
  readonly episodes: readonly Episode[];
}

/** The feed as RSS 2.0. Directories are asked not to list it: it is one pupil's. */
export function podcastFeed(feed: PodcastFeed): string {
  const { title, description, language, pageAddress, feedAddress, artworkAddress, episodes } = feed;
  return (
    generateRssFeed(
      {
        title,
        description,
        link: pageAddress,
        language,
        generator: 'Aurelfield',
        ...(episodes[0] ? { lastBuildDate: episodes[0].madeAt } : {}),
        image: { url: artworkAddress, title, link: pageAddress },
        atom: { links: [{ href: feedAddress, rel: 'self', type: 'application/rss+xml' }] },
        itunes: {
          image: artworkAddress,
          explicit: false,
          block: true,
          type: 'episodic',
          author: title,
          categories: [{ text: 'Education' }],
        },
        podcast: { locked: { value: true } },
        items: episodes.map(
          ({ id, title: name, madeAt, seconds, sound, transcriptAddress, chaptersAddress }) => ({
            title: name,
            guid: { value: id, isPermaLink: false },
            pubDate: madeAt,
            enclosures: [{ url: sound.address, length: sound.bytes, type: 'audio/mpeg' }],
            itunes: { duration: Math.round(seconds), title: name, explicit: false, episodeType: 'full' },
            podcast: {
              transcripts: [{ url: transcriptAddress, type: 'text/vtt', language }],
              chapters: { url: chaptersAddress, type: 'application/json+chapters' },
            },
          }),
        ),
      },
      { lenient: true },
    )
      .replace(/<itunes:explicit>no<\/itunes:explicit>/gu, '<itunes:explicit>false</itunes:explicit>')
      // The writer lays such text between line breaks, which players show.
      .replace(/>\s*<!\[CDATA\[([\s\S]*?)\]\]>\s*</gu, (_whole, text: string) => `>${xml(text)}<`)
  );
}

/** Chapters in the podcast extension's JSON, version 1.2.0. */
export function chaptersJson(
  chapters: readonly { readonly title: string; readonly seconds: number }[],
): string {
  return JSON.stringify({
    version: '1.2.0',
    chapters: chapters.map(({ title, seconds }) => ({ startTime: Math.round(seconds * 1000) / 1000, title })),
  });
}
