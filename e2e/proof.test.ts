import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { clickText, enterDemo, launchBrowser, openPage, seeText, startApp, type RunningApp } from './app.ts';

const FIXTURES = fileURLToPath(new URL('../packages/readers/fixtures/', import.meta.url));

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

async function choose(...names: string[]): Promise<void> {
  await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
  const [chooser] = await Promise.all([page.waitForFileChooser(), clickText(page, 'Choose files')]);
  await chooser.accept(names.map((name) => path.join(FIXTURES, name)));
}

const textOf = () => page.$eval('.tiptap', (editor) => editor.textContent);
const kept = () => page.waitForFunction(() => /All is kept/.test(document.body.innerText));

describe('from a file to a proofed text', () => {
  test('a Word file is read, shown and stored', async () => {
    await choose('marsh.docx');
    await seeText(page, '1 thing cleaned up');
    await seeText(page, 'A creek winds through low green plants.');
    expect(
      await page.$eval(
        '::-p-aria([name="Title"][role="textbox"])',
        (input) => (input as HTMLInputElement).value,
      ),
    ).toBe('The salt marsh');
    await clickText(page, 'Store and proof');
    await page.waitForSelector('.tiptap');
    expect(await textOf()).toContain('Glasswort grows lowest');
  });

  test('two doubtful words are put right, one is undone, and all of it is kept', async () => {
    await page.click('.tiptap p');
    await page.keyboard.press('End');
    await page.keyboard.type(' Their is a tidde.');
    await seeText(page, 'Their sounds alike');
    await page.evaluate(() =>
      [...document.querySelectorAll('button')]
        .find(({ textContent }) => textContent === 'Their sounds alike')
        ?.click(),
    );
    await clickText(page, 'There');
    await page.waitForFunction(() =>
      /There is a tidde/.test(document.querySelector('.tiptap')?.textContent ?? ''),
    );
    await seeText(page, 'tidde spelling');
    await page.evaluate(() =>
      [...document.querySelectorAll('button')]
        .find(({ textContent }) => textContent === 'tidde spelling')
        ?.click(),
    );
    await page.locator('::-p-xpath(//button[normalize-space()="tide"])').click();
    await page.waitForFunction(() =>
      /There is a tide\./.test(document.querySelector('.tiptap')?.textContent ?? ''),
    );
    await page.click('[aria-label="Undo"]');
    expect(await textOf()).toContain('There is a tidde.');
    await page.click('[aria-label="Redo"]');
    await kept();
    expect(await textOf()).toContain('There is a tide.');
  });

  test('steps back survive a reload', async () => {
    await page.reload({ waitUntil: 'networkidle0' });
    await page.waitForSelector('.tiptap');
    expect(await textOf()).toContain('There is a tide.');
    await page.click('[aria-label="Undo"]');
    expect(await textOf()).toContain('There is a tidde.');
    await page.click('[aria-label="Redo"]');
    await kept();
  });

  test('a sentence is heard', async () => {
    await page.click('.tiptap p');
    const [answer] = await Promise.all([
      page.waitForResponse((response) => response.url().endsWith('/api/sample')),
      clickText(page, 'Hear this sentence'),
    ]);
    expect(answer.status()).toBe(200);
    expect(answer.headers()['content-type']).toContain('audio/wav');
  });

  test('what is typed while the server is away is sent when it is back', async () => {
    await page.setOfflineMode(true);
    await page.click('.tiptap p');
    await page.keyboard.press('End');
    await page.keyboard.type(' Herons wait there.');
    await seeText(page, 'The server is away');
    await page.setOfflineMode(false);
    await kept();
    await page.reload({ waitUntil: 'networkidle0' });
    await page.waitForSelector('.tiptap');
    expect(await textOf()).toContain('Herons wait there.');
  });

  test('an older version is brought back, which is a step like any other', async () => {
    await page.evaluate(() => document.querySelector('summary')?.scrollIntoView());
    await page.evaluate(() =>
      [...document.querySelectorAll('summary')]
        .find(({ textContent }) => textContent === 'Older versions')
        ?.click(),
    );
    await seeText(page, 'taken in');
    await page.evaluate(() => {
      const versions = [...document.querySelectorAll('li')].filter(({ textContent }) =>
        textContent.includes('taken in'),
      );
      versions[0]?.querySelector('button')?.click();
    });
    await page.waitForFunction(
      () => !/Herons wait/.test(document.querySelector('.tiptap')?.textContent ?? 'Herons wait'),
    );
    await page.click('[aria-label="Undo"]');
    expect(await textOf()).toContain('Herons wait there.');
  });

  test('it is read as it was proofed', async () => {
    await kept();
    await clickText(page, 'Listen');
    await page.waitForSelector('[role="slider"]');
    await seeText(page, 'There is a tide.');
    await seeText(page, 'Herons wait there.');
  });
});

test('a web page is fetched and proofed', async () => {
  await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
  await page.locator('::-p-aria(Web address)').fill(`${app.site}/river/bore`);
  await clickText(page, 'Fetch the page');
  await seeText(page, 'A smooth brown wave reaches from bank to bank');
  await clickText(page, 'Store and proof');
  await page.waitForSelector('.tiptap');
  await clickText(page, 'Fetch again');
  await seeText(page, 'The page says what is here.');
});

test('several files are stored at once; one that cannot be read says why and is left', async () => {
  await choose('tides.csv', 'moss.pptx', 'locked.pdf');
  await seeText(page, 'locked with a password');
  await seeText(page, '2 handouts to store');
  await clickText(page, 'Store all 2');
  await page.waitForSelector('ul .title');
  await seeText(page, 'Moss under the lens');
});

test('the shelf is searched by the text of its handouts, and a handout is archived and brought back', async () => {
  await page.goto(app.base, { waitUntil: 'networkidle0' });
  await page.locator('::-p-aria(Find)').fill('glasswort');
  await page.waitForFunction(() => document.querySelectorAll('ul .title').length === 1);
  expect(await page.$eval('ul .title', (link) => link.textContent)).toBe('The salt marsh');
  await page.click('button[aria-label="More for “The salt marsh”"]');
  await page.waitForSelector('[role="menuitem"]');
  await clickText(page, 'Into the archive');
  await seeText(page, 'No handout is like that');
  await clickText(page, 'Undo');
  await page.waitForFunction(() => document.querySelectorAll('ul .title').length === 1);
});

describe('a worksheet of Word', () => {
  test('keeps its own labels, and what is looked at in a sentence stays in its line', async () => {
    await choose('unseen/w01-worksheet.docx');
    await seeText(page, '(ii) Say what it does.');
    await clickText(page, 'Store and proof');
    await page.waitForSelector('.tiptap .found.picture');
    expect(await textOf()).toContain('a) Which part holds the genes?');
    const drawn = await page.$eval('.tiptap .found.picture', (found) => {
      const { paddingLeft, borderLeftWidth, fontStyle } = getComputedStyle(found);
      return { paddingLeft, borderLeftWidth, fontStyle };
    });
    expect(drawn).toEqual({ paddingLeft: '0px', borderLeftWidth: '0px', fontStyle: 'normal' });
  });
});
