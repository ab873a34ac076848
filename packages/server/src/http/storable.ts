import type { RequestHandler } from 'express';
import { AppError } from '../appError.ts';

/**
 * A value with all its strings such as can be stored: without the character NUL, which the database does not
 * take, and without halves of surrogate pairs, which are no text. Nothing else of what was typed is
 * touched.
 */
export function storable<T>(value: T): T {
  if (typeof value === 'string') return storableText(value) as T;
  if (Array.isArray(value)) return value.map(storable) as T;
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(
      Object.entries(value).map(([name, inner]) => [storableText(name), storable(inner as unknown)]),
    ) as T;
  return value;
}

function storableText(text: string): string {
  const whole = text.isWellFormed() ? text : text.toWellFormed();
  return whole.includes('\0') ? whole.replaceAll('\0', '') : whole;
}

/** Makes the body of a request storable. */
export const storableBody: RequestHandler = (request, _response, next) => {
  if (request.body !== undefined) request.body = storable(request.body as unknown);
  next();
};

/** Refuses an address that names what cannot be there. */
export const plainAddress: RequestHandler = (request, _response, next) => {
  let decoded: string;
  try {
    decoded = decodeURIComponent(request.originalUrl);
  } catch {
    next(new AppError('invalid', 'The address is not readable.'));
    return;
  }
  next(
    decoded.includes('\0') || !decoded.isWellFormed()
      ? new AppError('invalid', 'The address is not readable.')
      : undefined,
  );
};
