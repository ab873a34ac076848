import { MulterError } from 'multer';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import type {} from 'pino-http';
import { z } from 'zod';
import { notFound, AppError } from '../appError.ts';
import { isConnectionError } from '../db/retryWhileDisconnected.ts';

/** The answers that refusals are over HTTP; all others are 422: understood, and not possible. */
const STATUS: Readonly<Record<string, number>> = {
  invalid: 400,
  'no-file': 400,
  'signed-out': 401,
  wrong: 401,
  'pin-needed': 401,
  'wrong-pin': 401,
  'not-agreed': 402,
  token: 403,
  'not-from-here': 403,
  'not-found': 404,
  'unknown-link': 404,
  'unknown-code': 404,
  changed: 409,
  exists: 409,
  moved: 409,
  'parts-missing': 409,
  'no-page': 409,
  'voice-gone': 409,
  gone: 410,
  withdrawn: 410,
  'too-large': 413,
  'too-long': 413,
  'too-many-entries': 413,
  'file-type': 415,
  'no-sentence': 416,
  host: 421,
  'too-many': 429,
  'no-ffmpeg': 503,
  busy: 503,
  unavailable: 503,
};

const UNREADABLE = 'The request is not readable.';
const FAILURE = 'Something went wrong on the server. Nothing was changed. Try again.';

/** Answers every unknown address below /api. */
export const unknownAddress: RequestHandler = (_request, _response, next) => {
  next(new AppError('not-found', 'There is nothing at this address.'));
};

/** Turns every error into a response; an unexpected one is logged and answered with 500. */
export const errorHandler: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (request.socket.destroyed || response.writableEnded) {
    // Who asked has gone: there is nobody to tell, and nothing went wrong.
    response.destroy();
    return;
  }
  if (response.headersSent) {
    next(error);
    return;
  }
  const { status, code, message } = errorOf(error);
  if (code === 'failure') request.log.error({ err: error }, 'unforeseen error');
  if (code === 'unavailable') request.log.error({ err: error }, 'no connection to the database');
  response.status(status).json({ code, message });
};

/**
 * What is answered to an error: a status, a word for the program, a sentence for a person. `failure` is what
 * nobody foresaw.
 */
export function errorOf(error: unknown): { status: number; code: string; message: string } {
  const refusal = toAppError(error);
  if (refusal === undefined) return { status: 500, code: 'failure', message: FAILURE };
  const { code, message } = refusal;
  return { status: STATUS[code] ?? 422, code, message };
}

function toAppError(error: unknown): AppError | undefined {
  if (error instanceof AppError) return error;
  if (error instanceof z.core.$ZodError)
    return new AppError(
      'invalid',
      error.issues[0]?.message ?? 'Something in the request is not as it should be.',
    );
  if (error instanceof MulterError || hasType(error, 'entity.too.large')) return toUploadError(error);
  return asClientError(error) ?? asDatabaseError(error);
}

function toUploadError(error: { readonly code?: string }): AppError {
  const isTooLarge =
    error.code === undefined || ['LIMIT_FILE_SIZE', 'LIMIT_FIELD_VALUE'].includes(error.code);
  return isTooLarge
    ? new AppError(
        'too-large',
        'That is too large. A file may have 50 MB, a text 2 million characters. Split it and add the parts.',
      )
    : new AppError('invalid', 'The upload is not as it should be.');
}

/** What Express and its readers of bodies and addresses say of a request that cannot be understood. */
function asClientError(error: unknown): AppError | undefined {
  const status = (error as { status?: unknown } | null)?.status;
  if (typeof status !== 'number' || status < 400 || status > 499) return undefined;
  return status === 404 ? notFound('This') : new AppError('invalid', UNREADABLE);
}

/**
 * What the database refuses: a value that it cannot hold (class 22), a row that points to nothing, a conflict
 * with another transaction.
 */
function asDatabaseError(error: unknown): AppError | undefined {
  if (isConnectionError(error))
    return new AppError(
      'unavailable',
      'Aurelfield can’t reach its data at the moment. Nothing was changed. Try again in a minute.',
    );
  const cause = (error as { cause?: unknown } | null)?.cause ?? error;
  const code = (cause as { code?: unknown } | null)?.code;
  if (typeof code !== 'string') return undefined;
  if (/^22[0-9A-Z]{3}$/u.test(code))
    return new AppError('invalid', 'Something in the request cannot be stored.');
  if (code === '23503') return notFound('What this belongs to');
  if (code === '40001' || code === '40P01')
    return new AppError('busy', 'Somebody else is changing the same at the moment. Try again.');
  return undefined;
}

function hasType(error: unknown, type: string): error is { readonly code?: string } {
  return (error as { type?: unknown } | null)?.type === type;
}
