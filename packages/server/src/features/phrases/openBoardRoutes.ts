import { sayRequestSchema, type OpenBoard } from '@aurelfield/api';
import { baseLanguage } from '@aurelfield/core/text';
import express, { Router } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { z } from 'zod';
import { leaving } from '../../http/leaving.ts';
import { storableBody } from '../../http/storable.ts';
import type { SharedLimits } from '../../http/sharedLimits.ts';
import { AppError } from '../../appError.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import { phraseText, sendPng, sendWav, soundQuerySchema, type PhraseDeps } from './routes.ts';

export interface OpenBoardDeps extends PhraseDeps {
  readonly threads: TextThreads;
  readonly limits: SharedLimits;
}

/** A link's secret: what is much shorter or longer is none. */
const tokenSchema = z.string().regex(/^[\w-]{20,80}$/u);
/** Requests by one link in a minute. A board of 300 phrases fetches all of them once. */
const REQUESTS = 1200;
const MOST_SUGGESTIONS = 4;

/** What a visitor with a board's secret link can do without signing in: see it, hear it, say something. */
export function openBoardRoutes({ boards, phraseSound, threads, limits }: OpenBoardDeps): Router {
  const router = Router();
  router.use(
    '/open-boards',
    rateLimit({
      windowMs: 60_000,
      limit: REQUESTS,
      store: limits.store('board'),
      // A link, not an address: a class opens its boards behind one.
      keyGenerator: (request) =>
        tokenSchema.safeParse(request.path.split('/')[1]).data ?? ipKeyGenerator(request.ip ?? ''),
      handler: (_request, _response, next) => {
        next(new AppError('too-many', 'Too many requests in a short time. Wait a minute.'));
      },
    }),
    express.json({ limit: '20kb' }),
    storableBody,
  );
  const open = (token: unknown) => {
    const parsed = tokenSchema.safeParse(token);
    if (!parsed.success) throw new AppError('not-found', 'This board is not here (any more).');
    return boards.byToken(parsed.data);
  };

  router.get('/open-boards/:token', async (request, response) => {
    const { schoolId, board } = await open(request.params.token);
    const [own, said] = await Promise.all([
      phraseSound.voiceOf(schoolId, board.pupilId),
      boards.sayings(board.id),
    ]);
    const { name, columns, scanning, phrases, revision } = board;
    response.json({ name, columns, scanning, phrases, revision, ...own, said } satisfies OpenBoard);
  });

  router.get('/open-boards/:token/sound/:phrase', async (request, response) => {
    const { schoolId, board } = await open(request.params.token);
    const { variant, loud } = soundQuerySchema.parse(request.query);
    const { text, voice } = phraseText(board.phrases, request.params.phrase, variant, loud === '1');
    sendWav(response, await phraseSound.speak(schoolId, board.pupilId, text, voice, leaving(response)));
  });

  router.post('/open-boards/:token/say', async (request, response) => {
    const { schoolId, board } = await open(request.params.token);
    const { text, voice } = sayRequestSchema.parse(request.body);
    const wav = await phraseSound.speak(schoolId, board.pupilId, text, voice, leaving(response));
    sendWav(response, wav);
    await boards.noteSaid(schoolId, board.id, text);
  });

  router.get('/open-boards/:token/spelling', async (request, response) => {
    const { schoolId, board } = await open(request.params.token);
    const { word } = z.object({ word: z.string().min(1).max(60) }).parse(request.query);
    const { language } = await phraseSound.voiceOf(schoolId, board.pupilId);
    response.json(
      baseLanguage(language) === 'en' ? await threads.suggestSpellings(word, language, MOST_SUGGESTIONS) : [],
    );
  });

  router.get('/open-boards/:token/picture/:picture', async (request, response) => {
    const { schoolId, board } = await open(request.params.token);
    // Of the school's pictures only those that are on this board.
    const picture = board.phrases.find((phrase) => phrase.picture === request.params.picture)?.picture;
    if (!picture) throw new AppError('not-found', 'This picture is not on the board.');
    sendPng(response, await boards.picture(schoolId, picture));
  });

  return router;
}
