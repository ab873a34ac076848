import type { ImportedDocument } from '@aurelfield/core/page';
import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { readDocument } from './readDocument.ts';

/**
 * Documents written by programs that we did not write: LibreOffice 7.4 (marsh.*, columns, locked, tides.*)
 * and pandoc 2.17 (marsh-2.*, marsh.epub, marsh.html, moss.pptx), all with the same made-up content.
 */
const WORDS = new Set(
  'the measurement measure patience story nobody without been could water rises mud'.split(' '),
);
const read = (name: string): Promise<ImportedDocument> =>
  readDocument(name, readFileSync(new URL(`../fixtures/${name}`, import.meta.url)), {
    isWord: (word) => WORDS.has(word.toLowerCase()),
  });
const outline = ({ blocks }: ImportedDocument) =>
  blocks.map(
    ({ type, level, label, text }) =>
      `${type}${level ?? ''}${label ? `(${label})` : ''}: ${text.replaceAll('\t', ' | ')}`,
  );

const OPENING =
  'A salt marsh lies between the land and the sea, and the tide covers it twice a day. Plants that grow there must live with salt water around their roots for hours at a time.';
const PICTURE = 'picture: A creek winds through low green plants.';
const NOTE = 'Only the highest tides cover all of it.';
const marsh = (picture: boolean) => [
  'heading1: The salt marsh',
  `paragraph: ${OPENING}`,
  'heading2: What grows there',
  'list-item: Glasswort grows lowest, on the bare mud.',
  'list-item: Sea lavender grows higher, where the mud is firm.',
  ...(picture ? [PICTURE] : []),
  'heading2: How high it grows',
  'table-row: Plant | Height',
  'table-row: Glasswort | 20 cm',
  'table-row: Sea lavender | 35 cm',
  'heading2: Questions',
  'question(1): 1. How often does the tide cover the marsh?',
  'list-item(2): 2. Draw the plant that grows lowest.',
  'paragraph: Hand your answers in on Friday.',
];

describe('the same document', () => {
  test.each([
    // RTF and PDF carry no descriptions of pictures here; the raised mark of an untagged note is reported by its
    // size.
    ['marsh.docx', true, [`paragraph: Note 1: ${NOTE}`], 0],
    ['marsh.odt', true, [`paragraph: Note 1: ${NOTE}`], 0],
    ['marsh.rtf', false, [`paragraph: Note 1: ${NOTE}`], 0],
    ['marsh.pdf', false, [`paragraph: 1 ${NOTE}`], 0],
    // Pandoc writes the title as a heading of its own before the text.
    ['marsh-2.docx', true, [`paragraph: Note 1: ${NOTE}`], 1],
    ['marsh.epub', true, [`list-item(1): 1. ${NOTE}`], 1],
    ['marsh.html', true, [`list-item(1): 1. ${NOTE}`], 1],
    ['marsh-2.rtf', false, [`paragraph: Note 1: ${NOTE}`], 1],
  ] as const)('as %s has headings, lists, table, picture and note', async (name, picture, note, titles) => {
    const document = await read(name);
    expect(outline(document).slice(titles)).toEqual([...marsh(picture), ...note]);
    const row = document.blocks.find(({ text }) => text.startsWith('Glasswort\t'));
    expect(row?.columnHeaders).toEqual(['Plant', 'Height']);
  });

  test('as a tagged PDF is read by its structure', async () => {
    const document = await read('marsh-tagged.pdf');
    expect(outline(document).filter((line) => !line.startsWith('paragraph'))).toEqual(
      marsh(false).filter((line) => !line.startsWith('paragraph')),
    );
    expect(document).toMatchObject({ title: 'The salt marsh', language: 'en-GB' });
  });

  test.each(['marsh.docx', 'marsh.odt', 'marsh.epub', 'marsh.pdf', 'marsh.html'])(
    '%s tells its title',
    async (name) => {
      expect((await read(name)).title).toBe('The salt marsh');
    },
  );
});

describe('a PDF in two columns', () => {
  test('is read column by column, over the page’s end, without its running head and page numbers', async () => {
    const document = await read('columns.pdf');
    expect(document.blocks.map(({ type }) => type)).toEqual([
      'heading',
      ...Array.from({ length: 8 }, () => 'paragraph'),
    ]);
    const parts = 'one two three four five six seven eight'.split(' ');
    document.blocks.slice(1).forEach(({ text }, i) => {
      expect(text).toMatch(
        new RegExp(`^In part ${parts[i] ?? ''} of the story the water rises again\\. The tide`, 'u'),
      );
      expect(text).toMatch(/without patience\.$/u);
      expect(text).not.toMatch(/Wrenmoor School|Page \d/u);
      expect(text).not.toMatch(/\p{L}- \p{L}/u);
    });
    expect([...new Set(document.cleanUps.map(({ rule, before }) => `${rule}: ${before}`))]).toEqual([
      'running head taken out: Wrenmoor School, science reader',
      'page number taken out: Page 1',
      'page number taken out: Page 2',
    ]);
  });
});

test('slides give titles, items, notes, descriptions and tables', async () => {
  expect(outline(await read('moss.pptx'))).toEqual([
    'heading2: Moss under the lens',
    'list-item: Moss has no roots.',
    'list-item: It drinks with its leaves.',
    'paragraph: Notes: Pass the moss round.',
    'heading2: What you see',
    expect.stringMatching(/^picture: /u) as string,
    'paragraph: A leaf one cell thick.',
    'heading2: How tall',
    'table-row: Moss | Height',
    'table-row: Cushion | 3 cm',
    'table-row: Feather | 8 cm',
  ]);
});

test.each(['tides.csv', 'tides.xlsx', 'tides.ods'])('%s is a table with heads', async (name) => {
  const { blocks } = await read(name);
  expect(blocks.map(({ text }) => text.replaceAll('\t', ' | '))).toEqual([
    'Time | Tide | Height',
    '01:12 | low | 1.4 m',
    '07:26 | high | 5.9 m',
  ]);
  expect(blocks[2]?.columnHeaders).toEqual(['Time', 'Tide', 'Height']);
});
