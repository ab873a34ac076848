import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { clickText, enterDemo, launchBrowser, openPage, seeText, startApp, type RunningApp } from './app.ts';

/** By a camera that is not ours, laid on its side; see scripts/photobench. */
const FOLDED = fileURLToPath(
  new URL('../scripts/photobench/unseen/d2_letter_lists_folded_turned.jpg', import.meta.url),
);
const MOSS = fileURLToPath(new URL('../packages/server/demo/photos/moss.jpg', import.meta.url));

let app: RunningApp;
let browser: Browser;
let page: Page;
let complaints: string[];
beforeAll(async () => {
  app = await startApp();
  browser = await launchBrowser();
  ({ page, complaints } = await openPage(browser, app.base));
  await enterDemo(page);
});
afterAll(async () => {
  expect(complaints).toEqual([]);
  await browser.close();
  await app.stop();
});

const choosePhotos = async (...files: string[]) => {
  const [chooser] = await Promise.all([page.waitForFileChooser(), clickText(page, 'Choose photos')]);
  await chooser.accept(files);
};
const text = () => page.$eval('.tiptap', (editor) => editor.textContent);
const press = async (key: 'F8' | 'Enter', ...held: ('Control' | 'Shift')[]) => {
  for (const other of held) await page.keyboard.down(other);
  await page.keyboard.press(key);
  for (const other of held) await page.keyboard.up(other);
};
const spotted = () => page.$eval('.tiptap .spot', (mark) => mark.textContent);

describe('from a photo to a proofed text', () => {
  test('the page is found and read, a corner is moved by the keyboard, and it is read again', async () => {
    await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
    await choosePhotos(MOSS);
    await seeText(page, '1 page of 1 read', 60_000);
    await seeText(page, 'Moss under the lens');
    await clickText(page, 'Corners');
    const corner = await page.waitForSelector('[aria-label^="Page’s top left corner"]');
    const before = await corner?.evaluate((handle) => (handle as HTMLElement).style.left);
    await corner?.focus();
    await page.keyboard.press('ArrowLeft');
    await page.waitForFunction(
      (old) =>
        document.querySelector<HTMLElement>('[aria-label^="Page’s top left corner"]')?.style.left !== old,
      {},
      before,
    );
    await seeText(page, 'Reading the pages');
    await seeText(page, '1 page of 1 read', 60_000);
  });

  test('pages are put in order, turned, and left out', async () => {
    await choosePhotos(MOSS);
    await seeText(page, '2 pages of 2 read', 60_000);
    await page.click('[aria-label="Page 2 up"]');
    await page.click('[aria-label="Turn page 1 by a quarter"]');
    await seeText(page, '2 pages of 2 read', 60_000);
    await page.click('[aria-label="Leave page 1 out"]');
    await seeText(page, '1 page of 1 read');
    await page.waitForFunction(() => /3\d\d words/.test(document.querySelector('[aria-label="What was found"]')?.textContent ?? '')); // prettier-ignore
  });

  test('it is stored and lies beside its photo; the next key goes to the first doubtful word', async () => {
    await clickText(page, 'Store and proof');
    await page.waitForSelector('.tiptap');
    await seeText(page, 'doubtful word');
    expect(await text()).toContain('Yet the green cushion on a wall is a forest in small');
    await press('F8');
    await seeText(page, 'Place 1 of');
    await page.waitForSelector('.tiptap .spot');
    await page.waitForSelector('polygon.spot');
  });

  test('one is found right with a key, the next is typed over, and it is taken back', async () => {
    const first = await spotted();
    await press('Enter', 'Control');
    await page.waitForFunction(
      (word) => document.querySelector('.tiptap .spot')?.textContent !== word,
      {},
      first,
    );
    const second = await spotted();
    await page.keyboard.type('Marsh');
    await page.waitForFunction(() => document.querySelector('.tiptap')?.textContent.includes('Marsh'));
    // On a slow machine typing rests between letters, and each rest is a step.
    for (let i = 0; i < 5 && /Mar/u.test(await text()); i++) await page.click('[aria-label="Undo"]');
    expect(await text()).not.toContain('Mar');
    expect(await text()).toContain(second);
  });

  test('a word of the photo shows where it stands in the text, and one of the text where it is on the photo', async () => {
    const index = await page.$$eval('svg polygon:not(.bare)', (all) => Math.min(20, all.length - 1));
    await page.evaluate((n) => {
      const polygons = document.querySelectorAll('svg polygon:not(.bare)');
      polygons[n]?.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    }, index);
    await page.waitForSelector('.tiptap .spot');
    const word = await spotted();
    expect(await page.evaluate(() => window.getSelection()?.toString())).toBe(word);
    const place = await page.$eval('.tiptap h2', (heading) => {
      const box = heading.getBoundingClientRect();
      heading.scrollIntoView({ block: 'center' });
      const after = heading.getBoundingClientRect();
      return { x: after.left + 20, y: after.top + box.height / 2 };
    });
    await page.mouse.move(place.x, place.y);
    await page.waitForFunction(() => document.querySelector('.tiptap .spot')?.textContent === 'Moss');
    await page.waitForSelector('[aria-label="“Moss” on the photo"]');
  });

  test('a part of the photo is read alone into the text', async () => {
    await page.click('.tiptap h2');
    await clickText(page, 'Read a part alone');
    const group = await page.waitForSelector('[aria-label^="Page 1. Draw a frame"]');
    await group?.focus();
    // From the middle up to the title, by the keyboard: 34 steps of a hundredth of the page.
    for (let i = 0; i < 34; i++) await page.keyboard.press('ArrowUp');
    for (let i = 0; i < 25; i++) await page.keyboard.press('ArrowLeft');
    await clickText(page, 'Read it');
    await page.waitForFunction(
      () =>
        [...document.querySelectorAll('.tiptap p')].some(({ textContent }) =>
          textContent.startsWith('Moss under the'),
        ),
      { timeout: 30_000 },
    );
    await page.click('[aria-label="Undo"]');
  });

  test('a sentence is heard, and the handout is on the shelf', async () => {
    await page.click('.tiptap p');
    await clickText(page, 'Hear this sentence');
    await page.waitForFunction(() => document.querySelector('[aria-busy="true"]') === null);
    await page.goto(app.base, { waitUntil: 'networkidle0' });
    await seeText(page, 'Moss under the lens');
  });
});

