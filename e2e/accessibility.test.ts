import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  clickText,
  enterDemo,
  launchBrowser,
  openPage,
  seeText,
  startApp,
  twoFrames,
  type RunningApp,
} from './app.ts';
import { COLOURS, violationsOn } from './violations.ts';

let app: RunningApp;
let browser: Browser;
let page: Page;
beforeAll(async () => {
  app = await startApp({ photo: true });
  browser = await launchBrowser();
  ({ page } = await openPage(browser, app.base));
});
afterAll(async () => {
  await browser.close();
  await app.stop();
});

const violations = () => violationsOn(page);

/** No side-scrolling at 320 CSS pixels (WCAG 1.4.10), which is also 1280 pixels at 400 % zoom. */
async function overflow(): Promise<number> {
  await page.setViewport({ width: 320, height: 700 });
  await twoFrames(page);
  const extra = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  await page.setViewport({ width: 1280, height: 800 });
  return extra;
}

/**
 * How much farther the page can be scrolled than there is anything on it: what is hidden for the eye alone
 * must not lengthen it.
 */
const emptyBelow = () =>
  page.evaluate(
    () => document.documentElement.scrollHeight - Math.max(innerHeight, document.body.scrollHeight),
  );

const VIEWS: readonly (readonly [name: string, address: string, ready: string])[] = [
  ['handouts', '/', 'Letter from the kiln'],
  ['add a handout', '/add', 'About this handout'],
  ['pupils', '/pupils', 'Tobias'],
  ['a new pupil', '/pupils/new', 'A sentence to try it on'],
  ['pronunciations', '/pronunciations', 'Sallow'],
  ['phrases', '/phrases', 'Osric’s board'],
  ['make', '/make', 'Choose at least one handout'],
  ['nowhere', '/nowhere', 'Page not found'],
];

/**
 * Shows the page in a colour scheme, without the change of colours being animated: half-way colours are
 * nobody's.
 */
async function showIn(scheme: 'light' | 'dark'): Promise<void> {
  await page.emulateMediaFeatures([
    { name: 'prefers-color-scheme', value: scheme },
    { name: 'prefers-reduced-motion', value: 'reduce' },
  ]);
}

async function check(): Promise<void> {
  await showIn('dark');
  expect(await violationsOn(page, COLOURS), 'dark').toEqual([]);
  await showIn('light');
  expect(await violations(), 'light').toEqual([]);
  expect(await emptyBelow()).toBeLessThanOrEqual(1);
  expect(await overflow()).toBeLessThanOrEqual(0);
}

describe('axe finds nothing, in light and dark, and nothing is cut off at 320 pixels', () => {
  test('sign in', async () => {
    await check();
    await enterDemo(page);
  });

  test.each(VIEWS)('%s', async (_name, address, ready) => {
    await page.goto(`${app.base}${address}`, { waitUntil: 'networkidle0' });
    await seeText(page, ready);
    await check();
  });

  test('a pupil’s voice, gone through by keys: what has the focus is seen', async () => {
    await page.goto(`${app.base}/pupils`, { waitUntil: 'networkidle0' });
    await clickText(page, 'Tobias');
    await page.waitForSelector('[role="radiogroup"] input:checked');
    await check();
    await page.focus('[role="radiogroup"] input:checked');
    for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowDown');
    const hides = await page.evaluate(() => {
      const { top, bottom } = document.activeElement?.closest('label')?.getBoundingClientRect() ?? {};
      return top === undefined || bottom === undefined || top < 0 || bottom > innerHeight;
    });
    expect(hides).toBe(false);
  });

  test('proof, with places found', async () => {
    await page.goto(app.base, { waitUntil: 'networkidle0' });
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('a[aria-label^="Check"]')]
        .find((link) => /peat bog/.test(link.ariaLabel ?? ''))
        ?.click(),
    );
    await page.waitForSelector('.tiptap');
    await seeText(page, 'Reading level');
    await page.keyboard.press('F8');
    await check();
  });

  test('proof of a photographed page, with a doubtful word and a part marked', async () => {
    await page.goto(app.base, { waitUntil: 'networkidle0' });
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('a[aria-label^="Check"]')]
        .find((link) => /Moss/.test(link.ariaLabel ?? ''))
        ?.click(),
    );
    await page.waitForSelector('.tiptap');
    await seeText(page, 'the scan was unsure of');
    await page.keyboard.press('F8');
    await clickText(page, 'Read one area again');
    await seeText(page, 'Cancel');
    await check();
  });

  test('handouts, with the facts of one being changed', async () => {
    await page.goto(app.base, { waitUntil: 'networkidle0' });
    await page.click('button[aria-label^="More for"]');
    await page.waitForSelector('[role="menuitem"]');
    await clickText(page, 'Title, subject, class, tags');
    await page.waitForSelector('form[aria-label^="Facts"]');
    await check();
  });

  test('listen, while it plays', async () => {
    await page.goto(app.base, { waitUntil: 'networkidle0' });
    await clickText(page, 'How a peat bog keeps time');
    await page.waitForSelector('[role="slider"]');
    await page.keyboard.press('Space');
    await page.waitForSelector('[data-highlighted="true"]');
    await check();
  });

  test('the whole of listening is reached with the tab key alone', async () => {
    const reached = new Set<string>();
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    for (let i = 0; i < 40; i++) {
      await page.keyboard.press('Tab');
      reached.add(
        await page.evaluate(
          () =>
            document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '',
        ),
      );
    }
    for (const name of [
      'Previous sentence',
      // It plays since the test before.
      'Pause',
      'Next sentence',
      'Sentence',
      'Speed',
      'Shortcuts',
      'Notes',
      'file',
    ])
      expect(
        [...reached].some((label) => label.includes(name)),
        name,
      ).toBe(true);
  });

  test('motion is left out where it is not wanted', async () => {
    await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
    const moving = await page.evaluate(
      () =>
        [...document.querySelectorAll('*')].filter(
          (element) =>
            !/^(none|all 0s.*|all)$/u.test(getComputedStyle(element).transition) &&
            getComputedStyle(element).transitionDuration !== '0s',
        ).length,
    );
    expect(moving).toBe(0);
  });
});

