/** @module-tag long */
import { unzipSync } from 'fflate';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  clickText,
  enterDemo,
  hear,
  launchBrowser,
  openPage,
  seeText,
  startApp,
  type RunningApp,
  newPage,
} from './app.ts';
import { violationsOn } from './violations.ts';

let app: RunningApp;
let browser: Browser;
let page: Page;
let complaints: string[];
const downloads = mkdtempSync(path.join(tmpdir(), 'aurelfield-downloads-'));
beforeAll(async () => {
  app = await startApp();
  browser = await launchBrowser();
  ({ page, complaints } = await openPage(browser, app.base));
  const client = await page.createCDPSession();
  await client.send('Browser.setDownloadBehavior', {
    behavior: 'allow',
    downloadPath: downloads,
    browserContextId: page.browserContext().id ?? '',
  });
  await enterDemo(page);
});
afterAll(async () => {
  expect(complaints).toEqual([]);
  await browser.close();
  await app.stop();
});

/** A file that the browser has taken whole. */
async function downloaded(ending: RegExp): Promise<string> {
  for (let tries = 0; tries < 600; tries++) {
    const name = readdirSync(downloads).find((one) => ending.test(one));
    if (name !== undefined && statSync(path.join(downloads, name)).size > 0)
      return path.join(downloads, name);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`Nothing like ${String(ending)} came: ${readdirSync(downloads).join()}`);
}

describe('a class set, as a teacher makes it', () => {
  test('from the shelf to a running set it takes three presses', async () => {
    let presses = 0;
    const press = async (action: Promise<void>) => {
      presses += 1;
      await action;
    };
    await press(page.locator('::-p-aria([name="Make “How a peat bog keeps time” for a class"])').click());
    // The pupils of its class are chosen already; the plan is read.
    await seeText(page, 'sentences to prepare');
    await seeText(page, 'How a peat bog keeps time – Ines.mp3');
    expect(await violationsOn(page)).toEqual([]);
    // A pattern of names that is wrong is reported where it is written, and nothing can be begun meanwhile.
    const write = async (pattern: string) => {
      await page.focus('::-p-aria([name="Names of the files"][role="textbox"])');
      await page.keyboard.down('Control');
      await page.keyboard.press('a');
      await page.keyboard.up('Control');
      await page.keyboard.type(pattern);
    };
    await write('{who}');
    await page.waitForFunction(() =>
      document
        .querySelector('input[aria-invalid="true"]')
        ?.closest('div')
        ?.textContent.includes('{who} is none of the parts'),
    );
    await write('{title} – {pupil}');
    await seeText(page, 'How a peat bog keeps time – Ines.mp3');
    await press(clickText(page, 'Everybody'));
    await page.waitForFunction(() => document.querySelectorAll('tbody tr').length === 6);
    await seeText(page, 'sentences that several pupils share are prepared once');
    await press(clickText(page, 'Make 6 files'));
    await page.waitForSelector('[aria-label="Files of this set"]');
    expect(presses).toBeLessThanOrEqual(4);
  });

  test('the first finished one is heard while the rest is made', async () => {
    await page.waitForSelector('::-p-aria([name="Listen to “How a peat bog keeps time” as Ines"])');
    expect(await violationsOn(page)).toEqual([]);
    const address = await page.$eval('a[aria-label^="Listen to"]', (link) => link.href);
    const { page: second } = await openPage(browser, app.base);
    await enterDemo(second);
    await second.goto(address, { waitUntil: 'networkidle0' });
    await second.waitForSelector('[data-sentence]');
    await second.keyboard.press('Space');
    await second.waitForFunction(() => (window.aurelfieldPlayer?.element?.currentTime ?? 0) > 0.3);
    await second.close();
  });

  test('when all is ready it says so, and the archive holds a file for each pupil', async () => {
    await seeText(page, 'All 6 files are ready.');
    await clickText(page, 'Download all');
    const file = await downloaded(/\.zip$/u);
    const files = unzipSync(readFileSync(file));
    expect(Object.keys(files).sort()).toEqual([
      ...['Ines', 'Kasia', 'Osric', 'Tobias', 'Wren', 'Yvette'].map(
        (name) => `${name}/How a peat bog keeps time – ${name}.mp3`,
      ),
      'index.html',
    ]);
    delete files['index.html'];
    for (const [name, bytes] of Object.entries(files)) {
      const own = path.join(downloads, name.replace(/[^\w.]/gu, '_'));
      writeFileSync(own, bytes);
      const chapters = execFileSync('ffprobe', ['-v', 'error', '-show_chapters', '-of', 'csv', own], { encoding: 'utf8' }); // prettier-ignore
      expect(chapters.split('\n').length).toBeGreaterThan(3);
    }
  });

  test('one word is changed: what is out of date is told, and one press makes only that anew', async () => {
    const address = page.url();
    await page.evaluate(async () => {
      const { csrfToken } = (await (await fetch('/api/session')).json()) as { csrfToken: string };
      await fetch('/api/pronunciations', {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-aurelfield-token': csrfToken },
        body: JSON.stringify({ scope: 'school', scopeValue: '', written: 'pollen', said: 'POL-en-ah', kind: 'respelling', caseSensitive: false }), // prettier-ignore
      });
    });
    await page.goto(address, { waitUntil: 'networkidle0' });
    await seeText(page, '6 files are out of date: pronunciations were changed.');
    await seeText(page, 'To bring them up to date:');
    const report = await page.evaluate(() => /(\d+) sentences? to prepare, (\d+) ready/u.exec(document.body.innerText)?.slice(1).map(Number) ?? []); // prettier-ignore
    expect(report[0]).toBeGreaterThan(0);
    expect((report[0] ?? 0) / (report[1] ?? 1)).toBeLessThan(0.2);
    await clickText(page, 'Bring up to date');
    await seeText(page, 'All 6 files are ready.');
    await page.waitForFunction(() => !document.body.innerText.includes('out of date'));
  });
});

