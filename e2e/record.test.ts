/** @module-tag long */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { wavHeader } from '@aurelfield/core/audio';
import {
  PATIENCE,
  addHandout,
  clickText,
  enterDemo,
  launchBrowser,
  openPage,
  pressButton,
  seeText,
  startApp,
  type RunningApp,
} from './app.ts';
import { violationsOn } from './violations.ts';

let app: RunningApp;
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-microphone-'));
  app = await startApp();
});
afterAll(async () => {
  await app.stop();
  rmSync(folder, { recursive: true, force: true });
});

const TITLE = 'The ferry';
const SENTENCES = [
  'The ferry at Tarn Bridge.',
  'The old boat leaves the pier at ten past nine.',
  'It carries apples, letters and two sheep.',
];

const HANDOUT = { title: TITLE, text: `# ${SENTENCES[0]}\n\n${SENTENCES.slice(1).join(' ')}` };

interface Taken {
  readonly id: string;
  readonly state: string;
  readonly samples: number;
  readonly parts: number;
}

const recordingsOf = (page: Page, handout: string): Promise<Taken[]> =>
  page.evaluate(
    async (id) =>
      ((await (await fetch(`/api/handouts/${id}/recordings`)).json()) as { recordings: Taken[] }).recordings,
    handout,
  );

/** Each fifth of a second has a tone of its own: what is heard tells when it was said. */
const STEP = 0.2;
const [LOWEST, APART] = [300, 15];

declare global {
  interface Window {
    /** Seconds of sound that the recorder was given since its microphone was opened. */
    givenSeconds?: number;
  }
}

/**
 * Gives the recorder a clock's tones in place of each piece of sound that the microphone brings: a slow
 * machine's microphone leaves pieces out, which is not the recorder's fault.
 */
function giveClock(step: number, lowest: number, apart: number): void {
  window.AudioWorkletNode = class extends AudioWorkletNode {
    constructor(...given: ConstructorParameters<typeof AudioWorkletNode>) {
      super(...given);
      const rate = this.context.sampleRate;
      let [phase, count] = [0, 0];
      this.port.addEventListener('message', ({ data }: MessageEvent<Float32Array>) => {
        for (let i = 0; i < data.length; i++, count++) {
          phase += (2 * Math.PI * (lowest + apart * Math.floor(count / (step * rate)))) / rate;
          data[i] = 0.3 * Math.sin(phase);
        }
        window.givenSeconds = count / rate;
      });
    }
  };
}

const givenSeconds = (page: Page) => page.evaluate(() => window.givenSeconds ?? 0);

/** Waits until the recorder was given so many seconds more. */
async function given(page: Page, seconds: number): Promise<void> {
  const until = (await givenSeconds(page)) + seconds;
  await page.waitForFunction((end) => (window.givenSeconds ?? 0) >= end, {}, until);
}

/** Waits until the page says that so many seconds are recorded. */
async function recorded(page: Page, seconds: number): Promise<void> {
  await page.waitForFunction(
    (least) => {
      const [, minutes, rest] = /Recording, (\d+):(\d\d)/u.exec(document.body.innerText) ?? [];
      return Number(minutes) * 60 + Number(rest) >= least;
    },
    {},
    seconds,
  );
}

/** Tones for more than three minutes: on a busy machine the network’s way out and back takes one of them. */
const TONES = 1000;

/**
 * The number of the tone that is heard most in each twentieth of a second (Goertzel's filter for each of the
 * first `tones`).
 */
function clockIn(pcm: Int16Array, rate: number, tones: number): number[] {
  const length = Math.round(0.05 * rate);
  return Array.from({ length: Math.floor(pcm.length / length) }, (_, nth) => {
    const part = pcm.subarray(nth * length, (nth + 1) * length);
    const powers = Array.from({ length: tones }, (_tone, tone) =>
      powerOf(part, (LOWEST + APART * tone) / rate),
    );
    return powers.indexOf(Math.max(...powers));
  });
}

/**
 * Power of a frequency, in periods a sample; after Goertzel, G. (1958), An algorithm for the evaluation of
 * finite trigonometric series.
 */
function powerOf(pcm: Int16Array, frequency: number): number {
  const factor = 2 * Math.cos(2 * Math.PI * frequency);
  let [before, now] = [0, 0];
  for (const sample of pcm) [before, now] = [now, sample + factor * now - before];
  return now * now + before * before - factor * now * before;
}

