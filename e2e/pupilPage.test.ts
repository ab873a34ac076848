import pg from 'pg';
import type { Browser, BrowserContext, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  PATIENCE,
  addHandout,
  clickText,
  enterDemo,
  hear,
  launchBrowser,
  openPage,
  seeText,
  startApp,
  type RunningApp,
  newPage,
  nextPage,
} from './app.ts';
import { stays } from '../packages/server/src/testing/stays.ts';
import { violationsOn } from './violations.ts';

declare global {
  interface Window {
    /** Has the page show its player to whoever listens. */
    aurelfieldListens?: boolean;
  }
}

const TITLE = 'The weir at night';
/** Short, so that it is soon made; with two sections, so that there are contents. */
const TEXT = `# ${TITLE}

The river is loud above the weir and quiet below it. Four lamps stand along the wall. One of them is always broken.

## Who works there

A keeper walks the wall every evening and counts the boats. She writes the number into a small blue book. On cold nights she carries a kettle of tea.

## What the water does

The water falls two metres and turns white. Fish rest in the pool behind the third stone. In spring they jump, and nobody sleeps.`;
const OTHER = {
  title: 'Bread for the ferry',
  text: '# Bread for the ferry\n\nThe baker wakes at four. The loaves are warm at six.',
};

let app: RunningApp;
let browser: Browser;
let teacher: Page;
let complaints: string[];
let database: pg.Client;
/** The pupil's own browser: nothing of the teacher's is in it. */
let own: BrowserContext;
let page: Page;
const strange: string[] = [];
let address = '';
let otherHandout: string;

beforeAll(async () => {
  app = await startApp();
  browser = await launchBrowser();
  ({ page: teacher, complaints } = await openPage(browser, app.base));
  database = new pg.Client({ connectionString: app.databaseUrl });
  await database.connect();
  // A class of two: every further pupil is made for as well, and shows nothing more.
  await database.query(
    `delete from class_members using pupils where pupils.id = pupil_id and pupils.name not in ('Ines', 'Wren')`,
  );
  await enterDemo(teacher);
  await addHandout(teacher, { title: TITLE, text: TEXT, className: 'Year 8' });
  otherHandout = await addHandout(teacher, OTHER);
  await teacher.reload({ waitUntil: 'networkidle0' });
  own = await browser.createBrowserContext();
  page = await newPage(own);
  await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
  await page.evaluateOnNewDocument(() => {
    window.aurelfieldListens = true;
  });
  page.on('pageerror', (error) => complaints.push(String(error)));
  page.on('console', (message) => {
    if (message.type() === 'error' && !message.text().startsWith('Failed to load resource'))
      complaints.push(message.text());
  });
  page.on('request', (request) => {
    const url = request.url();
    if (!url.startsWith(app.base) && !/^(?:blob|data):/u.test(url)) strange.push(url);
  });
});
afterAll(async () => {
  expect(complaints).toEqual([]);
  await database.end();
  await browser.close();
  await app.stop();
});

const press = (on: Page, name: string) =>
  on.evaluate((wanted) => {
    const found = [...document.querySelectorAll<HTMLElement>('button, [role="menuitem"]')].find(
      (one) => one.textContent.trim() === wanted || one.getAttribute('aria-label') === wanted,
    );
    if (!found) throw new Error(`There is nothing called “${wanted}”.`);
    found.click();
  }, name);
const isPlaying = () =>
  page.waitForFunction(() => {
    const { element, state } = window.aurelfieldPlayer ?? {};
    return state?.status === 'playing' && (element?.currentTime ?? 0) > 0.05;
  });
const state = () => page.evaluate(() => ({ ...window.aurelfieldPlayer?.state }));
const place = () => page.evaluate(() => window.aurelfieldPlayer?.place);
/** What the pupil has set for this link on this device. */
const set = (change: object) =>
  page.evaluate((wanted) => {
    const opened = JSON.parse(document.getElementById('opened')?.textContent ?? '{}') as {
      accessToken?: string;
    };
    const key = `aurelfield:settings:${opened.accessToken?.split('.')[0] ?? ''}`;
    const defaults = {
      letters: 1,
      colours: 'made',
      clearLines: 0,
      rate: 1,
      switches: 'none',
      scanSeconds: 1.5,
    };
    const kept = JSON.parse(localStorage.getItem(key) ?? '{}') as object;
    localStorage.setItem(key, JSON.stringify({ ...defaults, ...kept, ...wanted }));
  }, change);
