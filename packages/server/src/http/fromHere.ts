import type { Request } from 'express';

/** Whether a request comes from the machine itself, and not through another one that passes it on. */
export function isFromHere(request: Request): boolean {
  const address = request.socket.remoteAddress ?? '';
  const isLoopback = /^(?:::ffff:)?127\./u.test(address) || address === '::1';
  return (
    isLoopback && request.headers['x-forwarded-for'] === undefined && request.headers.forwarded === undefined
  );
}