const soundOf = async (page: Page, id: string): Promise<Int16Array> => {
  const base64 = await page.evaluate(async (recording) => {
    const bytes = new Uint8Array(await (await fetch(`/api/recordings/${recording}/sound`)).arrayBuffer());
    let text = '';
    for (let at = 0; at < bytes.length; at += 8192)
      text += String.fromCharCode(...bytes.subarray(at, at + 8192));
    return btoa(text);
  }, id);
  const bytes = Buffer.from(base64, 'base64').subarray(44);
  return new Int16Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
};

describe('a recording that everything happens to', () => {
  let browser: Browser;
  let page: Page;
  let handout: string;
  beforeAll(async () => {
    const silence = path.join(folder, 'silence.wav');
    writeFileSync(silence, Buffer.concat([wavHeader(48_000, 48_000), Buffer.alloc(2 * 48_000)]));
    browser = await launchBrowser(silence);
    ({ page } = await openPage(browser, app.base));
    await page.evaluateOnNewDocument(giveClock, STEP, LOWEST, APART);
    await enterDemo(page);
    handout = await addHandout(page, HANDOUT);
    await page.goto(`${app.base}/record/${handout}`);
  });
  afterAll(() => browser.close());

  test('loses at most its last second: the server is killed, the network fails, the page is reloaded in the middle', async () => {
    await pressButton(page, 'Record');
    await seeText(page, 'Recording,');
    const begun = await givenSeconds(page);
    await seeText(page, 'Saved.');
    await app.kill();
    await seeText(page, 'Can’t reach Aurelfield');
    await given(page, 1.5);
    await app.start();
    await seeText(page, 'Saved.');
    await page.setOfflineMode(true);
    await seeText(page, 'Can’t reach Aurelfield');
    await given(page, 1.5);
    await page.setOfflineMode(false);
    await seeText(page, 'Saved.');
    // In the middle of it, without a word: as when a lid is closed or a battery is empty.
    const ended = await givenSeconds(page);
    expect(ended).toBeLessThan(TONES * STEP);
    await page.reload();
    await seeText(page, 'This recording was interrupted');
    expect(await violationsOn(page)).toEqual([]);
    await pressButton(page, 'Go on with it');
    await seeText(page, 'Paused,');
    await pressButton(page, 'Go on');
    await seeText(page, 'Recording,');
    await given(page, 2.5);
    await pressButton(page, 'Pause');
    await seeText(page, 'Paused,');
    await pressButton(page, 'Finish');
    // Whether rising tones are like a reading is not asked here.
    await expect
      .poll(async () => (await recordingsOf(page, handout))[0]?.state, { timeout: PATIENCE })
      .toMatch(/failed|ready/u);
    const [taken] = await recordingsOf(page, handout);
    const ticks = clockIn(await soundOf(page, taken?.id ?? ''), 32_000, Math.ceil(ended / STEP) + 20);
    const again = ticks.findIndex((tick, i) => i > 20 && tick < (ticks[i - 1] ?? 0) - 10);
    expect(again).toBeGreaterThan(0);
    const before = ticks.slice(0, again);
    // Tick after tick, over the killed server and the failing network: nothing is missing, nothing comes
    // twice.
    const steps = before.slice(1).map((tick, i) => tick - (before[i] ?? 0));
    expect(steps.filter((step) => step < 0 || step > 1)).toEqual([]);
    expect((before[0] ?? Infinity) * STEP).toBeLessThanOrEqual(begun + STEP);
    expect(((before.at(-1) ?? 0) + 1) * STEP).toBeGreaterThan(ended - 1);
    expect((ticks.length - again) * 0.05).toBeGreaterThan(2);
  });

  test('what is no reading of anything is told so', async () => {
    await page.reload();
    await pressButton(page, 'Record');
    await seeText(page, 'Recording,');
    await given(page, 4);
    await pressButton(page, 'Finish');
    const failures = async () =>
      (await recordingsOf(page, handout)).filter(({ state }) => state === 'failed').length;
    await expect
      .poll(async () => (await recordingsOf(page, handout)).map(({ state }) => state), { timeout: PATIENCE })
      .toEqual(['failed', expect.stringMatching(/failed|ready/u)]);
    const report = await failures();
    await page.waitForFunction(
      (count) => document.body.innerText.split('does not sound like a reading').length - 1 === count,
      {},
      report,
    );
    expect(await violationsOn(page)).toEqual([]);
  });
});

