import { PoolFailure } from './poolFailure.ts';
import type { Runner, RunnerAnswer, SpawnRunner } from './runner.ts';

export interface PoolOptions {
  readonly size: number;
  /** Milliseconds a runner may take to become ready; 30,000 by default. */
  readonly startTimeout?: number;
  /**
   * Turns a failure of the pool into the error that callers get; they get the {@link PoolFailure} itself by
   * default.
   */
  readonly toError?: (failure: PoolFailure) => Error;
}

export interface TaskOptions {
  readonly signal?: AbortSignal | undefined;
  readonly urgent?: boolean;
  /** Milliseconds from the moment a runner takes it. */
  readonly timeout: number;
}

interface Task<Request, Response> extends TaskOptions {
  readonly request: Request;
  readonly resolve: (response: Response) => void;
  readonly reject: (error: unknown) => void;
  attempts: number;
}

interface Slot<Request, Response> {
  runner: Runner<Request> | undefined;
  ready: boolean;
  task: Task<Request, Response> | undefined;
  timer: NodeJS.Timeout | undefined;
}

const MAX_ATTEMPTS = 2;
const MAX_FAILED_STARTS = 3;

/**
 * Runners kept warm for requests that take one of them each. Urgent tasks go first. A runner that crashes is
 * replaced and its task is tried once more; one that outruns its time is ended and replaced, and its task
 * fails.
 */
export class RunnerPool<Request, Response> {
  readonly #spawn: SpawnRunner<Request, Response>;
  readonly #options: PoolOptions;
  readonly #queue: Task<Request, Response>[] = [];
  readonly #slots: Slot<Request, Response>[] = [];
  #running = false;
  #failedStarts = 0;

  constructor(spawn: SpawnRunner<Request, Response>, options: PoolOptions) {
    this.#spawn = spawn;
    this.#options = options;
  }

  /** Starts the runners and waits until the first one is ready. */
  async start(): Promise<void> {
    if (this.#running) return;
    this.#running = true;
    const starts = Array.from({ length: this.#options.size }, () => this.#addSlot());
    await Promise.any(starts).catch((error: unknown) => {
      throw error instanceof AggregateError ? error.errors[0] : error;
    });
  }

  /** Ends all runners; tasks that wait or run fail with "stopped". */
  async stop(): Promise<void> {
    this.#running = false;
    const stopped = this.#error('stopped', 'The pool was stopped.');
    for (const task of this.#queue.splice(0)) task.reject(stopped);
    const slots = this.#slots.splice(0);
    for (const slot of slots) {
      clearTimeout(slot.timer);
      slot.task?.reject(stopped);
      slot.task = undefined;
    }
    await Promise.all(slots.flatMap(({ runner }) => (runner ? [runner.end()] : [])));
  }

  /**
   * Runs a request on the next free runner. Rejects with the signal's reason when cancelled before it is
   * done.
   */
  run(request: Request, options: TaskOptions): Promise<Response> {
    if (!this.#running) return Promise.reject(this.#error('stopped', 'The pool is not running.'));
    return new Promise<Response>((resolve, reject) => {
      const { signal } = options;
      if (signal?.aborted) {
        reject(signal.reason as Error);
        return;
      }
      const onAbort = () => this.#cancel(task);
      const settle =
        <T>(finish: (value: T) => void) =>
        (value: T) => {
          signal?.removeEventListener('abort', onAbort);
          finish(value);
        };
      const task: Task<Request, Response> = {
        ...options,
        request,
        resolve: settle(resolve),
        reject: settle(reject),
        attempts: 0,
      };
      signal?.addEventListener('abort', onAbort, { once: true });
      if (task.urgent) this.#queue.splice(this.#queue.findIndex((queued) => !queued.urgent) >>> 0, 0, task);
      else this.#queue.push(task);
      this.#dispatch();
    });
  }

  #error(kind: PoolFailure['kind'], message: string): Error {
    const failure = new PoolFailure(kind, message);
    return this.#options.toError?.(failure) ?? failure;
  }

  #addSlot(): Promise<void> {
    const slot: Slot<Request, Response> = {
      runner: undefined,
      ready: false,
      task: undefined,
      timer: undefined,
    };
    this.#slots.push(slot);
    return new Promise((resolve, reject) => {
      slot.timer = setTimeout(() => void slot.runner?.end(), this.#options.startTimeout ?? 30_000);
      slot.runner = this.#spawn({
        ready: () => {
          clearTimeout(slot.timer);
          this.#failedStarts = 0;
          slot.ready = true;
          resolve();
          this.#dispatch();
        },
        answer: (answer) => this.#finish(slot, answer),
        ended: (reason) => {
          reject(this.#error('crash', reason));
          this.#replace(slot, reason);
        },
      });
    });
  }

  #dispatch(): void {
    for (const slot of this.#slots) {
      if (!slot.ready || slot.task !== undefined) continue;
      const task = this.#queue.shift();
      if (task === undefined) return;
      slot.task = task;
      task.attempts += 1;
      slot.timer = setTimeout(() => this.#timeOut(slot), task.timeout);
      slot.runner?.post(task.request);
    }
  }

  #finish(slot: Slot<Request, Response>, message: RunnerAnswer<Response>): void {
    clearTimeout(slot.timer);
    const task = slot.task;
    slot.task = undefined;
    if (message.type === 'done') task?.resolve(message.response);
    else task?.reject(this.#error('failed', message.message));
    this.#dispatch();
  }

  #cancel(task: Task<Request, Response>): void {
    const queued = this.#queue.indexOf(task);
    if (queued >= 0) this.#queue.splice(queued, 1);
    this.#slots.find((candidate) => candidate.task === task)?.runner?.cancel();
    task.reject(task.signal?.reason);
  }

  #timeOut(slot: Slot<Request, Response>): void {
    const task = slot.task;
    slot.task = undefined;
    task?.reject(
      this.#error('timeout', `No answer within ${Math.round((task.timeout ?? 0) / 1000)} seconds.`),
    );
    void slot.runner?.end();
  }

  /**
   * Puts a new runner in the place of one that ended; its task goes to the head of the queue for one more
   * try.
   */
  #replace(slot: Slot<Request, Response>, reason: string): void {
    const at = this.#slots.indexOf(slot);
    if (at < 0) return;
    this.#slots.splice(at, 1);
    clearTimeout(slot.timer);
    const task = slot.task;
    slot.task = undefined;
    if (task !== undefined) {
      if (task.attempts < MAX_ATTEMPTS) this.#queue.unshift(task);
      else task.reject(this.#error('crash', reason));
    }
    if (!slot.ready) this.#failedStarts += 1;
    if (this.#running && this.#failedStarts < MAX_FAILED_STARTS) this.#addSlot().catch(() => undefined);
    else if (this.#slots.length === 0)
      for (const queued of this.#queue.splice(0)) queued.reject(this.#error('crash', reason));
  }
}
