/** @module-tag long */
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { choosePupil, clickText, hear, openPage, pressButton, seeText, type RunningApp } from './app.ts';
import { openDemo, type Demo } from './demo.ts';
import { violationsOn } from './violations.ts';

/** Each pupil's way of listening, as a teacher and a pupil use it. */
let app: RunningApp;
let page: Page;
let demo: Demo;
beforeAll(async () => {
  demo = await openDemo();
  ({ app, page } = demo);
});
afterAll(() => demo.leave());

const ids = () =>
  page.evaluate(async () => {
    const get = async (path: string) =>
      (await (await fetch(`/api${path}`)).json()) as { id: string; name?: string; title?: string }[];
    return { pupils: await get('/pupils'), handouts: await get('/handouts') };
  });
const openHandout = async (title: RegExp, pupil: string) => {
  const { pupils, handouts } = await ids();
  const handout = handouts.find((one) => title.test(one.title ?? ''))?.id ?? '';
  const who = pupils.find(({ name }) => name === pupil)?.id ?? '';
  await page.goto(`${app.base}/listen/${handout}?pupil=${who}`, { waitUntil: 'load' });
  await page.waitForSelector('[role="slider"]');
};
const madeAll = () =>
  page.waitForFunction(() => {
    const track = window.aurelfieldPlayer?.track;
    return track !== undefined && track.sentences.length > 0 && track.firstUnmade === track.sentences.length;
  });
const violations = () => violationsOn(page);
const option = async (label: string, wanted: string) => {
  await page.evaluate((name) => {
    const found = [...document.querySelectorAll<HTMLElement>('button[aria-haspopup="listbox"]')].find(
      (button) => {
        const ids = (button.getAttribute('aria-labelledby') ?? '').split(' ');
        return (
          ids.some((id) => document.getElementById(id)?.textContent === name) ||
          button.ariaLabel === name ||
          button.parentElement?.ariaLabel === name
        );
      },
    );
    found?.click();
  }, label);
  await page.waitForSelector('[role="option"]');
  await page.evaluate(
    (text) =>
      [...document.querySelectorAll<HTMLElement>('[role="option"]')]
        .find((one) => one.textContent === text)
        ?.click(),
    wanted,
  );
  await page.waitForFunction(() => document.querySelector('[role="option"]') === null);
};

