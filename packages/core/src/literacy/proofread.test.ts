import { dictionary } from 'cmu-pronouncing-dictionary';
import { describe, expect, test } from 'vitest';
import { proofread } from './proofread.ts';
import { gradeLevel, guessSyllables, readingEase } from './readability.ts';

const known = new Set(
  'the a tide covers marsh twice day it is wet and cold see picture below dog isn’t well-known known well'.split(
    ' ',
  ),
);
const found = (text: string, type: 'paragraph' | 'picture' | 'heading' = 'paragraph') =>
  proofread([{ type, text }], 'en-GB', {
    isSpelledRight: (word) => known.has(word.toLowerCase()) || !/zz/u.test(word),
  }).map(
    ({ kind, start, end, instead }) =>
      `${kind} “${text.slice(start, end)}”${instead.length > 0 ? ` → “${instead.join('/')}”` : ''}`,
  );

describe('proofread', () => {
  test.each([
    ['The tide covers the marsh.', []],
    ['The tizzde covers it.', ['spelling “tizzde”']],
    ['Their is a bog here.', ['sounds alike “Their” → “There”']],
    ['They washed there hands.', ['sounds alike “there” → “their”']],
    ['Their hands were there.', []],
    ['He took of his hat.', ['sounds alike “of” → “off”']],
    ['You could of gone.', ['sounds alike “of” → “have”']],
    ['It lost it’s leaves.', ['sounds alike “it’s” → “its”']],
    ['It is to cold.', ['sounds alike “to” → “too”']],
    ['It is bigger then that.', ['sounds alike “then” → “than”']],
    ['We went home, and then it rained.', []],
    ['It runs threw the town.', ['sounds alike “threw” → “through”']],
    ['See the picture below.', ['picture “See the picture below”']],
    ['The  tide.', ['punctuation “  ” → “ ”']],
    ['The tide , it is.', ['punctuation “ ,” → “,”']],
    ['The the tide.', ['punctuation “The the” → “The”']],
    ['A mea- surement.', ['punctuation “a- s” → “as”']],
    ['The tide covers the marsh twice a day', ['punctuation “y” → “y.”']],
    [`${'It is wet '.repeat(13).trim()}.`, [expect.stringMatching(/^long sentence/u) as string]],
  ])('%s', (text, findings) => {
    expect(found(text)).toEqual(findings);
  });

  test('a picture without a description, and no full stop wanted of a heading', () => {
    expect(found('', 'picture')).toEqual(['picture “”']);
    expect(found('How the tide covers the marsh twice', 'heading')).toEqual([]);
  });

  test('a language without a dictionary is not spelled, and English rules are not for it', () => {
    expect(proofread([{ type: 'paragraph', text: 'Their is zzz.' }], 'pl', {})).toEqual([]);
  });
});

describe('readability', () => {
  // Worked by hand after the formulas of Flesch (1948) and Kincaid et al. (1975): 10 words, 2 sentences, 13
  // syllables.
  const counts = { words: 10, sentences: 2, syllables: 13 };
  test('reading ease and grade of a worked example', () => {
    expect(readingEase(counts)).toBeCloseTo(206.835 - 5.075 - 109.98, 6);
    expect(gradeLevel(counts)).toBeCloseTo(1.95 + 15.34 - 15.59, 6);
  });

  test('guessed syllables agree with the CMU dictionary for four words of five', () => {
    const sample = Object.entries(dictionary).filter(([word], i) => i % 61 === 0 && /^[a-z]+$/u.test(word));
    const right = sample.filter(
      ([word, phones]) => guessSyllables(word) === (phones.match(/[012]/gu)?.length ?? 0),
    );
    expect(right.length / sample.length).toBeGreaterThan(0.8);
  });
});
