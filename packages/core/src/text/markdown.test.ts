import { expect, test } from 'vitest';
import { blocksFromMarkdown, looksLikeMarkdown } from './markdown.ts';

const cases: readonly (readonly [name: string, source: string, blocks: readonly string[]])[] = [
  ['headings', '# Bog\n\n## Deep\n\nIt is.', ['heading1:Bog', 'heading2:Deep', 'paragraph:It is.']],
  ['inline marks', 'A *wet* **bog** with `moss` and [a link](https://x.example).', ['paragraph:A wet bog with moss and a link.']],
  ['lists', '- moss\n- peat\n\n3. ash\n4. Is it?', ['list-item:moss', 'list-item:peat', 'list-item(3):3. ash', 'question(4):4. Is it?']],
  ['nested lists', '- moss\n  - peat', ['list-item:moss', 'list-item:peat']],
  ['a quotation', '> Said he.', ['paragraph:Said he.']],
  ['a table', '| time | height |\n|---|---|\n| 01:12 | 1.4 m |', ['table-row:time\theight', 'table-row:01:12\t1.4 m']],
  ['front matter', '---\ntitle: x\n---\n\nText.', ['paragraph:Text.']],
  ['code, rules and HTML are left out', 'One.\n\n```\nlet x;\n```\n\n---\n\n<script>alert(1)</script>\n\nTwo.', ['paragraph:One.', 'paragraph:Two.']],
  ['entities and escapes', 'Salt &amp; peat, 3 \\* 4 &lt; 20', ['paragraph:Salt & peat, 3 * 4 < 20']],
  ['broken lines', 'one\ntwo', ['paragraph:one two']],
]; // prettier-ignore

test.each(cases)('%s', (_name, source, blocks) => {
  expect(
    blocksFromMarkdown(source).map(
      ({ type, level, label, text }) =>
        `${type}${level ?? ''}${label === undefined ? '' : `(${label})`}:${text}`,
    ),
  ).toEqual(blocks);
});

test.each([
  ['# Bog\n\nIt is.', true],
  ['see [this](https://x.example)', true],
  ['#3 on the list', false],
  ['Plain text, with 3 * 4.', false],
])('looksLikeMarkdown(%j) is %j', (source, expected) => {
  expect(looksLikeMarkdown(source)).toBe(expected);
});
