import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import puppeteer from 'puppeteer-core';

const RUNS = 8;
const LISTENED_SECONDS = 25;

export interface Seen {
  /** Milliseconds from play to the first movement of the audio's clock, once a run. */
  readonly firstSound: number[];
  /** Seconds from a word's onset to the frame that shows it lit. */
  readonly lateness: number[];
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
    const lit = document.querySelector('[data-lit="true"]');
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

/** Opens texts that nobody has heard, presses play the moment it can be pressed, and watches the lit word against the audio's clock. */
export async function measureInBrowser(
  origin: string,
  add: (title: string, text: string) => Promise<{ id: string }>,
  pupilId: string,
  text: string,
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
    return { firstSound, lateness: (await page.evaluate(WATCH)) as number[] };
  } finally {
    await browser.close();
  }
}
