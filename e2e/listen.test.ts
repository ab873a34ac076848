import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { choosePupil, clickText, hear, seeText, type RunningApp } from './app.ts';
import { openDemo, type Demo } from './demo.ts';

/** Samples per second of the voices heard here. */
const RATE = 22_050;

const TEXT = `The bore on the Sallow

Twice a day the sea comes up the river as a single wave. It is 1.5 m high on 12/05/2024, and it is in the reeds before you hear it. Dr. Ward has watched it for 24 years.

Is it dangerous? Not to those who know the time of it.`;

let app: RunningApp;
let page: Page;
let demo: Demo;
beforeAll(async () => {
  demo = await openDemo();
  ({ app, page } = demo);
});
afterAll(() => demo.leave());

/** What is lit on the page and what the audio's clock says, read in one go. */
const sample = () =>
  page.evaluate(() => {
    const player = window.aurelfieldPlayer;
    const element = player?.element;
    const highlighted = document.querySelector<HTMLElement>('[data-highlighted="true"]');
    const sentence = highlighted?.closest<HTMLElement>('[data-sentence]');
    return {
      clock: element?.currentTime ?? 0,
      address: element?.src ?? '',
      paused: element?.paused ?? true,
      highlighted: highlighted?.textContent ?? null,
      word: Number(highlighted?.dataset.word ?? -1),
      sentence: Number(sentence?.dataset.sentence ?? -1),
      position: player?.position ?? 0,
    };
  });

/** The sentences of a stretch of sound, from the server. */
const sentencesOf = (address: string) =>
  page.evaluate(async (audio) => {
    const url = new URL(audio);
    const answer = await fetch(`${url.pathname.replace('audio.wav', 'sentences')}${url.search}`);
    return (await answer.json()) as {
      index: number;
      samples: number;
      pauseAfter: number;
      times: [number, number][];
    }[];
  }, address);

const playing = () =>
  page.waitForFunction(
    () =>
      (window.aurelfieldPlayer?.element?.currentTime ?? 0) > 0.05 &&
      window.aurelfieldPlayer?.state.status === 'playing',
  );
/**
 * A moment at which it plays. On a busy machine a sentence may be made later than the one before is heard:
 * the sound then waits, also between two looks at it.
 */
const whilePlaying = async () => {
  for (let i = 0; i < 20; i++) {
    await playing();
    const moment = await sample();
    if (!moment.paused) return moment;
  }
  return sample();
};
const pressPlay = () =>
  page.evaluate(() =>
    [...document.querySelectorAll('button')].find((button) => /^Play/u.test(button.textContent))?.click(),
  );

