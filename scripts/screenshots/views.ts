import type { Handout, Pupil } from '@aurelfield/api';
import path from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import type { Page } from 'puppeteer-core';
import type { Client } from '../bench/client.ts';
import { ROOT } from '../lib/prepare.mjs';

/** What a picture is taken of: the browser's tab of a teacher who is signed in. */
export interface Studio {
  readonly tab: Page;
  readonly client: Client;
  readonly origin: string;
  /** A sound file of somebody who reads the letter aloud. */
  readonly letterAloud: Uint8Array<ArrayBuffer>;
  /** A tab of somebody who has no account. */
  readonly stranger: (width: number, height: number) => Promise<Page>;
}

/** Brings a view before the camera. @returns the tab that shows it, where it is not the teacher's. */
export type View = (studio: Studio) => Promise<Page | undefined>;

const MOSS = path.join(ROOT, 'packages/server/demo/photos/moss.jpg');
const TIDES = `# Tides at the bridge

High water comes twice a day.

| Day | High water |
| --- | --- |
| Monday | 4.1 m |
| Tuesday | 4.3 m |
`;

const press = (tab: Page, name: string) => tab.locator(`::-p-aria([name="${name}"][role="button"])`).click();
const click = (tab: Page, text: string) => tab.locator(`::-p-text(${text})`).click();
const see = (tab: Page, text: string) => tab.waitForSelector(`::-p-text(${text})`);
const scrollTo = (tab: Page, selector: string) =>
  tab.evaluate(`document.querySelector(${JSON.stringify(selector)})?.scrollIntoView({ block: 'start' })`);

const handoutCalled = async ({ client }: Studio, title: RegExp): Promise<Handout> => {
  const found = (await client.get<Handout[]>('/handouts')).find((one) => title.test(one.title));
  if (!found) throw new Error(`The demo has no handout called ${String(title)}.`);
  return found;
};
const pupilCalled = async ({ client }: Studio, name: string): Promise<Pupil> => {
  const found = (await client.get<Pupil[]>('/pupils')).find((one) => one.name === name);
  if (!found) throw new Error(`The demo has no pupil called ${name}.`);
  return found;
};

/** Opens a handout as a pupil hears it, at a word that is lit. */
async function listenTo(studio: Studio, title: RegExp, pupil: string, sentence: number, word: number) {
  const { tab, origin } = studio;
  const [handout, { id }] = [await handoutCalled(studio, title), await pupilCalled(studio, pupil)];
  await tab.goto(`${origin}/listen/${handout.id}?pupil=${id}`, { waitUntil: 'networkidle0' });
  await tab.waitForSelector('[data-sentence]');
  await tab.waitForFunction('document.querySelector(\'[role="progressbar"]\') === null');
  await tab.evaluate(`window.aurelfieldPlayer.seek({ sentence: ${sentence}, word: ${word} }, true)`);
  await tab.waitForSelector('[data-highlighted="true"]');
  await delay(300);
  await tab.keyboard.press('Space');
  await delay(700);
}

