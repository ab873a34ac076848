import { strToU8, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { readDocument } from './readDocument.ts';

const lines = async (name: string, bytes: Uint8Array) =>
  (await readDocument(name, bytes, { isWord: () => true })).blocks.map(
    ({ type, level, label, text }) =>
      `${type}${level ?? ''}${label ? `(${label})` : ''}: ${text.replaceAll('\t', ' | ')}`,
  );

/**
 * One text (`fixtures/generated/marsh.md`) as Debian's pandoc 2.17 writes it: what must come out of each
 * format alike.
 */
const ALIKE = [
  'list-item(1): 1. First step', 'question(2): 2. Second step?', 'list-item(a): a. inner one', 'list-item(b): b. inner two', 'list-item(3): 3. Third step', 'list-item(4): 4. Fourth step', 'list-item(5): 5. Fifth step',
  'list-item: bullet', 'list-item: nested bullet', 'table-row: Day | High | Low', 'table-row: Mon | 5.1 | 0.9', 'table-row: Tue | 5.3 | 0.7',
]; // prettier-ignore

test.each(['odt', 'rtf', 'docx', 'pptx', 'epub', 'html'])(
  'a text by a second generator comes out of .%s',
  async (format) => {
    const file = new URL(`../fixtures/generated/marsh.${format}`, import.meta.url);
    const found = await lines(`marsh.${format}`, readFileSync(file));
    expect(found.filter((line) => ALIKE.includes(line))).toEqual(ALIKE);
    expect(found.join('\n')).toContain(
      'Water rises to 3 m² and H₂O flows. A slow flood of 10⁶ drops. See note.',
    );
    // A file's name is no description.
    expect(found.join('\n')).not.toContain('heron.png');
    expect(found.some((line) => /^list-item\(ii\): \(?ii[).] roman two$/u.test(line))).toBe(true);
  },
);

/** An OpenDocument text of a body and its styles. */
const odt = (styles: string, body: string) =>
  zipSync({
    mimetype: strToU8('application/vnd.oasis.opendocument.text'),
    'content.xml': strToU8(
      `<office:document-content xmlns:office="o" xmlns:text="t" xmlns:style="s" xmlns:draw="d" xmlns:table="b"><office:automatic-styles>${styles}</office:automatic-styles><office:body><office:text>${body}</office:text></office:body></office:document-content>`,
    ),
  });
const NUMBERS =
  '<text:list-style style:name="L"><text:list-level-style-number text:level="1" style:num-format="1" style:num-suffix="."/><text:list-level-style-number text:level="2" style:num-format="a" style:num-suffix=")" text:display-levels="2"/></text:list-style>';
const item = (text: string, attributes = '') =>
  `<text:list-item${attributes}><text:p>${text}</text:p></text:list-item>`;

test.each([
  [
    'lists that go on, by name and by style, and items with a number of their own',
    NUMBERS,
    `<text:list xml:id="one" text:style-name="L">${item('a')}${item('b?')}</text:list><text:p>Between.</text:p><text:list text:continue-list="one" text:style-name="L">${item('c')}</text:list><text:list text:style-name="L" text:continue-numbering="true">${item('d', ' text:start-value="9"')}${item('e')}</text:list><text:list text:style-name="L">${item('anew')}</text:list>`,
    ['list-item(1): 1. a', 'question(2): 2. b?', 'paragraph: Between.', 'list-item(3): 3. c', 'list-item(9): 9. d', 'list-item(10): 10. e', 'list-item(1): 1. anew'],
  ],
  [
    'labels of two levels, and a second paragraph of an item',
    NUMBERS,
    `<text:list text:style-name="L"><text:list-item><text:p>a</text:p><text:p>More of it.</text:p><text:list>${item('inner')}</text:list></text:list-item>${item('b')}</text:list>`,
    ['list-item(1): 1. a', 'paragraph: More of it.', 'list-item(1.a): 1.a) inner', 'list-item(2): 2. b'],
  ],
  [
    'headings by a style that comes from a heading’s, and numbered ones',
    '<style:style style:name="Heading_20_2" style:default-outline-level="2"/><style:style style:name="Mine" style:parent-style-name="Heading_20_2"/><text:outline-style><text:outline-level-style text:level="1" style:num-format="1"/><text:outline-level-style text:level="2" style:num-format="1" text:display-levels="2"/></text:outline-style>',
    '<text:h text:outline-level="1">Bogs</text:h><text:h text:outline-level="2">Peat</text:h><text:p text:style-name="Mine">Moss</text:p>',
    ['heading1: 1 Bogs', 'heading2: 1.1 Peat', 'heading2: Moss'],
  ],
  [
    'hidden text is left out, gaps are kept, boxes and cells with lists are read',
    '<style:style style:name="H"><style:text-properties text:display="none"/></style:style><style:style style:name="U"><style:text-properties style:text-underline-style="solid"/></style:style>',
    '<text:p>Seen<text:span text:style-name="H"> hidden</text:span>.</text:p><text:p text:style-name="H">gone</text:p><text:p>Name: <text:span text:style-name="U"><text:tab/></text:span></text:p><text:p>Before.<draw:frame><draw:text-box><text:p>In the box.</text:p></draw:text-box></draw:frame></text:p><table:table><table:table-row><table:table-cell><text:p>Red</text:p></table:table-cell><table:table-cell><text:list>' +
      `${item('dig')}${item('rest')}</text:list></table:table-cell></table:table-row></table:table>`,
    ['paragraph: Seen.', 'paragraph: Name: ____', 'paragraph: In the box.', 'paragraph: Before.', 'table-row: Red | dig rest'],
  ],
])('OpenDocument: %s', async (_what, styles, body, wanted) => {
  expect(await lines('a.odt', odt(styles, body))).toEqual(wanted);
}); // prettier-ignore

test('what an author wrote in brackets is no mark of a note', async () => {
  const document =
    '<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body><w:p><w:r><w:t>As Reed [3] says.</w:t></w:r></w:p></w:body></w:document>';
  const file = zipSync({
    '[Content_Types].xml': strToU8(
      '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
    ),
    'word/document.xml': strToU8(document),
  });
  expect(await lines('a.docx', file)).toEqual(['paragraph: As Reed [3] says.']);
});