describe('the main job', () => {
  test('a pasted text becomes a reading', async () => {
    await clickText(page, 'Add a handout');
    await page.waitForSelector('textarea');
    await page.evaluate((text) => {
      const area = document.querySelector('textarea');
      area?.focus();
      document.execCommand('insertText', false, text);
    }, TEXT);
    await seeText(page, '1 heading');
    expect(
      await page.$eval(
        '::-p-aria([name="Title"][role="textbox"])',
        (input) => (input as HTMLInputElement).value,
      ),
    ).toBe('The bore on the Sallow');
    await clickText(page, 'Save and listen');
    await page.waitForSelector('[role="slider"]');
    await seeText(page, 'Scotland · lower');
  });

  test('a pupil is picked, and the reading is in the pupil’s voice', async () => {
    await choosePupil(page, 'Tobias');
    await seeText(page, 'Southern England · higher');
    await page.waitForSelector('[role="slider"]');
  });

  test('the sound plays, and at 20 moments the lit word is the one whose interval holds the audio’s time', async () => {
    await pressPlay();
    await playing();
    let highlighted = 0;
    for (let i = 0; i < 20; i++) {
      await hear(page, 0.3);
      const moment = await whilePlaying();
      expect(moment.paused).toBe(false);
      const sentences = await sentencesOf(moment.address);
      let start = 0;
      const intervals = sentences.flatMap(({ index, samples, pauseAfter, times }) => {
        const offset = start;
        start += (samples + pauseAfter) / RATE;
        return times.map(([from, to], word) => ({
          sentence: index,
          word,
          from: offset + from / RATE,
          to: offset + to / RATE,
        }));
      });
      // One frame is what the page may be behind the clock.
      const FRAME = 0.034;
      const holding = intervals.filter(({ from, to }) => moment.clock >= from && moment.clock < to);
      const near = intervals.filter(
        ({ from, to }) => moment.clock >= from - FRAME && moment.clock < to + FRAME,
      );
      if (moment.highlighted === null)
        expect(
          near.filter(({ from, to }) => moment.clock > from + FRAME && moment.clock < to - FRAME),
        ).toEqual([]);
      else {
        highlighted += 1;
        const own = intervals.find(
          ({ sentence, word }) => sentence === moment.sentence && word === moment.word,
        );
        // Through the short closure before a sound the word before it stays lit.
        const next = intervals.find(({ from }) => from >= (own?.to ?? 0))?.from ?? Infinity;
        const until = next - (own?.to ?? 0) < 0.15 ? next : (own?.to ?? 0);
        expect(
          moment.clock,
          `“${moment.highlighted}”, held by ${JSON.stringify(holding)}`,
        ).toBeGreaterThanOrEqual((own?.from ?? Infinity) - FRAME);
        expect(moment.clock).toBeLessThan(until + FRAME);
      }
    }
    expect(highlighted).toBeGreaterThan(10);
  });

  test('the keyboard plays, pauses and goes by sentence and by word', async () => {
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await page.keyboard.press('Space');
    await page.waitForFunction(() => window.aurelfieldPlayer?.state.status === 'paused');
    await page.keyboard.press('Home');
    const place = () => page.evaluate(() => window.aurelfieldPlayer?.place);
    expect(await place()).toEqual({ sentence: 0, word: 0 });
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    expect(await place()).toEqual({ sentence: 2, word: 0 });
    await page.keyboard.down('Shift');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.up('Shift');
    expect(await place()).toEqual({ sentence: 2, word: 1 });
    await page.keyboard.press('ArrowLeft');
    expect(await place()).toEqual({ sentence: 1, word: 0 });
  });

  test('a click on a word plays from it', async () => {
    const point = await page.evaluate(() => {
      const sentence = document.querySelector('[data-sentence="2"]');
      const text = document.createTreeWalker(sentence as Node, NodeFilter.SHOW_TEXT).nextNode() as Text;
      const at = text.data.indexOf('12/05/2024');
      const range = document.createRange();
      range.setStart(text, at + 2);
      range.setEnd(text, at + 4);
      const { x, y, width, height } = range.getBoundingClientRect();
      return { x: x + width / 2, y: y + height / 2 };
    });
    await page.mouse.click(point.x, point.y);
    await playing();
    await page.waitForSelector('[data-highlighted="true"]');
    expect(await page.$eval('[data-highlighted="true"]', (highlighted) => highlighted.textContent)).toBe(
      '12/05/2024',
    );
  });

  test('a reload keeps the text and the place', async () => {
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await page.keyboard.press('Space');
    await page.waitForFunction(() => window.aurelfieldPlayer?.state.status === 'paused');
    const place = await page.evaluate(() => window.aurelfieldPlayer?.place);
    expect(place?.sentence).toBeGreaterThan(1);
    await page.reload();
    await page.waitForSelector('[role="slider"]');
    expect(await page.evaluate(() => window.aurelfieldPlayer?.place)).toEqual(place);
    await page.keyboard.press('Space');
    await playing();
    expect((await sample()).sentence).toBeGreaterThanOrEqual(place?.sentence ?? 0);
  });

  test('the reading is played to its end', async () => {
    await page.evaluate(() => void window.aurelfieldPlayer?.seek({ sentence: 99, word: 99 }, true));
    await page.waitForFunction(() => window.aurelfieldPlayer?.state.status === 'ended');
    await seeText(page, 'Play again');
  });

  test('it is saved as MP3 under a friendly name', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-saved-'));
    const client = await page.createCDPSession();
    await client.send('Browser.setDownloadBehavior', {
      behavior: 'allow',
      downloadPath: folder,
      browserContextId: page.browserContext().id as string,
    });
    await clickText(page, 'Save Tobias’s file');
    await page.waitForSelector('[role="menuitem"]');
    await clickText(page, 'MP3');
    const file = path.join(folder, 'The bore on the Sallow – Tobias.mp3');
    for (let i = 0; i < 200 && !existsSync(file); i++)
      await new Promise((resolve) => setTimeout(resolve, 100));
    const bytes = readFileSync(file);
    expect(bytes.subarray(0, 3).toString()).toBe('ID3');
    expect(bytes.length).toBeGreaterThan(50_000);
  });
});

