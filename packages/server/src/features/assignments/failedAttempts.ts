import type { Request } from 'express';
import { ipKeyGenerator } from 'express-rate-limit';
import { performance } from 'node:perf_hooks';
import { setTimeout as sleep } from 'node:timers/promises';
import type { SharedLimits } from '../../http/sharedLimits.ts';
import { AppError } from '../../appError.ts';

/**
 * Wrong short codes from one address in a quarter of an hour: ten for each of thirty pupils behind one
 * address.
 */
const MAX_WRONG_CODES = 300;
/** Wrong PINs for one link in a quarter of an hour. */
const MAX_WRONG_PINS = 10;
/** What a wrong guess is answered with; nothing else counts. */
const GUESSES: ReadonlySet<string> = new Set(['unknown-code', 'wrong-pin']);
const QUARTER_HOUR = 15 * 60 * 1000;
/** Milliseconds after which a failed attempt is answered, whatever was wrong. */
const ANSWER_AFTER = 150;

/**
 * Limits how often short codes and PINs can be guessed. The secret of a link has 192 bits and cannot be
 * guessed, so it is never counted and never refused; a PIN that is missing is no guess either.
 */
export class FailedAttempts {
  readonly #limits: SharedLimits;

  constructor(limits: SharedLimits) {
    this.#limits = limits;
  }

  /**
   * Counts codes by the visitor's address.
   * @throws AppError 429 after too many wrong ones, without trying this one.
   */
  async code<T>(request: Request, attempt: () => Promise<T>): Promise<T> {
    return this.#attempt(`code ${ipKeyGenerator(request.ip ?? '')}`, MAX_WRONG_CODES, attempt);
  }

  /** Counts PINs by their link. @throws AppError 429 after too many wrong ones, without trying this one. */
  async pin<T>(linkId: string, attempt: () => Promise<T>): Promise<T> {
    return this.#attempt(`pin ${linkId}`, MAX_WRONG_PINS, attempt);
  }

  /** Delays the answer to a failed attempt, so that its time says nothing about what was wrong. */
  async evenly<T>(attempt: () => Promise<T>): Promise<T> {
    const started = performance.now();
    try {
      return await attempt();
    } catch (error) {
      await sleep(Math.max(0, ANSWER_AFTER - (performance.now() - started)));
      throw error;
    }
  }

  async #attempt<T>(key: string, limit: number, attempt: () => Promise<T>): Promise<T> {
    // Counted before it is tried and taken off when it was right, so that many at once cannot pass the limit.
    const { totalHits } = await this.#limits.add(key, QUARTER_HOUR);
    const takeOff = () => this.#limits.add(key, QUARTER_HOUR, -1);
    if (totalHits > limit) {
      await takeOff();
      throw new AppError('too-many', 'Too many tries. Wait a quarter of an hour, or ask your teacher.');
    }
    try {
      const result = await attempt();
      await takeOff();
      return result;
    } catch (error) {
      // An error of ours is nobody's guess.
      if (!(error instanceof AppError && GUESSES.has(error.code))) await takeOff();
      throw error;
    }
  }
}
