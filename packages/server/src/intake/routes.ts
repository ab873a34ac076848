import { intakeRequestSchema, MAX_FILE_BYTES, pageRequestSchema } from '@aurelfield/api';
import {
  fetchPage,
  ReaderError,
  readSafely,
  type FetchOptions,
  type ReadJob,
  type ReadResults,
} from '@aurelfield/readers';
import type { VoiceRegistry } from '@aurelfield/voices';
import { Router } from 'express';
import multer from 'multer';
import { schoolOf } from '../auth/sessions.ts';
import { leaving } from '../http/leaving.ts';
import { HttpProblem } from '../http/problem.ts';
import { examine, examineDocument, isTextFile, readTextFile } from './examine.ts';
import type { SourceTray } from './sourceTray.ts';

export interface IntakeParts {
  readonly tray: SourceTray;
  readonly voices: VoiceRegistry;
  /** The reading process's script in a bundle. */
  readonly readerProcess: URL | undefined;
  /** Origins that may be fetched although they are not public. */
  readonly allowedOrigins: readonly string[];
}

/** What a text, a file or a web page is, before it becomes a handout. */
export function intakeRoutes({ tray, voices, readerProcess, allowedOrigins }: IntakeParts): Router {
  const router = Router();
  const upload = multer({
    storage: multer.memoryStorage(),
    limits: { fileSize: MAX_FILE_BYTES, files: 1, fields: 2 },
    defParamCharset: 'utf8',
  });

  router.post('/intake/text', async (request, response) => {
    const { text, fileName } = intakeRequestSchema.parse(request.body);
    response.json(await examine(text, voices, { fileName }));
  });

  router.post('/intake/file', upload.single('file'), async (request, response) => {
    if (!request.file) throw new HttpProblem(400, 'no-file', 'No file arrived. Choose it again.');
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
      const found = await examine(text, voices, { fileName: name, format, encoding });
      response.json({ ...found, ticket: await tray.put(schoolId, item) });
      return;
    }
    const document = await read({ kind: 'file', name, bytes }, readerProcess, leaving(response));
    const ticket = await tray.put(schoolId, item);
    response.json(await examineDocument(document, voices, { fileName: name, ticket }));
  });

  router.post('/intake/page', async (request, response) => {
    const { address } = pageRequestSchema.parse(request.body);
    const signal = leaving(response);
    const page = await fetchForReading(address, { allowedOrigins, signal });
    const document = await read(
      { kind: 'page', name: page.address, bytes: page.content },
      readerProcess,
      signal,
    );
    const ticket = await tray.put(schoolOf(request), {
      kind: 'web-page',
      name: `${document.title || 'page'}.html`,
      mediaType: page.mediaType,
      address: page.address,
      content: page.content,
    });
    response.json(await examineDocument(document, voices, { fileName: page.address, ticket }));
  });

  return router;
}

/** Reads a document or photo outside of the server's own process. @throws HttpProblem that says what is wrong with it. */
export function read<K extends ReadJob['kind']>(
  job: ReadJob & { readonly kind: K },
  script: URL | undefined,
  signal?: AbortSignal,
): Promise<ReadResults[K]> {
  return asProblem(() => readSafely<K>(job, { script, signal }));
}

/** Fetches a page within limits. @throws HttpProblem that says what is wrong with it. */
export function fetchForReading(address: string, options: FetchOptions) {
  return asProblem(() => fetchPage(address, options));
}

async function asProblem<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof ReaderError) throw new HttpProblem(422, error.problem, error.message);
    throw error;
  }
}
