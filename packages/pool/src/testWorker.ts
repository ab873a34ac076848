import { parentPort, workerData } from 'node:worker_threads';
import type { WorkerRequest, WorkerSetup } from './threadRunner.ts';

/** A worker for the pool's tests: answers, waits, fails or crashes as it is reported. */
export type TestRequest = {
  readonly say: string;
  readonly wait?: number;
  readonly fail?: boolean;
  readonly crash?: 'always' | 'once';
};

const crashedBefore = new Set<string>((process.env.AUREL_TEST_CRASHED ?? '').split(','));
const { cancelFlag } = workerData as WorkerSetup;

parentPort?.on('message', ({ request }: WorkerRequest<TestRequest>) => {
  if (request.crash === 'always' || (request.crash === 'once' && !crashedBefore.has(request.say))) {
    process.env.AUREL_TEST_CRASHED = [...crashedBefore, request.say].join(',');
    process.exit(3);
  }
  const until = Date.now() + (request.wait ?? 0);
  while (Date.now() < until && Atomics.load(cancelFlag, 0) === 0);
  parentPort?.postMessage(
    request.fail
      ? { type: 'failed', message: `cannot say ${request.say}` }
      : { type: 'done', response: request.say },
  );
});
parentPort?.postMessage({ type: 'ready' });
