import { describe, expect, test } from 'vitest';
import { groupBlocks } from './blockGroups.ts';

const block = (
  type: 'heading' | 'paragraph' | 'list-item' | 'question' | 'table-row',
  text = '',
  more: object = {},
) => ({ type, text, ...more });

describe('blocks that belong together', () => {
  test.each([
    ['paragraphs stand alone', [block('paragraph'), block('paragraph')], ['block 0', 'block 1']],
    [
      'items are a list',
      [block('paragraph'), block('list-item'), block('question'), block('paragraph')],
      ['block 0', 'list 1,2', 'block 3'],
    ],
    [
      'rows are a table',
      [block('table-row'), block('table-row', '', { columnHeaders: ['a'] })],
      ['table 0,1'],
    ],
    [
      'a second head row begins another',
      [
        block('table-row'),
        block('table-row', '', { columnHeaders: ['a'] }),
        block('table-row'),
        block('table-row', '', { columnHeaders: ['b'] }),
      ],
      ['table 0,1', 'table 2,3'],
    ],
    ['rows without heads are one table', [block('table-row'), block('table-row')], ['table 0,1']],
    ['nothing', [], []],
  ])('%s', (_name, blocks, groups) => {
    expect(groupBlocks(blocks).map(({ kind, blocks: own }) => `${kind} ${own.join()}`)).toEqual(groups);
  });
});