/** Opens what is known of the word at the place, with the key for it. */
async function aboutWord(): Promise<void> {
  if (await page.$('aside[aria-label="About this word"]')) await page.keyboard.press('Escape');
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.press('w');
  await page.waitForSelector('aside[aria-label="About this word"]');
}

test('a word is said its own way in one place, and as everywhere again', async () => {
  const lengthOfWord = () =>
    page.evaluate(() => {
      const times = window.aurelfieldPlayer?.track.sentences[1]?.times?.[8];
      return times === undefined ? undefined : times[1] - times[0];
    });
  const place = () =>
    page.evaluate(() => void window.aurelfieldPlayer?.seek({ sentence: 1, word: 8 }, false));
  await place();
  const before = (await lengthOfWord()) ?? 0;
  await aboutWord();
  await page.locator('::-p-aria(Respelled, as in SAL-oh)').fill('RIV-uh-luh-luh-luh-luh');
  await clickText(page, 'Save pronunciation');
  await page.waitForFunction(
    (short) => {
      const times = window.aurelfieldPlayer?.track.sentences[1]?.times?.[8];
      return times !== undefined && times[1] - times[0] > short * 1.8;
    },
    {},
    before,
  );
  await place();
  await aboutWord();
  await seeText(page, 'Said here as RIV-uh-luh-luh-luh-luh');
  await pressButton('As everywhere else');
  await page.waitForFunction(
    (short) => {
      const times = window.aurelfieldPlayer?.track.sentences[1]?.times?.[8];
      return times !== undefined && Math.abs(times[1] - times[0] - short) < 20;
    },
    {},
    before,
  );
});

test('how a figure is read is turned from the margin, and back', async () => {
  const noteOf = (written: string) =>
    page.evaluate(
      (figure) =>
        [...document.querySelectorAll('.margin .note')].find(
          (note) => note.querySelector('b')?.textContent === figure,
        )?.textContent ?? '',
      written,
    );
  const turn = () => page.locator('.margin ::-p-aria([name="About “1.5”"])').click();
  // What is plainly said stands in the margin on wish alone.
  expect(await noteOf('1.5')).toBe('');
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  await clickText(page, 'Also what is plainly said');
  await page.waitForFunction(() => document.querySelector('.margin .note') !== null);
  expect(await noteOf('1.5')).toContain('one point five');
  await turn();
  await chooseReach('All of this handout');
  await pressButton('one dot five');
  await page.waitForFunction(() =>
    document.querySelector('.margin')?.closest('article')?.textContent.includes('one dot five'),
  );
  await turn();
  await seeText(page, 'Said here as one dot five');
  await chooseReach('All of this handout');
  await pressButton('As everywhere else');
  await page.waitForFunction(() =>
    document.querySelector('.margin')?.closest('article')?.textContent.includes('one point five'),
  );
});

