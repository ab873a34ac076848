import { DEFAULT_CHOICES, DEFAULT_PACE, DEFAULT_PAUSES } from '@aurelfield/core/speech';
import { RunnerPool, threadRunner, type PoolFailure } from '@aurelfield/pool';
import { AppError } from '../appError.ts';
import { TEXT_TASKS, type TextTaskName, type TextTasks } from './textTasks.ts';
import type { TextRequest } from './textWorker.ts';

/** The tasks as those see them who want one done. */
export type TextThreads = {
  readonly [K in TextTaskName]: (...args: Parameters<TextTasks[K]>) => Promise<ReturnType<TextTasks[K]>>;
};

export interface TextThreadOptions {
  /** The thread's script; beside this module by default. A bundle says where it put it. */
  readonly script?: URL | undefined;
  /**
   * Threads for checking and comparing; planning has one of its own, so that nobody who wants to listen waits
   * for a check.
   */
  readonly checkers: number;
}

/** A task may take so long; the longest text takes half of it. Milliseconds. */
const TIMEOUT = 120_000;
const PLANNING: ReadonlySet<TextTaskName> = new Set(['planBeginning', 'planBlocks']);

/** A text that takes too long is the only failure that somebody can do something about. */
function toError(failure: PoolFailure): Error {
  return failure.kind === 'timeout'
    ? new AppError(
        'busy',
        'Working on this text took too long. Try again in a minute, or split it into two handouts.',
      )
    : failure;
}

/** Threads that carry tasks out; started when the first task comes. */
export class TextThreadPool {
  readonly #planners: RunnerPool<TextRequest, unknown>;
  readonly #checkers: RunnerPool<TextRequest, unknown>;
  readonly #started = new Map<RunnerPool<TextRequest, unknown>, Promise<void>>();
  /** The tasks themselves. */
  readonly tasks: TextThreads;

  constructor({ script, checkers }: TextThreadOptions) {
    const spawn = threadRunner<TextRequest, unknown>(script ?? new URL('./textWorker.ts', import.meta.url));
    this.#planners = new RunnerPool(spawn, { size: 1, toError });
    this.#checkers = new RunnerPool(spawn, { size: checkers, toError });
    this.tasks = tasksBy((task, args) => this.#run(task, args));
  }

  /**
   * Starts the threads and has them read what they know of words, so that the first who asks need not wait
   * for it.
   */
  async warmUp(): Promise<void> {
    const blocks = [{ type: 'paragraph' as const, text: 'The old weir leads the river on.', offset: 0 }];
    await Promise.all([
      this.tasks.checkBlocks(blocks, 'en-GB', true),
      this.tasks.planBeginning(
        {
          blocks,
          offset: 0,
          isFollowed: false,
          language: 'en-GB',
          voice: { id: '', engineVersion: '' },
          sampleRate: 22_050,
          pitch: 0,
          pauses: DEFAULT_PAUSES,
          choices: DEFAULT_CHOICES,
          lexicon: [],
          places: [],
          passageVoices: {},
          voicedPassages: [],
        },
        DEFAULT_PACE,
      ),
    ]);
  }

  async stop(): Promise<void> {
    await Promise.all([...this.#started.keys()].map((pool) => pool.stop()));
  }

  async #run(task: TextTaskName, args: readonly unknown[]): Promise<unknown> {
    const pool = PLANNING.has(task) ? this.#planners : this.#checkers;
    let started = this.#started.get(pool);
    if (!started) this.#started.set(pool, (started = pool.start()));
    await started;
    return pool.run({ task, args }, { timeout: TIMEOUT });
  }
}

/**
 * The tasks carried out where one is: for tests, in which a thread would take longer to start than its tasks
 * to do.
 */
export function tasksHere(): TextThreads {
  return tasksBy((task, args) =>
    Promise.resolve().then(() => (TEXT_TASKS[task] as (...given: readonly unknown[]) => unknown)(...args)),
  );
}

function tasksBy(run: (task: TextTaskName, args: readonly unknown[]) => Promise<unknown>): TextThreads {
  return Object.fromEntries(
    Object.keys(TEXT_TASKS).map((task) => [
      task,
      (...args: readonly unknown[]) => run(task as TextTaskName, args),
    ]),
  ) as unknown as TextThreads;
}
