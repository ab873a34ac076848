import { enterSchema, listeningEventsSchema, WORD_WAYS } from '@aurelfield/api';
import express, { Router } from 'express';
import { z } from 'zod';
import { sendCompressed } from '../../http/compressed.ts';
import { attachment } from '../../http/attachment.ts';
import { idParam } from '../../http/params.ts';
import { storableBody } from '../../http/storable.ts';
import type { SharedLimits } from '../../http/sharedLimits.ts';
import { ranged } from '../../http/ranged.ts';
import { AppError } from '../../appError.ts';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { SNAPSHOT_TEXT } from './assignmentJob.ts';
import type { PageWords } from './pageWords.ts';
import type { ShareAccess } from './shareAccess.ts';

export interface OpenRouteDeps {
  readonly shareAccess: ShareAccess;
  readonly limits: SharedLimits;
  readonly pageWords: PageWords;
}

/** What never changes under its name. */
const FOREVER = 'private, max-age=31536000, immutable';

/** How often a page may send what happened on it: it gathers for some seconds. */
const SENDINGS_A_MINUTE = 60;
/** Words that are asked about from one address: each takes some work. */
const WORDS_A_MINUTE = 600;

const place = z.coerce.number().int().min(0).max(1_000_000);
const wordSchema = z.object({ package: z.uuid(), sentence: place, word: place });
const wordWaySchema = z.enum(WORD_WAYS);

const fileSchema = z.object({
  package: z.uuid(),
  file: z.string().regex(/^(?:page\.json|sound-\d{1,5}\.(?:opus|m4a)|picture-\d{1,6}\.(?:jpg|png))$/u),
});

/**
 * What the pupil's page asks for: opened by a link or code, files, and what happened on it. No account, no
 * cookie.
 */
export function openRoutes({ shareAccess, limits, pageWords }: OpenRouteDeps): Router {
  const router = Router();
  const eventLimit = rateLimit({
    windowMs: 60_000,
    limit: SENDINGS_A_MINUTE,
    store: limits.store('sendings'),
    // The link, not the pass: anything can be written behind it.
    keyGenerator: (request) =>
      /^[0-9a-f-]{36}(?=\.)/u.exec(accessTokenOf(request.params.accessToken))?.[0] ??
      ipKeyGenerator(request.ip ?? ''),
    handler: (_request, _response, next) => {
      next(new AppError('too-many', 'Too much at once. It is sent again later.'));
    },
  });
  const wordLimit = rateLimit({
    windowMs: 60_000,
    limit: WORDS_A_MINUTE,
    store: limits.store('words'),
    keyGenerator: (request) => ipKeyGenerator(request.ip ?? ''),
    handler: (_request, _response, next) => {
      next(new AppError('too-many', 'Too many words in a short time. Wait a minute.'));
    },
  });

  router.post('/open/enter', express.json({ limit: '4kb' }), storableBody, async (request, response) => {
    const { key, pin } = enterSchema.parse(request.body);
    const { opened } = await shareAccess.enter(key, pin, request);
    response.json(opened);
  });

  router.get('/open/:accessToken', async (request, response) => {
    const { opened } = await shareAccess.resume(accessTokenOf(request.params.accessToken));
    response.json(opened);
  });

  router.get('/open/:accessToken/files/:package/:file', async (request, response) => {
    const asked = fileSchema.safeParse(request.params);
    if (!asked.success) throw new AppError('not-found', 'There is nothing at this address.');
    if (asked.data.file === SNAPSHOT_TEXT) {
      const text = await shareAccess.text(accessTokenOf(request.params.accessToken), asked.data.package);
      sendCompressed(request, response.set('Cache-Control', FOREVER).type('json'), text);
      return;
    }
    const content = await shareAccess.file(
      accessTokenOf(request.params.accessToken),
      asked.data.package,
      asked.data.file,
    );
    // A slow line fetches a piece of sound in several goes.
    const part = ranged(request, response.type(mediaTypeOf(asked.data.file)), content.length);
    if (part) response.set('Cache-Control', FOREVER).end(content.subarray(part.start, part.end));
  });

  const askedWord = async (params: Readonly<Record<string, unknown>>) => {
    const asked = wordSchema.safeParse(params);
    if (!asked.success) throw new AppError('not-found', 'There is nothing at this address.');
    const { package: name, sentence, word } = asked.data;
    return shareAccess.word(accessTokenOf(params.accessToken), name, sentence, word);
  };

  router.get('/open/:accessToken/words/:package/:sentence/:word', wordLimit, async (request, response) => {
    response.set('Cache-Control', FOREVER).json(await pageWords.facts(await askedWord(request.params)));
  });

  router.get(
    '/open/:accessToken/words/:package/:sentence/:word/:way',
    wordLimit,
    async (request, response) => {
      const way = wordWaySchema.safeParse(request.params.way);
      if (!way.success) throw new AppError('not-found', 'There is nothing at this address.');
      const wav = await pageWords.hear(await askedWord(request.params), way.data);
      response.set('Cache-Control', FOREVER).type('audio/wav').send(wav);
    },
  );

  router.get('/open/:accessToken/save/:package/sound.mp3', async (request, response) => {
    const { content, title } = await shareAccess.saved(
      accessTokenOf(request.params.accessToken),
      idParam(request, 'package'),
    );
    response
      .set({ 'Content-Disposition': attachment(`${title}.mp3`), 'Cache-Control': 'private, no-store' })
      .type('audio/mpeg')
      .send(content);
  });

  router.post(
    '/open/:accessToken/events',
    eventLimit,
    express.json({ limit: '400kb' }),
    storableBody,
    async (request, response) => {
      const { events } = listeningEventsSchema.parse(request.body);
      response.json({ taken: await shareAccess.take(accessTokenOf(request.params.accessToken), events) });
    },
  );

  return router;
}

function accessTokenOf(given: unknown): string {
  return typeof given === 'string' ? given : '';
}

function mediaTypeOf(file: string): string {
  const types: Readonly<Record<string, string>> = {
    json: 'application/json', opus: 'audio/ogg', m4a: 'audio/mp4', jpg: 'image/jpeg', png: 'image/png',
  }; // prettier-ignore
  return types[file.split('.').at(-1) ?? ''] ?? 'application/octet-stream';
}
