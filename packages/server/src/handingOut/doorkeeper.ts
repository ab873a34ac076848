import type { Request } from 'express';
import { ipKeyGenerator } from 'express-rate-limit';
import { performance } from 'node:perf_hooks';
import { setTimeout as rest } from 'node:timers/promises';
import { visitorCount } from '../http/visitorCount.ts';
import { Refusal } from '../refusal.ts';

/** Wrong keys and PINs from one address in a quarter of an hour. Right ones do not count: a class behind one address opens its pages in the same second. */
export const MOST_WRONG = 60;
const QUARTER_HOUR = 15 * 60 * 1000;
/** Every answer that something opens nothing comes so many milliseconds after the question. */
const ANSWER_AFTER = 150;

/** Stands before everything that a secret opens: lets nobody go on who has guessed too often, and answers every wrong guess after the same time. */
export class Doorkeeper {
  readonly #wrong = visitorCount(QUARTER_HOUR);

  /** Does what a key opens. @throws Refusal 429 after too many wrong guesses; whatever `opening` throws, all after the same time. */
  async open<T>(request: Request, opening: () => Promise<T>): Promise<T> {
    const visitor = ipKeyGenerator(request.ip ?? '');
    const { totalHits = 0 } = (await this.#wrong.get(visitor)) ?? {};
    if (totalHits >= MOST_WRONG)
      throw new Refusal('too-many', 'Too many tries. Wait a quarter of an hour, or ask your teacher.');
    const begun = performance.now();
    try {
      return await opening();
    } catch (error) {
      // A fault of ours is nobody's guess.
      if (error instanceof Refusal) await this.#wrong.increment(visitor);
      await rest(Math.max(0, ANSWER_AFTER - (performance.now() - begun)));
      throw error;
    }
  }
}
