import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { DEMO_SIGN_IN } from '../../packages/server/src/demo/people.ts';
import { startApp, type RunningApp } from '../app.ts';
import { startCertificateProxy } from './certificateProxy.ts';
import { ENGINES, PATIENCE, type Engine, type Tab } from './engines.ts';
import { startLoudspeaker, type Loudspeaker } from './loudspeaker.ts';
import { freePort, temporaryFolder } from './programs.ts';
import { prepareSchool, textOf, type School } from './school.ts';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const HOST = 'listen.wrenmoor.test';
/** Length of the reading that is kept on the device. */
const MINUTES = Number(process.env.AUREL_BROWSER_MINUTES ?? 20);
/** Louder than this is sound, in decibels of full scale. */
const AUDIBLE = -50;
const JUMPS = 12;

let room: Loudspeaker;
let app: RunningApp;
let school: School;
let tls: { readonly stop: () => void };
let tlsPort: number;
const { folder, remove } = temporaryFolder();
let files: Server;

beforeAll(async () => {
  room = await startLoudspeaker();
  tlsPort = await freePort();
  app = await startApp({ environment: { AUREL_HOSTS: HOST, AUREL_TRUSTED_PROXIES: 'loopback' } });
  tls = await startCertificateProxy({ host: HOST, port: tlsPort, upstream: Number(new URL(app.base).port) });
  school = await prepareSchool(app, MINUTES);
  // The page in one file, as a teacher saves it to a memory stick.
  const text = path.join(folder, 'text.txt');
  writeFileSync(text, textOf(120));
  const made = spawnSync('npm', ['run', '-s', 'aurel', '--', 'export', text, '--format', 'page', '--out', path.join(folder, 'page.html')], { cwd: ROOT }); // prettier-ignore
  expect(made.stderr.toString()).not.toContain('rror');
  files = createServer((_request, response) => {
    response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' });
    response.end(readFileSync(path.join(folder, 'page.html')));
  });
  await new Promise<void>((resolve) => {
    files.listen(0, '127.0.0.1', resolve);
  });
}, 900_000);

afterAll(async () => {
  files.close();
  tls.stop();
  await app.stop();
  room.stop();
  remove();
});

const button = (name: string) => `//button[normalize-space(.)="${name}"]`;
/** Where the reading is, as a share of it in hundredths; read off the page itself. */
const position = (tab: Tab) =>
  tab.evaluate(() =>
    parseFloat(document.querySelector<HTMLElement>('.strip')?.style.getPropertyValue('--at') || '-1'),
  );
const textOfPage = (tab: Tab) => tab.evaluate(() => document.body.innerText);

async function waitFor<T>(
  what: string,
  ask: () => Promise<T>,
  isRight: (answer: T) => boolean,
  milliseconds = PATIENCE,
): Promise<T> {
  let answer: T | undefined;
  const end = Date.now() + milliseconds;
  while (Date.now() < end) {
    answer = await ask().catch(() => undefined);
    if (answer !== undefined && isRight(answer)) return answer;
    await sleep(100);
  }
  throw new Error(`${what}: ${JSON.stringify(answer)}`);
}
const seeText = (tab: Tab, text: string, milliseconds = PATIENCE) =>
  waitFor(
    `“${text}” is not seen`,
    () => textOfPage(tab),
    (all) => all.includes(text),
    milliseconds,
  );
/** Waits until sound is heard in the room. */
async function isHeard(): Promise<void> {
  await waitFor('nothing is heard', () => room.record(1), (loudness) => loudness > AUDIBLE, 20_000); // prettier-ignore
}
/** Waits until the reading moves on. */
async function plays(tab: Tab): Promise<void> {
  const from = await position(tab);
  await waitFor(
    'the reading does not move on',
    () => position(tab),
    (now) => now >= 0 && now !== from,
    15_000,
  );
}

