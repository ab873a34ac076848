/** @module-tag long */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { clickText, pressButton, seeText, twoFrames, type RunningApp } from './app.ts';
import { openDemo, type Demo } from './demo.ts';

/** By a camera that is not ours, laid on its side; see scripts/photobench. */
const FOLDED = fileURLToPath(
  new URL('../scripts/photobench/unseen/d2_letter_lists_folded_turned.jpg', import.meta.url),
);
const MOSS = fileURLToPath(new URL('../packages/readers/fixtures/photos/mossShort.jpg', import.meta.url));

let app: RunningApp;
let page: Page;
let demo: Demo;
beforeAll(async () => {
  demo = await openDemo();
  ({ app, page } = demo);
});
afterAll(() => demo.leave());

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
const queue = () => page.$eval('[aria-labelledby="to-look-at"]', (one) => (one as HTMLElement).innerText);
/** Goes on to a place where the recogniser was in doubt, past those of the text. */
const toDoubtful = async () => {
  for (let i = 0; i < 14 && !(await queue()).includes('doubtful'); i++) {
    const before = await queue();
    await press('F8');
    await page.waitForFunction(
      (report) => document.querySelector<HTMLElement>('[aria-labelledby="to-look-at"]')?.innerText !== report,
      {},
      before,
    );
  }
  // Its mark is drawn a moment after the list has moved on.
  await page.waitForSelector('.tiptap .spot');
};
const spotted = () => page.$eval('.tiptap .spot', (mark) => mark.textContent);
const selected = () => page.evaluate(() => window.getSelection()?.toString() ?? '');

describe('from a photo to a proofed text', () => {
  test('the page is found and read, a corner is moved by the keyboard, and it is read again', async () => {
    await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
    await choosePhotos(MOSS);
    await seeText(page, '1 page of 1 read');
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
    await seeText(page, '1 page of 1 read');
  });

  test('pages are put in order, turned, and left out', async () => {
    await choosePhotos(MOSS);
    await seeText(page, '2 pages of 2 read');
    await pressButton(page, 'Page 2 up');
    await pressButton(page, 'Turn page 1 by a quarter');
    await seeText(page, '2 pages of 2 read');
    await pressButton(page, 'Remove page 1');
    await seeText(page, '1 page of 1 read');
    await page.waitForFunction(() => /1\d\d words/.test(document.querySelector('[aria-label="About this handout"]')?.textContent ?? '')); // prettier-ignore
  });

  test('it is stored and lies beside its photo; the next key goes to the first doubtful word', async () => {
    await clickText(page, 'Save and check');
    await page.waitForSelector('.tiptap');
    await seeText(page, 'the scan was unsure of');
    // What the photo leaves in doubt is there before what the text does: the places are all there when
    // nothing is looked for any more.
    await page.waitForSelector('[aria-labelledby="to-look-at"][aria-busy="false"]');
    expect(await text()).toContain('Yet the green cushion on a wall is a forest in small');
    await press('F8');
    await seeText(page, 'Place 1 of');
    await toDoubtful();
    await page.waitForSelector('.tiptap .spot');
    await page.waitForSelector('polygon.spot');
  });

  test('one is found right with a key, the next is typed over, and it is taken back', async () => {
    const first = await selected();
    await press('Enter', 'Control');
    await seeText(page, `“${first}” is right`);
    await toDoubtful();
    const second = await selected();
    await page.keyboard.type('Marsh');
    await page.waitForFunction(() => document.querySelector('.tiptap')?.textContent.includes('Marsh'));
    // On a slow machine typing rests between letters, and each rest is a step.
    for (let i = 0; i < 5 && /Mar/u.test(await text()); i++) await page.click('[aria-label="Undo"]');
    expect(await text()).not.toContain('Mar');
    expect(await text()).toContain(second);
  });

  // What a browser tells when a page is scrolled under a mouse that rests: a move by nothing.
  test.each([
    ['the text', '.tiptap h2', 'mousemove'],
    ['the photo', 'svg polygon:not(.unread)', 'pointermove'],
  ])(
    'what comes under a resting mouse on %s is not pointed at; what the mouse moves to is',
    async (_name, over, kind) => {
      const move = (by: number) =>
        page.evaluate(
          (selector, event, movementX) => {
            const at = document.querySelector(selector);
            const { left, top, height } = at?.getBoundingClientRect() ?? new DOMRect();
            const where = { bubbles: true, clientX: left + 10, clientY: top + height / 2, movementX };
            at?.dispatchEvent(
              event === 'mousemove' ? new MouseEvent(event, where) : new PointerEvent(event, where),
            );
          },
          over,
          kind,
          by,
        );
      await page.$eval('.tiptap h2', (heading) => heading.scrollIntoView({ block: 'center' }));
      await press('F8');
      await toDoubtful();
      const before = await spotted();
      await move(0);
      await twoFrames(page);
      expect(await spotted()).toBe(before);
      await page.$eval('.tiptap h2', (heading) => heading.scrollIntoView({ block: 'center' }));
      await move(5);
      await page.waitForFunction(
        (old) => document.querySelector('.tiptap .spot')?.textContent !== old,
        {},
        before,
      );
    },
  );

  test('a word of the photo shows where it stands in the text, and one of the text where it is on the photo', async () => {
    const index = await page.$$eval('svg polygon:not(.unread)', (all) => Math.min(20, all.length - 1));
    await page.evaluate((n) => {
      const polygons = document.querySelectorAll('svg polygon:not(.unread)');
      polygons[n]?.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    }, index);
    await page.waitForSelector('.tiptap .spot');
    expect((await selected()).length).toBeGreaterThan(0);
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
    await clickText(page, 'Read one area again');
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
      {},
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
  await seeText(page, '1 page of 1 read');
  await clickText(page, 'Save and listen');
  await page.waitForSelector('[role="slider"]');
  await seeText(page, 'On Thursday 27 March, Class 5 will spend the day at Tolling Marsh');
  await clickText(page, 'Play');
  // Heard: words light one after the other.
  const highlighted = () => page.$eval('.word.lit, [data-highlighted="true"]', (word) => word.textContent);
  await page.waitForFunction(() => document.querySelector('.word.lit, [data-highlighted="true"]') !== null);
  const first = await highlighted();
  await page.waitForFunction(
    (word) => {
      const now = document.querySelector('.word.lit, [data-highlighted="true"]')?.textContent;
      return now !== undefined && now !== word;
    },
    {},
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
