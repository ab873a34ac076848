import { id } from '@aurelfield/api';
import type { Request } from 'express';
import { notFound } from '../appError.ts';

/** The identifier in the address; what is no identifier cannot be there. */
export function idParam(request: Request, name = 'id'): string {
  const parsed = id.safeParse(request.params[name]);
  if (!parsed.success) throw notFound('This');
  return parsed.data;
}
