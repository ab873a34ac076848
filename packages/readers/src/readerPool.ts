import { ReaderError } from './readerError.ts';
import type { ReadAnswer, ReadJob, ReadResults } from './readJob.ts';
import { ReaderProcess } from './readerProcess.ts';

export interface ReaderPoolOptions {
  /** The reading process's script; beside this module by default. A bundle says where it put it. */
  readonly script?: URL | undefined;
  /** Documents that are read at the same time; 2 by default. */
  readonly size?: number;
  /** Megabytes of a process's heap; 768 by default. */
  readonly heap?: number;
  /** Megabytes of memory of a process and of all programs that it starts, together; 900 by default. */
  readonly memory?: number;
}

export interface TurnOptions {
  readonly signal?: AbortSignal | undefined;
  /** Milliseconds from its turn on; 60,000 by default. */
  readonly timeout?: number;
  /** Milliseconds for each part of a document that is read in parts; 12,000 by default. */
  readonly step?: number;
  /** Told at once and whenever it changes: how many others are read before. 0 when its turn has come. */
  readonly onPlace?: (ahead: number) => void;
}

/** A process that holds more than this many bytes after a document is not used again. */
const HELD_AT_MOST = 450_000_000;
/** Milliseconds after which a process that has nothing to do ends, save one that stays warm. */
const IDLE_MILLISECONDS = 60_000;
const TIMEOUT = 60_000;
/** Milliseconds for one part of a document that is read in parts. */
const STEP = 12_000;

interface Waiting {
  readonly start: () => void;
  readonly giveUp: (reason: Error) => void;
  readonly place: (ahead: number) => void;
}

/**
 * Reads documents and photos in processes of their own, a few at a time and the others in the order in which
 * they came, so that no file can hold up or bring down its caller. Processes stay for the next document; one
 * that took too long, too much memory, failed or is not wanted any more is ended, with all that it started
 * and all that it wrote.
 */
export class ReaderPool {
  readonly #options: ReaderPoolOptions;
  readonly #size: number;
  readonly #waiting: Waiting[] = [];
  readonly #idle: ReaderProcess[] = [];
  readonly #busy = new Set<ReaderProcess>();
  #turns = 0;
  #hasStopped = false;
  #tidying: NodeJS.Timeout | undefined;

  constructor(options: ReaderPoolOptions = {}) {
    this.#options = options;
    this.#size = options.size ?? 2;
  }

