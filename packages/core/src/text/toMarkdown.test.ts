import { expect, test } from 'vitest';
import type { Block } from './document.ts';
import { blocksFromMarkdown, looksLikeMarkdown } from './markdown.ts';
import { markdownOf } from './toMarkdown.ts';

type Draft = Omit<Block, 'offset'>;
const back = (source: string) =>
  blocksFromMarkdown(source).map(({ offset: _offset, ...block }): Draft => block);
const columnHeaders = ['Day', 'High water'];

test.each<[string, Draft[]]>([
  ['headings and paragraphs', [{ type: 'heading', level: 1, text: 'Tides' }, { type: 'paragraph', text: 'Water * rises [twice] a_day.' }, { type: 'heading', level: 3, text: 'Why' }]],
  ['lists', [{ type: 'list-item', text: 'moss' }, { type: 'list-item', text: 'peat' }, { type: 'paragraph', text: 'Between.' }, { type: 'list-item', label: '1', text: '1. dig' }, { type: 'question', label: '2', text: '2. Why dig?' }]],
  ['a table with heads', [{ type: 'table-row', text: 'Day\tHigh water' }, { type: 'table-row', columnHeaders, text: 'Monday\t5.1 m' }, { type: 'table-row', columnHeaders, text: 'Tuesday\t5.3 | 5.4' }]],
  ['a table between texts', [{ type: 'paragraph', text: 'Before.' }, { type: 'table-row', text: 'a\tb' }, { type: 'table-row', columnHeaders: ['a', 'b'], text: '1\t2' }, { type: 'paragraph', text: 'After.' }]],
  ['beginnings that look like marks', [{ type: 'paragraph', text: '# no heading' }, { type: 'paragraph', text: '- no item' }, { type: 'paragraph', text: '> no quotation' }]],
  ['raised figures', [{ type: 'paragraph', text: '3 m² of H₂O' }]],
  ['pictures', [{ type: 'picture', text: 'A heron on one leg.' }]],
])('%s come back as they were', (_what, blocks) => {
  expect(back(markdownOf(blocks))).toEqual(blocks);
}); // prettier-ignore

test('a table is seen as Markdown without its name, numbers alone are not', () => {
  const rows: Draft[] = [
    { type: 'table-row', text: 'a\tb' },
    { type: 'table-row', columnHeaders: ['a', 'b'], text: '1\t2' },
  ];
  expect(looksLikeMarkdown(markdownOf(rows))).toBe(true);
  expect(looksLikeMarkdown('1. dig\n2. rest')).toBe(false);
});
