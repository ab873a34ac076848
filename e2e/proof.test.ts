import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { clickText, seeText, type RunningApp } from './app.ts';
import { openDemo, type Demo } from './demo.ts';

const FIXTURES = fileURLToPath(new URL('../packages/readers/fixtures/', import.meta.url));

let app: RunningApp;
let page: Page;
let demo: Demo;
beforeAll(async () => {
  demo = await openDemo();
  ({ app, page } = demo);
});
afterAll(() => demo.leave());

async function choose(...names: string[]): Promise<void> {
  await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
  const [chooser] = await Promise.all([page.waitForFileChooser(), clickText(page, 'Choose files')]);
  await chooser.accept(names.map((name) => path.join(FIXTURES, name)));
}

const textOf = () => page.$eval('.tiptap', (editor) => editor.textContent);
const kept = () => page.waitForFunction(() => /Saved/.test(document.body.innerText));

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
    await clickText(page, 'Save and check');
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
    const { wav, duration } = (await answer.json()) as { wav: string; duration: number };
    expect(Buffer.from(wav, 'base64').subarray(0, 4).toString()).toBe('RIFF');
    expect(duration).toBeGreaterThan(0.5);
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
    // What would go is reported before it goes.
    await seeText(page, 'goes:');
    await clickText(page, 'Restore this version');
    await page.waitForFunction(
      () => !/Herons wait/.test(document.querySelector('.tiptap')?.textContent ?? 'Herons wait'),
    );
    await page.click('[aria-label="Undo"]');
    expect(await textOf()).toContain('Herons wait there.');
  });

  test('a text is looked for step by step, and replaced in one place and in all', async () => {
    await clickText(page, 'Find and replace');
    await page.type('input[aria-labelledby], [aria-label="Find and replace"] input', 'grows');
    await seeText(page, 'Found 5 times.');
    await page.keyboard.press('Enter');
    await seeText(page, '1 of 5');
    await page.waitForSelector('.tiptap .sought');
    await page.keyboard.press('Enter');
    await seeText(page, '2 of 5');
    await page.keyboard.press('Tab');
    await page.keyboard.type('lives');
    await clickText(page, 'Replace this one');
    expect((await textOf())?.match(/lives/gu)).toHaveLength(1);
    await clickText(page, 'Replace all');
    expect((await textOf())?.match(/lives/gu)).toHaveLength(5);
    await page.click('[aria-label="Close find and replace"]');
    await page.waitForFunction(() => document.activeElement?.classList.contains('tiptap') === true);
    await page.click('[aria-label="Undo"]');
    await page.click('[aria-label="Undo"]');
    expect(await textOf()).not.toContain('lives');
  });

  test('it is read as it was proofed', async () => {
    await kept();
    await clickText(page, 'Listen');
    await page.waitForSelector('[role="slider"]');
    await seeText(page, 'There is a tide.');
    await seeText(page, 'Herons wait there.');
  });
});

const EXTRACT =
  '<h2>Tides at the bridge</h2><p>The water rises by 5 m<sup>2</sup>.</p><ul><li>Spring tide</li><li>Neap tide</li></ul><table><tr><th>Day</th><th>High water</th></tr><tr><td>Monday</td><td>5.1 m</td></tr></table>';

/** Pastes a piece of a page into what has the focus. */
const pasteExtract = (html: string) =>
  page.evaluate((formatted) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/html', formatted);
    clipboardData.setData('text/plain', formatted.replace(/<[^>]*>/gu, ' '));
    const event = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true });
    document.activeElement?.dispatchEvent(event);
  }, html);
const kindsOf = () =>
  page.$$eval('.tiptap .block', (blocks) =>
    blocks.map((block) => `${block.className.replace(/^.*block /u, '').split(' ')[0]}: ${block.textContent}`),
  );
const PASTED = ['5 m²', 'Spring tide', 'Neap tide', 'Day\tHigh water', 'Monday\t5.1 m'];

describe('an extract of a web page that is pasted', { tags: 'long' }, () => {
  test('keeps its table and its list as a handout of its own', async () => {
    await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
    await page.focus('textarea');
    await page.keyboard.type('Before. ');
    await pasteExtract(EXTRACT);
    await page.keyboard.type(' After.');
    expect(await page.$eval('textarea', (field) => field.value)).toMatch(
      /^Before\. [\s\S]*\| Monday \| 5\.1 m \| After\.$/u,
    );
    await page.$eval('textarea', (field) => field.select());
    await page.keyboard.press('Backspace');
    await pasteExtract(EXTRACT);
    await clickText(page, 'Save and check');
    await page.waitForSelector('.tiptap');
    const kinds = await kindsOf();
    for (const text of PASTED) expect(kinds.join('\n')).toContain(text);
    expect(kinds.filter((kind) => kind.startsWith('table-row'))).toHaveLength(2);
    expect(kinds.filter((kind) => kind.startsWith('list-item'))).toHaveLength(2);
  });

  test('keeps them in the text that is proofed', async () => {
    await page.click('.tiptap .block');
    await page.keyboard.down('Control');
    await page.keyboard.press('a');
    await page.keyboard.up('Control');
    await page.keyboard.press('Backspace');
    await pasteExtract(EXTRACT);
    const kinds = await kindsOf();
    expect(kinds.filter((kind) => kind.startsWith('table-row'))).toHaveLength(2);
    expect(kinds.filter((kind) => kind.startsWith('list-item'))).toHaveLength(2);
  });
});

