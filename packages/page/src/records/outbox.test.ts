import type { ListeningEvent } from '@aurelfield/api/pupilPage';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { RequestError } from '../server.ts';
import { Outbox } from './outbox.ts';

const HAND_OUT = { id: '5a1e2b8c-0000-4000-8000-00000000a11e', version: 2 };
let sent: ListeningEvent[][];
let answer: () => Promise<void>;
let boxes: Outbox[];
const open = (records = true, accessToken = 'pass') => {
  const box = new Outbox(accessToken, records, (_accessToken, events) => {
    sent.push([...events]);
    return answer();
  });
  boxes.push(box);
  box.start();
  return box;
};

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  [sent, boxes] = [[], []];
  answer = () => Promise.resolve();
});
afterEach(() => {
  for (const box of boxes) box.stop();
  vi.useRealTimers();
});

test('gathers events for some seconds and sends each once', async () => {
  const box = open();
  box.note(HAND_OUT, { kind: 'opened', amount: 1 });
  await vi.advanceTimersByTimeAsync(1000);
  box.note(HAND_OUT, { kind: 'heard', sentence: 0, amount: 2.5 });
  expect(sent).toEqual([]);
  await vi.advanceTimersByTimeAsync(60_000);
  expect(sent.map((events) => events.map(({ kind, sentence, amount }) => [kind, sentence, amount]))).toEqual([
    [['opened', null, 1], ['heard', 0, 2.5]],
  ]); // prettier-ignore
  expect(box.waiting).toBe(0);
});

test('keeps what could not be sent, over a reload too, under the same names, and sends it when the network is back', async () => {
  answer = () => Promise.reject(new TypeError('Failed to fetch'));
  const box = open();
  box.note(HAND_OUT, { kind: 'heard', sentence: 4, amount: 3 });
  await vi.advanceTimersByTimeAsync(5000);
  box.stop();
  answer = () => Promise.resolve();
  const after = open();
  expect(after.waiting).toBe(1);
  dispatchEvent(new Event('online'));
  await vi.advanceTimersByTimeAsync(0);
  expect(after.waiting).toBe(0);
  expect(sent).toHaveLength(2);
  expect(sent[1]?.[0]?.id).toBe(sent[0]?.[0]?.id);
});

test('what happens while it sends is sent the next time', async () => {
  let arrive = () => {};
  answer = () => new Promise((resolve) => (arrive = resolve));
  const box = open();
  box.note(HAND_OUT, { kind: 'opened' });
  box.flush();
  box.note(HAND_OUT, { kind: 'finished' });
  box.flush();
  expect(sent).toHaveLength(1);
  arrive();
  await vi.advanceTimersByTimeAsync(20_000);
  expect(sent.map((events) => events.map(({ kind }) => kind))).toEqual([['opened'], ['finished']]);
});

test('what the server will never take is not sent for ever; a page that is shut keeps what it has', async () => {
  const box = open();
  answer = () => Promise.reject(new RequestError(404, 'shut'));
  box.note(HAND_OUT, { kind: 'opened' });
  await vi.advanceTimersByTimeAsync(5000);
  expect(box.waiting).toBe(1);
  answer = () => Promise.reject(new RequestError(400, 'wrong'));
  await vi.advanceTimersByTimeAsync(20_000);
  expect(box.waiting).toBe(0);
});

test('on a machine that several share each link sends its own', () => {
  answer = () => Promise.reject(new TypeError('Failed to fetch'));
  const box = open(true, 'one.1.x');
  box.note(HAND_OUT, { kind: 'finished' });
  box.stop();
  expect(open(true, 'other.1.x').waiting).toBe(0);
  // The same link with the pass of another visit.
  expect(open(true, 'one.2.y').waiting).toBe(1);
});

test('without records nothing is noted but what the pupil says', () => {
  const box = open(false);
  box.note(HAND_OUT, { kind: 'heard', sentence: 1, amount: 2 });
  box.note(HAND_OUT, { kind: 'comment', sentence: 1, text: 'Why?' });
  expect(box.waiting).toBe(1);
});

test.each([['garbage', '{'], ['something else', '[{"id":1}]'], ['nothing', 'null']])('starts empty where %s is kept', (_name, kept) => {
  localStorage.setItem('aurelfield:outbox:pass', kept);
  expect(open().waiting).toBe(0);
}); // prettier-ignore

test('tells whether what was said has been sent, or waits for the network', async () => {
  const box = open();
  expect(await box.send(HAND_OUT, { kind: 'comment', text: 'Why?' })).toBe(true);
  answer = () => Promise.reject(new TypeError('Failed to fetch'));
  expect(await box.send(HAND_OUT, { kind: 'comment', text: 'And this?' })).toBe(false);
  expect(box.waiting).toBe(1);
});

test('names events on an address without https, where the browser makes no names', () => {
  vi.stubGlobal('crypto', { getRandomValues: (bytes: Uint8Array) => bytes.fill(255) });
  const box = open();
  box.note(HAND_OUT, { kind: 'opened' });
  expect(localStorage.getItem('aurelfield:outbox:pass')).toContain('ffffffff-ffff-4fff-bfff-ffffffffffff');
  vi.unstubAllGlobals();
});
