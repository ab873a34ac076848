import { request as plainRequest } from 'node:http';
import { monitorEventLoopDelay, performance } from 'node:perf_hooks';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { apiRoutes } from '../app.ts';
import type { Handout, Pupil, Reading } from '@aurelfield/api';
import { routesOf, type KnownRoute } from './routesOf.ts';
import { startTestServer, TestClient, type TestServer } from './testServer.ts';

let server: TestServer;
let client: TestClient;
let routes: KnownRoute[];
beforeAll(async () => {
  // Checks run in threads here, as they do for teachers.
  server = await startTestServer({ threads: true });
  client = await TestClient.demo(server);
  routes = routesOf(apiRoutes(server.running.context));
});
afterAll(() => server.stop());

/** Values that are wrong almost everywhere. */
const VALUES: readonly unknown[] = [
  '\0', 'a\0b', '\ud800', '\udfff\ud800', 'x'.repeat(100_000), '💥'.repeat(50), '', ' ', '../../etc/passwd', "'; drop table texts; --", '%00', '__proto__',
  -1, 0, 1e308, -1e308, 2 ** 53, 2 ** 31, 1.5, true, null, [], [[[]]], {}, { length: -1 }, [null], { $gt: '' },
]; // prettier-ignore

/** Bodies in the shape of what routes take, each field with a wrong value. */
const FIELDS = 'title language subject className text format content cleanUps uploadId photos base reason window block start written kind said name note profile handoutId pupilId handoutIds pupilIds costAgreed from to word scope scopeValue caseSensitive address corners languages uploadIds box checked email password school archived tags'.split(' '); // prettier-ignore
const bodyOf = (value: unknown): string =>
  JSON.stringify(Object.fromEntries(FIELDS.map((field) => [field, value])));
const contentOf = (value: unknown): string =>
  JSON.stringify({ content: [{ id: value, type: 'paragraph', text: value, columnHeaders: [value] }], language: 'en-GB', base: value, window: 'w', text: value, title: 'T' }); // prettier-ignore

interface Attack {
  readonly method: string;
  readonly address: string;
  readonly body?: string | Buffer;
  readonly type?: string;
}

/** Every route with wrong parts of its address, and with wrong bodies of every kind. */
function attacksOn({ method, path }: KnownRoute, id: string): Attack[] {
  const parts = ['%00', '%ED%A0%80', '%E0%A4%A', 'x'.repeat(3000), '-1', '1e99', '00000000-0000-4000-8000-000000000000', "'%22--", '%2e%2e%2f', id]; // prettier-ignore
  const attacks: Attack[] = parts.map((part) => ({
    method,
    address: `${path.replaceAll(/:\w+/gu, part)}?from=${part}&to=1e999&search=${part}&word=%00&pupilId=${part}&scope=${part}&language=${part}`,
  }));
  if (method === 'GET') return attacks;
  const address = path.replaceAll(/:\w+/gu, id);
  const json = 'application/json';
  for (const value of VALUES) attacks.push({ method, address, body: bodyOf(value), type: json });
  for (const value of VALUES.slice(0, 6))
    attacks.push({ method, address, body: contentOf(value), type: json });
  attacks.push(
    { method, address, body: '{"a":', type: json },
    { method, address, body: '"\\ud800"', type: json },
    { method, address, body: Buffer.from([0x7b, 0x22, 0xff, 0xfe, 0x22, 0x3a, 0x31, 0x7d]), type: json },
    { method, address, body: '[[[[[', type: json },
    { method, address, body: '{}', type: 'application/json; charset=utf-99' },
    { method, address, body: '{}', type: 'text/plain' },
    { method, address, body: 'a=1&b=2', type: 'application/x-www-form-urlencoded' },
    { method, address, body: '--x\r\nContent-Disposition: form-data; name="file"\r\n\r\nhalf', type: 'multipart/form-data; boundary=x' },
    { method, address, body: 'no parts', type: 'multipart/form-data; boundary=x' },
    { method, address, body: 'no boundary', type: 'multipart/form-data' },
    { method, address, body: '--x\r\nContent-Disposition: form-data; name="input"\r\n\r\n{"title":"\\u0000"\r\n--x--\r\n', type: 'multipart/form-data; boundary=x' },
  ); // prettier-ignore
  return attacks;
}

/** Sends bytes as they are; `fetch` would mend the address. */
function send(
  { method, address, body, type }: Attack,
  headers: Readonly<Record<string, string>>,
): Promise<number> {
  const url = new URL(server.base);
  return new Promise((resolve, reject) => {
    const asking = plainRequest(
      { host: url.hostname, port: url.port, method, path: `/api${address}`, headers: { ...headers, ...(type ? { 'content-type': type } : {}) } },
      (answer) => {
        answer.resume();
        answer.on('end', () => resolve(answer.statusCode ?? 0));
      },
    ); // prettier-ignore
    asking.on('error', reject);
    asking.end(body);
  });
}

/** Requests that are under way at the same time. */
const AT_ONCE = 8;
/** Some 4,500 requests take a slow machine a minute. */
const MILLISECONDS = 200_000;

