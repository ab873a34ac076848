import { openReadingSchema, sentenceRangeSchema } from '@aurelfield/api';
import { Router, type Request, type Response } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { z } from 'zod';
import { codeOf } from '../../errorCode.ts';
import { schoolOf } from '../../http/sessions.ts';
import { leaving } from '../../http/leaving.ts';
import { idParam } from '../../http/params.ts';
import { ranged } from '../../http/ranged.ts';
import type { ReadingOpener } from './readingOpener.ts';
import type { ReadingService } from './readingService.ts';
import type { WavSound } from './readingSound.ts';

export interface ReadingRouteDeps {
  readonly opener: ReadingOpener;
  readonly service: ReadingService;
}

const hash = z.string().regex(/^[0-9a-f]{64}$/u);

/** Readings: open, follow, listen, make the rest. */
export function readingRoutes({ opener, service }: ReadingRouteDeps): Router {
  const router = Router();

  router.post('/readings', async (request, response) => {
    const { handoutId, pupilId, textSelection } = openReadingSchema.parse(request.body);
    response.json(
      await service.describe(await opener.open(schoolOf(request), handoutId, pupilId, textSelection)),
    );
  });

  router.get('/readings/:id', async (request, response) => {
    response.json(await service.get(schoolOf(request), idParam(request)));
  });

  router.get('/texts/:hash/marks', async (request, response) => {
    response.json(await service.marks(schoolOf(request), z.string().max(100).parse(request.params.hash)));
  });

  router.get('/texts/:hash', async (request, response) => {
    const text = await service.text(schoolOf(request), hash.parse(request.params.hash));
    // A text never changes.
    response.set('Cache-Control', 'private, max-age=86400, immutable').json(text);
  });

  router.get('/readings/:id/sentences', async (request, response) => {
    const { from, to } = sentenceRangeSchema.parse(request.query);
    response.json(await service.sentences(schoolOf(request), idParam(request), from, to));
  });

  router.get('/readings/:id/left-out', async (request, response) => {
    response.json(await service.leftOut(schoolOf(request), idParam(request)));
  });

  router.get('/readings/:id/decided', async (request, response) => {
    response.json(await service.decided(schoolOf(request), idParam(request)));
  });

  router.post('/readings/:id/sentences/make', async (request, response) => {
    const { from, to } = sentenceRangeSchema.parse(request.body);
    response.json(
      await service.makeSentences(schoolOf(request), idParam(request), from, to, leaving(response)),
    );
  });

  router.get('/readings/:id/audio.wav', async (request, response) => {
    const { from, to } = sentenceRangeSchema.parse(request.query);
    await sendAudio(
      request,
      response,
      await service.audio(schoolOf(request), idParam(request), from, to, leaving(response)),
    );
  });

  router.post('/readings/:id/agree', async (request, response) => {
    response.json(await service.agree(schoolOf(request), idParam(request)));
  });

  router.post('/readings/:id/make', async (request, response) => {
    response.status(202).json(await service.make(schoolOf(request), idParam(request)));
  });

  return router;
}

async function sendAudio(request: Request, response: Response, audio: WavSound): Promise<void> {
  response.set({ 'Content-Type': 'audio/wav', 'Cache-Control': 'private, max-age=3600' });
  const range = ranged(request, response, audio.bytes);
  if (!range) return;
  await pipeline(Readable.from(audio.read(range.start, range.end)), response).catch((error: unknown) => {
    // A player that seeks closes its request; that is no failure.
    if (codeOf(error) !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
  });
}
