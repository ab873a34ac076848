import { existsSync } from 'node:fs';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';
import { Builder, By, Capabilities, type WebDriver } from 'selenium-webdriver';
import { freePort } from './programs.ts';
import { webkitDriver } from './webkitDriver.ts';

/** A page in one of the engines. Functions run in the page and may only use their arguments. */
export interface Tab {
  goTo(address: string): Promise<void>;
  evaluate<A extends unknown[], R>(run: (...args: A) => R | Promise<R>, ...args: A): Promise<R>;
  /** Clicks as a hand does: browsers let sound begin after that alone. */
  click(xpath: string): Promise<void>;
  /** Types into a field. */
  type(xpath: string, text: string): Promise<void>;
  back(): Promise<void>;
  close(): Promise<void>;
}

/** An engine that has been started, with a profile of its own. */
export interface Engine {
  open(): Promise<Tab>;
  close(): Promise<void>;
}

export interface EngineOptions {
  /** A name that leads to this machine. */
  readonly host: string;
  /** What the browser plays into. */
  readonly environment: NodeJS.ProcessEnv;
}

export const ENGINES: Readonly<Record<string, (options: EngineOptions) => Promise<Engine>>> = {
  Chromium: startChromium,
  Firefox: startFirefox,
  WebKit: startWebKit,
};

const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';
const FIREFOX = process.env.FIREFOX ?? '/usr/bin/firefox-esr';

/** Milliseconds for which anything is waited for. */
export const PATIENCE = 60_000;

async function startChromium({ host, environment }: EngineOptions): Promise<Engine> {
  const browser = await puppeteer.launch({
    executablePath: CHROMIUM,
    env: environment,
    // Headless browsers are muted by the library.
    ignoreDefaultArgs: ['--mute-audio'],
    acceptInsecureCerts: true,
    args: [
      '--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
      '--disable-component-update', '--disable-sync', '--accept-lang=en-GB', `--host-resolver-rules=MAP ${host} 127.0.0.1`,
      '--ignore-certificate-errors',
    ], // prettier-ignore
  });
  return puppeteerEngine(browser);
}

async function startFirefox({ host, environment }: EngineOptions): Promise<Engine> {
  const browser = await puppeteer.launch({
    browser: 'firefox',
    executablePath: FIREFOX,
    headless: true,
    env: environment,
    acceptInsecureCerts: true,
    extraPrefsFirefox: {
      'network.dns.localDomains': host,
      'media.volume_scale': '1.0',
      // Nothing else is to be fetched.
      'app.update.disabledForTesting': true,
      'network.captive-portal-service.enabled': false,
      'network.connectivity-service.enabled': false,
    },
  });
  return puppeteerEngine(browser);
}

function puppeteerEngine(browser: Browser): Engine {
  return {
    open: async () => {
      const context = await browser.createBrowserContext();
      const page = await context.newPage();
      page.setDefaultTimeout(PATIENCE);
      await page.setViewport({ width: 1100, height: 800 });
      return puppeteerTab(page);
    },
    close: () => browser.close(),
  };
}

function puppeteerTab(page: Page): Tab {
  const find = async (xpath: string) => {
    const found = await page.waitForSelector(`::-p-xpath(${xpath})`, { visible: true });
    if (!found) throw new Error(`There is no ${xpath}.`);
    await found.evaluate((element) => element.scrollIntoView({ block: 'center' }));
    return found;
  };
  return {
    goTo: async (address) => {
      await page.goto(address);
    },
    evaluate: (run, ...args) => page.evaluate(run as never, ...(args as unknown[] as never[])),
    click: async (xpath) => (await find(xpath)).click(),
    type: async (xpath, text) => (await find(xpath)).type(text),
    // By the page itself: a library waits for a load that a history entry of one page never has.
    back: () =>
      page.evaluate(() => {
        history.back();
      }),
    close: async () => page.browserContext().close(),
  };
}

async function startWebKit(options: EngineOptions): Promise<Engine> {
  const port = await freePort();
  const { process: driverProcess, stop } = await webkitDriver(port, options);
  const drivers: WebDriver[] = [];
  return {
    open: async () => {
      // A driver has one browser; a second tab is a new one.
      const driver = await new Builder()
        .usingServer(`http://127.0.0.1:${port}`)
        .withCapabilities(
          new Capabilities({
            browserName: 'MiniBrowser',
            acceptInsecureCerts: true,
            'webkitgtk:browserOptions': {
              binary: webkitBrowser(),
              args: ['--automation', '--autoplay-policy=allow-without-sound'],
            },
          }),
        )
        .build();
      drivers.push(driver);
      await driver.manage().setTimeouts({ script: PATIENCE, pageLoad: PATIENCE, implicit: 10_000 });
      return seleniumTab(driver);
    },
    close: async () => {
      for (const driver of drivers) await driver.quit().catch(() => undefined);
      driverProcess.kill();
      stop();
    },
  };
}

function seleniumTab(driver: WebDriver): Tab {
  return {
    goTo: (address) => driver.get(address),
    evaluate: async <A extends unknown[], R>(run: (...args: A) => R | Promise<R>, ...args: A) => {
      const answer = await driver.executeAsyncScript<{ value?: R; error?: string }>(
        `const done = arguments[arguments.length - 1];
         const args = Array.prototype.slice.call(arguments, 0, -1);
         Promise.resolve().then(() => (${run.toString()})(...args)).then((value) => done({ value }), (error) => done({ error: String(error) }));`,
        ...args,
      );
      if (answer.error !== undefined) throw new Error(answer.error);
      return answer.value as R;
    },
    click: async (xpath) => {
      const element = await driver.findElement(By.xpath(xpath));
      await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element);
      await element.click();
    },
    type: async (xpath, text) => (await driver.findElement(By.xpath(xpath))).sendKeys(text),
    back: () => driver.executeScript('history.back()'),
    close: () => driver.quit(),
  };
}

/** Debian keeps it in a folder of the engine's release. */
function webkitBrowser(): string {
  const folders = ['4.1', '4.0'].map(
    (release) => `/usr/lib/x86_64-linux-gnu/webkit2gtk-${release}/MiniBrowser`,
  );
  return process.env.WEBKIT ?? folders.find((file) => existsSync(file)) ?? 'MiniBrowser';
}
