import { describe, expect, test } from 'vitest';
import { contentsOf, findInBlocks, adjacentSection } from './blockGroups.ts';

const block = (
  type: 'heading' | 'paragraph' | 'list-item' | 'question' | 'table-row',
  text = '',
  more: object = {},
) => ({ type, text, ...more });

describe('contents', () => {
  const text = [
    block('paragraph'),
    block('heading', 'One', { level: 1 }),
    block('paragraph'),
    block('heading', 'Two', { level: 2 }),
    block('paragraph'),
  ];
  test('are the headings with their levels', () => {
    expect(contentsOf(text)).toEqual([
      { block: 1, level: 1, text: 'One' },
      { block: 3, level: 2, text: 'Two' },
    ]);
  });
  test.each([
    [0, 1, 1],
    [1, 1, 3],
    [4, 1, undefined],
    [4, -1, 3],
    [3, -1, 1],
    [1, -1, 0],
    [0, -1, undefined],
  ] as const)('from block %d, %d: %s', (from, by, to) => {
    expect(adjacentSection(contentsOf(text), from, by)).toBe(to);
  });
});

describe('find', () => {
  test.each([
    [
      'bog',
      [
        [0, 4, 7],
        [1, 0, 3],
      ],
    ],
    [
      'BOG',
      [
        [0, 4, 7],
        [1, 0, 3],
      ],
    ],
    ['Łódz', []],
    ['cafe', [[1, 9, 13]]],
    ['  ', []],
    [
      'aa',
      [
        [2, 0, 2],
        [2, 2, 4],
      ],
    ],
  ] as const)('“%s”', (wanted, places) => {
    const blocks = [{ text: 'The bog.' }, { text: 'Bogs and café' }, { text: 'aaaa' }];
    expect(findInBlocks(blocks, wanted).map(({ block: nth, start, end }) => [nth, start, end])).toEqual(
      places,
    );
  });
});
