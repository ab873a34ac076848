import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Download } from './download.ts';
import { RequestError } from './server.ts';

let asked: (string | null)[];
let answers: (() => Response)[];
/** A line that brings pieces some milliseconds apart; the last can be a fault. */
const line = (pieces: readonly (string | Error)[], apart: number, init?: ResponseInit) => () =>
  new Response(
    new ReadableStream({
      async start(controller) {
        for (const piece of pieces) {
          await new Promise((resolve) => setTimeout(resolve, apart));
          if (piece instanceof Error) {
            controller.error(piece);
            return;
          }
          controller.enqueue(new TextEncoder().encode(piece));
        }
        controller.close();
      },
    }),
    init,
  );

beforeEach(() => {
  vi.useFakeTimers();
  [asked, answers] = [[], []];
  vi.stubGlobal('fetch', (_address: string, { headers, signal }: RequestInit) => {
    asked.push(new Headers(headers).get('range'));
    const answer = answers.shift()?.();
    return answer
      ? Promise.resolve(answer)
      : new Promise((_resolve, reject) =>
          signal?.addEventListener('abort', () => reject(new Error('aborted'))),
        );
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test('an attempt lasts as long as bytes arrive, however slowly', async () => {
  answers = [
    line(
      Array.from({ length: 30 }, () => 'ab'),
      15_000,
    ),
  ];
  const content = new Download('/x').attempt();
  await vi.advanceTimersByTimeAsync(30 * 15_000);
  expect(await (await content).text()).toBe('ab'.repeat(30));
});

test('silence ends it, and so does a line that brings nothing at all', async () => {
  const silent = expect(new Download('/x', { silence: 1000 }).attempt()).rejects.toThrow();
  await vi.advanceTimersByTimeAsync(1001);
  await silent;
});

test('the next attempt asks for the rest alone', async () => {
  answers = [line(['abc', new Error('broke off')], 1), line(['def'], 1, { status: 206 })];
  const download = new Download('/x');
  const first = expect(download.attempt()).rejects.toThrow('broke off');
  await vi.advanceTimersByTimeAsync(10);
  await first;
  expect(download.received).toBe(3);
  const content = download.attempt();
  await vi.advanceTimersByTimeAsync(10);
  expect(await (await content).text()).toBe('abcdef');
  expect(asked).toEqual([null, 'bytes=3-']);
});

test('a server that sends all of it again is believed', async () => {
  answers = [line(['abc', new Error('broke off')], 1), line(['abcdef'], 1)];
  const download = new Download('/x');
  const first = expect(download.attempt()).rejects.toThrow();
  await vi.advanceTimersByTimeAsync(10);
  await first;
  const content = download.attempt();
  await vi.advanceTimersByTimeAsync(10);
  expect(await (await content).text()).toBe('abcdef');
});

test.each([401, 404, 410])('%d says that it is not given out any more', async (status) => {
  answers = [() => new Response('', { status })];
  await expect(new Download('/x').attempt()).rejects.toBeInstanceOf(RequestError);
});

test('a server that is not well can be asked again', async () => {
  answers = [() => new Response('', { status: 503 })];
  await expect(new Download('/x').attempt()).rejects.not.toBeInstanceOf(RequestError);
});