describe('a teacher’s own voice', () => {
  let browser: Browser;
  let page: Page;
  let complaints: string[];
  let handout: string;
  /** How long the reading lasts, seconds. */
  let spoken: number;
  beforeAll(async () => {
    // Somebody else's speech, by a program that we did not write, stands for the teacher's.
    const file = path.join(folder, 'teacher.wav');
    execFileSync('flite', [
      '-voice',
      'rms',
      '-t',
      SENTENCES.join(' '),
      '-o',
      path.join(folder, 'speech.wav'),
    ]);
    const speech = readFileSync(path.join(folder, 'speech.wav'));
    spoken = (speech.length - 44) / speech.readUInt32LE(28);
    execFileSync('ffmpeg', [
      '-loglevel', 'error', '-i', path.join(folder, 'speech.wav'), '-af', 'adelay=2500,apad=pad_dur=60', '-ar', '48000', file,
    ]); // prettier-ignore
    browser = await launchBrowser(file);
    ({ page, complaints } = await openPage(browser, app.base));
    await enterDemo(page);
    handout = await addHandout(page, HANDOUT);
  });
  afterAll(async () => {
    expect(complaints).toEqual([]);
    await browser.close();
  });

  test('is recorded, its words are found, and it is heard with every word lit as it is said', async () => {
    await page.goto(`${app.base}/listen/${handout}`);
    await clickText(page, 'Record it yourself');
    await seeText(page, 'Nothing is recorded yet.');
    expect(await violationsOn(page)).toEqual([]);
    await pressButton(page, 'Record');
    await seeText(page, 'Recording,');
    expect(await violationsOn(page)).toEqual([]);
    // As long as the reading lasts, and a little more.
    await recorded(page, spoken + 4);
    await pressButton(page, 'Finish');
    await page.waitForSelector('::-p-aria([name="Touch up"][role="link"])');
    expect(await recordingsOf(page, handout)).toMatchObject([{ state: 'ready', origin: 'microphone' }]);
    await page.goto(`${app.base}/listen/${handout}`);
    await seeText(page, SENTENCES[2] ?? '');
    await pressButton(page, 'Play');
    const heard = await page.evaluate(
      (length) =>
        new Promise<string[]>((resolve) => {
          const highlighted: string[] = [];
          const began = performance.now();
          const check = () => {
            const word = document.querySelector('[data-highlighted="true"]')?.textContent ?? '';
            if (word !== '' && highlighted.at(-1) !== word) highlighted.push(word);
            if (performance.now() - began > length * 1000) resolve(highlighted);
            else requestAnimationFrame(check);
          };
          check();
        }),
      spoken + 4,
    );
    const words = SENTENCES.join(' ').split(' ');
    expect(heard.length).toBeGreaterThan(13);
    // In their order, hardly one left out.
    let at = -1;
    for (const word of heard) {
      const next = words.findIndex(
        (one, i) => i > at && one.replace(/[.,]/gu, '') === word.replace(/[.,]/gu, ''),
      );
      expect(next).toBeGreaterThan(at);
      at = next;
    }
  });

  test('is touched up by keys alone: a word cut out, taken back, the ends trimmed, what is heard is what is shown', async () => {
    await page.goto(`${app.base}/record/${handout}`);
    await clickText(page, 'Touch up');
    await page.waitForSelector('.words button');
    await page.waitForSelector('::-p-text(Fetching the waveform)', { hidden: true });
    expect(await violationsOn(page)).toEqual([]);
    const [recording] = await recordingsOf(page, handout);
    const samples = async () => (await soundOf(page, recording?.id ?? '')).length;
    const whole = await samples();
    await page.focus('[aria-label="Place in the recording"]');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    const text = await page.$eval('[aria-label="Place in the recording"]', (one) =>
      one.getAttribute('aria-valuetext'),
    );
    expect(text).toContain('“ferry”');
    await page.keyboard.down('Shift');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.up('Shift');
    const pressed = await page.$$eval('.words button[aria-pressed="true"]', (all) =>
      all.map((one) => one.textContent),
    );
    expect(pressed).toEqual(['ferry', 'at']);
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Delete');
    await seeText(page, 'cut out at');
    await page.waitForFunction(() => !document.body.innerText.includes('saving …'));
    const cut = await samples();
    expect(whole - cut).toBeGreaterThan(3000);
    // The word is gone from below the waveform, and the needle plays what is left.
    expect(await page.$$eval('.words button', (all) => all.some((one) => one.textContent === 'ferry'))).toBe(
      false,
    );
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('.words button')].some((one) => one.textContent === 'ferry'),
    );
    await page.waitForFunction(() => !document.body.innerText.includes('saving …'));
    await expect.poll(samples, { timeout: PATIENCE }).toBe(whole);
    await pressButton(page, 'Trim the ends');
    await seeText(page, 'places');
    await expect.poll(samples, { timeout: PATIENCE }).toBeLessThan(whole - 32_000);
    await page.focus('[aria-label="Place in the recording"]');
    await page.keyboard.press('Home');
    await page.keyboard.press('Space');
    await page.waitForFunction(() => {
      const needle = document.querySelector<HTMLElement>('.needle');
      return needle !== null && Number.parseFloat(needle.style.left) > 200;
    });
    await page.keyboard.press('Space');
    expect(await violationsOn(page)).toEqual([]);
  });

  test('has its words put right: an edge is moved, a word tapped, and readings follow', async () => {
    await page.reload();
    await page.waitForSelector('.words button');
    const [recording] = await recordingsOf(page, handout);
    const timesOf = () =>
      page.evaluate(async (id) => {
        const view = (await (await fetch(`/api/recordings/${id}`)).json()) as {
          text: { words: { from: number | null; to: number | null; confidence: number }[] }[];
        };
        return view.text[0]?.words ?? [];
      }, recording?.id ?? '');
    const before = await timesOf();
    await page.evaluate(() => {
      [...document.querySelectorAll<HTMLElement>('button')]
        .find((one) => one.textContent.includes('The sound'))
        ?.click();
    });
    await page.waitForSelector('[role="option"]');
    await page.evaluate(() => {
      [...document.querySelectorAll<HTMLElement>('[role="option"]')]
        .find((one) => one.textContent.includes('words'))
        ?.click();
    });
    await seeText(page, 'Words to look at');
    await page.evaluate(() => {
      [...document.querySelectorAll<HTMLElement>('.words button')]
        .find((one) => one.textContent === 'ferry')
        ?.click();
    });
    await pressButton(page, 'Begins later');
    await expect.poll(async () => ((await timesOf())[1]?.from ?? 0) - (before[1]?.from ?? 0)).toBe(320);
    expect((await timesOf())[1]?.confidence).toBe(1);
    const handle = await page.$('[data-edge="to"]');
    const box = await handle?.boundingBox();
    const end = (await timesOf())[1]?.to ?? 0;
    if (!box) throw new Error('The word has no edge to drag.');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x - 10, y, { steps: 3 });
    await page.mouse.up();
    // Ten pixels at 200 a second.
    await expect.poll(async () => end - ((await timesOf())[1]?.to ?? 0)).toBeGreaterThan(1500);
    expect(end - ((await timesOf())[1]?.to ?? 0)).toBeLessThan(1800);
    expect(await violationsOn(page)).toEqual([]);
    await pressButton(page, 'Tap along from here');
    await page.waitForFunction(
      () => Number.parseFloat(document.querySelector<HTMLElement>('.needle')?.style.left ?? '0') > 0,
    );
    const needle = () =>
      page.$eval('.needle', (one) => Number.parseFloat((one as HTMLElement).style.left || '0'));
    const goOn = async (seconds: number) => {
      // 200 pixels are a second.
      const until = (await needle()) + seconds * 200;
      await page.waitForFunction(
        (end) => Number.parseFloat(document.querySelector<HTMLElement>('.needle')?.style.left ?? '0') >= end,
        {},
        until,
      );
    };
    await goOn(0.7);
    await page.keyboard.press('t');
    await goOn(0.4);
    await page.keyboard.press('t');
    await pressButton(page, 'Done: 2 words');
    await expect.poll(async () => (await timesOf())[2]?.confidence).toBe(1);
    const after = await timesOf();
    expect((after[2]?.from ?? 0) - (after[1]?.from ?? 0)).toBeGreaterThan(6000);
  });

  test('is usable on a phone', async () => {
    await page.setViewport({ width: 390, height: 800 });
    for (const address of [`/record/${handout}`, new URL(page.url()).pathname]) {
      await page.goto(`${app.base}${address}`, { waitUntil: 'networkidle0' });
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
      expect(await violationsOn(page)).toEqual([]);
    }
  });
});
