import type { Assignment, Pupil, PupilLink } from '@aurelfield/api';
import { Agent, get } from 'node:http';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import puppeteer, { type Browser } from 'puppeteer-core';
import { startBenchApp, type BenchApp } from './benchApp.ts';
import { quantile, row } from './print.ts';
import { thousandWords, wordsOf } from './texts.ts';

/** A slow line: bits and milliseconds. */
const [LINE_BITS, LINE_LATENCY] = [400_000, 300];
const RUNS = 5;
const FRAMES_SECONDS = 8;
/** How many times slower than this machine's the pupil's processor is. */
const SLOWER = 4;
const PUPILS = 300;

/**
 * Presses play the moment it can be pressed, and notes when the sound's clock moves; text, since the loader
 * would put its own helpers into it.
 */
const PLAY_AT_ONCE = `
window.aurelfieldListens = true;
window.measured = new Promise((resolve) => {
  const look = () => {
    const button = document.querySelector('.row .play');
    const player = window.aurelfieldPlayer;
    if (!button || !player) return void setTimeout(look, 5);
    const pressed = performance.now();
    button.click();
    const wait = () => ((player.element?.currentTime ?? 0) > 0 ? resolve({ pressed, sound: performance.now() }) : setTimeout(wait, 5));
    wait();
  };
  document.addEventListener('DOMContentLoaded', look);
});`;

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

/**
 * The pupil's page: what it weighs, how soon it sounds on a slow line, how smooth it is on a slow phone, and
 * how many can open it at once.
 */
export async function page(): Promise<void> {
  console.log('\nThe pupil’s page\n');
  const app = await startBenchApp();
  const browser = await puppeteer.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    userDataDir: mkdtempSync(path.join(tmpdir(), 'aurelfield-bench-chromium-')),
    args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--autoplay-policy=no-user-gesture-required'],
  }); // prettier-ignore
  try {
    const [short, long] = [await handedOut(app, thousandWords(), 0), await handedOut(app, wordsOf(5000), 1)];
    await onSlowLine(browser, short);
    await onSlowPhone(browser, long);
    await manyAtOnce(app, short);
  } finally {
    await browser.close();
    await app.stop();
  }
}

/** Hands a text out to one of the demo's pupils. @returns the address of its page. */
async function handedOut({ client, origin }: BenchApp, text: string, nth: number): Promise<string> {
  const pupil = (await client.get<Pupil[]>('/pupils'))[nth];
  const { id } = await client.addHandout({ title: 'Measured', text, language: 'en-GB', format: 'markdown' });
  await client.send('POST', '/assignments', { handoutIds: [id], pupilIds: [pupil?.id] });
  for (;;) {
    const out = await client.get<Assignment[]>(`/assignments?handoutId=${id}`);
    if (out.every(({ state }) => state === 'out')) break;
    if (out.some(({ state }) => state === 'failed')) throw new Error(out[0]?.error ?? 'not made');
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
  const links = await client.get<PupilLink[]>('/pupil-links');
  return `${origin}/p/${links.find(({ pupilId }) => pupilId === pupil?.id)?.secret ?? ''}`;
}

async function onSlowLine(browser: Browser, address: string): Promise<void> {
  const seen: { sound: number; pressed: number; bytes: number; requests: number; script: number }[] = [];
  for (let run = 0; run < RUNS; run++) {
    const context = await browser.createBrowserContext();
    const tab = await context.newPage();
    const client = await tab.createCDPSession();
    await client.send('Network.enable');
    await client.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: LINE_LATENCY,
      downloadThroughput: LINE_BITS / 8,
      uploadThroughput: LINE_BITS / 8,
    });
    let [bytes, requests, script] = [0, 0, 0];
    let isOver = false;
    const scripts = new Set<string>();
    client.on('Network.responseReceived', ({ requestId, type }) => {
      if (type === 'Script') scripts.add(requestId);
    });
    client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
      if (isOver) return;
      bytes += encodedDataLength;
      requests += 1;
      if (scripts.has(requestId)) script += encodedDataLength;
    });
    await tab.evaluateOnNewDocument(PLAY_AT_ONCE);
    await tab.goto(address, { waitUntil: 'domcontentloaded' });
    const { pressed, sound } = (await tab.evaluate('window.measured')) as { pressed: number; sound: number };
    isOver = true;
    seen.push({ pressed, sound, bytes, requests, script });
    await context.close();
  }
  const median = (of: (one: (typeof seen)[number]) => number) => quantile(seen.map(of), 0.5);
  const line = `${LINE_BITS / 1000} kbit/s, ${LINE_LATENCY} ms`;
  row('scripts, compressed', `${(median(({ script }) => script) / 1000).toFixed(0)} kB`, 'aim ≤ 150 kB');
  row(
    'on the wire to the first sound',
    `${(median(({ bytes }) => bytes) / 1000).toFixed(0)} kB`,
    'aim ≤ 115 kB',
  );
  row('requests to the first sound', String(median(({ requests }) => requests)));
  row(
    `${line}: play can be pressed after, median of ${RUNS}`,
    `${(median(({ pressed }) => pressed) / 1000).toFixed(2)} s`,
  );
  row(
    `${line}: pressed at once, it sounds after`,
    `${(median(({ sound }) => sound) / 1000).toFixed(2)} s`,
    'aim ≤ 3 s',
  );
}

