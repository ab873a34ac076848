import {
  ARTWORK_SIDES,
  artworkError,
  artworkType,
  asPng,
  chaptersJson,
  drawnArtwork,
  podcastFeed,
} from '@aurelfield/formats';
import type { ReadingSnapshot } from '@aurelfield/api';
import { Router, type Request } from 'express';
import express from 'express';
import { eq } from 'drizzle-orm';
import { schoolOf } from '../../http/sessions.ts';
import type { Database } from '../../db/database.ts';
import { schools } from '../../db/schema/index.ts';
import { ranged } from '../../http/ranged.ts';
import { AppError } from '../../appError.ts';
import { SNAPSHOT_TEXT, WHOLE_SOUND, WHOLE_WORDS } from './assignmentJob.ts';
import type { ShareAccess } from './shareAccess.ts';

export interface FeedRouteDeps {
  readonly shareAccess: ShareAccess;
  /** The origin that visitors use, where it was set. */
  readonly publicAddress: string | undefined;
  readonly database: { readonly db: Database };
}

/** Bytes of a picture that is taken as artwork. */
const MOST_BYTES = 12 * 1024 * 1024;

/**
 * A pupil's assignments as a private podcast feed, by the same link as the page: revoked with it. Where the
 * link asks for a PIN there is none, since players cannot type one.
 */
export function feedRoutes({ shareAccess, publicAddress, database: { db } }: FeedRouteDeps): Router {
  const router = Router();
  const enter = (request: Request) =>
    shareAccess.enter(keyOf(request), '', request).catch((error: unknown) => {
      throw error instanceof AppError && error.code === 'pin-needed'
        ? new AppError('not-found', 'A page with a PIN has no feed.')
        : error;
    });

  router.get('/p/:key/feed.xml', async (request, response) => {
    const { opened } = await enter(request);
    const page = `${publicAddress ?? `${request.protocol}://${request.get('host') ?? ''}`}/p/${keyOf(request)}`;
    const items = opened.items.filter(({ bytes }) => bytes.mp3 > 0);
    const feed = podcastFeed({
      title: `${opened.school}: to listen to`,
      description: 'Handouts, read aloud. This feed is for one pupil: do not pass it on.',
      language: opened.language,
      pageAddress: page,
      feedAddress: `${page}/feed.xml`,
      artworkAddress: `${page}/artwork.png`,
      episodes: items.map(({ id, version, title, madeAt, seconds, bytes }) => {
        const name = `${page}/episodes/${id}/${version}`;
        return {
          id: `${id}-${version}`,
          title,
          madeAt: new Date(madeAt),
          seconds,
          sound: { address: `${name}/sound.mp3`, bytes: bytes.mp3 },
          transcriptAddress: `${name}/words.vtt`,
          chaptersAddress: `${name}/chapters.json`,
        };
      }),
    });
    // Express adds an ETag, and answers 304 when the client has the content.
    response.set('Cache-Control', 'private, no-cache').type('application/rss+xml').send(feed);
  });

  router.get('/p/:key/episodes/:assignment/:version/:file', async (request, response) => {
    const { opened } = await enter(request);
    // A player that knows an older version of the feed is given what is out now.
    const item = opened.items.find(({ id }) => id === request.params.assignment);
    if (!item) throw new AppError('not-found', 'This is not handed out (any more).');
    const read = (file: string) => shareAccess.file(opened.accessToken, item.package, file);
    response.set('Cache-Control', 'private, max-age=86400');
    switch (request.params.file) {
      case 'sound.mp3': {
        const sound = await read(WHOLE_SOUND);
        const part = ranged(request, response.type('audio/mpeg'), sound.length);
        if (part) response.end(sound.subarray(part.start, part.end));
        return;
      }
      case 'words.vtt':
        response.type('text/vtt').send(await read(WHOLE_WORDS));
        return;
      case 'chapters.json':
        response.type('application/json+chapters').send(chaptersJson(chaptersOf(JSON.parse((await read(SNAPSHOT_TEXT)).toString()) as ReadingSnapshot))); // prettier-ignore
        return;
      default:
        throw new AppError('not-found', 'There is nothing at this address.');
    }
  });

  // Players take the kind of a picture from the end of its address.
  router.get(['/p/:key/artwork', '/p/:key/artwork.png'], async (request, response) => {
    const { opened, schoolId } = await enter(request);
    const [row] = await db.select({ artwork: schools.artwork }).from(schools).where(eq(schools.id, schoolId));
    const picture = await asPng(row?.artwork ?? (await drawnArtwork('To listen to', opened.school)));
    response.set('Cache-Control', 'private, max-age=3600').type('image/png').send(picture);
  });
  return router;
}

/** The teacher's side: the school's artwork for its feeds. */
export function artworkRoutes({ database: { db } }: Pick<FeedRouteDeps, 'database'>): Router {
  const router = Router();
  const nameOf = async (schoolId: string) => {
    const [row] = await db
      .select({ name: schools.name, artwork: schools.artwork })
      .from(schools)
      .where(eq(schools.id, schoolId));
    return { name: row?.name ?? '', artwork: row?.artwork ?? null };
  };

  router.get('/school/artwork', async (request, response) => {
    const { name, artwork } = await nameOf(schoolOf(request));
    const picture = artwork ?? (await drawnArtwork('To listen to', name));
    response.type(artworkType(picture)).send(picture);
  });

  router.put(
    '/school/artwork',
    express.raw({ type: () => true, limit: MOST_BYTES }),
    async (request, response) => {
      const content: unknown = request.body;
      const code = Buffer.isBuffer(content)
        ? await artworkError(content)
        : `Send a picture of ${ARTWORK_SIDES[0]} to ${ARTWORK_SIDES[1]} pixels on a side.`;
      if (code !== undefined) throw new AppError('file-type', code);
      await db
        .update(schools)
        .set({ artwork: content as Buffer })
        .where(eq(schools.id, schoolOf(request)));
      response.status(204).end();
    },
  );

  router.delete('/school/artwork', async (request, response) => {
    await db
      .update(schools)
      .set({ artwork: null })
      .where(eq(schools.id, schoolOf(request)));
    response.status(204).end();
  });
  return router;
}

/** The secret in the address. */
function keyOf(request: Request): string {
  const { key } = request.params;
  return typeof key === 'string' ? key : '';
}

/** When each section begins, in seconds. */
function chaptersOf({
  sections,
  sentences,
  sampleRate,
}: ReadingSnapshot): { title: string; seconds: number }[] {
  let at = 0;
  const starts = sentences.map(({ n, p }) => {
    const start = at;
    at += n + p;
    return start;
  });
  return sections.map(({ title, sentence }) => ({ title, seconds: (starts[sentence] ?? 0) / sampleRate }));
}
