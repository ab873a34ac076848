import type { RequestHandler } from 'express';
import multer, { MulterError } from 'multer';
import { Refusal } from '../refusal.ts';

export interface UploadLimits {
  /** Bytes of the file, and of a field beside it. */
  readonly bytes: number;
  readonly fields: number;
}

/** Takes one file from a form, in its part `file`, within limits. A form that breaks off or is none is refused as such. */
export function oneFile({ bytes, fields }: UploadLimits): RequestHandler {
  const take = multer({
    storage: multer.memoryStorage(),
    limits: { fileSize: bytes, files: 1, fields, fieldSize: bytes, parts: fields + 1, headerPairs: 100 },
    defParamCharset: 'utf8',
  }).single('file');
  return (request, response, next) => {
    take(request, response, (error: unknown) => {
      if (error === undefined || error === null || error instanceof MulterError) next(error);
      else next(new Refusal('invalid', 'The upload is not as it should be, or broke off. Try again.'));
    });
  };
}