/** Every how many requests are sent: each route gets some in `npm test`, and all in `npm run test:long`. */
const attack = (every: number) => async () => {
  const [handout] = (await client.get<Handout[]>('/handouts')).body;
  const pupils = (await client.get('/pupils')).body;
  const attacks = routes
    .flatMap((route) => attacksOn(route, handout?.id ?? ''))
    .filter((_attack, i) => i % every === 0);
  expect(attacks.length * every).toBeGreaterThan(5000);
  const visitor = new TestClient(server);
  await visitor.session();
  // Signing in, or out, would end the session that all the others need: those routes are a visitor's.
  const headersFor = ({ address }: Attack) =>
    /^\/(?:session|setup)/u.test(address) ? visitor.headers() : client.headers();
  const statuses = new Map<number, number>();
  const delay = monitorEventLoopDelay({ resolution: 5 });
  delay.enable();
  const failures: string[] = [];
  let slowest = { time: 0, attack: '' };
  for (let at = 0; at < attacks.length; at += AT_ONCE)
    await Promise.all(
      attacks.slice(at, at + AT_ONCE).map(async (attack) => {
        const start = performance.now();
        const status = await send(attack, headersFor(attack));
        const time = performance.now() - start;
        const description = `${attack.method} ${attack.address.slice(0, 90)} ${String(attack.body ?? '').slice(0, 60)}`;
        statuses.set(status, (statuses.get(status) ?? 0) + 1);
        if (status >= 500 && status !== 503) failures.push(`${status} ${description}`);
        if (time > slowest.time) slowest = { time, attack: description };
      }),
    );
  delay.disable();
  const heldUp = delay.max / 1e6;
  console.log(`answers: ${[...statuses].map((pair) => pair.join(' × ')).join(', ')}`);
  console.log(`${attacks.length} hostile requests; event loop held up ${heldUp.toFixed(0)} ms at most, slowest answer ${slowest.time.toFixed(0)} ms: ${slowest.attack}`); // prettier-ignore
  expect(failures).toEqual([]);
  expect(heldUp).toBeLessThan(10_000);
  // Signed in to the end: what was attacked lies behind the sign-in.
  expect((await client.get('/handouts')).status).toBe(200);
  // What no request named by its own id is as it was.
  expect((await client.get('/pupils')).body).toEqual(pupils);
};
const ATTACKS =
  'malformed and hostile requests to every route are refused, never a failure of ours, and hold nobody up';
test(ATTACKS, attack(20), MILLISECONDS);
test(ATTACKS, { tags: 'long', timeout: MILLISECONDS }, attack(1));

test.each([
  ['sentences that never end', 'Dr. '.repeat(25_000)],
  ['one endless word', 'm'.repeat(100_000)],
  ['stops alone', '. '.repeat(50_000)],
  ['brackets', '('.repeat(100_000)],
  ['figures', '1,'.repeat(50_000)],
])('a check of 100 KB of %s holds nobody up', async (_name, text) => {
  const delay = monitorEventLoopDelay({ resolution: 5 });
  await client.get('/health');
  delay.enable();
  const checking = client.send('POST', '/proof/check', {
    content: [{ type: 'paragraph', text }],
    language: 'en-GB',
  });
  const answered: number[] = [];
  for (let i = 0; i < 20; i++) {
    const start = performance.now();
    await client.get('/health');
    answered.push(performance.now() - start);
  }
  const { status } = await checking;
  delay.disable();
  console.log(`${_name}: event loop held up ${(delay.max / 1e6).toFixed(0)} ms at most; others answered in ${Math.max(...answered).toFixed(0)} ms at most`); // prettier-ignore
  expect(status).toBe(200);
  // A check in the way of everybody would hold all of them up until it ends.
  expect(Math.max(...answered)).toBeLessThan(5000);
});

test('names of another host are refused, and what is not there under /assets is told as such', async () => {
  const foreign = await send({ method: 'GET', address: '/session' }, { host: 'evil.example' });
  expect(foreign).toBe(421);
  expect(
    await send({ method: 'GET', address: '/session' }, { host: `localhost:${new URL(server.base).port}` }),
  ).toBe(200);
});

test('a visitor who asks for nothing but the way in leaves no session behind', async () => {
  const { pool } = server.running.context.database;
  const count = async () =>
    (await pool.query<{ n: number }>('select count(*)::int as n from sessions')).rows[0]?.n;
  const before = await count();
  for (let i = 0; i < 5; i++) await new TestClient(server).session();
  expect(await count()).toBe(before);
});

test('ten wrong passwords for one account leave another one behind the same address alone', async () => {
  for (let i = 0; i < 12; i++)
    await new TestClient(server).signIn({ email: 'nobody@wrenmoor.example', password: 'wrong' });
  const locked = await new TestClient(server).signIn({ email: 'nobody@wrenmoor.example', password: 'wrong' });
  expect(locked.status).toBe(429);
  expect(
    (await new TestClient(server).signIn({ email: 'mara@wrenmoor.example', password: 'tide-and-peat' }))
      .status,
  ).toBe(200);
});

test('who gives a request up is no failure', async () => {
  const [pupil] = (await client.get<Pupil[]>('/pupils')).body;
  const [handout] = (await client.get<Handout[]>('/handouts')).body;
  const reading = (
    await client.send<Reading>('POST', '/readings', { handoutId: handout?.id, pupilId: pupil?.id })
  ).body;
  server.engine.delay = 300;
  const leaving = new AbortController();
  const asking = client.fetch(`/readings/${reading.id}/audio.wav?from=3&to=9`, { signal: leaving.signal });
  setTimeout(() => leaving.abort(), 50);
  await expect(asking).rejects.toThrow();
  server.engine.delay = 0;
  expect((await client.get('/health')).status).toBe(200);
});
