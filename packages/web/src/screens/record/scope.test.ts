import type { Prompt } from '@aurelfield/api';
import { describe, expect, test } from 'vitest';
import { ALL, nameOf, rangeOf, scopeOf, sectionsOf, sentenceAfter, type Chosen } from './scope.ts';

const prompt = (block: string, blockType: string, text: string, start = 0): Prompt => ({
  block, blockType, text, start, end: start + text.length, words: text.split(' ').length,
}); // prettier-ignore
const PROMPTS = [
  prompt('a', 'paragraph', 'Before all headings.'),
  prompt('b', 'heading', 'Peat.'),
  prompt('b', 'heading', 'A second sentence of it.', 6),
  prompt('c', 'paragraph', 'It grows slowly.'),
  prompt('d', 'heading', 'Water'),
  prompt('e', 'paragraph', 'It stands in the moss for years and years, and nobody who walks there sees it.'),
];

describe('what is recorded', () => {
  test('sections begin with their headings, the first one with the text', () => {
    expect(sectionsOf(PROMPTS)).toEqual([
      { first: 0, name: 'The beginning' },
      { first: 1, name: 'Peat.' },
      { first: 4, name: 'Water' },
    ]);
    expect(sectionsOf([])).toEqual([]);
  });

  test.each<[string, Chosen, [number, number], string]>([
    ['all', ALL, [0, 6], 'All of it'],
    ['a section', { what: 'section', first: 1 }, [1, 4], 'Section: Peat.'],
    ['the last section', { what: 'section', first: 4 }, [4, 6], 'Section: Water'],
    ['a sentence', { what: 'sentence', first: 3 }, [3, 4], 'Sentence: It grows slowly.'],
    ['a long one', { what: 'sentence', first: 5 }, [5, 6], 'Sentence: It stands in the moss for years and years, and nobody who w…'],
  ])('%s', (_name, chosen, range, name) => {
    expect(rangeOf(chosen, PROMPTS)).toEqual(range);
    expect(nameOf(chosen, PROMPTS)).toBe(name);
    const [from, to] = range;
    expect(scopeOf(chosen, PROMPTS)).toEqual(
      chosen.what === 'all' ? null : PROMPTS.slice(from, to).map(({ block, start }) => ({ block, start })),
    );
  }); // prettier-ignore
});

test.each([
  [0, 0],
  [2, 0],
  [3.2, 1],
  [60, 5],
])('after %d seconds at 90 words a minute sentence %d is read', (seconds, expected) => {
  expect(sentenceAfter(PROMPTS, seconds, 90)).toBe(expected);
});
