import type { RequestHandler } from 'express';
import { AppError } from '../appError.ts';

/**
 * Answers only requests that name this server by one of its own names, so that no foreign site can have a
 * browser speak to it under a name of its own (DNS rebinding).
 * @param hosts names without a port, in small letters.
 */
export function knownHost(hosts: readonly string[]): RequestHandler {
  const known = new Set(hosts);
  return (request, _response, next) => {
    next(
      known.has(nameOf(request.headers.host ?? ''))
        ? undefined
        : new AppError(
            'host',
            'Aurelfield is not known by this name here. Use the address it was started with; other names are set by AUREL_HOSTS.',
          ),
    );
  };
}

function nameOf(host: string): string {
  return host.toLowerCase().replace(/:\d*$/u, '');
}
