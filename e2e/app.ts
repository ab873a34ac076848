import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import puppeteer, { type Browser, type BrowserContext, type Page, type Target } from 'puppeteer-core';
import { inject } from 'vitest';
import type { ReadingPlayer } from '@aurelfield/player';
import { newDatabase } from '../packages/server/src/testing/testDatabase.ts';

declare global {
  interface Window {
    /** What plays on the page that listens. */
    aurelfieldPlayer?: ReadingPlayer;
  }
}

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';

/** The built application on a database of its own. */
export interface RunningApp {
  readonly base: string;
  readonly databaseUrl: string;
  /** Where the stand-in for the school's web site listens. */
  readonly site: string;
  /** Kills the server at once, as a crash or a power cut would. */
  kill(): Promise<void>;
  /** Starts it again on the same data and the same port. */
  start(): Promise<void>;
  stop(): Promise<void>;
}

/** Starts the built server (dist/) as `npm start` does, on a free port. */
export async function startApp(
  options: {
    demo?: boolean;
    /** Whether the demo's photographed page is read first. */
    photo?: boolean;
    /** Lays something into the data folder before the server starts. */
    prepare?: (folder: string) => Promise<void>;
    /** Settings besides. */
    environment?: NodeJS.ProcessEnv;
  } = {},
): Promise<RunningApp> {
  const template = options.photo === true ? 'none' : options.demo === false ? 'empty' : 'demo';
  const dataFolder = mkdtempSync(path.join(tmpdir(), 'aurelfield-e2e-'));
  await options.prepare?.(dataFolder);
  const environment = {
    ...process.env,
    DATABASE_URL: await newDatabase(inject('databaseUrl'), template),
    AUREL_DATA: dataFolder,
    AUREL_PORT: '0',
    AUREL_SECRET: 'a secret for tests only',
    AUREL_RESOURCES: path.join(ROOT, 'packages/server'),
    AUREL_WEB: path.join(ROOT, 'dist/web'),
    AUREL_PAGE: path.join(ROOT, 'dist/page'),
    AUREL_TEXT_WORKER: path.join(ROOT, 'dist/server/textWorker.js'),
    AUREL_READER_PROCESS: path.join(ROOT, 'dist/server/readerProcess.js'),
    AUREL_MODEL_PROCESS: path.join(ROOT, 'dist/server/modelProcess.js'),
    AUREL_ESPEAK_WORKER: path.join(inject('threads'), 'espeakWorker.js'),
    AUREL_LOG: 'error',
    AUREL_DEMO: options.demo === false ? 'no' : 'yes',
    AUREL_DEMO_PHOTO: options.photo === true ? 'yes' : 'no',
    NODE_ENV: 'production',
    ...options.environment,
  };
  let child: ChildProcess | undefined;
  let site = '';
  const start = () =>
    new Promise<void>((resolve, reject) => {
      child = spawn(process.execPath, [path.join(ROOT, 'dist/server/main.js')], {
        env: environment,
        stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      });
      child.once('message', (message: { port: number; site?: string }) => {
        site = message.site ?? '';
        // It comes back at the same address.
        environment.AUREL_PORT = String(message.port);
        resolve();
      });
      child.once('exit', (status) => reject(new Error(`The server ended with ${status}.`)));
    });
  const end = (signal: NodeJS.Signals) =>
    new Promise<void>((resolve) => {
      child?.once('exit', () => resolve());
      child?.kill(signal);
    });
  await start();
  return {
    base: `http://127.0.0.1:${environment.AUREL_PORT}`,
    databaseUrl: environment.DATABASE_URL,
    get site() {
      return site;
    },
    start,
    kill: () => end('SIGKILL'),
    stop: async () => {
      await end('SIGTERM');
      rmSync(dataFolder, { recursive: true, force: true });
    },
  };
}

/**
 * Headless Chromium with sound and a fresh profile.
 * @param microphone a WAV file that its microphone hears, once.
 */
export function launchBrowser(microphone?: string): Promise<Browser> {
  return puppeteer.launch({
    executablePath: CHROMIUM,
    args: [
      '--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
      '--disable-component-update', '--disable-sync', '--accept-lang=en-GB',
      ...(microphone === undefined
        ? []
        : ['--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream', `--use-file-for-fake-audio-capture=${microphone}%noloop`]),
    ], // prettier-ignore
  });
}

/** How long is waited for anything, milliseconds: how fast a machine is decides no test. */
export const PATIENCE = Number(process.env.AUREL_PATIENCE ?? 240_000);

/** Milliseconds between two looks at a condition that is waited for. */
const POLLING = 100;

/** A page whose waits last up to `PATIENCE`. */
export async function newPage(context: BrowserContext): Promise<Page> {
  const page = await context.newPage();
  page.setDefaultTimeout(PATIENCE);
  // Looking once a frame, as is the default, takes half the processor from what is waited for.
  const waitForFunction = page.waitForFunction.bind(page);
  page.waitForFunction = (condition, options, ...values) =>
    waitForFunction(condition, { polling: POLLING, ...options }, ...values);
  return page;
}

