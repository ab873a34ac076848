import type { Response } from 'express';

/** A signal that aborts when the browser goes away before it was answered. */
export function leaving(response: Response): AbortSignal {
  const controller = new AbortController();
  response.on('close', () => {
    if (!response.writableFinished) controller.abort(new Error('The request was given up.'));
  });
  return controller.signal;
}
