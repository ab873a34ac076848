import type { ErrorRequestHandler, RequestHandler } from 'express';
import type {} from 'pino-http';
import { z } from 'zod';

/** A request that cannot be met, told in one sentence for a person. */
export class HttpProblem extends Error {
  override readonly name = 'HttpProblem';
  readonly status: number;
  readonly problem: string;

  constructor(status: number, problem: string, message: string) {
    super(message);
    this.status = status;
    this.problem = problem;
  }
}

export const notFound = (what: string) =>
  new HttpProblem(404, 'not-found', `${what} is not here (any more).`);

/** Answers every unknown address below /api. */
export const unknownAddress: RequestHandler = (_request, _response, next) => {
  next(new HttpProblem(404, 'not-found', 'There is nothing at this address.'));
};

/** Turns errors into problems; what nobody foresaw is logged and told as a failure of ours. */
export const problemHandler: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  const known = asProblem(error);
  if (known === undefined) request.log.error({ err: error }, 'unforeseen error');
  const status = known?.status ?? 500;
  response.status(status).json({
    problem: known?.problem ?? 'failure',
    message: known?.message ?? 'Something went wrong on the server. Nothing was changed. Try again.',
  });
};

function asProblem(error: unknown): HttpProblem | undefined {
  if (error instanceof HttpProblem) return error;
  if (error instanceof z.ZodError) {
    return new HttpProblem(
      400,
      'invalid',
      error.issues[0]?.message ?? 'Something in the request is not as it should be.',
    );
  }
  const type = (error as { type?: unknown } | null)?.type;
  const code = (error as { code?: unknown } | null)?.code;
  if (type === 'entity.too.large' || code === 'LIMIT_FILE_SIZE' || code === 'LIMIT_FIELD_VALUE') {
    return new HttpProblem(
      413,
      'too-large',
      'That is too large. A file may have 50 MB, a text 2 million characters. Split it and add the parts.',
    );
  }
  if (type === 'entity.parse.failed') return new HttpProblem(400, 'invalid', 'The request is not readable.');
  if (typeof code === 'string' && code.startsWith('LIMIT_'))
    return new HttpProblem(400, 'invalid', 'The upload is not as it should be.');
  return undefined;
}
