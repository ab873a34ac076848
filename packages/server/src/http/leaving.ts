import type { Response } from 'express';
import { setMaxListeners } from 'node:events';

/** A signal that aborts when the browser goes away before it was answered. */
export function leaving(response: Response): AbortSignal {
  const controller = new AbortController();
  // Every sentence that a request waits for listens.
  setMaxListeners(0, controller.signal);
  response.on('close', () => {
    if (!response.writableFinished) controller.abort(new Error('The request was given up.'));
  });
  return controller.signal;
}