test('a page that lies on its side, folded, is put right, stored and heard, and no corner is touched', async () => {
  await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
  await choosePhotos(FOLDED);
  await seeText(page, '1 page of 1 read', 60_000);
  await clickText(page, 'Store and listen');
  await page.waitForSelector('[role="slider"]');
  await seeText(page, 'On Thursday 27 March, Class 5 will spend the day at Tolling Marsh');
  await clickText(page, 'Play');
  // Heard: words light one after the other.
  const lit = () => page.$eval('.word.lit, [data-lit="true"]', (word) => word.textContent);
  await page.waitForFunction(() => document.querySelector('.word.lit, [data-lit="true"]') !== null, {
    timeout: 30_000,
  });
  const first = await lit();
  await page.waitForFunction(
    (word) => {
      const now = document.querySelector('.word.lit, [data-lit="true"]')?.textContent;
      return now !== undefined && now !== word;
    },
    { timeout: 30_000 },
    first,
  );
});

describe('what is no photo of a page', () => {
  test('is refused in words, and what was typed stays', async () => {
    await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
    await page.type('textarea', 'Kept all the same.');
    const file = path.join(mkdtempSync(path.join(tmpdir(), 'aurelfield-photo-')), 'page.jpg');
    writeFileSync(file, 'The tide is at nine.');
    await choosePhotos(file);
    await seeText(page, 'is no photo that can be read here');
    expect(await page.$eval('textarea', (area) => area.value)).toBe('Kept all the same.');
  });
});