/**
 * Presses a button of the panel as the keyboard does: a pointer may still meet what lies over the page while
 * a list closes.
 */
async function pressButton(name: string): Promise<void> {
  const button = await page.waitForSelector(
    `::-p-xpath(//aside[@aria-label="About this word"]//button[contains(normalize-space(.), "${name}")])`,
  );
  await button?.focus();
  await page.keyboard.press('Enter');
}

/** Says how far a change is to reach. */
async function chooseReach(name: string): Promise<void> {
  await page.locator('aside[aria-label="About this word"] button[aria-haspopup="listbox"]').click();
  await page.waitForSelector('[role="option"]');
  await page.evaluate(
    (wanted) =>
      [...document.querySelectorAll<HTMLElement>('[role="option"]')]
        .find((option) => option.textContent === wanted)
        ?.click(),
    name,
  );
  await page.waitForFunction(() => document.querySelector('[role="option"]') === null);
}

test('a word is put right for the school from the reading, with what it changes told first', async () => {
  await page.evaluate(() => void window.aurelfieldPlayer?.seek({ sentence: 1, word: 8 }, false));
  await aboutWord();
  await chooseReach('The whole school');
  await seeText(page, 'Changes ');
  await page.locator('::-p-aria(Respelled, as in SAL-oh)').fill('RIV-uh-luh-luh-luh-luh-luh');
  await clickText(page, 'Save pronunciation');
  await page.waitForFunction(() => {
    const times = window.aurelfieldPlayer?.track.sentences[1]?.times?.[8];
    return times !== undefined && times[1] - times[0] > 0.6 * 22_050;
  });
});

/** Of a text that is long enough to be stopped in the middle of making. */
const SENTENCES = 150;

describe('when things go wrong', () => {
  test('a binary file called text is refused and what was typed stays', async () => {
    await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
    await page.type('textarea', 'Kept all the same.');
    const file = path.join(mkdtempSync(path.join(tmpdir(), 'aurelfield-bad-')), 'picture.txt');
    writeFileSync(file, Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1, 2, 3, 4, 5, 6, 7, 8]));
    const input = await page.$('input[type="file"]');
    await input?.uploadFile(file);
    await seeText(page, 'is not a text file');
    expect(await page.$eval('textarea', (area) => area.value)).toBe('Kept all the same.');
    await page.waitForFunction(() =>
      Object.values(localStorage).some((value) => String(value).includes('Kept all the same.')),
    );
    await page.reload({ waitUntil: 'networkidle0' });
    expect(await page.$eval('textarea', (area) => area.value)).toBe('Kept all the same.');
  });

  test(
    'a server that is killed in the middle of making goes on after its start, and the page with it',
    { tags: 'long' },
    async () => {
      await page.goto(`${app.base}/add`, { waitUntil: 'networkidle0' });
      const text = Array.from(
        { length: SENTENCES },
        (_, i) => `Boat number ${i} passes the tower at dusk.`,
      ).join(' ');
      await page.evaluate((long) => {
        const area = document.querySelector('textarea');
        area?.focus();
        area?.select();
        document.execCommand('insertText', false, long);
      }, text);
      await seeText(page, 'words');
      await clickText(page, 'Save and listen');
      await page.waitForSelector('[role="slider"]');
      const made = () => page.$eval('[role="slider"]', () => window.aurelfieldPlayer?.track.firstUnmade ?? 0);
      await page.waitForFunction(() => (window.aurelfieldPlayer?.track.firstUnmade ?? 0) > 10);
      await app.kill();
      const before = await made();
      expect(before).toBeLessThan(SENTENCES);
      await app.start();
      await page.reload();
      await page.waitForSelector('[role="slider"]');
      await page.waitForFunction((all) => window.aurelfieldPlayer?.track.firstUnmade === all, {}, SENTENCES);
      await pressPlay();
      await playing();
    },
  );
});
