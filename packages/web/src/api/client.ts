import { apiErrorSchema, type Session } from '@aurelfield/api';
import type { z } from 'zod';
import { rememberFor } from '../storage/memory.ts';

/** The server refused or could not; its message is made for people. */
export class ApiError extends Error {
  override readonly name = 'ApiError';
  readonly status: number;
  readonly code: string;

  constructor(status: number, code: string, message: string) {
    super(message);
    this.status = status;
    this.code = code;
  }
}

/** The server cannot be reached. */
export class AwayError extends Error {
  override readonly name = 'AwayError';

  constructor() {
    super('Can’t reach Aurelfield. Your work is saved on this computer.');
  }
}

let csrfToken = '';

/** Remembers the token that changing requests carry, and whose things are kept in this browser. */
export function rememberSession(session: Session): Session {
  csrfToken = session.csrfToken;
  rememberFor(session.teacher?.id);
  return session;
}

export interface RequestOptions {
  readonly method?: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  readonly json?: unknown;
  readonly form?: FormData;
  /** Bytes as they are, with their own media type. */
  readonly blob?: Blob;
  readonly signal?: AbortSignal;
}

/**
 * Asks the server.
 * @throws ApiError with the server's message, AwayError when it does not answer.
 */
export async function request(path: string, options: RequestOptions = {}): Promise<Response> {
  const headers: Record<string, string> = { 'x-aurelfield-token': csrfToken };
  if (options.json !== undefined) headers['content-type'] = 'application/json';
  if (options.blob) headers['content-type'] = options.blob.type;
  const body =
    options.blob ?? options.form ?? (options.json === undefined ? undefined : JSON.stringify(options.json));
  const response = await fetch(`/api${path}`, {
    method: options.method ?? 'GET',
    headers,
    ...(body === undefined ? {} : { body }),
    ...(options.signal ? { signal: options.signal } : {}),
  }).catch((error: unknown) => {
    if (options.signal?.aborted) throw error;
    throw new AwayError();
  });
  if (!response.ok) throw await asError(response);
  return response;
}

/** Asks the server and checks that the answer has the expected shape. */
export async function ask<T extends z.ZodType>(
  schema: T,
  path: string,
  options?: RequestOptions,
): Promise<z.infer<T>> {
  const response = await request(path, options);
  return schema.parse(await response.json());
}

async function asError(response: Response): Promise<ApiError> {
  const parsed = apiErrorSchema.safeParse(await response.json().catch(() => undefined));
  if (!parsed.success)
    return new ApiError(
      response.status,
      'failure',
      'The server gave an answer that cannot be read. Try again.',
    );
  return new ApiError(response.status, parsed.data.code, parsed.data.message);
}
