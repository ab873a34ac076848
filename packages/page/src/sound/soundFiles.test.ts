import type { ReadingSnapshot, OpenedItem } from '@aurelfield/api/pupilPage';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { RequestError } from '../server.ts';
import { SoundFiles, soundForm } from './soundFiles.ts';

const item = { id: 'h', package: 'p1', version: 1 } as OpenedItem;
const reading = { segments: [{ from: 0, to: 1 }, { from: 1, to: 5 }, { from: 5, to: 9 }] } as unknown as ReadingSnapshot; // prettier-ignore
let asked: string[];
let answers: (() => Promise<Response>)[];
let waiting: boolean[];
const found = () => Promise.resolve(new Response('sound'));
const away = () => Promise.reject(new TypeError('Failed to fetch'));
const open = () => {
  const files = new SoundFiles({ item, reading, accessToken: 'pass', form: 'opus' });
  files.subscribe(() => waiting.push(files.isWaiting));
  return files;
};

beforeEach(async () => {
  [asked, answers, waiting] = [[], [], []];
  vi.useFakeTimers();
  // The response is Node's own, and knows no other class of these.
  vi.stubGlobal('Blob', (await new Response('').blob()).constructor);
  vi.stubGlobal('fetch', (address: string) => {
    asked.push(address);
    return (answers.shift() ?? found)();
  });
  let count = 0;
  vi.stubGlobal(
    'URL',
    Object.assign(URL, { createObjectURL: () => `blob:${count++}`, revokeObjectURL: () => undefined }),
  );
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('sound files', () => {
  test.each([
    [0, 0],
    [1, 1],
    [4, 1],
    [5, 2],
    [8, 2],
    [99, 2],
  ])('sentence %d is in stretch %d', (sentence, segment) => expect(open().segmentOf(sentence)).toBe(segment));

  test('each is fetched once', async () => {
    const files = open();
    const [first, again] = await Promise.all([files.addressOf(1), files.addressOf(1)]);
    expect(first).toBe(again);
    expect(asked).toEqual(['/api/open/pass/files/p1/sound-1.opus']);
  });

  test('on a line that breaks it tries until it has it, and tells that it waits', async () => {
    answers = [away, () => Promise.resolve(new Response('', { status: 503 })), away];
    const address = open().addressOf(0);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(await address).toMatch(/^blob:/u);
    expect(asked).toHaveLength(4);
    expect(waiting).toEqual([true, false, true, false, true, false]);
  });

  test('it goes on at once when the network is back', async () => {
    answers = [away, away, away, away];
    const address = open().addressOf(0);
    await vi.advanceTimersByTimeAsync(4000);
    expect(asked).toHaveLength(4);
    await vi.advanceTimersByTimeAsync(100);
    dispatchEvent(new Event('online'));
    await vi.advanceTimersByTimeAsync(0);
    expect(await address).toMatch(/^blob:/u);
    expect(asked).toHaveLength(5);
  });

  test('what was withdrawn fails at once, and may be asked for again', async () => {
    const files = open();
    answers = [() => Promise.resolve(new Response('', { status: 404 }))];
    await expect(files.addressOf(2)).rejects.toBeInstanceOf(RequestError);
    expect(await files.addressOf(2)).toMatch(/^blob:/u);
  });

  test('all of them are fetched from where it is, then from the beginning', async () => {
    const reports: string[] = [];
    await open().fetchAhead(1, { progress: (done, total) => reports.push(`${done}/${total}`) });
    expect(asked.map((address) => address.at(-6))).toEqual(['1', '2', '0']);
    expect(reports).toEqual(['1/3', '2/3', '3/3']);
  });
});

test.each([
  ['probably', 'opus'],
  ['maybe', 'opus'],
  ['', 'm4a'],
])('a browser that says “%s” of Opus gets %s', (says, form) => {
  expect(soundForm(() => says as CanPlayTypeResult)).toBe(form);
});