/** Opens the page again, and waits until it can be played. */
const visit = async () => {
  await page.goto(address);
  await page.waitForSelector('.text h1');
  await page.waitForFunction(() => window.aurelfieldPlayer !== undefined);
};
/** Widest that the page is beyond its window. */
const overflow = () => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
const events = async (kind: string) =>
  Number((await database.query<{ count: string }>('select count(*) from listening_events where kind = $1', [kind])).rows[0]?.count); // prettier-ignore

describe('handing out, as a teacher does it', () => {
  test('from the shelf to links and codes for a class', async () => {
    await teacher.locator(`button[aria-label="More for “${TITLE}”"]`).click();
    await teacher.waitForSelector('[role="menuitem"]');
    await press(teacher, 'Hand out');
    await seeText(teacher, 'Nothing is handed out yet');
    expect(await violationsOn(teacher)).toEqual([]);
    // The pupils of its class are chosen already.
    await press(teacher, 'Hand out');
    await seeText(teacher, 'Given ');
    await teacher.waitForFunction(() => !document.body.innerText.includes('Preparing'), {});
    expect(await violationsOn(teacher)).toEqual([]);
    await press(teacher, 'Link and code for Ines');
    await seeText(teacher, 'Or by this code');
    expect(await violationsOn(teacher)).toEqual([]);
    address = await teacher.$eval('[role="dialog"] input[readonly]', (input) => input.value);
    expect(address).toMatch(/\/p\/[\w-]{32}$/u);
    await press(teacher, 'Close');
    await teacher.goto(`${app.base}/assignments/cards`, { waitUntil: 'networkidle0' });
    await seeText(teacher, 'and type');
    expect(await violationsOn(teacher)).toEqual([]);
  });

  test('somebody agrees that listening is recorded', async () => {
    await teacher.goto(`${app.base}/records`, { waitUntil: 'networkidle0' });
    await seeText(teacher, 'Nothing is recorded here yet');
    const checkbox = await teacher.waitForSelector('::-p-xpath(//label[normalize-space(.)="Ines"])');
    await checkbox?.click();
    await teacher.waitForFunction(async () => {
      const { pupils } = (await (await fetch('/api/records/settings')).json()) as {
        pupils: { keeps: boolean }[];
      };
      return pupils.some(({ keeps }) => keeps);
    });
    expect(await violationsOn(teacher)).toEqual([]);
  });
});

