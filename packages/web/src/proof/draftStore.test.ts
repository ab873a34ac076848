import 'fake-indexeddb/auto';
import { afterEach, expect, test, vi } from 'vitest';
import { rememberFor } from '../storage/memory.ts';
import { browserDrafts, WINDOW_GONE, type Draft } from './draftStore.ts';
import { beginSteps } from './steps.ts';

afterEach(() => {
  vi.restoreAllMocks();
  rememberFor(undefined);
});

const draft = (words: string, more: Partial<Draft> = {}): Draft => ({
  steps: beginSteps([{ type: 'paragraph', text: words }]),
  base: 'h0',
  isKept: false,
  touchedAt: Date.now(),
  ...more,
});
const later = (milliseconds: number) => {
  const now = Date.now();
  vi.spyOn(Date, 'now').mockReturnValue(now + milliseconds);
};

test('each window finds its own, also after it was loaded anew', async () => {
  rememberFor('mara');
  await browserDrafts('h', 'one').put(draft('First.'));
  await browserDrafts('h', 'two').put(draft('Second.'));
  expect(await browserDrafts('h', 'one').find()).toMatchObject({ steps: draft('First.').steps });
  expect(await browserDrafts('h', 'two').find()).toMatchObject({ steps: draft('Second.').steps });
  expect(await browserDrafts('other', 'one').find()).toBeUndefined();
});

test('a window that is open keeps its own; what a closed one left is taken up, once', async () => {
  rememberFor('mara-2');
  await browserDrafts('h', 'open').put(draft('Being typed.'));
  expect(await browserDrafts('h', 'new').find()).toBeUndefined();
  later(WINDOW_GONE + 1);
  expect(await browserDrafts('h', 'new').find()).toMatchObject({ steps: draft('Being typed.').steps });
  expect(await browserDrafts('h', 'another').find()).toBeUndefined();
});

test('of what closed windows left, what the server has not comes before what it has', async () => {
  rememberFor('mara-3');
  await browserDrafts('h', 'kept').put(draft('Kept.', { isKept: true }));
  await browserDrafts('h', 'unsent').put(draft('Unsent.', { touchedAt: Date.now() - 100 }));
  later(WINDOW_GONE + 1);
  expect(await browserDrafts('h', 'new').find()).toMatchObject({ steps: draft('Unsent.').steps });
});

test('what one teacher left in this browser is nothing for the next', async () => {
  rememberFor('mara-4');
  await browserDrafts('h', 'one').put(draft('Mara’s.'));
  rememberFor('osk');
  later(WINDOW_GONE + 1);
  expect(await browserDrafts('h', 'one').find()).toBeUndefined();
  rememberFor('mara-4');
  await browserDrafts('h', 'one').forget();
  expect(await browserDrafts('h', 'one').find()).toBeUndefined();
});
