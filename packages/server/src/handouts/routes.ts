import {
  handoutInputSchema,
  handoutPatchSchema,
  MAX_FILE_BYTES,
  occurrenceSchema,
  shelfQuerySchema,
} from '@aurelfield/api';
import { Router, type Request } from 'express';
import multer from 'multer';
import { z } from 'zod';
import { schoolOf } from '../auth/sessions.ts';
import { attachment } from '../http/attachment.ts';
import { idParam } from '../http/params.ts';
import { HttpProblem } from '../http/problem.ts';
import { checkSaid } from '../pronunciations/checkSaid.ts';
import type { HandoutStore } from './handoutStore.ts';
import { newPhotoPages } from './newPhotoPages.ts';
import { readTextFile, type UploadedFile } from '../intake/examine.ts';
import { photosOf } from '../intake/photoRoutes.ts';
import type { PhotoTray } from '../intake/photoTray.ts';
import type { SourceTray } from '../intake/sourceTray.ts';

const placeSchema = z.object({ block: z.coerce.number().int(), start: z.coerce.number().int() });

/** The shelf: take in, look at, change, put away and bring back handouts. */
export function handoutRoutes(store: HandoutStore, tray: SourceTray, photoTray: PhotoTray): Router {
  const router = Router();
  const upload = multer({
    storage: multer.memoryStorage(),
    limits: { fileSize: MAX_FILE_BYTES, files: 1, fields: 10, fieldSize: MAX_FILE_BYTES },
    defParamCharset: 'utf8',
  });

  router.get('/handouts', async (request, response) => {
    const { search, archived } = shelfQuerySchema.parse(request.query);
    response.json(await store.list(schoolOf(request), { search, archived: archived === 'yes' }));
  });

  router.post('/handouts', upload.single('file'), async (request, response) => {
    const schoolId = schoolOf(request);
    const input = handoutInputSchema.parse(inputPart(request.body));
    const file = uploaded(request);
    if (file) readTextFile(file);
    const source = input.ticket === undefined ? undefined : await tray.get(schoolId, input.ticket);
    if (input.ticket !== undefined && !source)
      throw new HttpProblem(410, 'gone', 'The file was read too long ago. Choose it again.');
    const pages = newPhotoPages(await photosOf(photoTray, schoolId, input.photos));
    const made = await store.add(
      schoolId,
      request.session.teacherId ?? null,
      input,
      source ??
        (file && {
          kind: 'file',
          name: file.name,
          mediaType: 'text/plain',
          address: null,
          content: file.bytes,
        }),
      pages,
    );
    for (const ticket of input.photos) await photoTray.remove(schoolId, ticket);
    if (input.ticket !== undefined) await tray.remove(schoolId, input.ticket);
    response.status(201).json(made);
  });

  router.get('/handouts/:id', async (request, response) => {
    response.json(await store.get(schoolOf(request), idParam(request)));
  });

  router.patch('/handouts/:id', async (request, response) => {
    response.json(
      await store.update(schoolOf(request), idParam(request), handoutPatchSchema.parse(request.body)),
    );
  });

  router.delete('/handouts/:id', async (request, response) => {
    await store.setDeleted(schoolOf(request), idParam(request), true);
    response.status(204).end();
  });

  router.post('/handouts/:id/duplicate', async (request, response) => {
    response
      .status(201)
      .json(await store.duplicate(schoolOf(request), request.session.teacherId ?? null, idParam(request)));
  });

  router.post('/handouts/:id/restore', async (request, response) => {
    await store.setDeleted(schoolOf(request), idParam(request), false);
    response.status(204).end();
  });

  router.put('/handouts/:id/occurrences', async (request, response) => {
    const occurrence = occurrenceSchema.parse(request.body);
    checkSaid(occurrence);
    await store.setOccurrence(schoolOf(request), idParam(request), occurrence);
    response.json(await store.get(schoolOf(request), idParam(request)));
  });

  router.delete('/handouts/:id/occurrences/:block/:start', async (request, response) => {
    const { block, start } = placeSchema.parse(request.params);
    await store.removeOccurrence(schoolOf(request), idParam(request), block, start);
    response.json(await store.get(schoolOf(request), idParam(request)));
  });

  router.get('/handouts/:id/source', async (request, response) => {
    const source = await store.source(schoolOf(request), idParam(request));
    response.setHeader('Content-Disposition', attachment(source.fileName));
    response.type('application/octet-stream').send(source.content);
  });

  return router;
}

function uploaded(request: Request): UploadedFile | undefined {
  return request.file === undefined
    ? undefined
    : { name: request.file.originalname, bytes: request.file.buffer };
}

/** The form's `input` part. It is JSON, because plain form fields have their line breaks rewritten on the way. */
function inputPart(body: unknown): unknown {
  const { input } = z.object({ input: z.string() }).parse(body);
  try {
    return JSON.parse(input);
  } catch {
    throw new HttpProblem(400, 'invalid', 'The request is not readable.');
  }
}
