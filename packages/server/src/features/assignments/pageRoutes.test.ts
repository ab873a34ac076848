import type { Assignment, Handout, Opened, Pupil, PupilLink } from '@aurelfield/api';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startTestServer, TestClient, until, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let client: TestClient;
let secret: string;
const pageFolder = mkdtempSync(path.join(tmpdir(), 'aurelfield-page-'));
beforeAll(async () => {
  mkdirSync(path.join(pageFolder, 'assets'));
  writeFileSync(
    path.join(pageFolder, 'index.html'),
    '<html><body><div id="root"></div><!--opened--><script type="application/json" id="parts">["/page/assets/rest.js"]</script></body></html>',
  );
  writeFileSync(path.join(pageFolder, 'worker.js'), '// the worker');
  writeFileSync(
    path.join(pageFolder, 'assets/page-abc.js'),
    `console.log(${JSON.stringify('x'.repeat(5000))})`,
  );
  server = await startTestServer({ config: { pageFolder } });
  client = await TestClient.demo(server);
  const [pupil] = (await client.get<Pupil[]>('/pupils')).body;
  const { id } =
    (await client.upload<Handout>('/handouts', { title: 'Locks </script><b>', language: 'en-GB', text: 'The lock fills.', format: 'text' })) // prettier-ignore
    .body;
  await client.send('POST', '/assignments', { handoutIds: [id], pupilIds: [pupil?.id] });
  await until(
    () => client.get<Assignment[]>('/assignments'),
    ({ body }) => body.every(({ state }) => state === 'out'),
  );
  secret = (await client.get<PupilLink[]>('/pupil-links')).body[0]?.secret ?? '';
});
afterAll(async () => {
  await server.stop();
  rmSync(pageFolder, { recursive: true });
});

const get = (address: string, headers: Record<string, string> = {}) =>
  fetch(`${server.base.replace(/\/api$/u, '')}${address}`, { headers });

