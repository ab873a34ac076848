import {
  importRequestSchema,
  MAX_FILE_BYTES,
  pageRequestSchema,
  waitingKeySchema,
  type PlaceInLine,
} from '@aurelfield/api';
import { Router, type Request } from 'express';
import { z } from 'zod';
import { schoolOf } from '../../http/sessions.ts';
import { leaving } from '../../http/leaving.ts';
import { oneFile } from '../../http/upload.ts';
import { AppError } from '../../appError.ts';
import { isTextFile, readTextFile, type ImportPreview } from './importPreview.ts';
import { fetchForReading } from './fetchForReading.ts';
import type { Readers } from './readers.ts';
import type { SourceStaging } from './sourceStaging.ts';

export interface ImportDeps {
  readonly staging: SourceStaging;
  readonly importPreview: ImportPreview;
  readonly readers: Readers;
  /** Origins that may be fetched although they are not public. */
  readonly allowedOrigins: readonly string[];
}

/** What a text, a file or a web page is, before it becomes a handout. */
export function importRoutes({ staging, importPreview, readers, allowedOrigins }: ImportDeps): Router {
  const router = Router();
  const upload = oneFile({ bytes: MAX_FILE_BYTES, fields: 2 });

  router.post('/imports/text', async (request, response) => {
    const { text, fileName } = importRequestSchema.parse(request.body);
    response.json(await importPreview.text(text, { fileName }));
  });

  router.post('/imports/file', upload, async (request, response) => {
    if (!request.file) throw new AppError('no-file', 'No file arrived. Choose it again.');
    const { originalname: name, buffer: bytes } = request.file;
    const schoolId = schoolOf(request);
    const item = {
      kind: 'file',
      name,
      mediaType: request.file.mimetype,
      address: null,
      content: bytes,
    } as const;
    if (isTextFile(name)) {
      const { text, format, encoding } = readTextFile({ name, bytes });
      const found = await importPreview.text(text, { fileName: name, format, encoding });
      response.json({ ...found, uploadId: await staging.put(schoolId, item) });
      return;
    }
    const document = await readers.read(
      { kind: 'file', name, bytes },
      { signal: leaving(response), key: waitingKey(request) },
    );
    const uploadId = await staging.put(schoolId, item);
    response.json(await importPreview.document(document, { fileName: name, uploadId }));
  });

  router.get('/imports/waiting/:key', (request, response) => {
    const key = waitingKeySchema.parse(request.params.key);
    response.json({ ahead: readers.ahead(key) ?? null } satisfies PlaceInLine);
  });

  router.post('/imports/page', async (request, response) => {
    const { address } = pageRequestSchema.parse(request.body);
    const signal = leaving(response);
    const page = await fetchForReading(address, { allowedOrigins, signal });
    const document = await readers.read(
      { kind: 'page', name: page.address, bytes: page.content },
      { signal },
    );
    const uploadId = await staging.put(schoolOf(request), {
      kind: 'web-page',
      name: `${document.title || 'page'}.html`,
      mediaType: page.mediaType,
      address: page.address,
      content: page.content,
    });
    response.json(await importPreview.document(document, { fileName: page.address, uploadId }));
  });

  return router;
}

/** The client's key for asking for its place in the queue, if it sent one. */
function waitingKey(request: Request): string | undefined {
  const { waiting } = z.object({ waiting: waitingKeySchema.optional() }).parse(request.query);
  return waiting;
}
