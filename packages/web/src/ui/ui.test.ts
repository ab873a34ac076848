import { afterEach, describe, expect, test, vi } from 'vitest';
import { z } from 'zod';
import { ApiError, ask, AwayError, rememberSession, request } from '../api/client.ts';
import { listName } from '../screens/pronunciations/lists.ts';
import { forget, recall, remember } from '../storage/memory.ts';
import { messageOf } from './Notice.tsx';
import { clock, count, day, languageName } from './format.ts';

test.each([
  [0, '0:00'],
  [59.6, '1:00'],
  [185, '3:05'],
  [3760, '1:02:40'],
  [-3, '0:00'],
])('clock(%d) is %s', (seconds, shown) => {
  expect(clock(seconds)).toBe(shown);
});

test.each([
  [1, '1 word'],
  [0, '0 words'],
  [1024, '1,024 words'],
])('count(%d) is %s', (n, shown) => {
  expect(count(n, 'word')).toBe(shown);
});

test('days, languages and messages are told in words', () => {
  expect(day('2026-11-24T12:00:00.000Z')).toBe('24 Nov 2026');
  expect([languageName('pl'), languageName('x')]).toEqual(['Polish', 'x']);
  expect(languageName('en-029')).toMatch(/Caribbean/u);
  expect([messageOf(new Error('No.')), messageOf('?')]).toEqual(['No.', 'Something went wrong. Try again.']);
});

test.each([
  [{ scope: 'school', scopeValue: '' }, 'The whole school'],
  [{ scope: 'class', scopeValue: 'Year 8' }, 'Year 8'],
  [{ scope: 'pupil', scopeValue: 'gone' }, 'A pupil who has left'],
  [undefined, 'The whole school'],
] as const)('the list %j is called %s', (list, name) => {
  expect(listName(list, [])).toBe(name);
});

describe('memory', () => {
  afterEach(() => {
    vi.restoreAllMocks();
    localStorage.clear();
  });

  test('keeps and forgets', () => {
    remember('k', { a: 1 });
    expect(recall('k')).toEqual({ a: 1 });
    forget('k');
    expect(recall('k')).toBeUndefined();
  });

  test('what is broken or cannot be kept is no error', () => {
    localStorage.setItem('k', '{');
    expect(recall('k')).toBeUndefined();
    vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    expect(() => remember('k', 1)).not.toThrow();
  });
});

describe('asking the server', () => {
  const answer = (body: unknown, status = 200) =>
    vi.fn(() =>
      Promise.resolve(new Response(typeof body === 'string' ? body : JSON.stringify(body), { status })),
    );
  afterEach(() => vi.unstubAllGlobals());

  test('checks the shape of the answer', async () => {
    vi.stubGlobal('fetch', answer({ n: 1 }));
    await expect(ask(z.object({ n: z.number() }), '/x')).resolves.toEqual({ n: 1 });
    await expect(ask(z.object({ n: z.string() }), '/x')).rejects.toThrow();
  });

  test('carries the session’s token and the body', async () => {
    const fetch = answer({});
    vi.stubGlobal('fetch', fetch);
    rememberSession({ teacher: null, needsSetup: false, csrfToken: 't0', demo: false, publicAddress: null });
    await request('/x', { method: 'POST', json: { a: 1 } });
    expect(fetch).toHaveBeenCalledWith('/api/x', {
      method: 'POST',
      headers: { 'x-aurelfield-token': 't0', 'content-type': 'application/json' },
      body: '{"a":1}',
    });
  });

  test('tells the server’s own message', async () => {
    vi.stubGlobal('fetch', answer({ code: 'empty', message: 'There is no text yet.' }, 422));
    await expect(request('/x')).rejects.toMatchObject({
      name: 'ApiError',
      status: 422,
      code: 'empty',
      message: 'There is no text yet.',
    });
  });

  test('an answer that cannot be read is told as such', async () => {
    vi.stubGlobal('fetch', answer('<html>', 502));
    await expect(request('/x')).rejects.toBeInstanceOf(ApiError);
  });

  test('a server that does not answer is away', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed to fetch')));
    await expect(request('/x')).rejects.toBeInstanceOf(AwayError);
  });
});
