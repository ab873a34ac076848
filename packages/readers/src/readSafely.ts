import type { Box, ImportedDocument } from '@aurelfield/core';
import { fork } from 'node:child_process';
import { createRequire } from 'node:module';
import { fileURLToPath, pathToFileURL } from 'node:url';
import type { LookedAt, PageChoice, ReadPage } from './photo/readPhoto.ts';
import { ReaderError } from './readerError.ts';

/** What is to be read: a file by its name, a web page as it was fetched, a photo to be looked at or read, a part of a flat page, a PDF whose pages are pictures. */
export type ReadJob =
  | { readonly kind: 'file' | 'page' | 'look' | 'scan'; readonly name: string; readonly bytes: Uint8Array }
  | { readonly kind: 'photo'; readonly name: string; readonly bytes: Uint8Array; readonly choice: PageChoice }
  | {
      readonly kind: 'region';
      readonly name: string;
      readonly bytes: Uint8Array;
      readonly box: Box;
      readonly languages: readonly string[];
    };

/** What comes of each kind of job. */
export interface ReadResults {
  readonly file: ImportedDocument;
  readonly page: ImportedDocument;
  readonly look: LookedAt;
  readonly photo: ReadPage;
  readonly region: string;
  readonly scan: readonly Uint8Array[];
}

export type ReadAnswer =
  | { readonly type: 'done'; readonly result: ReadResults[keyof ReadResults] }
  | { readonly type: 'refused'; readonly problem: string; readonly message: string }
  | { readonly type: 'failed'; readonly message: string };

export interface SafeOptions {
  /** The process's script; beside this module by default. A bundle says where it put it. */
  readonly script?: URL | undefined;
  readonly signal?: AbortSignal | undefined;
  /** Milliseconds; 60,000 by default. */
  readonly timeout?: number;
  /** Megabytes of its heap; 768 by default. */
  readonly memory?: number;
}

/**
 * Reads a document in a process of its own that is ended when it takes too long or too much memory, so that no file can hold up or bring down its caller.
 * @throws ReaderError that says what is wrong; the signal's reason when cancelled.
 */
export function readSafely<K extends ReadJob['kind']>(
  job: ReadJob & { readonly kind: K },
  options: SafeOptions = {},
): Promise<ReadResults[K]> {
  const script = options.script ?? new URL('./child.ts', import.meta.url);
  const loader = script.pathname.endsWith('.ts')
    ? ['--import', pathToFileURL(createRequire(import.meta.url).resolve('tsx')).href]
    : [];
  return new Promise((resolve, reject) => {
    options.signal?.throwIfAborted();
    const child = fork(fileURLToPath(script), [], {
      execArgv: [...loader, `--max-old-space-size=${options.memory ?? 768}`],
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      // The first of a group of its own, with which the recogniser that it starts is ended too.
      detached: true,
    });
    let settled = false;
    const finish = (act: () => void) => {
      if (settled) return;
      settled = true;
      clearTimeout(timer);
      options.signal?.removeEventListener('abort', onAbort);
      endGroup(child.pid);
      act();
    };
    const onAbort = () => finish(() => reject(options.signal?.reason as Error));
    const timer = setTimeout(
      () =>
        finish(() =>
          reject(
            new ReaderError(
              'too-slow',
              `“${job.name}” takes too long to read. Split it, or copy its text and paste it.`,
            ),
          ),
        ),
      options.timeout ?? 60_000,
    );
    options.signal?.addEventListener('abort', onAbort, { once: true });
    child.on('message', (answer: ReadAnswer | { readonly type: 'ready' }) => {
      if (answer.type === 'ready') child.send(job);
      else if (answer.type === 'done') finish(() => resolve(answer.result as ReadResults[K]));
      else if (answer.type === 'refused')
        finish(() => reject(new ReaderError(answer.problem, answer.message)));
      else
        finish(() =>
          reject(
            new ReaderError(
              'broken',
              `“${job.name}” cannot be read: it is damaged, or not what its name says. Open it in the program it was made with and save it again.`,
            ),
          ),
        );
    });
    child.on('error', (error) => finish(() => reject(error)));
    child.on('exit', () =>
      finish(() =>
        reject(
          new ReaderError(
            'too-large',
            `“${job.name}” takes more memory to read than a handout should. Split it, or copy its text and paste it.`,
          ),
        ),
      ),
    );
  });
}

/** Ends a process and all that it started. One that has ended already is fine. */
function endGroup(pid: number | undefined): void {
  if (pid === undefined) return;
  try {
    process.kill(-pid, 'SIGKILL');
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error;
  }
}
