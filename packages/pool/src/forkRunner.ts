import { fork } from 'node:child_process';
import { createRequire } from 'node:module';
import { fileURLToPath, pathToFileURL } from 'node:url';
import type { SpawnRunner } from './runner.ts';
import type { WorkerMessage, WorkerRequest } from './threadRunner.ts';

/**
 * Runners that are Node processes of their own, for native code that may bring its process down.
 * @param script TypeScript when run from source, JavaScript in a bundle.
 * @param args what the script is reported at its start.
 */
export function forkRunner<Request, Response>(
  script: URL,
  args: readonly string[],
): SpawnRunner<Request, Response> {
  return ({ ready, answer, ended }) => {
    const loader = script.pathname.endsWith('.ts')
      ? ['--import', pathToFileURL(createRequire(import.meta.url).resolve('tsx')).href]
      : [];
    const child = fork(fileURLToPath(script), [...args], {
      execArgv: loader,
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    });
    child.on('message', (message: WorkerMessage<Response>) =>
      message.type === 'ready' ? ready() : answer(message),
    );
    child.on('error', (error) => ended(error.message));
    child.on('exit', (status, signal) => ended(`The speech program ended (${signal ?? String(status)}).`));
    return {
      post: (request) => {
        if (child.connected) child.send({ request } satisfies WorkerRequest<Request>);
      },
      cancel: () => undefined,
      end: async () => {
        child.kill('SIGKILL');
        await Promise.resolve();
      },
    };
  };
}
