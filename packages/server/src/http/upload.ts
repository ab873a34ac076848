import type { RequestHandler } from 'express';
import multer, { MulterError } from 'multer';
import { AppError } from '../appError.ts';

export interface UploadLimits {
  /** Bytes of the file, and of a field beside it. */
  readonly bytes: number;
  readonly fields: number;
}

/** Bytes of all uploads that are held in memory at the same time, in this process. */
const HELD_AT_MOST = 500 * 1024 * 1024;
let held = 0;

/**
 * Takes one file from a form, in its part `file`, within limits. A form that breaks off or is none is refused
 * as such; one for which there is no room now, too.
 */
export function oneFile({ bytes, fields }: UploadLimits): RequestHandler {
  const take = multer({
    storage: multer.memoryStorage(),
    limits: { fileSize: bytes, files: 1, fields, fieldSize: bytes, parts: fields + 1, headerPairs: 100 },
    defParamCharset: 'utf8',
  }).single('file');
  return (request, response, next) => {
    const size = Math.min(Number(request.headers['content-length'] ?? bytes), bytes);
    if (held + size > HELD_AT_MOST) {
      request.resume();
      next(new AppError('busy', 'Many files are arriving just now. Try again in a minute.'));
      return;
    }
    held += size;
    response.once('close', () => (held -= size));
    take(request, response, (error: unknown) => {
      if (error === undefined || error === null || error instanceof MulterError) next(error);
      else next(new AppError('invalid', 'The upload is not as it should be, or broke off. Try again.'));
    });
  };
}
