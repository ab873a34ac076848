import type { Page } from 'puppeteer-core';
import { expect } from 'vitest';
import { enterDemo, launchBrowser, openPage, startApp, type RunningApp } from './app.ts';

/** The demo school, open in a browser. */
export interface Demo {
  readonly app: RunningApp;
  readonly page: Page;
  /** Ends browser and application. Fails where the page has complained in its console. */
  leave(): Promise<void>;
}

/** Starts the application with the demo, and signs in to it. */
export async function openDemo(options?: Parameters<typeof startApp>[0]): Promise<Demo> {
  const app = await startApp(options);
  const browser = await launchBrowser();
  const { page, complaints } = await openPage(browser, app.base);
  await enterDemo(page);
  return {
    app,
    page,
    leave: async () => {
      await browser.close();
      await app.stop();
      expect(complaints).toEqual([]);
    },
  };
}
