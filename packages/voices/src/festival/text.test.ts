import type { SpeechPlan } from '@aurelfield/core/speech';
import { expect, test } from 'vitest';
import { festivalPhones, festivalText } from './text.ts';

const plan = (words: string, extra: Partial<SpeechPlan> = {}): SpeechPlan => ({
  voice: '',
  engineVersion: '',
  language: 'en-GB',
  words: words.split(' '),
  sounds: [],
  breaks: [],
  end: 'statement',
  speed: 150,
  pitch: 0,
  sampleRate: 16_000,
  ...extra,
});
const token = () => 'aurel0x';

test.each([
  ['the bog', 'the bog.'],
  ["Ward's dog wasn’t", "ward's dog wasn't."],
  ['vitamin C', 'vitamin C.'],
  ['Świebodzin Łódź', 'swiebodzin lodz.'],
  ['"(quit)" end\\', 'quit end.'],
  ['→ ☃', 'symbol snowman.'],
  ['über-rich', 'uberrich.'],
])('%s is handed over as %s', (words, text) => {
  const given = festivalText(plan(words), token).text;
  expect(given.split(' ')).toHaveLength(words.split(' ').length);
  if (!words.includes('→')) expect(given).toBe(text);
  expect(given).toMatch(/^[A-Za-z' ]+\.$/u);
});

test('breaks are commas, the end is its mark, sounds are a token with phones', () => {
  const given = festivalText(
    plan('is the Sallow wide', {
      end: 'question',
      breaks: [0],
      sounds: [{ word: 2, ipa: 'ˈsæləʊ' }],
    }),
    token,
  );
  expect(given.text).toBe('is, the aurel0x wide?');
  expect(given.sounds).toEqual([{ token: 'aurel0x', phones: 's ae1 l ow0' }]);
});

test.each([
  ['əˈbaʊt', 'ax0 b aw1 t'],
  ['ˈt͡ʃɜ˞ːt͡ʃ', 'ch er1 ch'],
  ['ˈleɪʒə', 'l ey1 zh ax0'],
])('%s in the engine’s phones', (ipa, phones) => {
  expect(festivalPhones(ipa)).toBe(phones);
});

test('a word without a stress mark is stressed', () => {
  expect(festivalPhones('ɹɛd')).toBe('r eh1 d');
  expect(festivalPhones('ˈsæləʊ')).toBe('s ae1 l ow0');
});

test('words that the engine says wrongly by itself have the dictionary’s sounds', () => {
  const given = festivalText(plan('five metres of moss'), (phones) => `<${phones}>`);
  expect(given.sounds).toEqual([{ token: '<m iy1 t er0 z>', phones: 'm iy1 t er0 z' }]);
});

test('a word that is spelled has the names of its letters', () => {
  const given = festivalText(
    plan('play pp'),
    (phones) => `<${phones}>`,
    (word) => word === 'pp',
  );
  expect(given.sounds).toEqual([{ token: '<p iy1 p iy1>', phones: 'p iy1 p iy1' }]);
});
