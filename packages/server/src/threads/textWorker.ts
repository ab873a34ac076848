import type { WorkerMessage, WorkerRequest } from '@aurelfield/pool';
import { parentPort } from 'node:worker_threads';
import { TEXT_TASKS, type TextTaskName } from './textTasks.ts';

/** One task for the thread. */
export interface TextRequest {
  readonly task: TextTaskName;
  readonly args: readonly unknown[];
}

/** The thread's program: carries out one task after the other. */
const port = parentPort;
if (port === null) throw new Error('This file runs as a worker thread.');
const send = (message: WorkerMessage<unknown>) => port.postMessage(message);

port.on('message', ({ request }: WorkerRequest<TextRequest>) => {
  const run = TEXT_TASKS[request.task] as (...args: readonly unknown[]) => unknown;
  try {
    send({ type: 'done', response: run(...request.args) });
  } catch (error) {
    send({
      type: 'failed',
      message: error instanceof Error ? (error.stack ?? error.message) : String(error),
    });
  }
});
send({ type: 'ready' });
