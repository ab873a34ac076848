import { expect, test } from 'vitest';
import { blocksFromPlainText } from './plainText.ts';

const cases: readonly (readonly [name: string, source: string, blocks: readonly string[]])[] = [
  ['paragraphs', 'One line.\n\nAnother line.', ['paragraph:One line.', 'paragraph:Another line.']],
  ['wrapped lines', `The river turned slowly past the mill, and the people\nof the town watched it.`, ['paragraph:The river turned slowly past the mill, and the people of the town watched it.']],
  ['a heading', 'The bog\n\nIt is deep.\n\nHow deep\n\nVery deep.', ['heading1:The bog', 'paragraph:It is deep.', 'heading2:How deep', 'paragraph:Very deep.']],
  ['a single line is no heading', 'The bog', ['paragraph:The bog']],
  ['list marks', '- moss\n- peat\n* ash', ['list-item:moss', 'list-item:peat', 'list-item:ash']],
  ['numbered questions', '1. How deep is it?\n2) Draw it.', ['question(1):1. How deep is it?', 'list-item(2):2) Draw it.']],
  ['lettered items', 'a) one\nb) two', ['list-item(a):a) one', 'list-item(b):b) two']],
  ['heading marks', '# The bog\nIt is deep.', ['heading1:The bog', 'paragraph:It is deep.']],
  ['Windows line ends', 'One.\r\n\r\nTwo.\r\n', ['paragraph:One.', 'paragraph:Two.']],
  ['old Mac line ends', 'One.\r\rTwo.', ['paragraph:One.', 'paragraph:Two.']],
  ['short lines of an address', 'Dear Nell,\n\nYour brother,\n\nAnselm', ['paragraph:Dear Nell,', 'paragraph:Your brother,', 'heading2:Anselm']],
  ['nothing', ' \n\n \t\n', []],
]; // prettier-ignore

test.each(cases)('%s', (_name, source, blocks) => {
  const found = blocksFromPlainText(source);
  const shown = found.map(
    ({ type, level, label, text }) =>
      `${type}${level ?? ''}${label === undefined ? '' : `(${label})`}:${text.replace(/ +/gu, ' ')}`,
  );
  expect(shown).toEqual(blocks);
});

test('every character of a block stands at its offset in the source', () => {
  const source =
    '# Bog\r\n\r\n  It is deep, and it is\r\nwet all year round, they say.\n\n- moss\n2. Is it?\n';
  for (const block of blocksFromPlainText(source)) {
    const original = source.slice(block.offset, block.offset + block.text.length);
    expect(block.text).toBe(original.replace(/[\r\n\t]/gu, ' '));
  }
});

test('a paragraph too long to be broken into sentences in good time is parted after a sentence', () => {
  const source = 'The river turns and turns again. '.repeat(1000).trim();
  const blocks = blocksFromPlainText(source);
  expect(blocks.length).toBeGreaterThan(5);
  for (const { text, offset } of blocks) {
    expect(text.length).toBeLessThanOrEqual(5000);
    expect(text.endsWith('.')).toBe(true);
    expect(source.slice(offset, offset + text.length)).toBe(text);
  }
  expect(blocks.map(({ text }) => text).join(' ')).toBe(source);
  expect(blocksFromPlainText(`1. ${source}`).map(({ label }) => label)).toEqual([
    '1',
    ...blocks.slice(1).map(() => undefined),
  ]);
});