async function onSlowPhone(browser: Browser, address: string): Promise<void> {
  const context = await browser.createBrowserContext();
  const tab = await context.newPage();
  await tab.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
  const client = await tab.createCDPSession();
  await tab.evaluateOnNewDocument(PLAY_AT_ONCE);
  await tab.goto(address, { waitUntil: 'domcontentloaded' });
  await tab.evaluate('window.measured');
  await new Promise((resolve) => setTimeout(resolve, 3000));
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const frames = (await tab.evaluate(TIME_FRAMES)) as number[];
  row(
    `5,000 words, processor ${SLOWER} times slower: a frame while it plays, median`,
    `${quantile(frames, 0.5).toFixed(1)} ms`,
  );
  row(`  95th percentile of ${frames.length}`, `${quantile(frames, 0.95).toFixed(1)} ms`, 'aim ≤ 20 ms');
  await context.close();
}

/** So many devices open the page, fetch what it is made of and its first sound, then all the rest. */
async function manyAtOnce({ origin, memory }: BenchApp, address: string): Promise<void> {
  const before = memory();
  const failed: string[] = [];
  const fetchBytes = (agent: Agent, url: string) =>
    new Promise<Buffer>((resolve, reject) => {
      get(url, { agent, headers: { 'accept-encoding': 'br' } }, (response) => {
        const parts: Buffer[] = [];
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('end', () => {
          if (response.statusCode !== 200) failed.push(`${response.statusCode} ${url}`);
          resolve(Buffer.concat(parts));
        });
      }).on('error', reject);
    }).catch((error: unknown) => {
      failed.push(String(error));
      return Buffer.alloc(0);
    });
  const device = async () => {
    const agent = new Agent({ keepAlive: true, maxSockets: 4 });
    const begun = performance.now();
    const html = await htmlOf(agent, address);
    const addresses = [...html.matchAll(/(?:src|href)="(\/(?:page|api)\/[^"]+)"/gu)].map(
      ([, one]) => `${origin}${one ?? ''}`,
    );
    await Promise.all(addresses.map((one) => fetchBytes(agent, one)));
    const first = performance.now() - begun;
    const text = addresses.find((one) => one.endsWith('page.json')) ?? '';
    // The rest is fetched ahead with rests between, as the page does.
    for (let nth = 1; nth < 8; nth++) {
      await new Promise((resolve) => setTimeout(resolve, 700));
      await fetchBytes(agent, text.replace('page.json', `sound-${nth}.opus`));
    }
    agent.destroy();
    return first;
  };
  const htmlOf = (agent: Agent, url: string) =>
    new Promise<string>((resolve) => {
      get(url, { agent, headers: { 'accept-encoding': 'identity' } }, (response) => {
        let html = '';
        response.setEncoding('utf8').on('data', (part: string) => (html += part));
        response.on('end', () => {
          if (response.statusCode !== 200) failed.push(`${response.statusCode} ${url}`);
          resolve(html);
        });
      }).on('error', (error) => {
        failed.push(String(error));
        resolve('');
      });
    });
  const firsts = await Promise.all(Array.from({ length: PUPILS }, device));
  row(`${PUPILS} pupils at once: failed requests`, String(failed.length), 'aim 0');
  if (failed[0] !== undefined) console.log(`  the first: ${failed[0]}`);
  row('  all for the first sound is there, median', `${quantile(firsts, 0.5).toFixed(0)} ms`);
  row(
    '  95th percentile (they run on this machine too)',
    `${quantile(firsts, 0.95).toFixed(0)} ms`,
    'aim ≤ 1,000 ms',
  );
  row('  the server’s memory grew at most by', `${Math.round((memory() - before) / 1e6)} MB`);
}
