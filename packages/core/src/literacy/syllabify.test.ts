import { describe, expect, test } from 'vitest';
import { candidatesOf, featuresOf, Syllabifier } from './syllabify.ts';

/** Vowels are hearts, a last e after a consonant is none: enough to look at where words are split. */
const simple = new Syllabifier({
  '0a': 1,
  '0e': 1,
  '0i': 1,
  '0o': 1,
  '0u': 1,
  '0y': 1,
  '0l': -1,
  '0m': -1,
  '0n': -1,
  '0r': -1,
});
const split = (word: string, syllables?: number) => {
  const breaks = simple.breaks(word, syllables);
  return [0, ...breaks].map((from, i) => word.slice(from, breaks[i])).join('·');
};

describe('where a word is parted', () => {
  test.each([
    ['happen', 'hap·pen'],
    ['master', 'mas·ter'],
    ['little', 'lit·tle'],
    ['castle', 'cas·tle'],
    ['atlas', 'at·las'],
    ['photon', 'pho·ton'],
    ['extra', 'ex·tra'],
    ['lion', 'li·on'],
    ['sphagnum', 'sphag·num'],
    ['Sallow', 'Sal·low'],
    ['a', 'a'],
    ['hmm', 'hmm'],
  ])('%s is %s', (word, expected) => {
    expect(split(word)).toBe(expected);
  });

  test('a dictionary’s count goes before the letters', () => {
    expect(split('every', 2)).toBe('e·very');
    expect(simple.breaks('every', 1)).toEqual([]);
  });

  test('a consonant can be the heart', () => {
    expect(new Syllabifier({ '0y': 1, '0m': 1 }).breaks('rhythm')).toEqual([3]);
  });

  test('every word has a syllable', () => {
    expect(simple.count('pfft')).toBe(1);
  });
});

test('letters near the edges see the edges', () => {
  expect(candidatesOf('bog')).toEqual([1]);
  expect(featuresOf('a', 0)).toContain('1^a$');
});
