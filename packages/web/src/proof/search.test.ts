import type { BlockView } from '@aurelfield/api';
import { describe, expect, test } from 'vitest';
import { differences } from './differences.ts';
import { matchesOf, replacedAll } from './search.ts';

const blocks = (...texts: string[]): BlockView[] => texts.map((text) => ({ type: 'paragraph', text }));
const TEXT = blocks('The tide, the Tide.', 'No bog here.', 'tide');

test.each([
  ['tide', [[0, 4], [0, 14], [2, 0]]],
  ['Tide', [[0, 14]]],
  ['.', [[0, 18], [1, 11]]],
  ['moss', []],
  ['', []],
])('%j stands in %j', (wanted, places) => {
  expect(matchesOf(TEXT, wanted).map(({ block, start }) => [block, start])).toEqual(places);
}); // prettier-ignore

test('a text that holds itself is found without overlap', () => {
  expect(matchesOf(blocks('aaaa'), 'aa')).toHaveLength(2);
});

test('all places are replaced, also by what holds the text or signs of its own', () => {
  const replaced = replacedAll(TEXT, matchesOf(TEXT, 'tide'), 'ebb tide $&');
  expect(replaced.map(({ text }) => text)).toEqual([
    'The ebb tide $&, the ebb tide $&.',
    'No bog here.',
    'ebb tide $&',
  ]);
  expect(replaced[1]).toBe(TEXT[1]);
});

describe('differences of two texts', () => {
  test.each([
    [['a', 'b'], ['a', 'c'], ['b'], ['c']],
    [['a', 'b'], ['b', 'a'], [], []],
    [['a', 'a'], ['a'], ['a'], []],
    [['a'], ['a', 'a', ''], [], ['a']],
  ])('%j and %j: %j goes, %j comes', (now, then, goes, comes) => {
    expect(differences(blocks(...now), blocks(...then))).toEqual({ goes, comes });
  });
});
