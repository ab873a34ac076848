import type { Handout, RecordingSummary } from '@aurelfield/api';
import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import puppeteer, { type Page } from 'puppeteer-core';
import { DEMO_SIGN_IN } from '../../packages/server/src/demo/people.ts';
import { startBenchApp, type BenchApp } from './benchApp.ts';
import { quantile, row } from './print.ts';
import { wordsOf } from './texts.ts';

/** Words that flite's voice reads in about an hour. */
const AN_HOUR = 9300;
/** Frames that are looked at while the waveform is scrolled. */
const FRAMES = 400;

/** Scrolls the waveform for some frames, so much at each; how long each took, milliseconds. */
const SCROLL = `(async () => {
  const view = document.querySelector('.scroll');
  const frames = [];
  let last = await new Promise((resolve) => requestAnimationFrame(resolve));
  for (let i = 0; i < ${FRAMES}; i++) {
    view.scrollLeft += i < ${FRAMES / 2} ? 60 : 4000;
    const now = await new Promise((resolve) => requestAnimationFrame(resolve));
    frames.push(now - last);
    last = now;
  }
  return frames.slice(1);
})()`;

/** Cuts a word out with the keyboard's event and waits until it is drawn; milliseconds. */
const CUT = `(async () => {
  const wave = document.querySelector('.wave');
  const before = wave.getAttribute('aria-valuemax') + document.querySelectorAll('ol li').length;
  wave.focus();
  wave.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
  await new Promise((resolve) => setTimeout(resolve, 200));
  const begun = performance.now();
  wave.dispatchEvent(new KeyboardEvent('keydown', { key: 'Delete', bubbles: true }));
  while (wave.getAttribute('aria-valuemax') + document.querySelectorAll('ol li').length === before)
    await new Promise((resolve) => requestAnimationFrame(resolve));
  return performance.now() - begun;
})()`;

/**
 * A recording of an hour: what aligning it costs, how its waveform scrolls and how soon an edit is answered.
 */
export async function recording(): Promise<void> {
  console.log('\nA recording of an hour\n');
  const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-bench-recording-'));
  const app = await startBenchApp();
  try {
    const text = wordsOf(AN_HOUR);
    const handout = await app.client.addHandout({
      title: 'An hour',
      text,
      language: 'en-GB',
      format: 'markdown',
    });
    const file = await readAloud(app, handout, folder);
    const id = await align(app, handout, file);
    await inBrowser(app, id, folder);
  } finally {
    await app.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The text read by flite, a program that is not ours. @returns the sound file. */
async function readAloud({ client }: BenchApp, { id }: Handout, folder: string): Promise<string> {
  const { prompts } = await client.get<{ prompts: { text: string }[] }>(`/handouts/${id}/prompts`);
  const [text, file] = [path.join(folder, 'text.txt'), path.join(folder, 'hour.wav')];
  writeFileSync(text, prompts.map((prompt) => prompt.text).join('\n'));
  // Not waited for in one go: what the server closes meanwhile would not be noticed.
  await promisify(execFile)('flite', ['-voice', 'rms', '-f', text, '-o', file]);
  return file;
}

async function align({ client, memory }: BenchApp, { id }: Handout, file: string): Promise<string> {
  const before = memory();
  const begun = performance.now();
  const brought = await client.bytesTo<RecordingSummary>(
    `/handouts/${id}/recordings/file?name=An%20hour`,
    readFileSync(file),
  );
  for (;;) {
    const { recordings } = await client.get<{ recordings: RecordingSummary[] }>(`/handouts/${id}/recordings`);
    const own = recordings.find((one) => one.id === brought.id);
    if (own?.state === 'failed') throw new Error(own.error ?? 'not aligned');
    if (own?.state === 'ready') {
      const seconds = own.samples / own.sampleRate;
      const took = (performance.now() - begun) / 1000;
      row('length of the recording', `${(seconds / 60).toFixed(1)} min`);
      row('words; of them not found', `${own.words}; ${own.missing}`);
      row('read, spoken, aligned: time ÷ length', (took / seconds).toFixed(3), 'aim ≤ 0.1');
      row('most memory of the server before, and with it', `${mb(before)} and ${mb(memory())} MB`, 'bounded');
      return own.id;
    }
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
}

async function inBrowser({ origin }: BenchApp, id: string, folder: string): Promise<void> {
  const browser = await puppeteer.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    userDataDir: path.join(folder, 'chromium'),
    args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
  }); // prettier-ignore
  try {
    const tab = await browser.newPage();
    await tab.setViewport({ width: 1280, height: 800 });
    await signIn(tab, origin);
    await tab.goto(`${origin}/recordings/${id}`);
    await tab.waitForSelector('.words button');
    await new Promise((resolve) => setTimeout(resolve, 3000));
    const frames = (await tab.evaluate(SCROLL)) as number[];
    row('the waveform scrolls: a frame, median', `${quantile(frames, 0.5).toFixed(1)} ms`);
    row(`  95th percentile of ${frames.length}`, `${quantile(frames, 0.95).toFixed(1)} ms`, 'aim ≤ 17 ms');
    await tab.evaluate('document.querySelector(".scroll").scrollLeft = 0');
    const cuts: number[] = [];
    for (let i = 0; i < 15; i++) cuts.push((await tab.evaluate(CUT)) as number);
    row(
      'a word is cut out: until it is drawn, median',
      `${quantile(cuts, 0.5).toFixed(0)} ms`,
      'aim ≤ 100 ms',
    );
    row(`  95th percentile of ${cuts.length}`, `${quantile(cuts, 0.95).toFixed(0)} ms`);
  } finally {
    await browser.close();
  }
}

async function signIn(tab: Page, origin: string): Promise<void> {
  await tab.goto(origin, { waitUntil: 'networkidle0' });
  await tab.locator('::-p-aria([name="Mail address"][role="textbox"])').fill(DEMO_SIGN_IN.email);
  await tab.locator('input[type="password"]').fill(DEMO_SIGN_IN.password);
  await tab.keyboard.press('Enter');
  await tab.waitForSelector('nav');
}

function mb(bytes: number): string {
  return (bytes / 1024 / 1024).toFixed(0);
}
