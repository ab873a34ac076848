import { groupRequestSchema } from '@aurelfield/api';
import { Router, type Response } from 'express';
import { pipeline } from 'node:stream/promises';
import { schoolOf } from '../auth/sessions.ts';
import { attachment } from '../http/attachment.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../refusal.ts';
import { ObjectGone, type ObjectStore } from '../store/objectStore.ts';
import type { Jobs } from './jobs.ts';

/** Long work: begin several readings at once, look how far it is, stop it, fetch what it made. */
export function jobRoutes(jobs: Jobs, store: ObjectStore): Router {
  const router = Router();

  router.post('/job-groups', async (request, response) => {
    const { handoutIds, pupilIds, costAgreed } = groupRequestSchema.parse(request.body);
    // One for each handout: several workers open them at the same time.
    const payloads = handoutIds.map((handoutId) => ({
      kind: 'readings' as const,
      pairs: pupilIds.map((pupilId) => ({ handoutId, pupilId })),
      costAgreed,
    }));
    response.status(202).json(await jobs.beginGroup(schoolOf(request), payloads));
  });

  router.get('/job-groups/:id', async (request, response) => {
    response.json(await jobs.group(schoolOf(request), idParam(request)));
  });

  router.delete('/job-groups/:id', async (request, response) => {
    await jobs.cancelGroup(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  router.get('/jobs/:id', async (request, response) => {
    response.json(await jobs.get(schoolOf(request), idParam(request)));
  });

  router.delete('/jobs/:id', async (request, response) => {
    await jobs.cancel(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  router.get('/jobs/:id/file', async (request, response) => {
    const file = await jobs.file(schoolOf(request), idParam(request));
    const content = await store.stream(file.object).catch((error: unknown) => {
      throw error instanceof ObjectGone ? notFound('This file') : error;
    });
    response.set({
      'Content-Disposition': attachment(file.fileName),
      'Content-Type': file.mediaType,
      'Content-Length': String(file.bytes),
    });
    await sent(pipeline(content, response), response);
  });

  return router;
}

/** Who closes a download has it stopped; that is no failure. */
async function sent(sending: Promise<void>, response: Response): Promise<void> {
  try {
    await sending;
  } catch (error) {
    if (!response.destroyed) throw error;
  }
}