describe('the pupil’s page', () => {
  test('comes with what its link opens, as data that nothing runs, and without a cookie', async () => {
    const response = await get(`/p/${secret}`);
    const html = await response.text();
    expect([response.status, response.headers.getSetCookie()]).toEqual([200, []]);
    const [, json = ''] = /<script type="application\/json" id="opened">(.*?)<\/script>/u.exec(html) ?? [];
    const opened = JSON.parse(json) as Opened;
    expect(opened.items[0]?.title).toBe('Locks </script><b>');
    expect(html).not.toContain('<b>');
    // Its text and first sound are on their way before it asks for them.
    for (const file of ['page.json', 'sound-0.opus'])
      expect(html).toContain(
        `href="/api/open/${opened.accessToken}/files/${opened.items[0]?.package ?? ''}/${file}"`,
      );
    // The rest of the script would take the line from them.
    expect(html).not.toContain('modulepreload');
    expect(await (await get('/p/')).text()).toContain(
      '<link rel="modulepreload" href="/page/assets/rest.js">',
    );
  });

  test('lets nothing else in, and stands in no frame but those of allowed sites', async () => {
    const policy = async () => (await get(`/p/${secret}`)).headers.get('content-security-policy') ?? '';
    expect(await policy()).toContain("default-src 'none'");
    expect(await policy()).not.toContain('unsafe');
    expect(await policy()).toMatch(/frame-ancestors 'self'$/u);
    expect((await get(`/p/${secret}`)).headers.get('x-frame-options')).toBeNull();
    const put = (origins: string[]) => client.send('PUT', '/school/embedding', { origins });
    expect(
      (await put(['https://learn.wrenmoor.example/course/4', 'https://learn.wrenmoor.example'])).body,
    ).toEqual({
      origins: ['https://learn.wrenmoor.example'],
    });
    expect(await policy()).toMatch(/frame-ancestors 'self' https:\/\/learn\.wrenmoor\.example$/u);
    for (const wrong of ['learn', 'javascript:alert(1)', 'https://x.example; script-src *'])
      expect([wrong, (await put([wrong])).status]).toEqual([wrong, 400]);
    await put([]);
  });

  test('is the same for every link that opens nothing, and asks for a code below /p/, where it can be kept', async () => {
    const [wrong, other, code] = await Promise.all([get('/p/wrong'), get('/p/zzzzzzzz'), get('/p/')]);
    expect([wrong.status, other.status, code.status]).toEqual([404, 404, 200]);
    expect(await wrong.text()).toBe(await other.text());
    expect(await code.text()).toContain('id="state">"code"');
    const typed = await fetch(`${server.base.replace(/\/api$/u, '')}/p`, { redirect: 'manual' });
    expect([typed.status, typed.headers.get('location')]).toEqual([308, '/p/']);
  });

  test('with a PIN asks for it, and opens nothing before; one that was ended says so with 410', async () => {
    const { body: links } = await client.get<PupilLink[]>('/pupil-links');
    const link = links.find((one) => one.secret === secret) as PupilLink;
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: '2468' });
    const asks = await get(`/p/${secret}`);
    expect(asks.status).toBe(200);
    const text = await asks.text();
    expect(text).toContain('id="state">"pin"');
    expect(text).not.toContain('id="opened"');
    await client.send('PUT', `/pupil-links/${link.id}/pin`, { pin: null });
    const { body: replaced } = await client.send<PupilLink>('POST', `/pupil-links/${link.id}/replace`);
    const ended = await get(`/p/${secret}`);
    expect([ended.status, await ended.text()]).toEqual([410, expect.stringContaining('"withdrawn"')]);
    secret = replaced.secret;
  });

  test.each([
    ['Mozilla/5.0 (iPad; CPU OS 16_4 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/16.4 Mobile/15E148 Safari/604.1', 'm4a'],
    ['Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/18.4 Safari/605.1.15', 'opus'],
    ['Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/156.0.0.0 Safari/537.36', 'opus'],
    ['Mozilla/5.0 (Linux; Android 9) AppleWebKit/537.36 (KHTML, like Gecko) Version/4.0 Chrome/80.0 Mobile Safari/537.36', 'opus'],
    ['Mozilla/5.0 (X11; Linux x86_64; rv:153.0) Gecko/20100101 Firefox/153.0', 'opus'],
  ])('fetches the sound that the browser plays ahead: %s', async (agent, form) => {
    expect(await (await get(`/p/${secret}`, { 'user-agent': agent })).text()).toContain(`sound-0.${form}"`);
  }); // prettier-ignore

  test('says that it is not its link’s fault when the server is not well', async () => {
    const { assignments } = server.running.context;
    const opened = assignments.opened.bind(assignments);
    assignments.opened = () => Promise.reject(new Error('the database is away'));
    try {
      const response = await get(`/p/${secret}`);
      expect([response.status, await response.text()]).toEqual([503, expect.stringContaining('"trouble"')]);
    } finally {
      assignments.opened = opened;
    }
    expect((await get(`/p/${secret}`)).status).toBe(200);
  });

  test('its scripts are small, kept for ever, and no other file is reached', async () => {
    const small = await get('/page/assets/page-abc.js', { 'accept-encoding': 'br' });
    expect(small.headers.get('content-encoding')).toBe('br');
    expect(small.headers.get('cache-control')).toContain('immutable');
    const plain = await get('/page/assets/page-abc.js', { 'accept-encoding': 'identity' });
    expect(await plain.text()).toBe(await small.text());
    for (const wrong of ['/page/assets/other.js', '/page/assets/..%2findex.html', '/page/fonts/x.woff2'])
      expect((await get(wrong)).status).toBe(404);
    expect((await get('/page/worker.js')).headers.get('service-worker-allowed')).toBe('/p/');
    const font = await get('/page/fonts/andika-latin-400-normal.woff2');
    expect([font.status, font.headers.get('content-type')]).toEqual([200, 'font/woff2']);
  });
});
