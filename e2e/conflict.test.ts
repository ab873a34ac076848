/** @module-tag long */
import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { stays } from '../packages/server/src/testing/stays.ts';
import { addSecondTeacher, SECOND_TEACHER } from '../packages/server/src/testing/addTeacher.ts';
import {
  clickText,
  enterDemo,
  launchBrowser,
  openPage,
  seeText,
  signIn,
  startApp,
  type RunningApp,
  newPage,
  PATIENCE,
} from './app.ts';

let app: RunningApp;
let browser: Browser;
/** Two windows of Mara, and one of Osk on another machine. */
let mara: Page;
let maraAgain: Page;
let osk: Page;
const complaints: string[][] = [];
/** Where the handout is proofed. */
let proof: string;

beforeAll(async () => {
  app = await startApp();
  await addSecondTeacher(app.databaseUrl);
  browser = await launchBrowser();
  const first = await openPage(browser, app.base);
  mara = first.page;
  await enterDemo(mara);
  maraAgain = await newPage(mara.browserContext());
  const second = await openPage(browser, app.base);
  osk = second.page;
  complaints.push(first.complaints, second.complaints);
  await signIn(osk, SECOND_TEACHER);
  proof = await proofOf(mara);
});
afterAll(async () => {
  expect(complaints.flat()).toEqual([]);
  await browser.close();
  await app.stop();
});

/** Where the first of the demo's handouts is proofed. */
function proofOf(page: Page): Promise<string> {
  return page.evaluate(async () => {
    const [handout] = (await (await fetch('/api/handouts')).json()) as { id: string }[];
    return `${location.origin}/proof/${handout?.id ?? ''}`;
  });
}

const open = async (page: Page) => {
  await page.goto(proof, { waitUntil: 'networkidle0' });
  await page.waitForSelector('.tiptap');
};
const type = async (page: Page, words: string) => {
  await page.bringToFront();
  await page.click('.tiptap p:last-of-type');
  await page.keyboard.down('Control');
  await page.keyboard.press('End');
  await page.keyboard.up('Control');
  await page.keyboard.type(words);
};
const textOf = (page: Page) => page.$eval('.tiptap', (editor) => editor.textContent);
/** Waits until the server has these words, as the newest version. */
async function kept(page: Page, words: string): Promise<void> {
  await expect.poll(async () => (await versions(page))[0], { timeout: PATIENCE }).toContain(words);
  await seeText(page, 'Saved');
}

/** What every version holds, as a teacher who looks for a lost text would see. */
async function versions(page: Page): Promise<string[]> {
  return page.evaluate(
    async (id) => {
      const list = (await (await fetch(`/api/handouts/${id}/versions`)).json()) as { id: string }[];
      return Promise.all(
        list.map(async (version) => {
          const answer = await fetch(`/api/handouts/${id}/versions/${version.id}`);
          return ((await answer.json()) as { content: { text: string }[] }).content
            .map(({ text }) => text)
            .join(' ');
        }),
      );
    },
    proof.split('/').at(-1) ?? '',
  );
}

/**
 * Milliseconds after which what a closed window held counts as left (`WINDOW_GONE` of its drafts), and a
 * little more.
 */
const LEFT_AFTER = 16_000;

/** Sets the page's clock on, as if that time had passed. */
function setClockOn(milliseconds: number): void {
  const now = Date.now.bind(Date);
  Date.now = () => now() + milliseconds;
}

test('one teacher is offline for a while, the other types on: nothing of either is lost, and both can be restored', async () => {
  await open(osk);
  await open(mara);
  await osk.setOfflineMode(true);
  await type(osk, ' Osk is away.');
  await seeText(osk, 'The server is away.');
  await type(mara, ' Mara stays.');
  await kept(mara, 'Mara stays.');
  await type(osk, ' He types on.');
  await osk.setOfflineMode(false);
  await seeText(osk, 'This handout was changed in another window');
  // The notice stands, and typing goes on without writing over the other text.
  await type(osk, ' And on.');
  // Longer than typing has to rest before it is sent.
  await stays(async () => (await versions(mara))[0]?.includes('Mara stays.'), true, 1500);
  expect(await textOf(osk)).toContain('Osk is away. He types on. And on.');
  expect((await versions(mara))[0]).toContain('Mara stays.');
  await osk.reload({ waitUntil: 'networkidle0' });
  await seeText(osk, 'This handout was changed in another window');
  expect(await textOf(osk)).toContain('Osk is away. He types on. And on.');

  await clickText(osk, 'Keep mine');
  await kept(osk, 'Osk is away. He types on. And on.');
  const all = await versions(osk);
  expect(all.some((text) => text.includes('Mara stays.'))).toBe(true);
});

test('two windows of one teacher: the text that gives way stays among the versions', async () => {
  await open(mara);
  await open(maraAgain);
  await type(mara, ' First window.');
  await kept(mara, 'First window.');
  await type(maraAgain, ' Second window.');
  await seeText(maraAgain, 'This handout was changed in another window');
  await clickText(maraAgain, 'Use the other version');
  await maraAgain.waitForFunction(() =>
    (document.querySelector('.tiptap')?.textContent ?? '').includes('First window.'),
  );
  expect(await textOf(maraAgain)).not.toContain('Second window.');
  expect((await versions(maraAgain)).some((text) => text.includes('Second window.'))).toBe(true);
  await type(maraAgain, ' Goes on.');
  await kept(maraAgain, 'First window. Goes on.');
});

test('what one teacher typed and could not send is not shown to the next one in the same browser', async () => {
  await open(maraAgain);
  await maraAgain.setOfflineMode(true);
  await type(maraAgain, ' Unsent.');
  await seeText(maraAgain, 'The server is away.');
  // The machine goes to another teacher before the server is back; the page is closed as it is.
  const context = maraAgain.browserContext();
  await maraAgain.close();
  await mara.goto(app.base, { waitUntil: 'networkidle0' });
  await clickText(mara, 'Sign out');
  await signIn(mara, SECOND_TEACHER);
  // Long enough for the closed window's draft to count as left.
  await mara.evaluateOnNewDocument(setClockOn, LEFT_AFTER);
  await open(mara);
  expect(await textOf(mara)).not.toContain('Unsent.');
  await mara.goto(app.base, { waitUntil: 'networkidle0' });
  await clickText(mara, 'Sign out');
  await clickText(mara, 'Open the demo school');
  await mara.waitForSelector('nav');
  const back = await newPage(context);
  await back.evaluateOnNewDocument(setClockOn, LEFT_AFTER);
  await open(back);
  await back.waitForFunction(() =>
    (document.querySelector('.tiptap')?.textContent ?? '').includes('Unsent.'),
  );
  await kept(back, 'Unsent.');
});
