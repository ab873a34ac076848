import { describe, expect, test } from 'vitest';
import { inOrder } from './inOrder.ts';

const collect = async <T>(items: AsyncIterable<T>) => {
  const all: T[] = [];
  for await (const item of items) all.push(item);
  return all;
};
const after = <T>(milliseconds: number, value: T) =>
  new Promise<T>((resolve) => setTimeout(() => resolve(value), milliseconds));

describe('inOrder', () => {
  test('gives results in the order of the items, whichever is done first', async () => {
    const found = await collect(inOrder([30, 5, 20, 1], 3, (wait) => after(wait, wait * 2)));
    expect(found.map(({ result }) => result)).toEqual([60, 10, 40, 2]);
  });

  test('works on no more at once than it is told, and takes no more items', async () => {
    let taken = 0;
    let running = 0;
    let most = 0;
    function* items() {
      for (let i = 0; i < 10; i++) {
        taken += 1;
        yield i;
      }
    }
    for await (const { item } of inOrder(items(), 2, async () => {
      most = Math.max(most, (running += 1));
      await after(2, undefined);
      running -= 1;
    })) {
      expect(taken).toBeLessThanOrEqual(item + 3);
    }
    expect(most).toBe(2);
  });

  test('a failure comes in its turn', async () => {
    const seen: number[] = [];
    const run = async () => {
      for await (const { item } of inOrder([1, 2, 3], 3, (n) =>
        n === 2 ? Promise.reject(new Error('two')) : after(5, n),
      ))
        seen.push(item);
    };
    await expect(run()).rejects.toThrow('two');
    expect(seen).toEqual([1]);
  });
});
