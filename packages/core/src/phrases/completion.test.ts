import { describe, expect, test } from 'vitest';
import { completed, Completion } from './completion.ts';

const completion = new Completion(
  [
    { text: 'Can I have a break?', times: 5 },
    { text: 'Can I have the ruler?', times: 2 },
    { text: 'I need help with Maths.', times: 3 },
    { text: 'Help me, Jory.', times: 1 },
  ],
  'en-GB',
);

describe('words that may be meant', () => {
  test.each([
    ['', ['can', 'I', 'help']],
    ['Can I ', ['have', 'need']],
    ['Can I have ', ['a', 'the']],
    ['h', ['help', 'have']],
    ['I need he', ['help']],
    ['I need help with ', ['Maths']],
    ['jo', ['Jory']],
    ['zz', []],
    ['Help. ', ['can', 'I', 'help']],
  ])('after “%s”', (typed, expected) => {
    expect(completion.suggest(typed, 3)).toEqual(expected);
  });

  test('nothing was said: nothing is suggested', () => {
    expect(new Completion([], 'en-GB').suggest('h', 3)).toEqual([]);
  });
});

test.each([
  ['I need he', 'help', 'I need help '],
  ['I ', 'need', 'I need '],
  ['', 'can', 'can '],
])('“%s” completed with “%s”', (typed, suggestion, text) => {
  expect(completed(typed, suggestion)).toBe(text);
});
