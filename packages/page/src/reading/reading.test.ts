import { readingSnapshotSchema } from '@aurelfield/api/pupilPage';
import { expect, test, vi } from 'vitest';
import { addStyles, rulesOf } from './addStyles.ts';
import { clock, size } from './clock.ts';
import { DEFAULT_SETTINGS, recallSettings, rememberSettings } from './settings.ts';
import { trackOf } from './track.ts';

test('a snapshot becomes a track for the player', () => {
  const track = trackOf({
    sampleRate: 1000,
    sentences: [
      { b: 0, n: 900, p: 100, t: [0, 300, 350, 900] },
      { b: 2, n: 500, p: 0, t: [10, 490] },
    ],
  });
  expect([track.duration, track.starts]).toEqual([1.5, [0, 1000]]);
  expect(track.sentences.map(({ index, block, words }) => [index, block, words.length])).toEqual([[0, 0, 2], [1, 2, 1]]); // prettier-ignore
  expect([track.highlightedWord(0, 0.4), track.secondOf(1, 0)]).toEqual([1, 1.01]);
});

test.each(['segments', 'stretches'])('a snapshot whose sound is listed as “%s” can be read', (name) => {
  const segments = [{ from: 0, to: 2, opus: 900, m4a: 1000 }];
  const others = { title: 'Bog', language: 'en-GB', direction: 'ltr', pace: 150, sampleRate: 1000, html: '', css: '', sentences: [], sections: [] } as const; // prettier-ignore
  expect(readingSnapshotSchema.parse({ ...others, [name]: segments })).toEqual({ ...others, segments });
});

test.each([
  [0, '0:00'],
  [59.9, '0:59'],
  [60, '1:00'],
  [3661, '61:01'],
  [-1, '0:00'],
])('%d seconds are %s', (seconds, expected) => expect(clock(seconds)).toBe(expected));

test.each([
  [10, '1 kB'],
  [64_400, '64 kB'],
  [1_165_469, '1.2 MB'],
])('%d bytes are %s', (bytes, expected) => expect(size(bytes)).toBe(expected));

test('settings are kept for each link apart, and anything else that was kept is ignored', () => {
  const [one, again, other] = ['one.1.seal', 'one.2.seal', 'other.1.seal'];
  rememberSettings(one, { ...DEFAULT_SETTINGS, letters: 1.4, colours: 'cream', switches: 'one' });
  expect(recallSettings(again)).toMatchObject({ letters: 1.4, colours: 'cream', switches: 'one' });
  expect(recallSettings(other)).toEqual(DEFAULT_SETTINGS);
  for (const wrong of ['{', 'null', '{"letters":99}']) {
    localStorage.setItem('aurelfield:settings:one', wrong);
    expect(recallSettings(one)).toEqual(DEFAULT_SETTINGS);
  }
});

const RULES =
  '@font-face{font-family:"A";src:url(/page/fonts/a.woff2)}\n.text{color:#123}@media (min-width:1px){.text p{margin:0}}';
test('a sheet is divided into whole rules', () => {
  expect(rulesOf(RULES)).toEqual([
    '@font-face{font-family:"A";src:url(/page/fonts/a.woff2)}',
    '.text{color:#123}',
    '@media (min-width:1px){.text p{margin:0}}',
  ]);
});

test('a browser without constructed sheets gets the rules one by one, and loses them again', () => {
  const style = document.createElement('style');
  style.textContent = 'body{margin:0}';
  document.head.append(style);
  vi.stubGlobal('CSSStyleSheet', { prototype: {} });
  const remove = addStyles(RULES);
  expect(style.sheet?.cssRules).toHaveLength(4);
  remove();
  expect(style.sheet?.cssRules).toHaveLength(1);
  vi.unstubAllGlobals();
});
