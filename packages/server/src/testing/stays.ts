import { setTimeout as delay } from 'node:timers/promises';
import { expect } from 'vitest';

/**
 * Sees to it, again and again, that something is as it was for so many milliseconds: for what must not
 * happen.
 */
export async function stays<T>(ask: () => T | Promise<T>, expected: T, milliseconds: number): Promise<void> {
  const end = performance.now() + milliseconds;
  do {
    expect(await ask()).toEqual(expected);
    await delay(50);
  } while (performance.now() < end);
}
