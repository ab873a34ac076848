import { fork, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { canTie } from './program.ts';
import type { ReadAnswer, ReadJob, ReadStep } from './readJob.ts';

export interface ReaderProcessOptions {
  /** Its script: TypeScript from source, JavaScript in a bundle. */
  readonly script: URL;
  /** Megabytes of its heap. */
  readonly heap: number;
  /** Megabytes of memory of its own and of all programs that it started, together. */
  readonly memory: number;
}

/** Whether the system can limit a process's memory (util-linux, on every Debian). */
const canLimit = spawnSync('prlimit', ['--version'], { stdio: 'ignore' }).status === 0;

/**
 * Megabytes that a library may set aside and never use: the drawing library of the PDF reader takes 1,024 at
 * once. The system counts them as data.
 */
const RESERVED = 1200;
/** Milliseconds between two looks at the memory of a process that reads. */
const CHECK_MILLISECONDS = 200;

/**
 * A process that reads one document or photo after another. It is the first of a group of its own, ends with
 * whoever started it, and keeps its temporary files in a folder that goes when it has ended.
 */
export class ReaderProcess {
  readonly #child: ChildProcess;
  readonly #folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-reader-'));
  #onStep: (() => void) | undefined;
  #answered: ((answer: ReadAnswer | Error | undefined) => void) | undefined;
  #waiting: ReadJob | undefined;
  #isReady = false;
  #hasEnded = false;
  #checking: NodeJS.Timeout | undefined;
  readonly #memory: number;

  constructor({ script, heap, memory }: ReaderProcessOptions) {
    this.#memory = memory;
    const isSource = script.pathname.endsWith('.ts');
    const loader = isSource
      ? ['--import', pathToFileURL(createRequire(import.meta.url).resolve('tsx')).href]
      : [];
    const node = [...loader, `--max-old-space-size=${heap}`];
    const before = [
      ...(canTie ? ['setpriv', '--pdeathsig', 'KILL'] : []),
      ...(canLimit ? ['prlimit', `--data=${(memory + RESERVED) * 1024 * 1024}`] : []),
      process.execPath,
    ];
    this.#child = fork(fileURLToPath(script), [], {
      execPath: before[0] ?? process.execPath,
      execArgv: [...before.slice(1), ...node],
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      env: { ...process.env, AUREL_SCRATCH: this.#folder },
      detached: true,
    });
    this.#child.on('message', (message: ReadAnswer | ReadStep | { readonly type: 'ready' }) => {
      if (message.type === 'ready') this.#ready();
      else if (message.type === 'step') this.#onStep?.();
      else this.#answer(message);
    });
    this.#child.on('error', (error) => this.#ended(error));
    this.#child.on('exit', () => this.#ended());
  }

  /** Whether it can take a job. */
  get isAlive(): boolean {
    return !this.#hasEnded;
  }

  /**
   * Reads one thing; nothing else until it has answered.
   * @param onStep called before each part of a long document
   * @returns `undefined` when the process ended before it had an answer.
   * @throws when it could not be started.
   */
  read(job: ReadJob, onStep?: () => void): Promise<ReadAnswer | undefined> {
    if (this.#hasEnded) return Promise.resolve(undefined);
    return new Promise((resolve, reject) => {
      this.#answered = (answer) => (answer instanceof Error ? reject(answer) : resolve(answer));
      this.#onStep = onStep;
      this.#waiting = job;
      this.#checking = setInterval(() => this.#check(), CHECK_MILLISECONDS).unref();
      this.#post();
    });
  }

  /** Ends it at once, and all that it started. */
  end(): void {
    const { pid } = this.#child;
    if (pid === undefined || this.#hasEnded) return;
    try {
      process.kill(-pid, 'SIGKILL');
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error;
    }
  }

  /** The system limits each process; together they are looked at. */
  #check(): void {
    if (this.#child.pid !== undefined && memoryOf(this.#child.pid) > this.#memory) this.end();
  }

  #ready(): void {
    this.#isReady = true;
    this.#post();
  }

  #post(): void {
    if (!this.#isReady || this.#waiting === undefined) return;
    const job = this.#waiting;
    this.#waiting = undefined;
    // A process that has just ended cannot be sent to: its end is reported by its own event.
    this.#child.send(job, () => undefined);
  }

  #answer(answer: ReadAnswer | Error | undefined): void {
    clearInterval(this.#checking);
    const answered = this.#answered;
    this.#answered = undefined;
    answered?.(answer);
  }

  #ended(error?: Error): void {
    // What it started may have outlived it.
    this.end();
    this.#hasEnded = true;
    rmSync(this.#folder, { recursive: true, force: true });
    this.#answer(error);
  }
}

/** Megabytes of memory that a process and all that it started hold; 0 where it cannot be found out. */
function memoryOf(pid: number): number {
  try {
    const status = readFileSync(`/proc/${pid}/status`, 'utf8');
    const own = Number(/^VmRSS:\s+(\d+)/mu.exec(status)?.[1] ?? 0) / 1024;
    const started = readdirSync(`/proc/${pid}/task`).flatMap((task) =>
      readFileSync(`/proc/${pid}/task/${task}/children`, 'utf8').split(' ').filter(Boolean).map(Number),
    );
    return started.reduce((sum, child) => sum + memoryOf(child), own);
  } catch {
    return 0;
  }
}
