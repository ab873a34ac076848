import { setTimeout as delay } from 'node:timers/promises';

/**
 * SQLSTATE classes of a database that is going down, starting, or gone (08: connection; 57P: operator
 * intervention).
 */
const CONNECTION = /^(?:08|57P)/u;
const SOCKET = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ENOENT', 'ETIMEDOUT']);
const LONGEST = 20_000;
const PAUSE = 250;

/** Whether an error says that the database could not be reached, or went away meanwhile. */
export function isConnectionError(error: unknown): boolean {
  const cause = (error as { cause?: unknown } | null)?.cause ?? error;
  const code = (cause as { code?: unknown } | null)?.code;
  if (typeof code === 'string' && (CONNECTION.test(code) || SOCKET.has(code))) return true;
  return (
    cause instanceof Error &&
    /connection (?:terminated|ended|error)|terminating connection/iu.test(cause.message)
  );
}

/**
 * Does some work again and again while the database is away, for twenty seconds at most. Only for what does
 * no harm when it is done twice.
 */
export async function retryWhileDisconnected<T>(run: () => Promise<T>): Promise<T> {
  const end = Date.now() + LONGEST;
  for (;;) {
    try {
      return await run();
    } catch (error) {
      if (!isConnectionError(error) || Date.now() > end) throw error;
      await delay(PAUSE);
    }
  }
}
