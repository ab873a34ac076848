import {
  assemblePhotosSchema,
  MAX_FILE_BYTES,
  readPhotoSchema,
  type Intake,
  type PhotoRead,
  type PhotoView,
} from '@aurelfield/api';
import { blocksFromPhotos, DOUBTFUL_CONFIDENCE, UNIT_SQUARE, type Quad } from '@aurelfield/core';
import { recognisableLanguages } from '@aurelfield/readers';
import { Router, type Request } from 'express';
import multer from 'multer';
import { z } from 'zod';
import { schoolOf } from '../auth/sessions.ts';
import { leaving } from '../http/leaving.ts';
import { HttpProblem } from '../http/problem.ts';
import { isPronounced } from '../language/knowledge.ts';
import { examineDocument } from './examine.ts';
import type { PhotoTray, TrayPhoto } from './photoTray.ts';
import { read, type IntakeParts } from './routes.ts';
import { Turns } from './turns.ts';

/** Photos that are looked at or read at the same time. */
const AT_ONCE = 2;

export interface PhotoParts extends Pick<IntakeParts, 'readerProcess' | 'voices'> {
  readonly photoTray: PhotoTray;
}

/** Photos of pages on their way to become a handout: looked at, read one by one, put together. */
export function photoRoutes({ photoTray, readerProcess, voices }: PhotoParts): Router {
  const router = Router();
  const turns = new Turns(AT_ONCE);
  const upload = multer({
    storage: multer.memoryStorage(),
    limits: { fileSize: MAX_FILE_BYTES, files: 1, fields: 2 },
    defParamCharset: 'utf8',
  });

  const lookAt = async (
    schoolId: string,
    { name, mediaType, bytes }: { name: string; mediaType: string; bytes: Uint8Array },
    signal: AbortSignal,
  ): Promise<PhotoView> => {
    const { shown, corners, outline, width, height } = await turns.take(
      () => read({ kind: 'look', name, bytes }, readerProcess, signal),
      signal,
    );
    const facts = { name, mediaType, width, height, corners: corners ?? null, outline };
    const ticket = await photoTray.put(schoolId, facts, bytes, shown);
    return { ticket, name, width, height, corners: cornersView(facts.corners) };
  };

  router.get('/intake/photos/languages', async (_request, response) => {
    response.json(await recognisableLanguages());
  });

  router.post('/intake/photos', upload.single('file'), async (request, response) => {
    if (!request.file) throw new HttpProblem(400, 'no-file', 'No photo arrived. Choose it again.');
    const { originalname: name, buffer: bytes, mimetype: mediaType } = request.file;
    response.json(await lookAt(schoolOf(request), { name, mediaType, bytes }, leaving(response)));
  });

  router.post('/intake/scan', upload.single('file'), async (request, response) => {
    if (!request.file) throw new HttpProblem(400, 'no-file', 'No file arrived. Choose it again.');
    const { originalname: name, buffer: bytes } = request.file;
    const signal = leaving(response);
    const pages = await read({ kind: 'scan', name, bytes }, readerProcess, signal);
    const photos = await Promise.all(
      pages.map(async (page, i): Promise<PhotoView> => {
        const view = await lookAt(
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

  router.get('/intake/photos/:ticket/shown', async (request, response) => {
    const shown = await photoTray.picture(schoolOf(request), ticketOf(request), 'shown.jpg');
    if (!shown) throw gone();
    response.type('image/jpeg').send(shown);
  });

  router.post('/intake/photos/:ticket/read', async (request, response) => {
    const { corners, languages } = readPhotoSchema.parse(request.body);
    const [schoolId, ticket, signal] = [schoolOf(request), ticketOf(request), leaving(response)];
    const facts = await photoTray.facts(schoolId, ticket);
    const bytes = await photoTray.picture(schoolId, ticket, 'photo');
    if (!facts || !bytes) throw gone();
    const choice = { corners: corners ?? facts.corners ?? undefined, outline: facts.outline, languages };
    const { flat, ...reading } = await turns.take(
      () => read({ kind: 'photo', name: facts.name, bytes, choice }, readerProcess, signal),
      signal,
    );
    await photoTray.putReading(schoolId, ticket, reading, flat);
    const doubtful = reading.words.filter(({ confidence }) => confidence < DOUBTFUL_CONFIDENCE).length;
    response.json({ words: reading.words.length, doubtful } satisfies PhotoRead);
  });

  router.delete('/intake/photos/:ticket', async (request, response) => {
    await photoTray.remove(schoolOf(request), ticketOf(request));
    response.status(204).end();
  });

  router.post('/intake/photos/together', async (request, response) => {
    const { tickets } = assemblePhotosSchema.parse(request.body);
    const photos = await photosOf(photoTray, schoolOf(request), tickets);
    const { blocks, cleanUps } = documentOf(photos);
    if (blocks.length === 0)
      throw new HttpProblem(
        422,
        'no-words',
        'No words were found on the photos. Check the corners and which way is up, or take the photos in better light.',
      );
    const intake = await examineDocument(
      { title: '', language: undefined, blocks, warnings: [], cleanUps },
      voices,
      { fileName: photos[0]?.facts.name ?? '', ticket: null },
    );
    response.json({ ...intake, photos: tickets } satisfies Intake);
  });

  return router;
}

/** Photos that were read, in order. @throws HttpProblem when one is not there any more. */
export async function photosOf(
  tray: PhotoTray,
  schoolId: string,
  tickets: readonly string[],
): Promise<TrayPhoto[]> {
  return Promise.all(
    tickets.map(async (ticket) => {
      const photo = await tray.get(schoolId, ticket);
      if (!photo) throw gone();
      return photo;
    }),
  );
}

/** Blocks, clean-ups and words in reading order of photos that were read. */
export function documentOf(photos: readonly TrayPhoto[]) {
  return blocksFromPhotos(
    photos.map(({ reading }) => reading),
    { isWord: isPronounced },
  );
}

function cornersView(corners: Quad | null): PhotoView['corners'] {
  return corners && [corners[0], corners[1], corners[2], corners[3]];
}

function gone(): HttpProblem {
  return new HttpProblem(
    410,
    'gone',
    'The photo was taken in too long ago, or not read yet. Choose it again.',
  );
}

function ticketOf(request: Request): string {
  return z.uuid().parse(request.params.ticket);
}
