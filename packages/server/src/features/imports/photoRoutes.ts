import {
  assemblePhotosSchema,
  MAX_FILE_BYTES,
  readPhotoSchema,
  type DocumentPreview,
  type PhotoRead,
  type PhotoView,
} from '@aurelfield/api';
import { UNIT_SQUARE, type Quad } from '@aurelfield/core/photo';
import { recognisableLanguages } from '@aurelfield/readers';
import { Router, type Request } from 'express';
import { z } from 'zod';
import { schoolOf } from '../../http/sessions.ts';
import { leaving } from '../../http/leaving.ts';
import { oneFile } from '../../http/upload.ts';
import type { Jobs } from '../../jobs/jobs.ts';
import { AppError } from '../../appError.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import type { PhotoStaging } from './photoStaging.ts';
import { documentOf, gone, photosOf } from './photosOf.ts';
import type { ImportDeps } from './routes.ts';

export interface PhotoDeps extends Pick<ImportDeps, 'readers' | 'importPreview'> {
  readonly photoStaging: PhotoStaging;
  readonly jobs: Jobs;
  readonly threads: TextThreads;
}

/** Photos of pages on their way to become a handout: looked at, read one by one, put together. */
export function photoRoutes({ photoStaging, readers, importPreview, jobs, threads }: PhotoDeps): Router {
  const router = Router();
  const upload = oneFile({ bytes: MAX_FILE_BYTES, fields: 2 });

  const previewPhoto = async (
    schoolId: string,
    { name, mediaType, bytes }: { name: string; mediaType: string; bytes: Uint8Array },
    signal: AbortSignal,
  ): Promise<PhotoView> => {
    const { shown, corners, whole, outline, width, height } = await readers.read(
      { kind: 'outline', name, bytes },
      { signal },
    );
    const facts = { name, mediaType, width, height, corners: corners ?? null, outline };
    const uploadId = await photoStaging.put(schoolId, facts, bytes, shown);
    return {
      uploadId, name, width, height,
      corners: facts.corners && cornersView(facts.corners),
      whole: cornersView(whole),
    }; // prettier-ignore
  };

  router.get('/imports/photos/languages', async (_request, response) => {
    response.json(await recognisableLanguages());
  });

  router.post('/imports/photos', upload, async (request, response) => {
    if (!request.file) throw new AppError('no-file', 'No photo arrived. Choose it again.');
    const { originalname: name, buffer: bytes, mimetype: mediaType } = request.file;
    response.json(await previewPhoto(schoolOf(request), { name, mediaType, bytes }, leaving(response)));
  });

  router.post('/imports/scan', upload, async (request, response) => {
    if (!request.file) throw new AppError('no-file', 'No file arrived. Choose it again.');
    const { originalname: name, buffer: bytes } = request.file;
    const signal = leaving(response);
    const pages = await readers.read({ kind: 'scan', name, bytes }, { signal });
    const photos = await Promise.all(
      pages.map(async (page, i): Promise<PhotoView> => {
        const view = await previewPhoto(
          schoolOf(request),
          { name: `${name}, page ${i + 1}`, mediaType: 'image/jpeg', bytes: page },
          signal,
        );
        // A scanned page fills its picture: an outline inside it would be that of a frame or a picture.
        return { ...view, corners: cornersView(UNIT_SQUARE) };
      }),
    );
    response.json({ photos });
  });

  router.get('/imports/photos/:uploadId/shown', async (request, response) => {
    const shown = await photoStaging.picture(schoolOf(request), uploadIdOf(request), 'shown.jpg');
    if (!shown) throw gone();
    response.type('image/jpeg').send(shown);
  });

  router.post('/imports/photos/:uploadId/read', async (request, response) => {
    const choice = readPhotoSchema.parse(request.body);
    const [schoolId, uploadId] = [schoolOf(request), uploadIdOf(request)];
    if (!(await photoStaging.facts(schoolId, uploadId))) throw gone();
    const result = await jobs.carryOut(schoolId, { kind: 'photo', uploadId, choice }, leaving(response));
    if (result?.kind !== 'photo') throw gone();
    response.json({ words: result.words, doubtful: result.doubtful } satisfies PhotoRead);
  });

  router.delete('/imports/photos/:uploadId', async (request, response) => {
    await photoStaging.remove(schoolOf(request), uploadIdOf(request));
    response.status(204).end();
  });

  router.post('/imports/photos/together', async (request, response) => {
    const { uploadIds } = assemblePhotosSchema.parse(request.body);
    const photos = await photosOf(photoStaging, schoolOf(request), uploadIds);
    const { blocks, cleanUps } = await documentOf(photos, threads);
    if (blocks.length === 0)
      throw new AppError(
        'no-words',
        'No words were found on the photos. Check the corners and which way is up, or take the photos in better light.',
      );
    const imported = await importPreview.document(
      { title: '', language: undefined, blocks, warnings: [], cleanUps },
      { fileName: photos[0]?.facts.name ?? '', uploadId: null },
    );
    response.json({ ...imported, photos: uploadIds } satisfies DocumentPreview);
  });

  return router;
}

function cornersView(corners: Quad): PhotoView['whole'] {
  return [corners[0], corners[1], corners[2], corners[3]];
}

function uploadIdOf(request: Request): string {
  return z.uuid().parse(request.params.uploadId);
}