describe('a page with sound in one file', () => {
  let file = '';
  test('is saved from Listen', async () => {
    await page.goto(app.base, { waitUntil: 'networkidle0' });
    await page.locator('::-p-aria([name="Listen to “Reading a tide table”"])').click();
    await page.waitForSelector('[data-sentence]');
    await page.locator('::-p-text(file)').click();
    await page.waitForSelector('[role="menuitem"]');
    expect(await page.$$eval('[role="menuitem"]', (all) => all.length)).toBeGreaterThan(15);
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[role="menuitem"]')]
        .find((item) => item.textContent.startsWith('Page with sound'))
        ?.click(),
    );
    file = await downloaded(/\.html$/u);
  });

  test('opens from a memory stick without a network, and at 20 moments the word lit is the one that is heard', async () => {
    const context = await browser.createBrowserContext();
    const alone = await newPage(context);
    await alone.setViewport({ width: 1280, height: 800 });
    await alone.setOfflineMode(true);
    const asked: string[] = [];
    alone.on('request', (request) => {
      if (!/^(?:data|file):/u.test(request.url())) asked.push(request.url());
    });
    const wrong: string[] = [];
    alone.on('pageerror', (error) => wrong.push(String(error)));
    alone.on('console', (message) => {
      if (message.type() === 'error') wrong.push(message.text());
    });
    await alone.goto(pathToFileURL(file).href);
    await alone.waitForFunction(() => (document.querySelector('audio')?.readyState ?? 0) >= 3);
    await alone.locator('#play').click();
    await alone.waitForFunction(() => (document.querySelector('audio')?.currentTime ?? 0) > 0.2);
    let highlighted = 0;
    for (let moment = 0; moment < 20; moment++) {
      await hear(alone, 0.2);
      const { clock, word, times } = await alone.evaluate(() => {
        const all = JSON.parse(document.getElementById('times')?.textContent ?? '') as {
          sentences: { p: number; w: [number, number][] }[];
        };
        const id = document.querySelector('.lit')?.id;
        const [, place, nth] = /^s(\d+)w(\d+)$/u.exec(id ?? '') ?? [];
        const own = all.sentences.find(({ p }) => String(p) === place);
        return {
          clock: (document.querySelector('audio')?.currentTime ?? 0) * 1000,
          word: id,
          times: own?.w[Number(nth)],
        };
      });
      if (word === undefined || !times) continue;
      highlighted += 1;
      // A frame before, and the closure of the next sound behind.
      expect(clock).toBeGreaterThanOrEqual(times[0] - 40);
      expect(clock).toBeLessThan(times[1] + 150 + 40);
    }
    expect(highlighted).toBeGreaterThan(9);
    // By keys: a sentence on, and pause.
    await alone.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    const before = await alone.evaluate(() => document.querySelector('audio')?.currentTime ?? 0);
    await alone.keyboard.press('ArrowRight');
    await alone.waitForFunction(
      (at) => (document.querySelector('audio')?.currentTime ?? 0) !== at,
      {},
      before,
    );
    await alone.keyboard.press('Space');
    await alone.waitForFunction(() => document.querySelector('audio')?.paused === true);
    expect(await violationsOn(alone)).toEqual([]);
    await alone.setViewport({ width: 320, height: 640 });
    expect(await alone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320);
    expect(asked).toEqual([]);
    expect(wrong).toEqual([]);
    await context.close();
  });
});
