import { expect, test } from 'vitest';
import { clock, size } from './clock.ts';
import { DEFAULT_SETTINGS, recallSettings, rememberSettings } from './settings.ts';
import { trackOf } from './track.ts';

test('a frozen reading is laid out as the player takes it', () => {
  const track = trackOf({
    sampleRate: 1000,
    sentences: [
      { b: 0, n: 900, p: 100, t: [0, 300, 350, 900] },
      { b: 2, n: 500, p: 0, t: [10, 490] },
    ],
  });
  expect([track.duration, track.starts]).toEqual([1.5, [0, 1000]]);
  expect(track.sentences.map(({ index, block, words }) => [index, block, words.length])).toEqual([[0, 0, 2], [1, 2, 1]]); // prettier-ignore
  expect([track.litWord(0, 0.4), track.secondOf(1, 0)]).toEqual([1, 1.01]);
});

test.each([
  [0, '0:00'],
  [59.9, '0:59'],
  [60, '1:00'],
  [3661, '61:01'],
  [-1, '0:00'],
])('%d seconds are %s', (seconds, told) => expect(clock(seconds)).toBe(told));

test.each([
  [10, '1 kB'],
  [64_400, '64 kB'],
  [1_165_469, '1.2 MB'],
])('%d bytes are %s', (bytes, told) => expect(size(bytes)).toBe(told));

test('settings are kept, and what is no settings is passed over', () => {
  rememberSettings({ ...DEFAULT_SETTINGS, letters: 1.4, colours: 'cream' });
  expect(recallSettings()).toMatchObject({ letters: 1.4, colours: 'cream' });
  for (const wrong of ['{', 'null', '{"letters":99}']) {
    localStorage.setItem('aurelfield:settings', wrong);
    expect(recallSettings()).toEqual(DEFAULT_SETTINGS);
  }
});