describe('the pupil’s page on a phone', () => {
  test('opens by its link alone, in the pupil’s look, without a cookie or a word to anybody else', async () => {
    await page.goto(address, { waitUntil: 'networkidle0' });
    expect(await page.$eval('.text h1', (one) => one.textContent)).toBe(TITLE);
    expect(await violationsOn(page)).toEqual([]);
    expect(await own.cookies()).toEqual([]);
    expect(await overflow()).toBeLessThanOrEqual(0);
    expect(strange).toEqual([]);
  });

  test('plays, and at 12 moments the lit word is the one whose time it is', async () => {
    await press(page, 'Play');
    await isPlaying();
    let highlighted = 0;
    for (let i = 0; i < 12; i++) {
      await hear(page, 0.4);
      const moment = await page.evaluate(() => {
        const player = window.aurelfieldPlayer;
        const word = document.querySelector('.lit');
        const [, sentence = '', nth = ''] = /^s(\d+)w(\d+)$/u.exec(word?.id ?? '') ?? [];
        if (!player || !word) return undefined;
        const [from, to] = player.track.sentences[Number(sentence)]?.times?.[Number(nth)] ?? [0, 0];
        const start = player.track.secondOf(Number(sentence));
        const { sampleRate } = player.track;
        return { clock: player.position, from: start + from / sampleRate, to: start + to / sampleRate };
      });
      if (!moment) continue;
      highlighted += 1;
      // A frame behind the clock, and through the closure before the next sound.
      expect(moment.clock).toBeGreaterThanOrEqual(moment.from - 0.034);
      expect(moment.clock).toBeLessThan(moment.to + 0.15 + 0.034);
    }
    expect(highlighted).toBeGreaterThan(5);
    const session = await page.evaluate(() => ({ title: navigator.mediaSession.metadata?.title, state: navigator.mediaSession.playbackState })); // prettier-ignore
    expect(session).toEqual({ title: TITLE, state: 'playing' });
  });

  test('goes on to the end with the network cut, also after it was closed, and what happened is told once when it is back', async () => {
    // What is to be heard was fetched ahead, and the page itself is kept.
    await page.waitForFunction(async () => {
      const names = await caches.keys();
      const [kept, pages] = [
        names.find((name) => name.startsWith('aurelfield-kept-')),
        names.find((name) => name === 'aurelfield-page-1'),
      ];
      if (kept === undefined || pages === undefined) return false;
      const cache = await caches.open(kept);
      const files = await cache.keys();
      const text = files.find(({ url }) => url.endsWith('page.json'));
      const { segments = [0] } = text
        ? ((await (await cache.match(text))?.json()) as { segments: unknown[] })
        : {};
      const sounds = files.filter(({ url }) => url.includes('/sound-')).length;
      return sounds === segments.length && (await (await caches.open(pages)).keys()).length > 2;
    });
    await app.kill();
    await page.setOfflineMode(true);
    const last = await page.evaluate(() => (window.aurelfieldPlayer?.track.sentences.length ?? 1) - 1);
    await page.evaluate((sentence) => void window.aurelfieldPlayer?.seek({ sentence, word: 0 }, true), last);
    await page.waitForFunction(() => window.aurelfieldPlayer?.state.status === 'ended');
    await seeText(page, 'Play again');
    await page.goto(address, { waitUntil: 'load' });
    await page.waitForSelector('.text h1');
    await press(page, 'Play');
    await isPlaying();
    await press(page, 'Pause');
    expect(await events('finished')).toBe(0);
    await app.start();
    await page.setOfflineMode(false);
    await page.evaluate(() => dispatchEvent(new Event('online')));
    await expect.poll(() => events('finished'), { timeout: PATIENCE }).toBe(1);
    expect(await events('opened')).toBe(2);
    await page.waitForFunction(() =>
      Object.entries(localStorage).every(
        ([key, kept]) => !key.startsWith('aurelfield:outbox') || kept === '[]',
      ),
    );
    await page.reload({ waitUntil: 'networkidle0' });
    expect(await events('finished')).toBe(1);
  });

  test('More and “This sentence” work, and what is said comes back to the teacher', async () => {
    await press(page, 'More …');
    await page.waitForSelector('dialog[open]');
    expect(await violationsOn(page)).toEqual([]);
    expect(await overflow()).toBeLessThanOrEqual(0);
    await page.select('dialog select', 'dark');
    expect(await page.$eval('html', (one) => one.dataset.colours)).toBe('dark');
    expect(await violationsOn(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.waitForSelector('dialog[open]', { hidden: true });
    await press(page, 'This sentence …');
    expect(await violationsOn(page)).toEqual([]);
    // A word is asked about: its sound comes, and its meaning is reported.
    const heard = page.waitForResponse((response) => response.url().endsWith('/slowly'));
    await press(page, 'Hear it slowly');
    expect((await heard).status()).toBe(200);
    await press(page, 'I don’t understand this');
    await seeText(page, 'Your teacher will see');
    await press(page, 'Mark this sentence');
    await press(page, 'Close');
    expect(await page.$$eval('.marked', (all) => all.length)).toBeGreaterThan(0);
    await expect.poll(() => events('comment'), { timeout: PATIENCE }).toBeGreaterThan(0);
    await teacher.goto(`${app.base}/records`, { waitUntil: 'networkidle0' });
    await seeText(teacher, 'Ines says: “I don’t understand this.”');
    await seeText(teacher, 'Minutes heard a week');
    expect(await teacher.$eval('nav', (nav) => nav.innerText)).toMatch(/1\s*new message/u);
    expect(await violationsOn(teacher)).toEqual([]);
    await clickText(teacher, 'Mark as read');
    await teacher.waitForFunction(() => !/new message/u.test(document.querySelector('nav')?.innerText ?? ''));
  });
});

describe('the pupil’s page, whoever uses it', () => {
  test('by keys alone: play, go about, set the pace, come back', async () => {
    await page.setViewport({ width: 1280, height: 800 });
    await visit();
    await page.keyboard.press('Home');
    const tabTo = async (name: string) => {
      for (let i = 0; i < 30; i++) {
        await page.keyboard.press('Tab');
        if ((await page.evaluate(() => document.activeElement?.textContent.trim())) === name) return;
      }
      throw new Error(`“${name}” is not reached by Tab.`);
    };
    await tabTo('Play');
    await page.keyboard.press('Enter');
    await isPlaying();
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => window.aurelfieldPlayer?.state.status === 'paused');
    await page.keyboard.press('Home');
    expect(await place()).toEqual({ sentence: 0, word: 0 });
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    expect((await place())?.sentence).toBe(2);
    await page.keyboard.down('Shift');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.up('Shift');
    expect(await place()).toEqual({ sentence: 2, word: 1 });
    await tabTo('Slower');
    await page.keyboard.press('Space');
    expect((await state()).rate).toBe(0.9);
    await tabTo('More …');
    await page.keyboard.press('Enter');
    await page.waitForSelector('dialog[open]');
    await page.keyboard.press('Escape');
    await page.waitForSelector('dialog[open]', { hidden: true });
    expect(await page.evaluate(() => document.activeElement?.textContent.trim())).toBe('More …');
  });

  test('by one switch: the bar is gone through, and a press plays', async () => {
    await set({ switches: 'one', scanSeconds: 2.5 });
    await visit();
    const highlightsAre = (names: readonly string[]) =>
      page.waitForFunction(
        (wanted) =>
          [...document.querySelectorAll('[data-scan]')].map((one) => one.textContent.trim()).join() ===
          wanted,
        { polling: 20 },
        names.join(),
      );
    // The switch wakes the light, then chooses the row, then the button.
    await page.keyboard.press('F');
    await highlightsAre(['Play', 'Back', 'Again', 'Next']);
    await page.keyboard.press('F');
    await highlightsAre(['Play']);
    await page.keyboard.press('F');
    await isPlaying();
    const rate = (await state()).rate ?? 1;
    await page.waitForFunction(() => document.querySelectorAll('.row.small [data-scan]').length > 3, {
      polling: 20,
    });
    await page.keyboard.press('F');
    await highlightsAre(['Slower']);
    await page.keyboard.press('F');
    await page.waitForFunction((before) => (window.aurelfieldPlayer?.state.rate ?? 9) < before, {}, rate);
  });

  test('by two switches: Space goes on, Enter chooses, and time does nothing', async () => {
    await set({ switches: 'two', scanSeconds: 0.5 });
    await visit();
    const highlighted = () => page.$$eval('[data-scan]', (all) => all.map((one) => one.textContent.trim()));
    await page.keyboard.press('Space');
    expect(await highlighted()).toEqual(['Play', 'Back', 'Again', 'Next']);
    await stays(highlighted, ['Play', 'Back', 'Again', 'Next'], 1200);
    expect(await violationsOn(page)).toEqual([]);
    await page.keyboard.press('Enter');
    await page.keyboard.press('Space');
    await page.keyboard.press('Space');
    expect(await highlighted()).toEqual(['Again']);
    await page.keyboard.press('Enter');
    await isPlaying();
    await set({ switches: 'none', clearLines: 0 });
  });

  test(
    'by one switch alone: another handout, play, a message, contents, another pace, back to the list, and no more switch',
    { tags: 'long' },
    async () => {
      // A second handout for the same pupil, so that there is a list.
      await teacher.goto(app.base, { waitUntil: 'networkidle0' });
      await teacher.evaluate(async (handoutId) => {
        const ask = async (path: string, init?: RequestInit) =>
          (await fetch(`/api${path}`, init)).json() as Promise<unknown>;
        const { csrfToken } = (await ask('/session')) as { csrfToken: string };
        const pupils = (await ask('/pupils')) as { id: string; name: string }[];
        const pupil = pupils.find(({ name }) => name === 'Ines');
        await fetch('/api/assignments', {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'x-aurelfield-token': csrfToken },
          body: JSON.stringify({ handoutIds: [handoutId], pupilIds: [pupil?.id] }),
        });
        for (;;) {
          const out = (await ask('/assignments')) as { state: string }[];
          if (out.every(({ state }) => state === 'out')) return;
          await new Promise((resolve) => setTimeout(resolve, 100));
        }
      }, otherHandout);
      await page.setViewport({ width: 1000, height: 800 });
      await set({ switches: 'one', scanSeconds: 0.5 });
      await page.goto(address);
      await seeText(page, 'Your handouts');
      /** Presses the switch whenever what is wanted is highlighted: first its row, then itself. */
      const choose = async (name: string) => {
        const isHighlighted = (kind: 'row' | 'button') =>
          page.waitForFunction(
            (wanted, how) =>
              [...document.querySelectorAll<HTMLElement>(`[data-scan="${how}"]`)].some((one) =>
                one.textContent.trim().startsWith(wanted),
              ),
            { polling: 20 },
            name,
            kind,
          );
        if (!(await page.$('[data-scan]'))) await page.keyboard.press('F13');
        await isHighlighted('row');
        await page.keyboard.press('F13');
        await isHighlighted('button');
        await page.keyboard.press('F13');
      };
      await choose(TITLE);
      await page.waitForSelector('.text h1');
      expect(await violationsOn(page)).toEqual([]);
      await choose('Play');
      await isPlaying();
      const comments = await events('comment');
      await choose('This sentence');
      await page.waitForSelector('dialog[open]');
      await choose('I don’t understand this');
      await seeText(page, 'Sent.');
      expect(await events('comment')).toBe(comments + 1);
      await choose('Close');
      await page.waitForSelector('dialog[open]', { hidden: true });
      await choose('More');
      const sections = await page.$$eval('dialog ol button', (all) =>
        all.map((one) => one.textContent.trim()),
      );
      await choose(sections[1] ?? '');
      await page.waitForSelector('dialog[open]', { hidden: true });
      expect((await place())?.sentence).toBeGreaterThan(1);
      const rate = (await state()).rate ?? 1;
      await choose('Slower');
      await page.waitForFunction((before) => (window.aurelfieldPlayer?.state.rate ?? 9) < before, {}, rate);
      await choose('All your handouts');
      await seeText(page, 'Your handouts');
      await choose('Stop scanning');
      await page.waitForFunction(
        () => !document.querySelector('[data-scan]') && !document.body.innerText.includes('Stop scanning'),
      );
      await page.keyboard.press('F13');
      expect(await page.$('[data-scan]')).toBeNull();
      await teacher.evaluate(async (kept) => {
        const ask = async (path: string) => (await fetch(`/api${path}`)).json() as Promise<unknown>;
        const { csrfToken } = (await ask('/session')) as { csrfToken: string };
        const out = (await ask('/assignments')) as { id: string; title: string; pupil: string }[];
        const second = out.find(({ title, pupil }) => title !== kept && pupil === 'Ines');
        await fetch(`/api/assignments/${second?.id ?? ''}`, { method: 'DELETE', headers: { 'x-aurelfield-token': csrfToken } }); // prettier-ignore
      }, TITLE);
    },
  );

  test('a switch that is a mouse button chooses what is highlighted, never what lies under the pointer', async () => {
    await set({ switches: 'one', scanSeconds: 3 });
    await visit();
    const before = await place();
    const box = await (await page.$('.text p .w'))?.boundingBox();
    await page.mouse.click((box?.x ?? 0) + 5, (box?.y ?? 0) + 5);
    await page.mouse.click((box?.x ?? 0) + 5, (box?.y ?? 0) + 5);
    expect(await page.$$eval('[data-scan="button"]', (all) => all.map((one) => one.textContent))).toEqual([
      'Play',
    ]);
    expect(await place()).toEqual(before);
    await set({ switches: 'none', rate: 1 });
  });

  test.each([
    ['a phone on its side', 844, 390],
    ['400 % of 1280 × 1024', 320, 256],
    ['200 % of 1366 × 768', 683, 384],
  ])(
    '%s: the player is on the screen, in one row, on at most a quarter of it',
    async (_name, width, height) => {
      await page.setViewport({ width, height });
      await visit();
      const bar = await page.evaluate(() => {
      const { top, bottom, height: tall } = document.querySelector('.bar')?.getBoundingClientRect() ?? new DOMRect();
      const shown = [...document.querySelectorAll('.bar button')].map((one) => ({ name: one.textContent.trim(), box: one.getBoundingClientRect() })).filter(({ box }) => box.width > 0); // prettier-ignore
      return { share: tall / innerHeight, isOn: top >= 0 && bottom <= innerHeight + 1, rows: new Set(shown.map(({ box }) => Math.round(box.top))).size, names: shown.map(({ name }) => name), inside: shown.every(({ box }) => box.left >= 0 && box.right <= innerWidth) };
    }); // prettier-ignore
      expect(bar).toMatchObject({ isOn: true, rows: 1, inside: true });
      expect(bar.names).toEqual(['Play', 'Back', 'Again', 'Next', 'More …']);
      expect(bar.share).toBeLessThanOrEqual(0.25);
      expect(await overflow()).toBeLessThanOrEqual(0);
      await press(page, 'More …');
      await seeText(page, 'This sentence …');
      expect(await violationsOn(page)).toEqual([]);
      await page.keyboard.press('Escape');
    },
  );

  test.each([
    ['320 px wide', { width: 320, height: 640 }, 1],
    ['at 400 % zoom', { width: 1280, height: 1024 }, 4],
    ['in a low window', { width: 640, height: 320 }, 1],
  ])('%s nothing is cut off', async (_name, size, zoom) => {
    // A zoom of 400 % is a window of a quarter of the pixels, each four times as large.
    await page.setViewport({ width: size.width / zoom, height: size.height / zoom, deviceScaleFactor: zoom });
    await visit();
    expect(await overflow()).toBeLessThanOrEqual(0);
    await press(page, 'More …');
    expect(await overflow()).toBeLessThanOrEqual(0);
    expect(await violationsOn(page)).toEqual([]);
    await page.keyboard.press('Escape');
  });

  test('the reading window leaves lines clear and dims the rest', async () => {
    await page.setViewport({ width: 1000, height: 800 });
    await set({ clearLines: 2 });
    await visit();
    await page.keyboard.press('Home');
    await page.keyboard.press('ArrowRight');
    const clear = await page.evaluate(() => {
      const [above, below] = [...document.querySelectorAll('.dim')].map((one) => one.getBoundingClientRect());
      const box = document.querySelector('.lit, .lit-sentence')?.getBoundingClientRect();
      return { top: above?.bottom ?? 0, bottom: below?.top ?? 0, word: box?.top ?? 0 };
    });
    expect(clear.word).toBeGreaterThan(clear.top - 1);
    expect(clear.word).toBeLessThan(clear.bottom);
    expect(clear.bottom - clear.top).toBeGreaterThan(40);
    expect(clear.bottom - clear.top).toBeLessThan(220);
    await set({ switches: 'none', clearLines: 0 });
  });
});

