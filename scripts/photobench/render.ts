import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import puppeteer from 'puppeteer-core';

/** 300 dots an inch: CSS pixels are 96 an inch. */
const SCALE = 300 / 96;
const A4 = { width: 794, height: 1123 };

/** Pictures of A4 pages at 300 dpi, by Chromium. @returns PNGs in the order of the pages. */
export async function renderPages(pages: readonly string[]): Promise<Buffer[]> {
  const profile = mkdtempSync(path.join(tmpdir(), 'aurel-render-'));
  const browser = await puppeteer.launch({
    executablePath: '/usr/bin/chromium',
    userDataDir: profile,
    args: [
      '--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update',
      '--disable-sync', '--allow-file-access-from-files',
    ], // prettier-ignore
  });
  try {
    const tab = await browser.newPage();
    await tab.setViewport({ ...A4, deviceScaleFactor: SCALE });
    const pictures: Buffer[] = [];
    for (const html of pages) {
      const file = path.join(profile, 'page.html');
      writeFileSync(file, html);
      await tab.goto(pathToFileURL(file).href);
      await tab.evaluate('document.fonts.ready.then(() => undefined)');
      pictures.push(Buffer.from(await tab.screenshot({ type: 'png' })));
    }
    return pictures;
  } finally {
    await browser.close();
    rmSync(profile, { recursive: true, force: true });
  }
}