describe.each(Object.keys(ENGINES))('%s', (name) => {
  let engine: Engine;
  beforeAll(async () => {
    engine = await (ENGINES[name] as (typeof ENGINES)[string])({ host: HOST, environment: room.environment });
  }, 120_000);
  afterAll(() => engine.close());

  const origins = {
    loopback: () => app.base,
    'http under a host name': () => `http://${HOST}:${new URL(app.base).port}`,
    'https behind nginx': () => `https://${HOST}:${tlsPort}`,
  } as const;

  describe.each(['loopback', 'http under a host name', 'https behind nginx'] as const)('over %s', (way) => {
    const origin = () => origins[way]();
    const isSecure = way !== 'http under a host name';
    let tab: Tab;
    beforeAll(async () => {
      tab = await engine.open();
    }, 120_000);
    afterAll(() => tab.close());

    test('the pupil’s page sounds, and highlights word after word', async () => {
      await tab.goTo(`${origin()}/p/${school.long.secret}`);
      await seeText(tab, 'Part 1');
      await tab.click(button('Play'));
      await plays(tab);
      const [loudness, words] = await Promise.all([
        room.record(4),
        tab.evaluate(async () => {
          const seen = new Set<string>();
          for (
            const end = performance.now() + 4000;
            performance.now() < end;
            await new Promise(requestAnimationFrame)
          )
            seen.add(document.querySelector('.lit')?.id ?? '');
          return seen.size;
        }),
      ]);
      expect(loudness).toBeGreaterThan(AUDIBLE);
      expect(words).toBeGreaterThan(2);
      await tab.click(button('Pause'));
    });

    test(`${JUMPS} jumps out of the loaded part never hang`, async () => {
      const last = await tab.evaluate(() => document.querySelectorAll('.text .s, .text [id^="s"]').length);
      expect(last).toBeGreaterThan(20);
      const sentences = await tab.evaluate(() => [...document.querySelectorAll('.text .w')].map(({ id }) => id).filter((id) => /w0$/.test(id))); // prettier-ignore
      for (let jump = 1; jump <= JUMPS; jump++) {
        const word = sentences[Math.floor(((jump * 7) % JUMPS) * (sentences.length / JUMPS))] ?? 's0w0';
        await tab.click(`//*[@id="${word}"]`);
        await plays(tab);
      }
      await tab.click(button('Pause'));
    });

    test('what a pupil says reaches the teacher', async () => {
      await tab.click(button('This sentence …'));
      await tab.click(button('I don’t understand this'));
      await seeText(tab, 'Sent. Your teacher will see');
      const { body } = await school.client.get<{ text: string }[]>('/pupil-notes');
      expect(body.some(({ text }) => text === 'I don’t understand this.')).toBe(true);
      await tab.click(button('Close'));
    });

    test('Back leads from a handout to the list', async () => {
      await tab.goTo(`${origin()}/p/${school.two.secret}`);
      await seeText(tab, 'Your handouts');
      await tab.click('//li[2]//button');
      await seeText(tab, 'Play');
      expect(await tab.evaluate(() => location.hash)).toMatch(/^#read-/u);
      await tab.back();
      await seeText(tab, 'Your handouts');
      expect(await tab.evaluate(() => location.pathname)).toBe(`/p/${school.two.secret}`);
    });

    if (isSecure) {
      test(`all of ${MINUTES} minutes are on the device after one opening, and play without the server`, async () => {
        await tab.goTo(`${origin()}/p/${school.long.secret}`);
        await seeText(tab, 'All of it is on this device', 300_000);
        await tab.goTo(`${origin()}/p/${school.pin.secret}`);
        await tab.type('//input[@inputmode="numeric"]', '2468');
        await tab.click(button('Open'));
        await seeText(tab, 'All of it is on this device', 120_000);
        await app.kill();
        try {
          // The page with a PIN opens without asking again.
          await tab.goTo(`${origin()}/p/${school.pin.secret}`);
          await seeText(tab, 'Play');
          await tab.click(button('Play'));
          await plays(tab);
          await tab.goTo(`${origin()}/p/${school.long.secret}`);
          await seeText(tab, 'Play');
          const pieces = await tab.evaluate(() => {
            const words = [...document.querySelectorAll('.text .w')]
              .map(({ id }) => id)
              .filter((id) => /w0$/.test(id));
            return words.filter((_, nth) => nth % 6 === 0);
          });
          expect(pieces.length).toBeGreaterThan(MINUTES);
          for (const word of pieces) {
            await tab.click(`//*[@id="${word}"]`);
            await plays(tab);
          }
          const end = await tab.evaluate(() => [...document.querySelectorAll('.text .w')].at(-1)?.id ?? '');
          await tab.click(`//*[@id="${end}"]`);
          await seeText(tab, 'Play again');
        } finally {
          await app.start();
        }
      });
    } else {
      test('says that nothing can be kept here, and offers nothing that does not work', async () => {
        await tab.goTo(`${origin()}/p/${school.long.secret}`);
        await tab.click('//div[contains(@class, "small")]/button[normalize-space(.)="More …"]');
        await seeText(tab, 'this address isn’t secure (https)');
        expect(await textOfPage(tab)).not.toContain('Keep on this device');
        await tab.click(button('Close'));
      });
    }

    test('a board speaks, and where it can be kept every phrase speaks without the server after one visit', async () => {
      await tab.goTo(`${origin()}/board/${school.board}`);
      await seeText(tab, 'Say again');
      const phrases = '//*[@role="group" and @aria-label="Phrases"]/button';
      await tab.click(`${phrases}[1]`);
      const speaks = () =>
        waitFor('nothing is said', () => tab.evaluate(() => document.querySelector('[data-speaking="true"]') !== null), Boolean, 15_000); // prettier-ignore
      await speaks();
      expect(await room.record(1)).toBeGreaterThan(AUDIBLE);
      if (!isSecure) return;
      await seeText(tab, 'All of this board is on this device');
      await app.kill();
      try {
        await tab.goTo(`${origin()}/board/${school.board}`);
        await seeText(tab, 'Say again');
        const count = await tab.evaluate(
          () => document.querySelectorAll('[aria-label="Phrases"] > button').length,
        );
        expect(count).toBeGreaterThan(3);
        for (let nth = 1; nth <= count; nth++) {
          await tab.click(`${phrases}[${nth}]`);
          await speaks();
          const back = await tab.evaluate(() => [...document.querySelectorAll('button')].some(({ textContent }) => textContent === 'Back')); // prettier-ignore
          if (back) await tab.click(button('Back'));
          await tab.evaluate(() => [...document.querySelectorAll('button')].find(({ textContent }) => textContent.trim() === 'Stop')?.click()); // prettier-ignore
        }
      } finally {
        await app.start();
      }
    });

    test('a teacher adds a text, and listens', async () => {
      await tab.goTo(origin());
      await tab.type('//input[@type="email" or @autocomplete="username"]', DEMO_SIGN_IN.email);
      await tab.type('//input[@type="password"]', DEMO_SIGN_IN.password);
      await tab.click('//button[@type="submit"]');
      await seeText(tab, 'Add a handout');
      await tab.goTo(`${origin()}/add`);
      await tab.type(
        '//textarea',
        `The ferry over ${way} leaves at ten. The bell rings twice. Nobody waits.`,
      );
      await tab.click(button('Save and listen'));
      await seeText(tab, 'Nobody waits.');
      await tab.click('//button[@aria-label="Play" or normalize-space(.)="Play"]');
      await waitFor('no word is highlighted', () => tab.evaluate(() => document.querySelector('[data-highlighted="true"]') !== null), Boolean, 30_000); // prettier-ignore
      await isHeard();
    });
  });

  test('the page in one file sounds and highlights', async () => {
    const tab = await engine.open();
    const { port } = files.address() as AddressInfo;
    await tab.goTo(
      name === 'WebKit' ? `http://127.0.0.1:${port}/` : `file://${path.join(folder, 'page.html')}`,
    );
    await tab.click('//button[normalize-space(.)="Play"]');
    await waitFor(
      'no word is highlighted',
      () => tab.evaluate(() => document.querySelector('.lit') !== null),
      Boolean,
    );
    await isHeard();
    await tab.close();
  });
});
