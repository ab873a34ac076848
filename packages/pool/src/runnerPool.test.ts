import { SHARE_ENV } from 'node:worker_threads';
import { afterEach, describe, expect, test } from 'vitest';
import { PoolFailure } from './poolFailure.ts';
import type { TestRequest } from './testWorker.ts';
import { RunnerPool } from './runnerPool.ts';
import { threadRunner } from './threadRunner.ts';

const TIME = { timeout: 10_000 };
let pool: RunnerPool<TestRequest, string>;

async function started(size = 1): Promise<RunnerPool<TestRequest, string>> {
  pool = new RunnerPool(threadRunner(new URL('./testWorker.ts', import.meta.url), SHARE_ENV), { size });
  await pool.start();
  return pool;
}

afterEach(() => pool.stop());

describe('RunnerPool', () => {
  test('answers requests in order on one worker', async () => {
    await started();
    const answers: string[] = [];
    await Promise.all(
      ['a', 'b', 'c'].map((say) => pool.run({ say }, TIME).then((answer) => answers.push(answer))),
    );
    expect(answers).toEqual(['a', 'b', 'c']);
  });

  test('urgent requests go before those that wait, in their own order', async () => {
    await started();
    const answers: string[] = [];
    const note = (answer: string) => answers.push(answer);
    await Promise.all([
      pool.run({ say: 'first', wait: 100 }, TIME).then(note),
      pool.run({ say: 'slow' }, TIME).then(note),
      pool.run({ say: 'urgent 1' }, { ...TIME, urgent: true }).then(note),
      pool.run({ say: 'urgent 2' }, { ...TIME, urgent: true }).then(note),
    ]);
    expect(answers).toEqual(['first', 'urgent 1', 'urgent 2', 'slow']);
  });

  test('a failure is told and the worker goes on', async () => {
    await started();
    await expect(pool.run({ say: 'x', fail: true }, TIME)).rejects.toThrow('cannot say x');
    await expect(pool.run({ say: 'y' }, TIME)).resolves.toBe('y');
  });

  test('a request whose worker crashes is tried once more on a new one', async () => {
    await started();
    await expect(pool.run({ say: `once ${Math.random()}`, crash: 'once' }, TIME)).resolves.toMatch(/^once/u);
  });

  test('a request that crashes every worker fails, and others are still served', async () => {
    await started();
    const error: unknown = await pool
      .run({ say: 'bad', crash: 'always' }, TIME)
      .catch((failure: unknown) => failure);
    expect(error).toBeInstanceOf(PoolFailure);
    expect((error as PoolFailure).kind).toBe('crash');
    await expect(pool.run({ say: 'good' }, TIME)).resolves.toBe('good');
  });

  test('a request that takes too long fails and its worker is replaced', async () => {
    await started();
    await expect(pool.run({ say: 'x', wait: 30_000 }, { timeout: 100 })).rejects.toMatchObject({
      kind: 'timeout',
    });
    await expect(pool.run({ say: 'y' }, TIME)).resolves.toBe('y');
  });

  test('a waiting request can be cancelled, and so can a running one', async () => {
    await started();
    const running = new AbortController();
    const waiting = new AbortController();
    const first = pool.run({ say: 'x', wait: 30_000 }, { ...TIME, signal: running.signal });
    const second = pool.run({ say: 'y' }, { ...TIME, signal: waiting.signal });
    waiting.abort(new Error('not any more'));
    await expect(second).rejects.toThrow('not any more');
    running.abort(new Error('enough'));
    await expect(first).rejects.toThrow('enough');
    await expect(pool.run({ say: 'z' }, TIME)).resolves.toBe('z');
  });

  test('after a stop everything is refused', async () => {
    await started();
    const running = expect(pool.run({ say: 'x', wait: 30_000 }, TIME)).rejects.toMatchObject({
      kind: 'stopped',
    });
    await pool.stop();
    await running;
    await expect(pool.run({ say: 'y' }, TIME)).rejects.toMatchObject({ kind: 'stopped' });
  });
});

test('says nothing about speech of its own accord, and what its owner says where it is told to', async () => {
  await started();
  const slow = () => pool.run({ say: 'x', wait: 30_000 }, { timeout: 50 });
  await expect(slow()).rejects.toThrow('No answer within 0 seconds.');
  await expect(slow()).rejects.toBeInstanceOf(PoolFailure);
});

test('a script that cannot start is told', async () => {
  pool = new RunnerPool(threadRunner(new URL('./nowhere.ts', import.meta.url)), { size: 1 });
  await expect(pool.start()).rejects.toThrow();
});
