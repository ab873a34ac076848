import { createRequire } from 'node:module';
import { pathToFileURL } from 'node:url';
import { Worker, type WorkerOptions } from 'node:worker_threads';
import { SpeechError } from '../engine.ts';

/** What a pool's worker sends: first "ready", then one answer a request. */
export type WorkerMessage<Response> =
  | { readonly type: 'ready' }
  | { readonly type: 'done'; readonly response: Response }
  | { readonly type: 'failed'; readonly message: string };

/** What a pool's worker gets. */
export type WorkerRequest<Request> = { readonly request: Request };

/** Shared with each worker: set to 1 to ask it to leave its current request. */
export interface WorkerSetup {
  readonly cancelFlag: Int32Array;
}

export interface PoolOptions {
  readonly size: number;
  /** Milliseconds a worker may take to become ready. */
  readonly startTimeout?: number;
  /** Environment of the workers; a copy of ours by default. */
  readonly env?: NonNullable<WorkerOptions['env']>;
}

export interface TaskOptions {
  readonly signal?: AbortSignal | undefined;
  readonly urgent?: boolean;
  /** Milliseconds from the moment a worker takes it. */
  readonly timeout: number;
}

interface Task<Request, Response> extends TaskOptions {
  readonly request: Request;
  readonly resolve: (response: Response) => void;
  readonly reject: (error: unknown) => void;
  attempts: number;
}

interface Slot<Request, Response> {
  worker: Worker;
  readonly cancelFlag: Int32Array;
  ready: boolean;
  task: Task<Request, Response> | undefined;
  timer: NodeJS.Timeout | undefined;
}

const MAX_ATTEMPTS = 2;
const MAX_FAILED_STARTS = 3;

/**
 * Worker threads kept warm for requests that take one thread each. Urgent tasks go first. A worker that crashes is replaced and its task is
 * tried once more; one that outruns its time is ended and replaced, and its task fails.
 */
export class WorkerPool<Request, Response> {
  readonly #script: URL;
  readonly #options: PoolOptions;
  readonly #queue: Task<Request, Response>[] = [];
  readonly #slots: Slot<Request, Response>[] = [];
  #running = false;
  #failedStarts = 0;

  constructor(script: URL, options: PoolOptions) {
    this.#script = script;
    this.#options = options;
  }