describe('inside another page', { tags: 'long' }, () => {
  const platform = () => `${app.site}/platform/lesson?page=${encodeURIComponent(address)}`;
  const framed = async () => {
    const answered = page.waitForResponse((response) => response.url() === address);
    await page.goto(platform());
    await answered;
    return (await page.waitForSelector('iframe'))?.contentFrame();
  };

  test('of a site that nobody has allowed it is not shown', async () => {
    const frame = await framed();
    await stays(() => frame?.$('.text h1').catch(() => null), null, 500);
    // The refusal is reported in the console: that is what was wanted.
    complaints.splice(0);
  });

  test('of an allowed one it is, plays there when it is asked to, and is clean', async () => {
    await teacher.goto(`${app.base}/assignments`, { waitUntil: 'networkidle0' });
    await teacher.type('textarea', app.site);
    await press(teacher, 'Allow these sites');
    await teacher.waitForFunction(async () => {
      const { origins } = (await (await fetch('/api/school/embedding')).json()) as { origins: string[] };
      return origins.length === 1;
    });
    await framed();
    const frame = page.frames().find((one) => one.url() === address);
    await frame?.waitForSelector('.text h1');
    const status = () => frame?.evaluate(() => document.querySelector('.row .play')?.textContent);
    expect(await status()).toBe('Play');
    await (await frame?.$('.row .play'))?.click();
    await frame?.waitForFunction(() => document.querySelector('.lit') !== null);
    expect(await status()).toBe('Pause');
    expect(await violationsOn(page)).toEqual([]);
  });
});