describe('a pupil is tuned by ear', () => {
  test('a change is heard without being asked for, and its words are lit', async () => {
    await page.goto(`${app.base}/pupils`, { waitUntil: 'networkidle0' });
    await clickText(page, 'Ines');
    await clickText(page, 'Pace and pauses');
    const slider = await page.waitForSelector('::-p-aria([name="Pace"][role="slider"])');
    await slider?.focus();
    expect(await page.$('[data-highlighted="true"]')).toBeNull();
    await page.keyboard.press('ArrowRight');
    await page.waitForSelector('[data-highlighted="true"]');
    expect(
      await page.$eval('::-p-aria([name="Pace"][role="slider"])', (input) =>
        input.getAttribute('aria-valuetext'),
      ),
    ).toBe('110 words a minute');
  });

  test('two settings are compared blind, and the one that is chosen is stored with what was tried', async () => {
    await clickText(page, 'Keep to compare');
    const slider = await page.waitForSelector('::-p-aria([name="Pace"][role="slider"])');
    await slider?.focus();
    for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
    await clickText(page, 'Compare blind');
    expect(
      await page.$$eval('section[aria-label="Side by side"] li', (items) =>
        items.map((item) => item.textContent),
      ),
    ).toEqual([expect.stringContaining('hidden'), expect.stringContaining('hidden')]);
    await pressButton(page, 'Hear First');
    await page.waitForSelector('[data-heard="true"]');
    await pressButton(page, 'Hear Second');
    await page.waitForSelector('li:nth-child(2)[data-heard="true"]');
    await pressButton(page, 'Choose Second');
    await seeText(page, 'was chosen – it was the second one');
    // The setting that was chosen is the profile's from now on; which of the two that is nobody knows
    // beforehand.
    const pace = await page.waitForSelector('::-p-aria([name="Pace"][role="slider"])');
    const chosen = await pace?.evaluate((input) => (input as HTMLInputElement).value);
    await pressButton(page, 'Save');
    await page.waitForFunction(() => location.pathname === '/pupils');
    await clickText(page, 'Ines');
    await clickText(page, 'History');
    await seeText(page, '2 heard blind');
    await seeText(page, `${chosen ?? 'no pace'} words`);
  });

  test('the earlier profile is brought back', async () => {
    const past = await page.$$('ol > li');
    expect(past.length).toBeGreaterThanOrEqual(2);
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLButtonElement>('ol > li:last-child button')]
        .find((button) => button.textContent === 'Restore')
        ?.click(),
    );
    await clickText(page, 'Pace and pauses');
    expect(
      await page.$eval('::-p-aria([name="Pace"][role="slider"])', (input) =>
        input.getAttribute('aria-valuetext'),
      ),
    ).toBe('105 words a minute');
  });

  test('who leaves with something unsaved is asked, and nothing is lost', async () => {
    await clickText(page, 'Back to the pupils');
    await seeText(page, 'Your changes are not saved');
    expect(await violations()).toEqual([]);
    await clickText(page, 'Keep as draft');
    await page.waitForFunction(() => location.pathname === '/pupils');
    await clickText(page, 'Ines');
    await seeText(page, 'These changes were left unsaved here.');
    await clickText(page, 'Discard changes');
    await seeText(page, 'Saved.');
  });

  test('axe finds nothing in any panel', async () => {
    for (const panel of [
      'Voice',
      'Pace and pauses',
      'What is read out',
      'The page',
      'Highlighting',
      'About',
      'History',
    ]) {
      await page.evaluate(
        (name) =>
          [...document.querySelectorAll<HTMLElement>('[role="tab"]')]
            .find((tab) => tab.textContent === name)
            ?.click(),
        panel,
      );
      await page.waitForFunction(
        (name) => document.querySelector('[role="tab"][aria-selected="true"]')?.textContent === name,
        {},
        panel,
      );
      expect([panel, await violations()]).toEqual([panel, []]);
    }
  });
});

