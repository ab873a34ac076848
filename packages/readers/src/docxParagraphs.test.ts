import { expect, test } from 'vitest';
import { labelledBlocks, withParagraphLabels } from './docxParagraphs.ts';

const level = (ilvl: number, format: string, text: string, start = 1) =>
  `<w:lvl w:ilvl="${ilvl}"><w:start w:val="${start}"/><w:numFmt w:val="${format}"/><w:lvlText w:val="${text}"/></w:lvl>`;
const NUMBERING = `<w:numbering xmlns:w="w">
  <w:abstractNum w:abstractNumId="0">${level(0, 'decimal', '%1.')}${level(1, 'lowerLetter', '%2)')}${level(2, 'lowerRoman', '(%3)')}</w:abstractNum>
  <w:abstractNum w:abstractNumId="1">${level(0, 'bullet', '•')}</w:abstractNum>
  <w:abstractNum w:abstractNumId="2">${level(0, 'upperLetter', '%1', 26)}${level(1, 'decimal', '%1.%2')}</w:abstractNum>
  <w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num><w:num w:numId="2"><w:abstractNumId w:val="1"/></w:num><w:num w:numId="3"><w:abstractNumId w:val="2"/></w:num>
  <w:num w:numId="4"><w:abstractNumId w:val="0"/><w:lvlOverride w:ilvl="0"><w:startOverride w:val="7"/></w:lvlOverride></w:num>
</w:numbering>`;
const STYLES = `<w:styles xmlns:w="w"><w:style w:styleId="Part"><w:basedOn w:val="Heading2"/></w:style><w:style w:styleId="Item"><w:pPr><w:numPr><w:numId w:val="1"/></w:numPr></w:pPr></w:style><w:style w:styleId="Loop"><w:basedOn w:val="Loop"/></w:style></w:styles>`;
const p = (properties: string, text: string) => `<w:p>${properties}<w:r><w:t>${text}</w:t></w:r></w:p>`;
const item = (list: number, ilvl: number, text: string, more = '') =>
  p(`<w:pPr><w:numPr><w:ilvl w:val="${ilvl}"/><w:numId w:val="${list}"/></w:numPr>${more}</w:pPr>`, text);
/** Paragraphs as the converter gives them: their text, without properties. */
const labelled = (...paragraphs: string[]) =>
  labelledBlocks(
    [...withParagraphLabels(paragraphs.join(''), NUMBERING, STYLES).matchAll(/<w:p>([\s\S]*?)<\/w:p>/gu)].map(
      ([, inner = '']) => ({
        type: 'paragraph' as const,
        text: [...inner.matchAll(/<w:t[^>]*>([^<]*)<\/w:t>/gu)].map(([, text]) => text).join(''),
      }),
    ),
  ).map(({ type, label, text }) => `${type}${label ? `(${label})` : ''}: ${text}`);

test('labels are counted as the list says, levels below begin anew', () => {
  expect(labelled(item(1, 0, 'One?'), item(1, 1, 'a'), item(1, 1, 'b'), item(1, 2, 'i'), item(1, 0, 'Two'), item(1, 1, 'a'))).toEqual([
    'question(1): 1. One?', 'list-item(a): a) a', 'list-item(b): b) b', 'list-item(i): (i) i', 'list-item(2): 2. Two', 'list-item(a): a) a',
  ]); // prettier-ignore
});

test('a list goes on after a paragraph, and one that says so begins elsewhere', () => {
  expect(labelled(item(1, 0, 'One'), p('', 'between'), item(1, 0, 'Two'), item(4, 0, 'Seven'))).toEqual([
    'list-item(1): 1. One', 'paragraph: between', 'list-item(2): 2. Two', 'list-item(7): 7. Seven',
  ]); // prettier-ignore
});

test.each([
  ['lists with dots are left to the converter', item(2, 0, 'x'), 'paragraph: x'],
  ['a list that there is not', item(99, 0, 'x'), 'paragraph: x'],
  ['letters after Z', item(3, 0, 'x'), 'list-item(Z): Z x'],
  ['a style that numbers', p('<w:pPr><w:pStyle w:val="Item"/></w:pPr>', 'x'), 'list-item(1): 1. x'],
  ['a style based on a heading’s', p('<w:pPr><w:pStyle w:val="Part"/></w:pPr>', 'Part B'), 'heading: Part B'],
  ['an outline level', p('<w:pPr><w:outlineLvl w:val="0"/></w:pPr>', 'Top'), 'heading: Top'],
  ['a style that is based on itself', p('<w:pPr><w:pStyle w:val="Loop"/></w:pPr>', 'x'), 'paragraph: x'],
  ['properties that are empty', `${p('<w:pPr/>', 'x')}${item(1, 0, 'y')}`, 'paragraph: x'],
  ['a tracked change of properties', item(1, 0, 'x', '<w:pPrChange w:id="1"><w:pPr><w:numPr><w:numId w:val="3"/></w:numPr></w:pPr></w:pPrChange>'), 'list-item(1): 1. x'],
  ['a box as its mark', p('', '☐ red'), 'list-item: red'],
])('%s', (_what, xml, first) => {
  expect(labelled(xml)[0]).toBe(first);
}); // prettier-ignore