/**
 * Waits for the tab that a link or a script opens next in `context`.
 * @returns its page, with `PATIENCE` in place of the library’s half a minute.
 */
export function nextPage(context: BrowserContext): Promise<Page> {
  return new Promise((resolve, reject) => {
    const opened = async (target: Target) => {
      const page = await target.page();
      if (!page) throw new Error('What was opened is no page.');
      page.setDefaultTimeout(PATIENCE);
      return page;
    };
    context.once('targetcreated', (target) => void opened(target).then(resolve, reject));
  });
}

/** A page at about the size teachers use, which fails the test on errors in its console. */
export async function openPage(
  browser: Browser,
  address: string,
): Promise<{ page: Page; complaints: string[] }> {
  const context = await browser.createBrowserContext();
  const page = await newPage(context);
  await page.setViewport({ width: 1280, height: 800 });
  const complaints: string[] = [];
  page.on('pageerror', (error) => complaints.push(String(error)));
  page.on('console', (message) => {
    // A refused request is part of some tests; what the page makes of it is looked at there.
    if (message.type() === 'error' && !message.text().startsWith('Failed to load resource'))
      complaints.push(message.text());
  });
  await page.goto(address, { waitUntil: 'networkidle0' });
  return { page, complaints };
}

/** Signs in to the demo school. */
export async function enterDemo(page: Page): Promise<void> {
  await clickText(page, 'Open the demo school');
  await page.waitForSelector('nav');
}

/** Signs in as a teacher does. */
export async function signIn(
  page: Page,
  { email, password }: { readonly email: string; readonly password: string },
): Promise<void> {
  await page.locator('::-p-aria([name="Email"][role="textbox"])').fill(email);
  await page.locator('input[type="password"]').fill(password);
  await page.keyboard.press('Enter');
  await page.waitForSelector('nav');
}

/** Clicks what bears this text, as a person would find it. */
export async function clickText(page: Page, text: string): Promise<void> {
  await page.locator(`::-p-text(${text})`).click();
}

/** Presses a button by its name, as the keyboard does: nothing that moves or covers it is in the way. */
export async function pressButton(page: Page, name: string): Promise<void> {
  const button = await page.waitForSelector(`::-p-aria([name="${name}"][role="button"])`);
  await button?.focus();
  await page.keyboard.press('Enter');
}

/** Waits until the page's visible text contains `text`. */
export async function seeText(page: Page, text: string): Promise<void> {
  await page.waitForFunction((wanted) => document.body.innerText.includes(wanted), {}, text);
}

/** Waits until what changed just now has been arranged and drawn. */
export async function twoFrames(page: Page): Promise<void> {
  await page.evaluate(
    () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
  );
}

/** Waits until `seconds` more of what plays on the page have been heard. */
export async function hear(page: Page, seconds: number): Promise<void> {
  await page.evaluate((length) => {
    const { element } = window.aurelfieldPlayer ?? {};
    const audio = element ?? document.querySelector('audio');
    const start = { address: audio?.currentSrc, at: audio?.currentTime ?? 0 };
    return new Promise<void>((resolve) => {
      const check = () => {
        // Sound that goes on in another file, or has ended, is waited for no longer.
        const isOver =
          !audio ||
          audio.ended ||
          audio.currentSrc !== start.address ||
          audio.currentTime >= start.at + length;
        if (isOver) resolve();
        else requestAnimationFrame(check);
      };
      check();
    });
  }, seconds);
}

/** Chooses for whom a handout is heard. */
export async function choosePupil(page: Page, name: string): Promise<void> {
  await page.click('button[aria-label^="Pupil:"]');
  await page.waitForSelector('[role="menuitemradio"]');
  await page.evaluate(
    (wanted) =>
      [...document.querySelectorAll<HTMLElement>('[role="menuitemradio"]')]
        .find((item) => item.textContent === wanted)
        ?.click(),
    name,
  );
  await page.waitForSelector('[role="menuitemradio"]', { hidden: true });
}

export interface NewHandout {
  readonly title: string;
  /** Markdown. */
  readonly text: string;
  readonly className?: string;
}

/** Adds a handout by the API, signed in as the page is. @returns its id. */
export function addHandout(page: Page, { title, text, className = '' }: NewHandout): Promise<string> {
  return page.evaluate(
    async (input) => {
      const { csrfToken } = (await (await fetch('/api/session')).json()) as { csrfToken: string };
      const form = new FormData();
      form.append('input', input);
      const headers = { 'x-aurelfield-token': csrfToken };
      const answer = await fetch('/api/handouts', { method: 'POST', body: form, headers });
      return ((await answer.json()) as { id: string }).id;
    },
    JSON.stringify({ title, language: 'en-GB', subject: '', className, format: 'markdown', text }),
  );
}
