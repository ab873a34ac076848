import { expect, test } from 'vitest';
import { splitPhones, phoneName } from './phones.ts';

const split = (words: string) => words.split('/').map((phones) => phones.trim().split(' ').filter(Boolean));

test.each([
  ['the same sounds', 'ɪ n / ð ə', 'ɪ n ð ə', [0, 2]],
  ['a weak form', 'ɒ v / ð ə', 'ə v ð ə', [0, 2]],
  ['a vowel said otherwise before a vowel', 'ɪ n / ð ə', 'ɪ n ð ɪ', [0, 2]],
  ['a sound left out', 'æ n d / ð ə', 'ə n ð ə', [0, 2]],
  ['a sound put in', 'ɒ n / ð ə', 'ɒ n n ð ə', [0, 3]],
  ['three words', 'aʊ t / ɒ v / ð ə', 'aʊ t ə v ð ə', [0, 2, 4]],
  ['a word without a sound left', 'ð ə / h', 'ð ə', [0, 2]],
  ['letters against words', 'eɪ / b oʊ t', 'ɐ b oʊ t', [0, 1]],
] as const)('%s', (_name, alone, heard, firsts) => {
  expect(splitPhones(split(alone), heard.split(' '))).toEqual(firsts);
});

test.each([
  ['ˈaɪ', 'aɪ'],
  ['ˌiː', 'i'],
  // Eight bytes fill the engine's field; what follows them is not its name.
  ['ˈɑːɹ\u0007', 'ɑɹ'],
  ['', ''],
  [undefined, ''],
  [3, ''],
])('phoneName(%j) is %j', (id, name) => {
  expect(phoneName(id)).toBe(name);
});
