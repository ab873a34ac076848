import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import puppeteer from 'puppeteer-core';

const RUNS = 8;
const LISTENED_SECONDS = 25;

/** Frames that are timed while a long text plays, and for how long. */
const FRAMES_SECONDS = 8;

export interface Seen {
  /** Milliseconds from play to the first movement of the audio's clock, once a run. */
  readonly firstSound: number[];
  /** Seconds from a word's onset to the frame that shows it lit. */
  readonly lateness: number[];
  /** Milliseconds until a text of 5,000 words stands there and can be played, from the press of its link. */
  readonly opened: number[];
  /** Milliseconds between frames while it plays. */
  readonly frames: number[];
  /** Milliseconds from a change of a profile's look to the frame that shows it. */
  readonly repaints: number[];
  /** Milliseconds from a tap on a saved phrase, and from Enter after a typed one, until it sounds. */
  readonly taps: number[];
  readonly typed: number[];
}

/** Functions that run in the page are written as text: the loader would put its own helpers into them. */
const PRESS_PLAY = `(async () => {
  const button = [...document.querySelectorAll('button')].find((candidate) => candidate.textContent.startsWith('Play'));
  const start = performance.now();
  button.click();
  while (!((window.aurelfieldPlayer.element?.currentTime ?? 0) > 0)) await new Promise((resolve) => setTimeout(resolve, 1));
  return performance.now() - start;
})()`;

const WATCH = `(async () => {
  const lateness = [];
  const player = window.aurelfieldPlayer;
  let shown = '';
  const end = performance.now() + ${LISTENED_SECONDS * 1000};
  while (performance.now() < end) {
    await new Promise((resolve) => requestAnimationFrame(resolve));
    const lit = document.querySelector('[data-highlighted="true"]');
    const key = lit ? lit.closest('[data-sentence]').dataset.sentence + ' ' + lit.dataset.word : '';
    if (key === shown) continue;
    shown = key;
    if (!lit) continue;
    const [sentence, word] = key.split(' ').map(Number);
    const from = Number(new URL(player.element.src).searchParams.get('from'));
    const onset = player.track.secondOf(sentence, word) - player.track.secondOf(from);
    lateness.push(player.element.currentTime - onset);
  }
  return lateness;
})()`;

const TIME_FRAMES = `(async () => {
  const frames = [];
  let last = performance.now();
  const end = last + ${FRAMES_SECONDS * 1000};
  while (last < end) {
    const now = await new Promise((resolve) => requestAnimationFrame(resolve));
    frames.push(now - last);
    last = now;
  }
  return frames.slice(1);
})()`;

/** Moves the slider of the text's size step by step, as a hand does. */
const REPAINT = `(async () => {
  const label = [...document.querySelectorAll('label')].find((one) => one.textContent === 'Size of the text');
  const slider = document.getElementById(label.htmlFor);
  const page = document.querySelector('article');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  const times = [];
  for (let size = 30; size < 50; size++) {
    const start = performance.now();
    set.call(slider, String(size));
    slider.dispatchEvent(new Event('input', { bubbles: true }));
    await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    if (!getComputedStyle(page).fontSize) throw new Error('no page');
    times.push(performance.now() - start);
  }
  return times;
})()`;

/** Taps every phrase of a board and waits until it sounds; the click's own task counts. */
const TAP = `(async () => {
  const times = [];
  for (const button of [...document.querySelectorAll('[role="group"][aria-label="Phrases"] > button')].slice(0, 12)) {
    if (button.textContent.endsWith('…')) continue;
    const start = performance.now();
    button.click();
    while (button.dataset.speaking !== 'true') await new Promise((resolve) => setTimeout(resolve, 1));
    times.push(performance.now() - start);
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
  return times;
})()`;

