export { forkRunner } from './forkRunner.ts';
export { PoolFailure } from './poolFailure.ts';
export type { SpawnRunner } from './runner.ts';
export { RunnerPool } from './runnerPool.ts';
export { threadRunner, type WorkerMessage, type WorkerRequest, type WorkerSetup } from './threadRunner.ts';
