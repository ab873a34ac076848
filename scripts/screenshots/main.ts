import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import puppeteer from 'puppeteer-core';
import { DEMO_SIGN_IN } from '../../packages/server/src/demo/people.ts';
import { startBenchApp } from '../bench/benchApp.ts';
import { ROOT } from '../lib/prepare.mjs';
import { VIEWS, type Studio } from './views.ts';

const PICTURES = path.join(ROOT, 'docs/screenshots');
const SIZE = { width: 1280, height: 800 };
/** Milliseconds that are waited for anything. */
const PATIENCE = 150_000;

const wanted = process.argv.slice(2);
const unknown = wanted.filter((name) => !(name in VIEWS));
if (unknown.length > 0) throw new Error(`There is no view ${unknown.join(', ')}. There are ${Object.keys(VIEWS).join(', ')}.`); // prettier-ignore

const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-screenshots-'));
const app = await startBenchApp();
const letterAloud = await readLetter();
const browser = await puppeteer.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream', `--use-file-for-fake-audio-capture=${path.join(folder, 'microphone.wav')}%noloop`],
}); // prettier-ignore
try {
  const tab = await browser.newPage();
  tab.setDefaultTimeout(PATIENCE);
  await tab.goto(app.origin, { waitUntil: 'networkidle0' });
  await tab.locator('::-p-aria([name="Email"][role="textbox"])').fill(DEMO_SIGN_IN.email);
  await tab.locator('input[type="password"]').fill(DEMO_SIGN_IN.password);
  await tab.keyboard.press('Enter');
  await tab.waitForSelector('nav');
  const studio: Studio = {
    tab,
    client: app.client,
    origin: app.origin,
    letterAloud,
    stranger: async (width, height) => {
      const page = await (await browser.createBrowserContext()).newPage();
      page.setDefaultTimeout(PATIENCE);
      await page.setViewport({ width, height });
      return page;
    },
  };
  for (const [name, view] of Object.entries(VIEWS)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    await tab.setViewport(SIZE);
    const shown = (await view(studio)) ?? tab;
    writeFileSync(path.join(PICTURES, `${name}.png`), await shown.screenshot());
    if (shown !== tab) await shown.close();
    console.log(name);
  }
} finally {
  await browser.close();
  await app.stop();
  rmSync(folder, { recursive: true, force: true });
}

/** The demo's letter, read by a program that is not ours in a teacher's stead. */
async function readLetter(): Promise<Uint8Array<ArrayBuffer>> {
  const handouts = await app.client.get<{ id: string; title: string }[]>('/handouts');
  const letter = handouts.find(({ title }) => /kiln/u.test(title));
  const { prompts } = await app.client.get<{ prompts: { text: string }[] }>(
    `/handouts/${letter?.id ?? ''}/prompts`,
  );
  const [text, file] = [path.join(folder, 'letter.txt'), path.join(folder, 'letter.wav')];
  writeFileSync(text, prompts.map((prompt) => prompt.text).join('\n'));
  execFileSync('flite', ['-voice', 'rms', '-f', text, '-o', file]);
  // The microphone hears the quiet room first.
  execFileSync('ffmpeg', ['-loglevel', 'error', '-i', file, '-af', 'adelay=4000', '-ar', '48000', path.join(folder, 'microphone.wav')]); // prettier-ignore
  return new Uint8Array(readFileSync(file));
}