/** The views by the names of their pictures, in an order in which each finds what it needs. */
export const VIEWS: Readonly<Record<string, View>> = {
  handouts: async ({ tab, origin }) => {
    await tab.goto(origin, { waitUntil: 'networkidle0' });
    await see(tab, 'How a peat bog keeps time');
  },
  add: async ({ tab, origin }) => {
    await tab.goto(`${origin}/add`, { waitUntil: 'networkidle0' });
    await tab.focus('textarea');
    await tab.evaluate(`document.execCommand('insertText', false, ${JSON.stringify(TIDES)})`);
    await see(tab, '1 heading');
  },
  pupils: async ({ tab, origin }) => {
    await tab.goto(`${origin}/pupils`, { waitUntil: 'networkidle0' });
    await see(tab, 'Wren');
  },
  pupil: async (studio) => {
    const { tab, origin } = studio;
    const { id } = await pupilCalled(studio, 'Wren');
    await tab.goto(`${origin}/pupils/${id}`, { waitUntil: 'networkidle0' });
    await click(tab, 'Keep to compare');
    await click(tab, 'Voice');
    await delay(1000);
  },
  pronunciations: async ({ tab, origin }) => {
    await tab.goto(`${origin}/pronunciations`, { waitUntil: 'networkidle0' });
    await see(tab, 'sphagnum');
  },
  listen: async (studio) => {
    await listenTo(studio, /peat bog/u, 'Tobias', 5, 1);
  },
  word: async (studio) => {
    await listenTo(studio, /peat bog/u, 'Tobias', 5, 1);
    await studio.tab.keyboard.press('w');
    await studio.tab.waitForSelector('aside[aria-label="About this word"]');
    await delay(1500);
  },
  voices: async (studio) => {
    const { tab } = studio;
    await listenTo(studio, /kiln/u, 'Kasia', 0, 0);
    await click(tab, 'Voices');
    await click(tab, 'Read in several voices');
    await tab.waitForFunction('document.querySelectorAll("[data-speaker]").length >= 8');
    await delay(8000);
    await tab.evaluate('window.aurelfieldPlayer.seek({ sentence: 8, word: 1 }, true)');
    await tab.waitForSelector('[data-highlighted="true"]');
    await delay(300);
    await tab.keyboard.press('Space');
    await delay(700);
  },
  'listen-phone': async (studio) => {
    await studio.tab.setViewport({ width: 390, height: 844 });
    await listenTo(studio, /peat bog/u, 'Tobias', 1, 4);
  },
  make: async ({ tab, origin }) => {
    await tab.goto(origin, { waitUntil: 'networkidle0' });
    await tab.locator('::-p-aria([name="Make “How a peat bog keeps time” for a class"])').click();
    await see(tab, 'sentences to prepare');
    await click(tab, 'Everybody');
    await tab.waitForFunction('document.querySelectorAll("tbody tr").length === 6');
    await delay(1000);
  },
  set: async ({ tab }) => {
    await click(tab, 'Make 6 files');
    await tab.waitForSelector('[aria-label="Files of this set"]');
    await delay(2500);
  },
  assignments: async ({ tab, origin }) => {
    await tab.goto(origin, { waitUntil: 'networkidle0' });
    await press(tab, 'More for “How a peat bog keeps time”');
    await tab.waitForSelector('[role="menuitem"]');
    await tab.locator('::-p-aria([name="Hand out"][role="menuitem"])').click();
    await see(tab, 'Nothing is handed out yet');
    await press(tab, 'Hand out');
    await see(tab, 'Given ');
    await tab.waitForFunction('!document.body.innerText.includes("Preparing")');
    await tab.evaluate('scrollTo(0, 0)');
  },
  'pupil-page': async ({ tab, stranger }) => {
    await press(tab, 'Link and code for Ines');
    const address = await tab.waitForSelector('[role="dialog"] input[readonly]');
    const phone = await stranger(390, 844);
    await phone.goto((await address?.evaluate((input) => input.value)) ?? '', {
      waitUntil: 'networkidle0',
    });
    await phone.waitForSelector('.text h1');
    await press(phone, 'Play');
    await phone.waitForSelector('.lit');
    await delay(8000);
    await press(phone, 'Pause');
    return phone;
  },
  board: async ({ tab, origin, stranger }) => {
    await tab.goto(`${origin}/phrases`, { waitUntil: 'networkidle0' });
    await click(tab, 'Osric’s board');
    await click(tab, 'Make a link');
    const address = await tab.waitForSelector('input[readonly]');
    const tablet = await stranger(1024, 768);
    await tablet.goto((await address?.evaluate((input) => input.value)) ?? '', {
      waitUntil: 'networkidle0',
    });
    await see(tablet, 'I have an answer.');
    return tablet;
  },
  record: async (studio) => {
    const { tab, origin } = studio;
    const { id } = await handoutCalled(studio, /kiln/u);
    await tab.goto(`${origin}/record/${id}`, { waitUntil: 'networkidle0' });
    await press(tab, 'Record');
    await see(tab, 'Recording,');
    await delay(6000);
  },
  'touch-up': async (studio) => {
    const { tab, origin, client, letterAloud } = studio;
    const { id } = await handoutCalled(studio, /kiln/u);
    const brought = await client.bytesTo<{ id: string }>(
      `/handouts/${id}/recordings/file?name=The%20letter%2C%20read%20aloud`,
      letterAloud,
    );
    for (;;) {
      const own = await client.get<{ state: string; error: string | null }>(`/recordings/${brought.id}`);
      if (own.state === 'ready') break;
      if (own.state === 'failed') throw new Error(own.error ?? 'It was not aligned.');
      await delay(500);
    }
    await tab.goto(`${origin}/recordings/${brought.id}`, { waitUntil: 'networkidle0' });
    await tab.waitForSelector('.words button');
    await tab.focus('.wave');
    await tab.keyboard.press('ArrowRight');
    await tab.keyboard.press('ArrowRight');
    await tab.keyboard.press('Delete');
    for (let i = 0; i < 5; i++) await tab.keyboard.press('ArrowRight');
    await tab.keyboard.press('+');
    await tab.keyboard.down('Shift');
    for (let i = 0; i < 3; i++) await tab.keyboard.press('ArrowRight');
    await tab.keyboard.up('Shift');
    await tab.waitForFunction('!document.body.innerText.includes("saving …")');
    await delay(500);
  },
  photos: async ({ tab, origin }) => {
    await tab.goto(`${origin}/add`, { waitUntil: 'networkidle0' });
    const [chooser] = await Promise.all([tab.waitForFileChooser(), click(tab, 'Choose photos')]);
    await chooser.accept([MOSS]);
    await see(tab, '1 page of 1 read');
    await click(tab, 'Corners');
    await tab.waitForSelector('[aria-label^="Page’s top left corner"]');
    await scrollTo(tab, '[aria-label^="Page’s top left corner"]');
    await tab.evaluate('scrollBy(0, -220)');
    await delay(1000);
  },
  proof: async ({ tab }) => {
    await press(tab, 'Save and check');
    await tab.waitForSelector('.tiptap');
    await tab.keyboard.press('F8');
    await tab.waitForSelector('.tiptap .spot');
    await delay(2500);
  },
};
