import type { Assignment, Handout, Pupil, PupilLink } from '@aurelfield/api';
import type { BrowserContext, Page } from 'puppeteer-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { DEMO_SIGN_IN } from '../../packages/server/src/demo/people.ts';
import { TestClient, until } from '../../packages/server/src/testing/testServer.ts';
import { launchBrowser, newPage, seeText, startApp, type RunningApp } from '../app.ts';

const PUPILS = 30;
let app: RunningApp;
let client: TestClient;
let links: PupilLink[];
let browser: Awaited<ReturnType<typeof launchBrowser>>;

beforeAll(async () => {
  app = await startApp();
  client = new TestClient({ base: `${app.base}/api` });
  await client.signIn(DEMO_SIGN_IN);
  const [like] = (await client.get<Pupil[]>('/pupils')).body as [Pupil];
  const { id } = (await client.upload<Handout>('/handouts', { title: 'The ferry', language: 'en-GB', format: 'text', text: 'The ferry leaves at ten. The bell rings. Nobody waits.' })).body; // prettier-ignore
  const pupilIds: string[] = [];
  for (let nth = 1; nth <= PUPILS; nth++)
    pupilIds.push((await client.send<Pupil>('POST', '/pupils', { ...like, name: `Pupil ${nth}`, classes: ['Ferry class'] })).body.id); // prettier-ignore
  await client.send('POST', '/assignments', { handoutIds: [id], pupilIds });
  await until(
    () => client.get<Assignment[]>(`/assignments?handoutId=${id}`),
    ({ body }) => body.length === PUPILS && body.every(({ state }) => state === 'out'),
    600,
  );
  links = (await client.get<PupilLink[]>('/pupil-links')).body.filter(({ pupilId }) =>
    pupilIds.includes(pupilId),
  );
  browser = await launchBrowser();
}, 900_000);
afterAll(async () => {
  await browser.close();
  await app.stop();
});

test(`${PUPILS} pupils behind one address open links with PINs, codes and cards, reload, go offline and come back: none is refused, no copy is lost`, async () => {
  const pin = (nth: number) => String(2000 + nth);
  for (const [nth, { id }] of links.entries())
    if (nth % 3 === 0) await client.send('PUT', `/pupil-links/${id}/pin`, { pin: pin(nth) });
  const refused: string[] = [];
  const opened: { context: BrowserContext; page: Page; nth: number }[] = [];
  const watch = (page: Page) =>
    page.on('response', (response) => {
      if ([429, 404, 410].includes(response.status())) refused.push(`${response.status()} ${response.url()}`);
    });
  // A few at a time: they come in through the door together, as a class does.
  const each = async (work: (nth: number) => Promise<void>) => {
    for (let from = 0; from < PUPILS; from += 5)
      await Promise.all(Array.from({ length: Math.min(5, PUPILS - from) }, (_, i) => work(from + i)));
  };
  await each(async (nth) => {
    const link = links[nth] as PupilLink;
    const context = await browser.createBrowserContext();
    const page = await newPage(context);
    watch(page);
    opened.push({ context, page, nth });
    // A third by a link with a PIN, a third by a code from a card, a third by a QR code, which is the link.
    if (nth % 3 === 1) {
      await page.goto(`${app.base}/p`);
      await page.type('input', link.code);
      await page.keyboard.press('Enter');
    } else await page.goto(`${app.base}/p/${link.secret}`);
    if (nth % 3 === 0) {
      // Each types a wrong PIN first.
      for (const typed of ['0000', pin(nth)]) {
        await page.$eval('input[inputmode="numeric"]', (input) => input.select());
        await page.type('input[inputmode="numeric"]', typed);
        await page.keyboard.press('Enter');
        if (typed === '0000') await seeText(page, 'PIN not recognised');
      }
    }
    await seeText(page, 'All of it is on this device');
  });
  expect(refused).toEqual([]);
  for (let round = 0; round < 2; round++)
    await each(async (nth) => {
      const { page } = opened.find((one) => one.nth === nth) as { page: Page };
      await page.reload();
      await seeText(page, 'All of it is on this device');
    });
  await app.kill();
  await each(async (nth) => {
    const { page } = opened.find((one) => one.nth === nth) as { page: Page };
    await page.reload();
    await page.waitForSelector('.text .w');
    await seeText(page, 'All of it is on this device');
  });
  await app.start();
  await each(async (nth) => {
    const { page } = opened.find((one) => one.nth === nth) as { page: Page };
    await page.reload();
    await page.waitForSelector('.text .w');
  });
  expect(refused).toEqual([]);
  for (const { page } of opened) {
    const kept = await page.evaluate(async () => {
      const names = await caches.keys();
      const cache = await caches.open(names.find((name) => name.startsWith('aurelfield-kept-')) ?? '');
      return (await cache.keys()).length;
    });
    expect(kept).toBeGreaterThanOrEqual(2);
  }
  // Sixty hits of a dead bookmark, and a class that guesses codes: right links still open.
  await Promise.all(Array.from({ length: 60 }, () => fetch(`${app.base}/p/a-dead-bookmark-of-some-length`)));
  expect((await fetch(`${app.base}/p/${links[1]?.secret ?? ''}`)).status).toBe(200);
}, 900_000);
