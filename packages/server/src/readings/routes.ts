import { exportRequestSchema, openReadingSchema, sentenceRangeSchema } from '@aurelfield/api';
import { Router, type Request, type Response } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { schoolOf } from '../auth/sessions.ts';
import type { ExportService } from '../exports/exportService.ts';
import { leaving } from '../http/leaving.ts';
import { idParam } from '../http/params.ts';
import type { JobRunner } from '../jobs/jobRunner.ts';
import { toJob } from '../jobs/jobStore.ts';
import type { AudioSource } from './audioSource.ts';
import type { ReadingService } from './readingService.ts';

/** Readings: open, follow, listen, make the rest, save as a file. */
export function readingRoutes(service: ReadingService, exports: ExportService, runner: JobRunner): Router {
  const router = Router();

  router.post('/readings', async (request, response) => {
    const { handoutId, pupilId } = openReadingSchema.parse(request.body);
    response.json(await service.open(schoolOf(request), handoutId, pupilId, runner));
  });

  router.get('/readings/:id', async (request, response) => {
    response.json(await service.get(schoolOf(request), idParam(request)));
  });

  router.get('/readings/:id/sentences', async (request, response) => {
    const { from, to } = sentenceRangeSchema.parse(request.query);
    response.json(await service.sentences(schoolOf(request), idParam(request), from, to));
  });

  router.get('/readings/:id/left-out', async (request, response) => {
    response.json(await service.leftOut(schoolOf(request), idParam(request)));
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
    const schoolId = schoolOf(request);
    const reading = await service.get(schoolId, idParam(request));
    await service.agree(schoolId, reading.id);
    await runner.enqueue({ schoolId, kind: 'make', readingId: reading.id });
    response.json(await service.get(schoolId, reading.id));
  });

  router.post('/readings/:id/make', async (request, response) => {
    const schoolId = schoolOf(request);
    const reading = await service.get(schoolId, idParam(request));
    await runner.enqueue({ schoolId, kind: 'make', readingId: reading.id });
    response.status(202).json(await service.get(schoolId, reading.id));
  });

  router.post('/readings/:id/exports', async (request, response) => {
    const { format } = exportRequestSchema.parse(request.body);
    response
      .status(202)
      .json(toJob(await exports.begin(schoolOf(request), idParam(request), format, runner)));
  });

  return router;
}

async function sendAudio(request: Request, response: Response, audio: AudioSource): Promise<void> {
  const ranges = request.range(audio.bytes, { combine: true });
  const range = Array.isArray(ranges) && ranges.type === 'bytes' ? ranges[0] : undefined;
  response.set({
    'Content-Type': 'audio/wav',
    'Accept-Ranges': 'bytes',
    'Cache-Control': 'private, max-age=3600',
  });
  if (ranges === -1) {
    response.status(416).set('Content-Range', `bytes */${audio.bytes}`).end();
    return;
  }
  const start = range?.start ?? 0;
  const end = range ? range.end + 1 : audio.bytes;
  if (range) response.status(206).set('Content-Range', `bytes ${start}-${end - 1}/${audio.bytes}`);
  response.set('Content-Length', String(end - start));
  await pipeline(Readable.from(audio.read(start, end)), response).catch((error: NodeJS.ErrnoException) => {
    // A player that seeks closes its request; that is no failure.
    if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
  });
}