describe('a page of the school’s own site', { tags: 'long' }, () => {
  test('is allowed by the teacher, in one pupil’s way', async () => {
    await teacher.goto(`${app.base}/assignments`, { waitUntil: 'networkidle0' });
    const sites = await teacher.waitForSelector('::-p-aria([name="Sites whose pages may be heard"])');
    await sites?.type(app.site);
    await teacher
      .locator('::-p-xpath(//*[normalize-space(text())="Use the settings of"]/following-sibling::button)')
      .click();
    await teacher.locator('::-p-xpath(//*[@role="option"][normalize-space(.)="Ines"])').click();
    await press(teacher, 'Allow these pages');
    await seeText(teacher, 'Copy the line');
    expect(await violationsOn(teacher)).toEqual([]);
  });

  test('has a link where its one line stands; pressed, the page is made and plays', async () => {
    await page.goto(`${app.site}/river/bore-aloud?server=${encodeURIComponent(app.base)}`);
    const link = await page.waitForSelector('::-p-xpath(//h1/following-sibling::a[.="Listen to this page"])');
    const opened = nextPage(own);
    await link?.click();
    const tab = await opened;
    // A tab that stays in front hides this browser's other one, which then draws, and is waited for, no more.
    try {
      await seeText(tab, 'One moment, please');
      expect(await violationsOn(tab)).toEqual([]);
      await tab.waitForSelector('.row .play');
      expect(await tab.$eval('.text', ({ textContent }) => textContent)).toContain('a haystack through');
      await (await tab.$('.row .play'))?.click();
      await tab.waitForFunction(() => document.querySelector('.lit') !== null);
      expect(await own.cookies()).toEqual([]);
    } finally {
      await tab.close();
    }
  });

  test('of a site that is not allowed says so', async () => {
    await page.goto(`${app.base}/hear?page=${encodeURIComponent('https://elsewhere.example/')}`);
    await seeText(page, 'This page cannot be heard');
    expect(await violationsOn(page)).toEqual([]);
  });

  test('stands among what was asked for', async () => {
    await teacher.reload({ waitUntil: 'networkidle0' });
    await seeText(teacher, '1 page asked for');
    await teacher.evaluate(() => {
      for (const box of document.querySelectorAll('details')) box.open = true;
    });
    await seeText(teacher, 'can be heard');
    expect(await violationsOn(teacher)).toEqual([]);
  });
});