describe('all places to look at, by the keyboard alone', () => {
  /** Waits until the cursor is in the text, or is not. */
  const inText = (wanted: boolean) =>
    page.waitForFunction(
      (expected) => document.activeElement?.classList.contains('tiptap') === expected,
      {},
      wanted,
    );
  const queue = () =>
    page.$eval('[aria-labelledby="to-look-at"] [role="status"]', (status) => status.textContent);

  test('are worked through, and the cursor is never lost', async () => {
    await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
    await page.type(
      'textarea',
      'The tidde comes in. We saw it go over their. A hcron waits  for fish. The Wexbury clock stands.',
    );
    await clickText(page, 'Save and check');
    await page.waitForSelector('.tiptap');
    await seeText(page, 'places. F8 goes to the next');
    await page.focus('.tiptap');
    let left = Number(/\d+/u.exec(await queue())?.[0]);
    expect(left).toBeGreaterThanOrEqual(4);
    for (let i = 0; i < 12 && left > 0; i++) {
      await page.keyboard.press('F8');
      await seeText(page, 'Place ');
      await inText(true);
      const place = await queue();
      if (place.includes('Wexbury')) {
        // Nobody's word: it is right.
        await page.keyboard.down('Control');
        await page.keyboard.press('Enter');
        await page.keyboard.up('Control');
      } else {
        await page.waitForSelector('[aria-label="What can be done here"] button');
        // Suggestions may be asked of the server.
        await page.waitForFunction(() => !/^\s*(?:Correct|Skip)/.test(document.querySelector('[aria-label="What can be done here"] button')?.textContent ?? 'Skip')); // prettier-ignore
        await page.keyboard.press('F9');
        await inText(false);
        await page.keyboard.press('Escape');
        await inText(true);
        await page.keyboard.press('F9');
        await page.keyboard.press('Enter');
      }
      await inText(true);
      await page.waitForFunction(
        (before) =>
          document.querySelector('[aria-labelledby="to-look-at"] [role="status"]')?.textContent !== before,
        {},
        place,
      );
      // The text is looked at again when it rests.
      await page.waitForFunction(() => /Place|places?\.|Nothing/.test(document.querySelector('[aria-labelledby="to-look-at"] [role="status"]')?.textContent ?? '')); // prettier-ignore
      await page.waitForSelector('[aria-labelledby="to-look-at"][aria-busy="false"]');
      left = /Nothing/u.test(await queue()) ? 0 : 1;
    }
    expect(await queue()).toBe('Nothing to check.');
    expect(await textOf()).toBe(
      'The tide comes in. We saw it go over there. A heron waits for fish. The Wexbury clock stands.',
    );
    await inText(true);
  });

  test('a tool of the bar gives the cursor back', async () => {
    await page.keyboard.press('Home');
    await page.keyboard.type('Now: ');
    await page.click('[aria-label="Undo"]');
    await page.waitForFunction(() => document.activeElement?.classList.contains('tiptap') === true);
    await clickText(page, 'Don’t read this aloud');
    await page.waitForFunction(() => document.activeElement?.classList.contains('tiptap') === true);
    expect(await page.$eval('.tiptap .block', (block) => block.className)).toContain('silent');
  });
});

test('a web page is fetched and proofed', { tags: 'long' }, async () => {
  await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
  await page.locator('::-p-aria(Web address)').fill(`${app.site}/river/bore`);
  await clickText(page, 'Fetch the page');
  await seeText(page, 'A smooth brown wave reaches from bank to bank');
  await clickText(page, 'Save and check');
  await page.waitForSelector('.tiptap');
  await clickText(page, 'Fetch again');
  await seeText(page, 'The page says what is here.');
});

test(
  'several files are stored at once; one that cannot be read says why and is left',
  { tags: 'long' },
  async () => {
    await choose('tides.csv', 'moss.pptx', 'locked.pdf');
    await seeText(page, 'locked with a password');
    await seeText(page, '2 handouts to save');
    await clickText(page, 'Save all 2');
    await page.waitForSelector('ul .title');
    await seeText(page, 'Moss under the lens');
  },
);

test(
  'the shelf is searched by the text of its handouts, and a handout is archived and brought back',
  { tags: 'long' },
  async () => {
    await page.goto(app.base, { waitUntil: 'networkidle0' });
    await page.locator('::-p-aria(Find)').fill('glasswort');
    await page.waitForFunction(() => document.querySelectorAll('ul .title').length === 1);
    expect(await page.$eval('ul .title', (link) => link.textContent)).toBe('The salt marsh');
    await page.click('button[aria-label="More for “The salt marsh”"]');
    await page.waitForSelector('[role="menuitem"]');
    await clickText(page, 'Move to archive');
    await seeText(page, 'No matches');
    await clickText(page, 'Undo');
    await page.waitForFunction(() => document.querySelectorAll('ul .title').length === 1);
  },
);

describe('a worksheet of Word', { tags: 'long' }, () => {
  test('keeps its own labels, and what is looked at in a sentence stays in its line', async () => {
    await choose('unseen/w01-worksheet.docx');
    await seeText(page, '(ii) Say what it does.');
    await clickText(page, 'Save and check');
    await page.waitForSelector('.tiptap .found.picture');
    expect(await textOf()).toContain('a) Which part holds the genes?');
    const drawn = await page.$eval('.tiptap .found.picture', (found) => {
      const { paddingLeft, borderLeftWidth, fontStyle } = getComputedStyle(found);
      return { paddingLeft, borderLeftWidth, fontStyle };
    });
    expect(drawn).toEqual({ paddingLeft: '0px', borderLeftWidth: '0px', fontStyle: 'normal' });
  });
});
