import { zipped } from '@aurelfield/formats';
import { Router } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { schoolOf } from '../../http/sessions.ts';
import { attachment } from '../../http/attachment.ts';
import { idParam } from '../../http/params.ts';
import { sent } from '../../http/sent.ts';
import { notFound } from '../../appError.ts';
import { ObjectGone, type ObjectStore } from '../../store/objectStore.ts';
import type { Jobs } from '../../jobs/jobs.ts';

/** Long work: how far it is, stopping it, what it made. */
export function jobRoutes(jobs: Jobs, store: ObjectStore): Router {
  const router = Router();

  router.get('/jobs/:id', async (request, response) => {
    response.json(await jobs.get(schoolOf(request), idParam(request)));
  });

  router.delete('/jobs/:id', async (request, response) => {
    await jobs.cancel(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  router.get('/jobs/:id/file', async (request, response) => {
    const { fileName, files, isArchive } = await jobs.files(schoolOf(request), idParam(request));
    const [first] = files;
    if (!first) throw notFound('This file');
    const content = await store.stream(first.object).catch((error: unknown) => {
      throw error instanceof ObjectGone ? notFound('This file') : error;
    });
    response.set('Content-Disposition', attachment(fileName));
    if (!isArchive) {
      response.set({ 'Content-Type': first.mediaType, 'Content-Length': String(first.bytes) });
      await sent(pipeline(content, response), response);
      return;
    }
    content.destroy();
    response.set('Content-Type', 'application/zip');
    const entries = files.map((file) => ({ name: file.fileName, content: () => streamed(store, file.object), stored: true })); // prettier-ignore
    await sent(
      pipeline(Readable.from(zipped(entries, new Date()), { objectMode: false }), response),
      response,
    );
  });

  return router;
}

async function* streamed(store: ObjectStore, object: string): AsyncGenerator<Uint8Array> {
  yield* (await store.stream(object)) as AsyncIterable<Buffer>;
}
