import {
  editsInputSchema,
  MAX_PART_BYTES,
  RECORDING_RATE,
  recordingChangeSchema,
  scopeInputSchema,
  soundFileQuerySchema,
  soundQuerySchema,
  takeEndSchema,
  takeInputSchema,
  wordsInputSchema,
} from '@aurelfield/api';
import { wavHeader } from '@aurelfield/core/audio';
import express, { Router } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { z } from 'zod';
import { schoolOf } from '../../http/sessions.ts';
import { idParam } from '../../http/params.ts';
import { sent } from '../../http/sent.ts';
import { notFound } from '../../appError.ts';
import type { RecordingService } from './recordingService.ts';
import type { RecordingRepository } from './recordingRepository.ts';

export interface RecordingRouteDeps {
  readonly recordings: RecordingRepository;
  readonly recording: RecordingService;
}

const SOUND = 'application/octet-stream';
const partSchema = z.coerce.number().int().min(0).max(99_999);

/** Recordings of a handout. */
export function recordingRoutes({ recordings, recording }: RecordingRouteDeps): Router {
  const router = Router();

  router.get('/handouts/:id/prompts', async (request, response) => {
    response.json(await recording.prompts(schoolOf(request), idParam(request)));
  });

  router.get('/handouts/:id/recordings', async (request, response) => {
    response.json({ recordings: await recording.list(schoolOf(request), idParam(request)) });
  });

  router.post('/handouts/:id/recordings', async (request, response) => {
    const take = takeInputSchema.parse(request.body);
    response.status(201).json(await recording.beginTake(schoolOf(request), idParam(request), take));
  });

  router.post('/handouts/:id/recordings/file', async (request, response) => {
    const { name, scope } = soundFileQuerySchema.parse(request.query);
    response
      .status(201)
      .json(
        await recording.bringFile(
          schoolOf(request),
          idParam(request),
          { name, scope: scope ?? null },
          request.is(SOUND) ? request : undefined,
        ),
      );
  });

  router.get('/recordings/:id', async (request, response) => {
    response.json(await recording.get(schoolOf(request), idParam(request)));
  });

  router.put(
    '/recordings/:id/parts/:part',
    express.raw({ type: SOUND, limit: MAX_PART_BYTES }),
    async (request, response) => {
      const part = partSchema.safeParse(request.params.part);
      const pcm: unknown = request.body;
      if (!part.success) throw notFound('This part');
      await recording.putPart(
        schoolOf(request),
        idParam(request),
        part.data,
        Buffer.isBuffer(pcm) ? pcm : undefined,
      );
      response.status(204).end();
    },
  );

  router.post('/recordings/:id/end', async (request, response) => {
    const { parts } = takeEndSchema.parse(request.body);
    response.json(await recording.endTake(schoolOf(request), idParam(request), parts));
  });

  router.post('/recordings/:id/align', async (request, response) => {
    const { scope } = scopeInputSchema.parse(request.body);
    response.json(await recording.alignAgain(schoolOf(request), idParam(request), scope));
  });

  router.put('/recordings/:id/edits', async (request, response) => {
    const { revision, edits } = editsInputSchema.parse(request.body);
    response.json(await recording.saveEdits(schoolOf(request), idParam(request), revision, edits));
  });

  router.put('/recordings/:id/words', async (request, response) => {
    const words = wordsInputSchema.parse(request.body);
    response.json({ revision: await recording.saveWords(schoolOf(request), idParam(request), words) });
  });

  router.patch('/recordings/:id', async (request, response) => {
    const change = recordingChangeSchema.parse(request.body);
    await recordings.change(schoolOf(request), idParam(request), change);
    response.json(await recordings.summary(schoolOf(request), idParam(request)));
  });

  router.delete('/recordings/:id', async (request, response) => {
    await recordings.remove(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  router.post('/recordings/:id/restore', async (request, response) => {
    await recordings.restore(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  router.get('/recordings/:id/peaks', async (request, response) => {
    response.type(SOUND).send(await recording.peaks(schoolOf(request), idParam(request)));
  });

  router.get('/recordings/:id/sound', async (request, response) => {
    const { from, to, original } = soundQuerySchema.parse(request.query);
    const { samples, render } = await recording.sound(schoolOf(request), idParam(request), {
      from,
      to,
      original: original === 'yes',
    });
    response.type('audio/wav');
    response.setHeader('Content-Length', 44 + samples * 2);
    await sent(
      pipeline(
        Readable.from(
          (async function* () {
            yield wavHeader(RECORDING_RATE, samples);
            for await (const pcm of render())
              yield new Uint8Array(pcm.buffer, pcm.byteOffset, pcm.byteLength);
          })(),
        ),
        response,
      ),
      response,
    );
  });

  return router;
}
