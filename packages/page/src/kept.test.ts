import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { canKeep, countKept, dropPackage, isKept, keepOnly, keptFile } from './kept.ts';
import { RequestError } from './server.ts';

/** Caches that live in memory, as far as they are used here. */
class FakeCaches {
  readonly all = new Map<string, Map<string, Response>>();
  keys = () => Promise.resolve([...this.all.keys()]);
  delete = (name: string) => Promise.resolve(this.all.delete(name));
  open = (name: string) => {
    const own = this.all.get(name) ?? new Map<string, Response>();
    this.all.set(name, own);
    return Promise.resolve({
      match: (key: string) => Promise.resolve(own.get(key)?.clone()),
      put: (key: string, response: Response) => Promise.resolve(void own.set(key, response)),
      keys: () => Promise.resolve([...own.keys()].map((url) => ({ url }))),
    });
  };
}

const item = { package: 'p1' };
const [ONE, AGAIN, OTHER] = ['link-one.1.seal', 'link-one.2.seal', 'link-two.1.seal'];
const address = (accessToken: string, file = 'sound-0.opus') => `/api/open/${accessToken}/files/p1/${file}`;
let asked: string[];
let answer: () => Response;

beforeEach(async () => {
  asked = [];
  answer = () => new Response('sound');
  // The response is Node's own, and knows no other class of these.
  vi.stubGlobal('Blob', (await new Response('').blob()).constructor);
  vi.stubGlobal('caches', new FakeCaches());
  vi.stubGlobal('fetch', (url: string) => {
    asked.push(url);
    return Promise.resolve(answer());
  });
});
afterEach(() => vi.unstubAllGlobals());

test('a file is fetched once and kept, also for a visit with another pass', async () => {
  expect(await (await keptFile(ONE, item, address(ONE))).text()).toBe('sound');
  expect(await (await keptFile(AGAIN, item, address(AGAIN))).text()).toBe('sound');
  expect(asked).toEqual([address(ONE)]);
});

test('sound alone is counted, and removed', async () => {
  await keptFile(ONE, item, address(ONE));
  await keptFile(ONE, item, address(ONE, 'page.json'));
  expect(await countKept(ONE, 'p1')).toBe(1);
  await dropPackage(ONE, 'p1');
  expect(await countKept(ONE, 'p1')).toBe(0);
});

test('what was renewed or withdrawn goes, but never what another link has kept on the same machine', async () => {
  await keptFile(ONE, item, address(ONE));
  await keptFile(OTHER, item, address(OTHER));
  await keepOnly(OTHER, ['p2']);
  expect([await countKept(ONE, 'p1'), await countKept(OTHER, 'p1')]).toEqual([1, 0]);
});

test('what is refused or fails is not kept', async () => {
  answer = () => new Response('', { status: 404 });
  await expect(keptFile(ONE, item, address(ONE))).rejects.toBeInstanceOf(RequestError);
  answer = () => new Response('', { status: 503 });
  await expect(keptFile(ONE, item, address(ONE))).rejects.toThrow('503');
  answer = () => new Response('sound');
  expect(await (await keptFile(ONE, item, address(ONE))).text()).toBe('sound');
});

test('a browser that keeps nothing fetches every time', async () => {
  vi.stubGlobal('caches', undefined);
  await keptFile(ONE, item, address(ONE));
  await keptFile(ONE, item, address(ONE));
  expect(asked).toHaveLength(2);
  expect([canKeep(), await isKept(ONE, 'p1', address(ONE))]).toEqual([false, false]);
  await keepOnly(ONE, []);
  expect(await countKept(ONE, 'p1')).toBe(0);
});