  /** Starts a process before anybody needs it. */
  warmUp(): void {
    if (!this.#hasStopped && this.#idle.length === 0) this.#idle.push(this.#newProcess());
  }

  /** Documents that are being read or wait for it. */
  get load(): number {
    return this.#turns + this.#waiting.length;
  }

  /**
   * Reads one thing when its turn has come.
   * @throws ReaderError that says what is wrong; the signal's reason when cancelled.
   */
  async read<K extends ReadJob['kind']>(
    job: ReadJob & { readonly kind: K },
    { signal, timeout = TIMEOUT, step = STEP, onPlace = () => undefined }: TurnOptions = {},
  ): Promise<ReadResults[K]> {
    signal?.throwIfAborted();
    await this.#turn(signal, onPlace);
    try {
      return (await this.#readNow(job, signal, { timeout, step })) as ReadResults[K];
    } finally {
      this.#turns -= 1;
      this.#next();
    }
  }

  /** Ends everything; what is being read or waits fails. */
  stop(): void {
    this.#hasStopped = true;
    clearTimeout(this.#tidying);
    for (const process of [...this.#busy, ...this.#idle]) process.end();
    this.#idle.length = 0;
    for (const { giveUp } of this.#waiting.splice(0)) giveUp(stopped());
  }

  /** Waits for a turn; it is to be given back. */
  #turn(signal: AbortSignal | undefined, onPlace: (ahead: number) => void): Promise<void> {
    if (this.#turns < this.#size) {
      this.#turns += 1;
      onPlace(0);
      return Promise.resolve();
    }
    return new Promise((resolve, reject) => {
      const waiting: Waiting = {
        start: () => {
          signal?.removeEventListener('abort', leave);
          onPlace(0);
          resolve();
        },
        giveUp: reject,
        place: onPlace,
      };
      const leave = () => {
        this.#waiting.splice(this.#waiting.indexOf(waiting), 1);
        this.#reportPositions();
        reject(signal?.reason as Error);
      };
      signal?.addEventListener('abort', leave, { once: true });
      this.#waiting.push(waiting);
      onPlace(this.#waiting.length - 1 + this.#turns);
    });
  }

  /** Gives a turn to whoever waits for the longest time. */
  #next(): void {
    const next = this.#waiting.shift();
    if (next === undefined) return;
    this.#turns += 1;
    next.start();
    this.#reportPositions();
  }

  #reportPositions(): void {
    for (const [i, { place }] of this.#waiting.entries()) place(i + this.#turns);
  }

  async #readNow(
    job: ReadJob,
    signal: AbortSignal | undefined,
    limits: { readonly timeout: number; readonly step: number },
  ) {
    const process = this.#take();
    this.#busy.add(process);
    let isTooSlow = false;
    const giveUp = () => {
      isTooSlow = true;
      process.end();
    };
    const timer = setTimeout(giveUp, limits.timeout);
    let step: NodeJS.Timeout | undefined;
    const onStep = () => {
      clearTimeout(step);
      step = setTimeout(giveUp, limits.step);
    };
    const leave = () => process.end();
    signal?.addEventListener('abort', leave, { once: true });
    let answer: ReadAnswer | undefined;
    try {
      if (signal?.aborted) process.end();
      answer = await process.read(job, onStep);
    } finally {
      clearTimeout(timer);
      clearTimeout(step);
      signal?.removeEventListener('abort', leave);
      this.#busy.delete(process);
      this.#giveBack(process, answer);
    }
    signal?.throwIfAborted();
    if (this.#hasStopped) throw stopped();
    if (isTooSlow) throw tooSlow(job.name);
    return resultOf(answer, job.name);
  }

  /** A process that rests, or a new one. */
  #take(): ReaderProcess {
    for (let process = this.#idle.pop(); process; process = this.#idle.pop())
      if (process.isAlive) return process;
    return this.#newProcess();
  }

  #giveBack(process: ReaderProcess, answer: ReadAnswer | undefined): void {
    const isSound = answer !== undefined && answer.type !== 'failed' && answer.held <= HELD_AT_MOST;
    if (this.#hasStopped || !isSound) process.end();
    else this.#idle.push(process);
    clearTimeout(this.#tidying);
    this.#tidying = setTimeout(() => {
      for (const tired of this.#idle.splice(1)) tired.end();
    }, IDLE_MILLISECONDS).unref();
  }

  #newProcess(): ReaderProcess {
    return new ReaderProcess({
      script: this.#options.script ?? new URL('./child.ts', import.meta.url),
      heap: this.#options.heap ?? 768,
      memory: this.#options.memory ?? 900,
    });
  }
}

function stopped(): ReaderError {
  return new ReaderError('busy', 'Aurelfield is stopping. Try again in a minute.');
}

function tooSlow(name: string): ReaderError {
  return new ReaderError(
    'too-slow',
    `“${name}” takes too long to read. Split it, or copy its text and paste it.`,
  );
}

function resultOf(answer: ReadAnswer | undefined, name: string): ReadResults[keyof ReadResults] {
  if (answer === undefined)
    throw new ReaderError(
      'too-large',
      `“${name}” takes more memory to read than a handout should. Split it, or copy its text and paste it.`,
    );
  if (answer.type === 'done') return answer.result;
  if (answer.type === 'refused') throw new ReaderError(answer.code, answer.message);
  throw new ReaderError(
    'broken',
    `“${name}” cannot be read: it is damaged, or not what its name says. Open it in the program it was made with and save it again.`,
  );
}
