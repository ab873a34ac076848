import type { Request, Response } from 'express';

/** The part of something that a request asks for, from `start` up to, not including, `end`. */
export interface AskedRange {
  readonly start: number;
  readonly end: number;
}

/**
 * Answers a request for a part of so many bytes with the headers of that part (RFC 9110, 14); undefined where
 * it was answered already, since there is no such part.
 */
export function ranged(request: Request, response: Response, bytes: number): AskedRange | undefined {
  const ranges = request.range(bytes, { combine: true });
  const range = Array.isArray(ranges) && ranges.type === 'bytes' ? ranges[0] : undefined;
  response.set('Accept-Ranges', 'bytes');
  if (ranges === -1) {
    response.status(416).set('Content-Range', `bytes */${bytes}`).end();
    return undefined;
  }
  const [start, end] = [range?.start ?? 0, range ? range.end + 1 : bytes];
  if (range) response.status(206).set('Content-Range', `bytes ${start}-${end - 1}/${bytes}`);
  response.set('Content-Length', String(end - start));
  return { start, end };
}
