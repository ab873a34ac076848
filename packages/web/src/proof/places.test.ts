import type { FindingView } from '@aurelfield/api';
import { describe, expect, test } from 'vitest';
import { adjacentPlace, placesOf } from './places.ts';

const TEXTS = ['The tidde comes their way.', 'A hcron waits.'];
const textOf = (block: number, start: number, end: number) => TEXTS[block]?.slice(start, end) ?? '';
const finding = (kind: FindingView['kind'], block: number, start: number, end: number, instead: string[] = []): FindingView => ({
  kind, block, start, end, message: kind, instead,
}); // prettier-ignore
const FINDINGS = [
  finding('sounds alike', 0, 16, 21, ['there']),
  finding('spelling', 0, 4, 9, ['tide']),
  finding('spelling', 1, 2, 7, ['heron']),
];
const word = (index: number, block: number, start: number, end: number) => ({
  index,
  text: textOf(block, start, end),
  place: { block, start, end },
});

describe('one queue', () => {
  test('has all in the order of the text, a doubtful word that is misspelled once', () => {
    const places = placesOf(
      FINDINGS,
      [word(3, 1, 2, 7), word(9, 1, 8, 14), { index: 4, text: 'x', place: undefined }],
      textOf,
    );
    expect(places.map(({ kind, text, photoWord, instead }) => [kind, text, photoWord, instead[0]])).toEqual([
      ['spelling', 'tidde', undefined, 'tide'],
      ['sounds alike', 'their', undefined, 'there'],
      ['spelling', 'hcron', 3, 'heron'],
      ['doubtful', 'waits.', 9, undefined],
    ]);
    expect(places[2]?.message).toContain('photo');
  });

  test('places keep their keys when others go', () => {
    const before = placesOf(FINDINGS, [word(9, 1, 8, 14)], textOf);
    const after = placesOf(FINDINGS.slice(1), [word(9, 1, 8, 14)], textOf);
    const keys = new Set(before.map(({ key }) => key));
    expect(after.every(({ key }) => keys.has(key))).toBe(true);
    expect(keys.size).toBe(before.length);
  });

  test('a doubtful word keeps its key when it turns out to be misspelled', () => {
    const words = [word(3, 1, 2, 7)];
    const [before] = placesOf([], words, textOf);
    const after = placesOf(FINDINGS, words, textOf).find(({ photoWord }) => photoWord === 3);
    expect([after?.kind, after?.key]).toEqual(['spelling', before?.key]);
  });

  test('two of a kind in one block have keys of their own', () => {
    const twice = placesOf([finding('punctuation', 0, 3, 4), finding('punctuation', 0, 9, 10)], [], textOf);
    expect(new Set(twice.map(({ key }) => key)).size).toBe(2);
  });
});

test.each([
  [0, undefined, 1, 1],
  [2, undefined, 1, 0],
  [0, undefined, -1, 2],
  [-1, { block: 0, offset: 10 }, 1, 1],
  [-1, { block: 0, offset: 10 }, -1, 0],
  [-1, { block: 0, offset: 0 }, -1, 2],
  [-1, { block: 9, offset: 0 }, 1, 0],
  [-1, undefined, 1, 0],
] as const)('from place %d, cursor %j, by %d to place %d', (current, cursor, by, wanted) => {
  expect(adjacentPlace(placesOf(FINDINGS, [], textOf), current, cursor, by)).toBe(wanted);
});

test('of no places there is none to go to', () => {
  expect(adjacentPlace([], -1, undefined, 1)).toBe(-1);
});
