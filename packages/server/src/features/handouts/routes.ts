import {
  blockIdSchema,
  handoutInputSchema,
  handoutPatchSchema,
  MAX_FILE_BYTES,
  setOccurrenceSchema,
  handoutQuerySchema,
} from '@aurelfield/api';
import { Router, type Request } from 'express';
import { z } from 'zod';
import { schoolOf } from '../../http/sessions.ts';
import { attachment } from '../../http/attachment.ts';
import { idParam } from '../../http/params.ts';
import { AppError } from '../../appError.ts';
import { storable } from '../../http/storable.ts';
import { oneFile } from '../../http/upload.ts';
import { checkSaid } from '../../speech/checkSaid.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import type { HandoutMaker } from './handoutMaker.ts';
import { newPhotoPages } from './newPhotoPages.ts';
import type { OccurrenceService } from './occurrenceService.ts';
import type { HandoutRepository } from './handoutRepository.ts';
import type { SourceRepository } from './sourceRepository.ts';
import { readTextFile, type UploadedFile } from '../imports/importPreview.ts';
import { photosOf } from '../imports/photosOf.ts';
import type { PhotoStaging } from '../imports/photoStaging.ts';
import type { SourceStaging } from '../imports/sourceStaging.ts';

export interface HandoutRouteDeps {
  readonly handoutRepository: HandoutRepository;
  readonly maker: HandoutMaker;
  readonly occurrenceService: OccurrenceService;
  readonly sources: SourceRepository;
  readonly threads: TextThreads;
  readonly staging: SourceStaging;
  readonly photoStaging: PhotoStaging;
}

/** Handouts: add, look at, change, archive, delete and restore. */
export function handoutRoutes({
  handoutRepository,
  maker,
  occurrenceService,
  sources,
  threads,
  staging,
  photoStaging,
}: HandoutRouteDeps): Router {
  const router = Router();
  const upload = oneFile({ bytes: MAX_FILE_BYTES, fields: 10 });

  router.get('/handouts', async (request, response) => {
    const { search, from } = handoutQuerySchema.parse(request.query);
    response.json(await handoutRepository.list(schoolOf(request), { search, from }));
  });

  router.post('/handouts', upload, async (request, response) => {
    const schoolId = schoolOf(request);
    const input = handoutInputSchema.parse(inputPart(request.body));
    const file = uploaded(request);
    if (file) readTextFile(file);
    const source = input.uploadId === undefined ? undefined : await staging.get(schoolId, input.uploadId);
    if (input.uploadId !== undefined && !source)
      throw new AppError('gone', 'The file was read too long ago. Choose it again.');
    const pages = await newPhotoPages(await photosOf(photoStaging, schoolId, input.photos), threads);
    const made = await maker.add(
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
    for (const uploadId of input.photos) await photoStaging.remove(schoolId, uploadId);
    if (input.uploadId !== undefined) await staging.remove(schoolId, input.uploadId);
    response.status(201).json(made);
  });

  router.get('/handouts/:id', async (request, response) => {
    response.json(await handoutRepository.get(schoolOf(request), idParam(request)));
  });

  router.patch('/handouts/:id', async (request, response) => {
    response.json(
      await handoutRepository.update(
        schoolOf(request),
        idParam(request),
        handoutPatchSchema.parse(request.body),
      ),
    );
  });

  router.delete('/handouts/:id', async (request, response) => {
    await handoutRepository.setDeleted(schoolOf(request), idParam(request), true);
    response.status(204).end();
  });

  router.post('/handouts/:id/duplicate', async (request, response) => {
    response
      .status(201)
      .json(await maker.duplicate(schoolOf(request), request.session.teacherId ?? null, idParam(request)));
  });

  router.post('/handouts/:id/restore', async (request, response) => {
    await handoutRepository.setDeleted(schoolOf(request), idParam(request), false);
    response.status(204).end();
  });

  router.put('/handouts/:id/occurrences', async (request, response) => {
    const { everywhere, ...occurrence } = setOccurrenceSchema.parse(request.body);
    checkSaid(occurrence);
    await occurrenceService.set(schoolOf(request), idParam(request), occurrence, everywhere === true);
    response.json(await handoutRepository.get(schoolOf(request), idParam(request)));
  });

  router.delete('/handouts/:id/occurrences/:occurrence', async (request, response) => {
    await occurrenceService.remove(
      schoolOf(request),
      idParam(request),
      idParam(request, 'occurrence'),
      request.query.everywhere === 'true',
    );
    response.json(await handoutRepository.get(schoolOf(request), idParam(request)));
  });

  router.get('/handouts/:id/other-readings', async (request, response) => {
    const place = z
      .object({ block: blockIdSchema, start: z.coerce.number().int().nonnegative().max(10_000_000) })
      .parse(request.query);
    response.json(await occurrenceService.otherReadings(schoolOf(request), idParam(request), place));
  });

  router.get('/handouts/:id/source', async (request, response) => {
    const source = await sources.get(schoolOf(request), idParam(request));
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

/**
 * The form's `input` part. It is JSON, because plain form fields have their line breaks rewritten on the way.
 */
function inputPart(body: unknown): unknown {
  const { input } = z.object({ input: z.string() }).parse(body);
  try {
    return storable(JSON.parse(input) as unknown);
  } catch {
    throw new AppError('invalid', 'The request is not readable.');
  }
}