const TYPE = `(async () => {
  const times = [];
  const field = document.querySelector('textarea');
  const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value').set;
  for (const text of ['May I open the window?', 'The bus is late today.', 'I saw a heron on the river.', 'Who has my blue pen?']) {
    [...document.querySelectorAll('button')].find((button) => button.textContent.includes('Stop'))?.click();
    await new Promise((resolve) => setTimeout(resolve, 200));
    set.call(field, text);
    field.dispatchEvent(new Event('input', { bubbles: true }));
    await new Promise((resolve) => setTimeout(resolve, 60));
    const start = performance.now();
    field.form.requestSubmit();
    while (![...document.querySelectorAll('button')].some((button) => button.textContent.includes('Stop'))) await new Promise((resolve) => setTimeout(resolve, 1));
    times.push(performance.now() - start);
  }
  return times;
})()`;

/**
 * Opens texts that nobody has heard, presses play the moment it can be pressed, and watches the lit word
 * against the audio's clock.
 */
export async function measureInBrowser(
  origin: string,
  add: (title: string, text: string) => Promise<{ id: string }>,
  pupilId: string,
  text: string,
  boardAddress: string,
): Promise<Seen> {
  const browser = await puppeteer.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    userDataDir: mkdtempSync(path.join(tmpdir(), 'aurelfield-bench-chromium-')),
    args: '--headless --no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking --disable-component-update --disable-sync --autoplay-policy=no-user-gesture-required'.split(
      ' ',
    ),
  });
  try {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(origin, { waitUntil: 'networkidle0' });
    await page.locator('::-p-text(Open the demo school)').click();
    await page.waitForSelector('nav');
    const firstSound: number[] = [];
    for (let run = 0; run < RUNS; run++) {
      const { id } = await add(
        `Seen ${run}`,
        `In week ${run} the tide came ${run + 2} minutes late, and the gulls had gone. ${text}`,
      );
      await page.goto(`${origin}/listen/${id}?pupil=${pupilId}`);
      await page.waitForSelector('[role="slider"]');
      firstSound.push((await page.evaluate(PRESS_PLAY)) as number);
    }
    // The sentences in between are made by now: what is measured is the page, not the engine.
    await new Promise((resolve) => setTimeout(resolve, 1500));
    const lateness = (await page.evaluate(WATCH)) as number[];
    const { id: long } = await add('Five thousand words', Array.from({ length: 5 }, () => text).join('\n\n'));
    const opened: number[] = [];
    for (let run = 0; run < 4; run++) {
      await page.goto(origin, { waitUntil: 'networkidle0' });
      const link = `a[href^="/listen/${long}"]`;
      await page.waitForSelector(link);
      opened.push((await page.evaluate(opening(link))) as number);
    }
    await page.waitForFunction(`window.aurelfieldPlayer?.track.firstUnmade > 60`, { timeout: 120_000 });
    await page.evaluate(PRESS_PLAY);
    await new Promise((resolve) => setTimeout(resolve, 2000));
    const frames = (await page.evaluate(TIME_FRAMES)) as number[];
    await page.goto(`${origin}/pupils/${pupilId}`, { waitUntil: 'networkidle0' });
    await page.locator('::-p-text(The page)').click();
    await page.waitForFunction(
      `[...document.querySelectorAll('label')].some((one) => one.textContent === 'Size of the text')`,
    );
    const repaints = (await page.evaluate(REPAINT)) as number[];
    await page.goto(boardAddress, { waitUntil: 'networkidle0' });
    await new Promise((resolve) => setTimeout(resolve, 4000));
    const taps = (await page.evaluate(TAP)) as number[];
    const typed = (await page.evaluate(TYPE)) as number[];
    return { firstSound, lateness, opened, frames, repaints, taps, typed };
  } finally {
    await browser.close();
  }
}

/** From the press of a link until the page's words stand there and play can be pressed. */
function opening(link: string): string {
  return `(async () => {
    const start = performance.now();
    document.querySelector('${link}').click();
    while (!document.querySelector('[role="slider"]') || !document.querySelector('[data-sentence]')) await new Promise((resolve) => setTimeout(resolve, 2));
    return performance.now() - start;
  })()`;
}