describe('every setting of the look is seen', () => {
  const style = (selector: string, property: string) =>
    page.$eval(selector, (element, name) => getComputedStyle(element).getPropertyValue(name), property);
  const set = async (readingStyle: object) => {
    await page.evaluate(async (change) => {
      const session = (await (await fetch('/api/session')).json()) as { csrfToken: string };
      const pupils = (await (await fetch('/api/pupils')).json()) as {
        id: string;
        name: string;
        profile: { readingStyle: object };
      }[];
      const wren = pupils.find(({ name }) => name === 'Wren');
      if (!wren) return;
      await fetch(`/api/pupils/${wren.id}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json', 'x-aurelfield-token': session.csrfToken },
        body: JSON.stringify({
          ...wren,
          profile: { ...wren.profile, readingStyle: { ...wren.profile.readingStyle, ...change } },
        }),
      });
    }, readingStyle);
    await openHandout(/peat bog/u, 'Wren');
  };
  const ARTICLE = 'article[aria-label="The handout"]';

  test('type, spacing and colours', async () => {
    await set({
      font: 'lexend',
      textSize: 30,
      letterSpacing: 0.12,
      wordSpacing: 0.16,
      lineSpacing: 2,
      paragraphSpacing: 2,
      columnWidth: 40,
      ground: '#fff4c2',
      ink: '#202020',
    });
    const size = parseFloat(await style(ARTICLE, 'font-size'));
    expect(await style(ARTICLE, 'font-family')).toContain('Lexend');
    expect(parseFloat(await style(ARTICLE, 'letter-spacing')) / size).toBeCloseTo(0.12, 2);
    expect(parseFloat(await style(ARTICLE, 'word-spacing')) / size).toBeCloseTo(0.16, 2);
    expect(parseFloat(await style(ARTICLE, 'line-height')) / size).toBeCloseTo(2, 2);
    expect(await style(ARTICLE, 'background-color')).toBe('rgb(255, 244, 194)');
    expect(await style(ARTICLE, 'color')).toBe('rgb(32, 32, 32)');
    const gap = await page.evaluate(() => {
      const [one, other] = [...document.querySelectorAll('[data-block] p')].map((p) =>
        p.getBoundingClientRect(),
      );
      return (other?.top ?? 0) - (one?.bottom ?? 0);
    });
    expect(gap / size).toBeGreaterThan(1.9);
    // No word is cut off by the spacing that WCAG 1.4.12 asks a text to bear.
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBeLessThanOrEqual(0);
  });

  test.each([
    ['lozenge', 'background-color', 'rgb(0, 90, 60)'],
    ['underline', 'text-decoration-color', 'rgb(0, 90, 60)'],
    ['box', 'outline-color', 'rgb(0, 90, 60)'],
  ] as const)('the word in a %s of its colour', async (shape, property, colour) => {
    await set({ highlight: 'word', word: { shape, ground: '#005a3c', ink: 'default' } });
    await page.keyboard.press('Space');
    // Asked for in one go: the next moment another word is lit.
    const highlighted = await page.waitForFunction(
      (name) => {
        const word = document.querySelector('[data-highlighted="true"]');
        return word && getComputedStyle(word).getPropertyValue(name);
      },
      {},
      property,
    );
    expect(await highlighted.jsonValue()).toBe(colour);
    await page.keyboard.press('Space');
  });

  test('a bar, a line, a window, syllables and word classes', async () => {
    await set({
      highlight: 'line',
      window: 2,
      word: { shape: 'bar', ground: 'default', ink: 'default' },
      syllables: 'dots',
      wordClasses: true,
    });
    await page.waitForSelector('[data-begins="true"]');
    expect(
      await page.$eval('[data-begins="true"]', (syllable) => getComputedStyle(syllable, '::before').content),
    ).toBe('"·"');
    expect(await style('[data-class="verb"]', 'text-decoration-style')).toBe('wavy');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    const guide = await page.evaluate(() => {
      const edges = (selector: string) => {
        const box = document.querySelector(selector)?.getBoundingClientRect();
        return box && { top: box.top, bottom: box.bottom };
      };
      const place = edges('[data-here="true"]');
      const rect = (name: string) => edges(`.${name}`);
      return { place, band: rect('band'), above: rect('above'), below: rect('below') };
    });
    const middle = ((guide.place?.top ?? 0) + (guide.place?.bottom ?? 0)) / 2;
    expect(guide.band?.top).toBeLessThan(middle);
    expect(guide.band?.bottom).toBeGreaterThan(middle);
    expect(guide.above?.bottom).toBeLessThan(middle);
    expect(guide.below?.top).toBeGreaterThan(middle);
    expect(await violations()).toEqual([]);
  });
});

describe('listening', () => {
  test('a wrong name is put right for the class, and heard right in a second handout', async () => {
    const { handouts } = await ids();
    await page.evaluate(
      async (known) => {
        const session = (await (await fetch('/api/session')).json()) as { csrfToken: string };
        for (const title of ['Ferry notes', 'Second notes']) {
          if (known.includes(title)) continue;
          const form = new FormData();
          form.append(
            'input',
            JSON.stringify({
              title,
              language: 'en-GB',
              className: 'Year 8',
              text: 'Ask Perran. Then Perran will row.',
            }),
          );
          await fetch('/api/handouts', {
            method: 'POST',
            body: form,
            headers: { 'x-aurelfield-token': session.csrfToken },
          });
        }
      },
      handouts.map(({ title }) => title ?? ''),
    );
    const lengthOfName = () =>
      page.evaluate(() => {
        const times = window.aurelfieldPlayer?.track.sentences[0]?.times?.[1];
        return times === undefined ? 0 : times[1] - times[0];
      });
    await openHandout(/Second notes/u, 'Tobias');
    await madeAll();
    const before = await lengthOfName();
    await openHandout(/Ferry notes/u, 'Tobias');
    await madeAll();
    await page.evaluate(() => void window.aurelfieldPlayer?.seek({ sentence: 0, word: 1 }, false));
    await page.keyboard.press('w');
    await page.waitForSelector('aside[aria-label="About this word"]');
    await option('Use this for', 'The class Year 8');
    await seeText(page, 'Changes 4 places in 2 handouts and 2 readings.');
    await page.locator('::-p-aria(Respelled, as in SAL-oh)').fill('PER-uh-nuh-nuh-nuh-nuh');
    expect(await violations()).toEqual([]);
    await clickText(page, 'Save pronunciation');
    await seeText(page, 'is saved for Year 8');
    await openHandout(/Second notes/u, 'Tobias');
    await madeAll();
    expect(await lengthOfName()).toBeGreaterThan(before * 1.5);
    await seeText(page, 'PER-uh-nuh-nuh-nuh-nuh');
  });

  test('pupils are switched in mid-sentence: it plays on within a word of the place, at that pupil’s own speed', async () => {
    await openHandout(/peat bog/u, 'Tobias');
    await page.keyboard.press('+');
    await page.evaluate(() => void window.aurelfieldPlayer?.seek({ sentence: 2, word: 4 }, true));
    await page.waitForFunction(
      () => window.aurelfieldPlayer?.state.status === 'playing' && window.aurelfieldPlayer.place.word >= 5,
    );
    // Frame by frame: which reading is at which word, counted through the whole text.
    await page.evaluate(() => {
      const trail: { player: object; word: number; rate: number }[] = [];
      Object.assign(window, { trail });
      const check = () => {
        const player = window.aurelfieldPlayer;
        if (player?.state.status === 'playing') {
          const { sentence, word } = player.place;
          const before = player.track.sentences
            .slice(0, sentence)
            .reduce((sum, { words }) => sum + words.length, 0);
          trail.push({ player, word: before + word, rate: player.state.rate });
        }
        requestAnimationFrame(check);
      };
      check();
    });
    await choosePupil(page, 'Kasia');
    await page.waitForFunction(() => document.body.innerText.includes('140 words a minute'));
    const [left, taken] = await page
      .waitForFunction(() => {
        const { trail } = window as unknown as { trail: { player: object; word: number; rate: number }[] };
        const first = trail.findIndex(({ player }) => player !== trail[0]?.player);
        return first > 0 && trail.slice(first - 1, first + 1).map(({ word, rate }) => ({ word, rate }));
      })
      .then((found) => found.jsonValue() as Promise<{ word: number; rate: number }[]>);
    // A frame may pass on either side.
    expect(Math.abs((taken?.word ?? -9) - (left?.word ?? 0))).toBeLessThanOrEqual(1);
    expect(taken?.rate).toBe(1);
    // The keys are the page's again: the arrow goes by sentence and does not change the pupil.
    await page.keyboard.press('Space');
    await page.waitForFunction(() => window.aurelfieldPlayer?.state.status === 'paused');
    await page.keyboard.press('ArrowRight');
    await seeText(page, '140 words a minute');
    await choosePupil(page, 'Tobias');
    await page.waitForFunction(() => window.aurelfieldPlayer?.state.rate === 1.1);
  });

  test('the place is kept to the word when the pupil changes while it is paused', async () => {
    await page.evaluate(() => void window.aurelfieldPlayer?.seek({ sentence: 3, word: 5 }, false));
    const word = () =>
      page.evaluate(() => {
        const player = window.aurelfieldPlayer;
        const sentence = player?.track.sentences[player.place.sentence];
        return `${sentence?.block ?? ''} ${sentence?.words[player?.place.word ?? 0]?.start ?? ''}`;
      });
    const before = await word();
    await choosePupil(page, 'Yvette');
    await page.waitForFunction(() => document.body.innerText.includes('145 words a minute'));
    await page.waitForFunction(() => (window.aurelfieldPlayer?.track.sentences.length ?? 0) > 0);
    expect(await word()).toBe(before);
  });

  test('very large type: the lit word is never under the player; scrolling away is let be, and it returns on wish', async () => {
    await page.setViewport({ width: 640, height: 400 });
    await page.evaluate(() => void window.aurelfieldPlayer?.seek({ sentence: 4, word: 0 }, true));
    await page.waitForFunction(() => window.aurelfieldPlayer?.state.status === 'playing');
    for (let i = 0; i < 12; i++) {
      await hear(page, 0.3);
      const seen = await page.evaluate(() => {
        const word = document.querySelector('[data-here="true"]')?.getBoundingClientRect();
        const desk = document.querySelector('section[aria-label="Listening"]')?.getBoundingClientRect();
        return word && desk ? word.top - desk.top : -1;
      });
      if (i > 2) expect(seen).toBeLessThan(0);
    }
    // A quarter of the window at most.
    expect(
      await page.$eval('section[aria-label="Listening"]', (desk) => desk.getBoundingClientRect().height),
    ).toBeLessThanOrEqual(100);
    await page.mouse.move(300, 150);
    await page.mouse.wheel({ deltaY: 1500 });
    await seeText(page, 'Back to where it is read');
    const away = await page.evaluate(() => window.scrollY);
    await hear(page, 1.2);
    expect(Math.abs((await page.evaluate(() => window.scrollY)) - away)).toBeLessThan(400);
    await clickText(page, 'Back to where it is read');
    await page.waitForFunction(() => {
      const word = document.querySelector('[data-here="true"]')?.getBoundingClientRect();
      return word !== undefined && word.top > 0 && word.bottom < innerHeight;
    });
    await page.setViewport({ width: 1280, height: 800 });
    await page.keyboard.press('Space');
  });

  test('a jump on a long text and a reload both end where the place is', async () => {
    await page.evaluate(async () => {
      const session = (await (await fetch('/api/session')).json()) as { csrfToken: string };
      const text = Array.from(
        { length: 300 },
        (_, i) => `Boat ${i} passes the tower at dusk, and the keeper writes it down.`,
      ).join('\n\n');
      const form = new FormData();
      form.append('input', JSON.stringify({ title: 'The long log', language: 'en-GB', text }));
      await fetch('/api/handouts', {
        method: 'POST',
        body: form,
        headers: { 'x-aurelfield-token': session.csrfToken },
      });
    });
    await openHandout(/long log/u, 'Tobias');
    const isSeen = () =>
      page.waitForFunction(() => {
        const word = document.querySelector('[data-here="true"]')?.getBoundingClientRect();
        return word !== undefined && word.top > 0 && word.bottom < innerHeight - 80;
      });
    await page.waitForFunction(() => (window.aurelfieldPlayer?.track.sentences.length ?? 0) > 280);
    await page.evaluate(() => void window.aurelfieldPlayer?.seek({ sentence: 250, word: 3 }, false));
    await isSeen();
    await page.reload({ waitUntil: 'domcontentloaded' });
    await page.waitForSelector('[role="slider"]');
    await page.waitForFunction(() => window.aurelfieldPlayer?.place.sentence === 250);
    await isSeen();
  });

  test('a passage that is selected is heard alone, marked in a colour, collected and saved', async () => {
    await openHandout(/peat bog/u, 'Tobias');
    await page.evaluate(() => {
      const text = document.querySelectorAll('[data-text]')[1];
      const range = document.createRange();
      if (text) range.selectNodeContents(text);
      getSelection()?.removeAllRanges();
      getSelection()?.addRange(range);
    });
    await clickText(page, 'Hear this');
    await page.waitForFunction(
      () =>
        window.aurelfieldPlayer?.state.passage !== undefined &&
        window.aurelfieldPlayer.state.status === 'playing',
    );
    await page.keyboard.press('Space');
    await clickText(page, 'Fern green');
    await page.waitForSelector('mark[data-study="fern"]');
    await page.keyboard.press('m');
    await page.waitForSelector('aside[aria-label="Study marks"] blockquote');
    expect(await violations()).toEqual([]);
    const text = await page.evaluate(async () => {
      const link = [...document.querySelectorAll<HTMLAnchorElement>('aside a')].find((a) =>
        a.textContent.includes('Text'),
      );
      return (await fetch(link?.href ?? '')).text();
    });
    expect(text).toContain('Fern green');
    expect(text).toContain('A peat bog looks like an empty place');
  });

  test('contents, find and the keys that can be changed', async () => {
    await page.keyboard.press('Escape');
    await page.keyboard.press('f');
    await page.waitForSelector('aside[aria-label="Find in the page"]');
    await page.keyboard.type('peat');
    await page.waitForSelector('mark[data-found]');
    await page.keyboard.press('Enter');
    await seeText(page, '2 of ');
    await page.keyboard.press('Escape');
    await page.keyboard.press('c');
    await clickText(page, 'How the pages are made');
    await page.waitForFunction(
      () => document.querySelector('h3 [data-now="true"]')?.textContent === 'How the pages are made',
    );
    await clickText(page, 'Shortcuts');
    const changeKey = async (key: 'l' | 'x') => {
      await pressButton(page, 'Change the key for repeat this sentence');
      await seeText(page, 'press a key …');
      await page.keyboard.press(key);
      await page.waitForFunction(() => !document.body.innerText.includes('press a key …'));
    };
    await changeKey('l');
    await seeText(page, 'Change that one first');
    await changeKey('x');
    await page.keyboard.press('Escape');
    await page.keyboard.press('x');
    await page.waitForFunction(() => window.aurelfieldPlayer?.state.status === 'playing');
    await page.keyboard.press('Space');
  });

  test('the player is a few steps of the tab key away, and lists and tables are told as such', async () => {
    await openHandout(/tide table/u, 'Tobias');
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    let steps = 0;
    for (; steps < 30; steps++) {
      await page.keyboard.press('Tab');
      if (await page.evaluate(() => /^Play/u.test(document.activeElement?.textContent ?? ''))) break;
    }
    expect(steps).toBeLessThan(20);
    expect(await page.$$eval('[role="table"] [role="row"]', (rows) => rows.length)).toBeGreaterThan(3);
    expect(await page.$$eval('[role="list"] [role="listitem"]', (items) => items.length)).toBeGreaterThan(3);
    expect(await violations()).toEqual([]);
  });
});

describe('several voices, two languages', () => {
  test('a dialogue is heard in three voices, and who speaks is told', async () => {
    await openHandout(/kiln/u, 'Kasia');
    await clickText(page, 'Voices');
    await clickText(page, 'Read in several voices');
    await page.waitForFunction(() => document.querySelectorAll('[data-speaker]').length >= 8);
    await madeAll();
    const speakers = await page.$$eval('[data-speaker]', (all) => [
      ...new Set(all.map((one) => (one as HTMLElement).dataset.speaker)),
    ]);
    expect(speakers).toEqual(['Old Garrick', 'Narrator (I)']);
    expect(await page.$$eval('.margin .who', (all) => all.map((one) => one.textContent))).toContain(
      'Old Garrick',
    );
    // The far end: the reading's sentences are planned in three voices.
    const voices = await page.evaluate(async () => {
      const voiceAssignment = (await (
        await fetch(`/api/handouts/${location.pathname.split('/')[2] ?? ''}/voice-assignment`)
      ).json()) as { voices: Record<string, string> };
      return Object.values(voiceAssignment.voices);
    });
    expect(new Set(voices).size).toBe(2);
    expect(await violations()).toEqual([]);
    // Another speaker makes another reading, which takes the place of this one: until it stands there,
    // presses go nowhere.
    const reopened = page.waitForResponse(
      (response) => response.url().endsWith('/api/readings') && response.request().method() === 'POST',
    );
    await option('Who says "Clay waits for nobody."', 'Narrator (I)');
    await reopened;
    await page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLElement>('[data-speaker]')].some(
        (one) => one.dataset.speaker === 'Narrator (I)' && one.textContent.includes('Clay waits'),
      ),
    );
    await page.waitForSelector('[role="slider"]');
    await madeAll();
  });

  test('the letter in two languages: both sides in their own voices, in turn', async () => {
    await clickText(page, 'Two languages');
    await clickText(page, 'Ask the translation service');
    await seeText(page, 'What is read');
    await option('What is read', 'Both, sentence by sentence');
    await page.waitForFunction(() => document.querySelector('.parallelText') !== null);
    await madeAll();
    const texts = await page.$$eval('[data-text]', (all) => all.slice(0, 4).map((one) => one.textContent));
    expect(texts).toEqual(['Letter from the kiln', 'List z pieca', 'Dear Nell,', 'Droga Nell,']);
    expect(await page.$eval('.parallelText', (one) => one.closest('[lang]')?.getAttribute('lang'))).toBe(
      'pl',
    );
    expect(await violations()).toEqual([]);
    await option('What is read', 'Polish');
    await page.waitForFunction(() => document.querySelector('[data-text]')?.textContent === 'List z pieca');
    await seeText(page, 'Poland');
  });
});

describe('a phrase board', () => {
  let board: Page;
  test('is given out by a link that needs no account', async () => {
    await page.goto(`${app.base}/phrases`, { waitUntil: 'networkidle0' });
    await clickText(page, 'Osric’s board');
    await clickText(page, 'Make a link');
    await page.waitForSelector('input[readonly]');
    const link = await page.$eval('input[readonly]', (input) => input.value);
    expect(await violations()).toEqual([]);
    const opened = await openPage(page.browser(), link);
    board = opened.page;
    await seeText(board, 'I have an answer.');
    expect(await board.evaluate(async () => (await fetch('/api/pupils')).status)).toBe(401);
    expect(await violationsOn(board)).toEqual([]);
    expect(await board.evaluate(() => document.cookie)).toBe('');
  });

  test('speaks at a tap, also when the network is gone', async () => {
    const tap = (text: string) =>
      board.evaluate(async (wanted) => {
        const button = [...document.querySelectorAll('button')].find((one) =>
          one.textContent.includes(wanted),
        );
        button?.click();
        const end = performance.now() + 10_000;
        while (performance.now() < end && !document.querySelector('[data-speaking="true"]'))
          await new Promise(requestAnimationFrame);
        return document.querySelector('[data-speaking="true"]')?.textContent ?? '';
      }, text);
    expect(await tap('I need more time.')).toContain('I need more time.');
    await board.waitForFunction(
      async () => (await (await caches.open('aurelfield-board-1')).keys()).length > 12,
    );
    await board.setOfflineMode(true);
    await board.reload();
    await seeText(board, 'I have an answer.');
    expect(await tap('That was funny!')).toContain('That was funny!');
    await board.setOfflineMode(false);
  });

  test('what is typed is completed from what was said, and said', async () => {
    await board.reload({ waitUntil: 'networkidle0' });
    await board.type('textarea', 'I need ');
    await board.evaluate(() =>
      [...document.querySelectorAll('button')].find((button) => button.textContent === 'more')?.click(),
    );
    expect(await board.$eval('textarea', (area) => area.value)).toBe('I need more ');
    await board.keyboard.type('help');
    await board.keyboard.press('Enter');
    await board.waitForFunction(() =>
      [...document.querySelectorAll('button')].some((button) => button.textContent.includes('Stop')),
    );
    await board.evaluate(() =>
      [...document.querySelectorAll('button')]
        .find((button) => button.textContent.includes('Show large'))
        ?.click(),
    );
    await board.waitForSelector('[role="dialog"]');
    expect(await board.$eval('[role="dialog"]', (dialog) => dialog.textContent)).toContain(
      'I need more help',
    );
    await board.keyboard.press('Enter');
  });

  test('is used by one switch alone', async () => {
    await option('Used with', 'One switch (auto-scan)');
    await page.evaluate(() => {
      const slider = [...document.querySelectorAll<HTMLInputElement>('input[type="range"]')].find(
        (input) => document.querySelector(`label[for="${input.id}"]`)?.textContent === 'Each step lasts',
      );
      if (!slider) return;
      // React sees only what the element's own setter was told.
      Reflect.set(HTMLInputElement.prototype, 'value', '0.5', slider);
      slider.dispatchEvent(new Event('input', { bubbles: true }));
    });
    await pressButton(page, 'Save');
    await seeText(page, 'Saved.');
    await board.reload({ waitUntil: 'networkidle0' });
    await board.bringToFront();
    const press = () => board.keyboard.press('Space');
    const highlightRow = (nth: number) =>
      board.waitForFunction(
        (row) =>
          [...document.querySelectorAll('[role="group"][aria-label="Phrases"] > button')].findIndex(
            (button) => (button as HTMLElement).dataset.scan === 'row',
          ) ===
          row * 4,
        {},
        nth,
      );
    await press();
    await highlightRow(1);
    await press();
    // In the second row: yes, no, break, water.
    await board.waitForFunction(() =>
      [...document.querySelectorAll('[role="group"] > button')]
        .find((button) => (button as HTMLElement).dataset.scan === 'button')
        ?.textContent.includes('Break'),
    );
    await press();
    await board.waitForFunction(() =>
      document.querySelector('[data-speaking="true"]')?.textContent.includes('Break'),
    );
  });

  test('categories, letters and “Say again” are reached by the same switch', async () => {
    /** Presses the switch when what is wanted is highlighted: its row, then itself. */
    const choose = async (name: string) => {
      const isHighlighted = (kind: string) =>
        board.waitForFunction(
          (wanted, how) =>
            [...document.querySelectorAll<HTMLElement>(`[data-scan="${how}"]`)].some(
              (one) => one.textContent.trim() === wanted,
            ),
          { polling: 20 },
          name,
          kind,
        );
      if (!(await board.$('[data-scan]'))) await board.keyboard.press('F13');
      await isHighlighted('row');
      await board.keyboard.press('F13');
      await isHighlighted('button');
      await board.keyboard.press('F13');
    };
    const speaks = () =>
      board.waitForFunction(() =>
        [...document.querySelectorAll('button')].some(({ textContent }) => textContent.includes('Stop')),
      );
    await choose('Needs');
    expect(
      await board.$eval('[aria-label="Categories"] [aria-pressed="true"]', (one) => one.textContent),
    ).toBe('Needs');
    await choose('All');
    await choose('Letters');
    for (const letter of ['h', 'i']) await choose(letter);
    expect(await board.$eval('textarea', (area) => area.value)).toMatch(/hi$/u);
    expect(await violationsOn(board)).toEqual([]);
    await choose('Say it');
    await speaks();
    await board.waitForFunction(
      () => ![...document.querySelectorAll('button')].some(({ textContent }) => textContent.includes('Stop')),
    );
    await choose('Say again');
    await speaks();
  });

  test('a link that was taken back opens nothing', async () => {
    await page.bringToFront();
    await clickText(page, 'Withdraw link');
    await seeText(page, 'Make a link');
    const address = board.url().replace('/board/', '/api/open-boards/');
    expect(await page.evaluate(async (url) => (await fetch(url)).status, address)).toBe(404);
  });
});