  /** Starts the workers and waits until the first one is ready. */
  async start(): Promise<void> {
    if (this.#running) return;
    this.#running = true;
    const starts = Array.from({ length: this.#options.size }, () => this.#addSlot());
    await Promise.any(starts).catch((error: unknown) => {
      throw error instanceof AggregateError ? error.errors[0] : error;
    });
  }

  /** Ends all workers; tasks that wait or run fail with "stopped". */
  async stop(): Promise<void> {
    this.#running = false;
    const stopped = new SpeechError('stopped', 'The speech engine was stopped.');
    for (const task of this.#queue.splice(0)) task.reject(stopped);
    const slots = this.#slots.splice(0);
    for (const slot of slots) {
      clearTimeout(slot.timer);
      slot.task?.reject(stopped);
      slot.task = undefined;
    }
    await Promise.all(slots.map((slot) => slot.worker.terminate()));
  }

  /** Runs a request on the next free worker. Rejects with the signal's reason when cancelled before it is done. */
  run(request: Request, options: TaskOptions): Promise<Response> {
    if (!this.#running)
      return Promise.reject(new SpeechError('stopped', 'The speech engine is not running.'));
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

  #addSlot(): Promise<void> {
    const cancelFlag = new Int32Array(new SharedArrayBuffer(4));
    const slot: Slot<Request, Response> = {
      worker: this.#spawn({ cancelFlag }),
      cancelFlag,
      ready: false,
      task: undefined,
      timer: undefined,
    };
    this.#slots.push(slot);
    return new Promise((resolve, reject) => {
      slot.timer = setTimeout(() => void slot.worker.terminate(), this.#options.startTimeout ?? 30_000);
      slot.worker.on('message', (message: WorkerMessage<Response>) => {
        if (message.type === 'ready') {
          clearTimeout(slot.timer);
          this.#failedStarts = 0;
          slot.ready = true;
          resolve();
          this.#dispatch();
        } else this.#finish(slot, message);
      });
      slot.worker.on('error', (error) => {
        reject(error);
        this.#replace(slot, error.message);
      });
      slot.worker.on('exit', () => {
        reject(new SpeechError('crash', 'The speech worker ended before it was ready.'));
        this.#replace(slot, 'The worker ended.');
      });
    });
  }

  /** From source (tests, development, the terminal) the thread first needs a TypeScript loader; in a bundle it is plain JavaScript. */
  #spawn(setup: WorkerSetup): Worker {
    const options: WorkerOptions = {
      workerData: setup,
      ...(this.#options.env ? { env: this.#options.env } : {}),
    };
    if (!this.#script.pathname.endsWith('.ts')) return new Worker(this.#script, options);
    const loader = new URL(
      './dist/esm/api/index.mjs',
      pathToFileURL(createRequire(import.meta.url).resolve('tsx/package.json')),
    ).href;
    const bootstrap = `import(${JSON.stringify(loader)}).then(({ register }) => { register(); return import(${JSON.stringify(this.#script.href)}); })`;
    return new Worker(bootstrap, { ...options, eval: true });
  }

  #dispatch(): void {
    for (const slot of this.#slots) {
      if (!slot.ready || slot.task !== undefined) continue;
      const task = this.#queue.shift();
      if (task === undefined) return;
      slot.task = task;
      task.attempts += 1;
      Atomics.store(slot.cancelFlag, 0, 0);
      slot.timer = setTimeout(() => this.#timeOut(slot), task.timeout);
      slot.worker.postMessage({ request: task.request } satisfies WorkerRequest<Request>);
    }
  }

  #finish(slot: Slot<Request, Response>, message: Exclude<WorkerMessage<Response>, { type: 'ready' }>): void {
    clearTimeout(slot.timer);
    const task = slot.task;
    slot.task = undefined;
    if (message.type === 'done') task?.resolve(message.response);
    else task?.reject(new SpeechError('failed', message.message));
    this.#dispatch();
  }

  #cancel(task: Task<Request, Response>): void {
    const queued = this.#queue.indexOf(task);
    if (queued >= 0) this.#queue.splice(queued, 1);
    const slot = this.#slots.find((candidate) => candidate.task === task);
    if (slot) Atomics.store(slot.cancelFlag, 0, 1);
    task.reject(task.signal?.reason);
  }

  #timeOut(slot: Slot<Request, Response>): void {
    const task = slot.task;
    slot.task = undefined;
    task?.reject(
      new SpeechError(
        'timeout',
        `The voice did not answer within ${Math.round((task.timeout ?? 0) / 1000)} seconds.`,
      ),
    );
    void slot.worker.terminate();
  }

  /** Puts a new worker in the place of one that ended; its task goes to the head of the queue for one more try. */
  #replace(slot: Slot<Request, Response>, reason: string): void {
    const at = this.#slots.indexOf(slot);
    if (at < 0) return;
    this.#slots.splice(at, 1);
    clearTimeout(slot.timer);
    const task = slot.task;
    slot.task = undefined;
    if (task !== undefined) {
      if (task.attempts < MAX_ATTEMPTS) this.#queue.unshift(task);
      else
        task.reject(
          new SpeechError('crash', `The speech engine stopped while saying this sentence. (${reason})`),
        );
    }
    if (!slot.ready) this.#failedStarts += 1;
    if (this.#running && this.#failedStarts < MAX_FAILED_STARTS) this.#addSlot().catch(() => undefined);
    else if (this.#slots.length === 0)
      for (const queued of this.#queue.splice(0)) queued.reject(new SpeechError('crash', reason));
  }
}
