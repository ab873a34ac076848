/** @module-tag long */
import type { Pupil, Reading, ReadingSentence } from '@aurelfield/api';
import path from 'node:path';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { CALIBRATION_TEXTS } from '../packages/voices/src/calibration/texts.ts';
import { buildTinyModel } from '../scripts/tinyModel/build.ts';
import { choosePupil, clickText, seeText, type RunningApp } from './app.ts';
import { openDemo, type Demo } from './demo.ts';
import { violationsOn } from './violations.ts';

const TEXT = 'A small boat leaves the old pier and nobody waits for it. She carries apples and letters.';
const wordsOf = (text: string) => text.toLowerCase().match(/[a-z']+/gu) ?? [];
/** Between two words the model is silent, quite, for 25 ms; within one it never is for more than this. */
const SILENT_SECONDS = 0.015;

let app: RunningApp;
let page: Page;
let demo: Demo;
beforeAll(async () => {
  demo = await openDemo({
    prepare: async (folder) => {
      const words = [...new Set([...wordsOf(TEXT), ...wordsOf(CALIBRATION_TEXTS.en ?? '')])];
      await buildTinyModel(path.join(folder, 'voices/reed'), words, {
        label: 'Reed',
        region: 'Made of pieces',
      });
    },
  });
  ({ app, page } = demo);
});
afterAll(() => demo.leave());

/** What the server answers to a question of this page's. */
const asked = <T>(address: string): Promise<T> =>
  page.evaluate(async (from) => (await (await fetch(`/api${from}`)).json()) as T, address);

test('a model in the school’s folder is among the voices, and is chosen for a pupil', async () => {
  const pupils = await asked<Pupil[]>('/pupils');
  const tobias = pupils.find(({ name }) => name === 'Tobias');
  await page.goto(`${app.base}/pupils/${tobias?.id}`, { waitUntil: 'networkidle0' });
  const radio = await page.waitForSelector('::-p-xpath(//label[contains(., "Reed, Made of pieces")])');
  await radio?.evaluate((label) => label.scrollIntoView({ block: 'center' }));
  await radio?.click();
  await seeText(page, 'Reed, Made of pieces');
  expect(await violationsOn(page)).toEqual([]);
  await clickText(page, 'Save');
  await page.waitForFunction(
    async (id) => {
      const all = (await (await fetch('/api/pupils')).json()) as Pupil[];
      return all.find((one) => one.id === id)?.profile.voices.en === 'model-reed';
    },
    {},
    tobias?.id,
  );
});

test('its reading plays, with the words lit in their order', async () => {
  await page.goto(app.base, { waitUntil: 'networkidle0' });
  await clickText(page, 'Add a handout');
  await page.waitForSelector('textarea');
  await page.evaluate((text) => {
    document.querySelector('textarea')?.focus();
    document.execCommand('insertText', false, text);
  }, TEXT);
  await clickText(page, 'Save and listen');
  await page.waitForSelector('[role="slider"]');
  await choosePupil(page, 'Tobias');
  await seeText(page, 'Made of pieces');
  await page.waitForSelector('[role="slider"]');
  await page.evaluate(() =>
    [...document.querySelectorAll('button')].find((button) => /^Play/u.test(button.textContent))?.click(),
  );
  await page.waitForFunction(() => window.aurelfieldPlayer?.state.status === 'playing');
  const highlighted = await page.evaluate(
    () =>
      new Promise<string[]>((resolve) => {
        const seen: string[] = [];
        const check = () => {
          const word = document.querySelector('[data-highlighted="true"]')?.textContent ?? '';
          if (word !== '' && seen.at(-1) !== word) seen.push(word);
          if (window.aurelfieldPlayer?.state.status === 'ended') resolve(seen);
          else requestAnimationFrame(check);
        };
        check();
      }),
  );
  const words = TEXT.replace(/\./gu, '').split(' ');
  expect(highlighted.length).toBeGreaterThan(words.length - 4);
  let at = -1;
  for (const word of highlighted) {
    const next = words.findIndex((one, i) => i > at && one === word);
    expect(next, `“${word}” after “${words[at]}”`).toBeGreaterThan(at);
    at = next;
  }
});

test('the words are where the sound has them: each after the silence that is before it', async () => {
  const readings = await page.evaluate(() =>
    performance.getEntriesByType('resource').map(({ name }) => name),
  );
  const audio = readings.findLast((name) => name.includes('/audio.wav')) ?? '';
  const id = /readings\/([^/]+)\//u.exec(audio)?.[1] ?? '';
  const { sampleRate } = await asked<Reading>(`/readings/${id}`);
  const sentences = await asked<ReadingSentence[]>(`/readings/${id}/sentences?from=0&to=10`);
  const errors: number[] = [];
  for (const [i, { times }] of sentences.entries()) {
    const samples = await page.evaluate(
      async (from) => {
        const bytes = await (await fetch(from)).arrayBuffer();
        return [...new Int16Array(bytes.slice(44))];
      },
      `/api/readings/${id}/audio.wav?from=${i}&to=${i + 1}`,
    );
    const starts = startsAfterSilence(samples, sampleRate);
    // Every word of the sentence but its first is found in the sound itself.
    for (const [start] of (times ?? []).slice(1))
      errors.push(Math.min(...starts.map((one) => Math.abs(one - start))) / sampleRate);
  }
  expect(errors).toHaveLength(wordsOf(TEXT).length - sentences.length);
  errors.sort((a, b) => a - b);
  // It begins in the silence of 25 ms, as a word of ours begins with the closure of its first sound.
  expect(errors[Math.floor(errors.length / 2)]).toBeLessThan(0.05);
  expect(errors[Math.floor(errors.length * 0.9)]).toBeLessThan(0.15);
});

/** Samples at which it is loud again after nothing at all. */
function startsAfterSilence(samples: readonly number[], sampleRate: number): number[] {
  const starts: number[] = [];
  let silent = 0;
  samples.forEach((sample, i) => {
    if (sample !== 0) {
      if (silent >= SILENT_SECONDS * sampleRate) starts.push(i);
      silent = 0;
    } else silent += 1;
  });
  return starts;
}