describe('a door that is shut', () => {
  test('a link with a PIN asks for it, and a code opens from the short address', async () => {
    await teacher.goto(`${app.base}/assignments`, { waitUntil: 'networkidle0' });
    await press(teacher, 'Link and code for Ines');
    await seeText(teacher, 'PIN (4–8 digits)');
    await teacher.type('[role="dialog"] input:not([readonly])', '2468');
    await press(teacher, 'Set PIN');
    await seeText(teacher, 'A PIN is set');
    const code = await teacher.$eval('.code', (one) => one.textContent);
    await page.goto(address);
    await seeText(page, 'Type your PIN');
    expect(await violationsOn(page)).toEqual([]);
    await page.type('input[inputmode="numeric"]', '1111');
    await press(page, 'Open');
    await seeText(page, 'PIN not recognised');
    expect(await violationsOn(page)).toEqual([]);
    await page.$eval('input[inputmode="numeric"]', (input) => input.select());
    await page.type('input[inputmode="numeric"]', '2468');
    await press(page, 'Open');
    await page.waitForSelector('.text h1');
    // This device knows the page now: a reload opens it again.
    await page.reload();
    await page.waitForSelector('.text h1');
    // Another device types the code, is asked for the PIN, and ends at the page's own address.
    const context = await browser.createBrowserContext();
    const other = await newPage(context);
    await other.goto(`${app.base}/p`);
    await seeText(other, 'Type the code from your card');
    expect(await violationsOn(other)).toEqual([]);
    await other.type('input', code.toUpperCase());
    await other.keyboard.press('Enter');
    await other.waitForSelector('input[inputmode="numeric"]');
    await other.type('input[inputmode="numeric"]', '2468');
    await other.keyboard.press('Enter');
    await other.waitForSelector('.text h1');
    expect(other.url()).toBe(address);
    await other.reload();
    await other.waitForSelector('.text h1');
    await context.close();
  });

  test('what is taken back opens nothing, and undone it is out again', async () => {
    await press(teacher, 'Close');
    await press(teacher, `Withdraw: “${TITLE}” from Ines`);
    await seeText(teacher, 'was withdrawn from Ines');
    await page.goto(address);
    await seeText(page, 'There is nothing here yet');
    expect(await violationsOn(page)).toEqual([]);
    await press(teacher, 'Undo');
    await seeText(teacher, 'Given ');
  });
});
