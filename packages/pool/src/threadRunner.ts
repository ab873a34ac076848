import { createRequire } from 'node:module';
import { pathToFileURL } from 'node:url';
import { Worker, type WorkerOptions } from 'node:worker_threads';
import type { RunnerAnswer, SpawnRunner } from './runner.ts';

/** What a worker thread sends: first "ready", then one answer a request. */
export type WorkerMessage<Response> = { readonly type: 'ready' } | RunnerAnswer<Response>;

/** What a worker thread gets. */
export type WorkerRequest<Request> = { readonly request: Request };

/** Shared with each worker thread: set to 1 to ask it to leave its current request. */
export interface WorkerSetup {
  readonly cancelFlag: Int32Array;
}

/**
 * Runners that are worker threads.
 * @param script the thread's script; TypeScript when run from source, JavaScript in a bundle.
 * @param env its environment; a copy of ours by default.
 */
export function threadRunner<Request, Response>(
  script: URL,
  env?: NonNullable<WorkerOptions['env']>,
): SpawnRunner<Request, Response> {
  return ({ ready, answer, ended }) => {
    const cancelFlag = new Int32Array(new SharedArrayBuffer(4));
    const worker = startThread(script, {
      workerData: { cancelFlag } satisfies WorkerSetup,
      ...(env ? { env } : {}),
    });
    worker.on('message', (message: WorkerMessage<Response>) =>
      message.type === 'ready' ? ready() : answer(message),
    );
    worker.on('error', (error) => ended(error.message));
    worker.on('exit', () => ended('The worker ended.'));
    return {
      post: (request) => {
        Atomics.store(cancelFlag, 0, 0);
        worker.postMessage({ request } satisfies WorkerRequest<Request>);
      },
      cancel: () => void Atomics.store(cancelFlag, 0, 1),
      end: () => worker.terminate(),
    };
  };
}

/**
 * From source (tests, development, the terminal) the thread first needs a TypeScript loader; in a bundle it
 * is plain JavaScript.
 */
function startThread(script: URL, options: WorkerOptions): Worker {
  if (!script.pathname.endsWith('.ts')) return new Worker(script, options);
  const loader = new URL(
    './dist/esm/api/index.mjs',
    pathToFileURL(createRequire(import.meta.url).resolve('tsx/package.json')),
  ).href;
  const bootstrap = `import(${JSON.stringify(loader)}).then(({ register }) => { register(); return import(${JSON.stringify(script.href)}); })`;
  return new Worker(bootstrap, { ...options, eval: true });
}
