import { vi } from 'vitest';

/** A request that a screen has sent. */
export interface SentRequest {
  readonly method: string;
  /** Below /api, with its query. */
  readonly path: string;
  /** The body, read as JSON where it is JSON. */
  readonly json: unknown;
}

/**
 * What the server answers with; an `ApiRefusal` is refused, and nothing at all is an answer without a body.
 */
export type Answers = Readonly<Record<string, (request: SentRequest) => unknown>>;

/** A refusal in the server's own shape. */
export class ApiError {
  readonly status: number;
  readonly body: { readonly code: string; readonly message: string };

  constructor(status: number, code: string, message: string) {
    this.status = status;
    this.body = { code, message };
  }
}

/**
 * Has `fetch` answer as the server would.
 * @param answers by method and path without its query, such as "GET /handouts"; the last part may be "*".
 * @returns what was asked, in order. What nobody answers is refused with 404.
 */
export function fakeApi(answers: Answers): SentRequest[] {
  const sent: SentRequest[] = [];
  vi.stubGlobal('fetch', (address: string, { method = 'GET', body }: RequestInit = {}) => {
    const path = address.replace(/^\/api/u, '');
    const request = { method, path, json: typeof body === 'string' ? (JSON.parse(body) as unknown) : body };
    sent.push(request);
    const name = `${method} ${path.split('?')[0] ?? ''}`;
    const answer = answers[name] ?? answers[name.replace(/\/[^/]+$/u, '/*')];
    return Promise.resolve(responseOf(answer ? answer(request) : new ApiError(404, 'not-found', name)));
  });
  return sent;
}

function responseOf(answer: unknown): Response {
  if (answer instanceof ApiError) return Response.json(answer.body, { status: answer.status });
  return answer === undefined ? new Response(null, { status: 204 }) : Response.json(answer);
}