test('without the demo, the first account is asked for', { tags: 'long' }, async () => {
  const empty = await startApp({ demo: false });
  try {
    ({ page } = await openPage(browser, empty.base));
    await seeText(page, 'The first account');
    await check();
    for (const [label, value] of [
      ['School', 'Heron Bank'],
      ['Your name', 'Ilse Quill'],
      ['Email', 'ilse@heron.example'],
      ['Password', 'a long enough phrase'],
    ] as const) {
      await page.locator(`::-p-aria(${label})`).fill(value);
    }
    await clickText(page, 'Make the account');
    await seeText(page, 'No handouts yet');
    expect(await violations()).toEqual([]);
    await clickText(page, 'Pupils');
    await seeText(page, 'No pupils yet');
    expect(await violations()).toEqual([]);
  } finally {
    await empty.stop();
  }
});

describe('high contrast (forced colours)', () => {
  /** The colour of a system colour's name on this page. */
  const systemColour = (name: string) =>
    page.evaluate((wanted) => {
      const probe = document.createElement('i');
      probe.style.cssText = `background:${wanted};forced-color-adjust:none`;
      document.body.append(probe);
      const { backgroundColor } = getComputedStyle(probe);
      probe.remove();
      return backgroundColor;
    }, name);
  beforeAll(async () => {
    await page.goto(app.base, { waitUntil: 'networkidle0' });
    if (!(await page.$('nav'))) await enterDemo(page);
    const client = await page.createCDPSession();
    await client.send('Emulation.setEmulatedMedia', {
      features: [{ name: 'forced-colors', value: 'active' }],
    });
  });

  test('the spoken word, its sentence, the place in the navigation and the main button are marked', async () => {
    await page.goto(app.base, { waitUntil: 'networkidle0' });
    const current = await page.$eval(
      'nav [aria-current="page"]',
      (link) => getComputedStyle(link).borderBottomColor,
    );
    expect(current).toBe(await systemColour('Highlight'));
    expect(await page.$eval('nav a:not([aria-current])', (link) => getComputedStyle(link).borderBottomColor)).not.toBe(current); // prettier-ignore
    await clickText(page, 'Letter from the kiln');
    await page.waitForSelector('[data-sentence]');
    await page.locator('::-p-aria([name="Play"][role="button"])').click();
    await page.waitForSelector('[data-highlighted="true"]');
    const highlighted = await page.$eval(
      '[data-highlighted="true"]',
      (word) => getComputedStyle(word).backgroundColor,
    );
    expect(highlighted).toBe(await systemColour('Highlight'));
    expect(await page.$eval('[data-current="true"]', (one) => getComputedStyle(one).textDecorationLine)).toBe('underline'); // prettier-ignore
    // The text on the main button is seen: browsers would draw a plate over it.
    const play = await page.$eval('button.play', (one) => {
      const { backgroundColor, color } = getComputedStyle(one);
      return { backgroundColor, color };
    });
    expect(play.backgroundColor).toBe(await systemColour('Highlight'));
    expect(play.color).toBe(await systemColour('HighlightText'));
    await page.locator('::-p-aria([name="Pause"][role="button"])').click();
  });
});
