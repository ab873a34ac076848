import type { ImportedDocument } from '@aurelfield/core/page';
import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { readDocument } from './readDocument.ts';
import { readWebPage } from './webPage.ts';

/**
 * Documents and pages that people made who had not seen the readers, with what must come out of them by their
 * words.
 */
const bytes = (name: string) => readFileSync(new URL(`../fixtures/unseen/${name}`, import.meta.url));
const read = (name: string): Promise<ImportedDocument> =>
  readDocument(name, bytes(name), { isWord: () => true });
const lines = ({ blocks }: ImportedDocument) =>
  blocks.map(
    ({ type, level, label, silent, text }) =>
      `${type}${level ?? ''}${label ? `(${label})` : ''}${silent ? '!' : ''}: ${text.replaceAll('\t', ' | ')}`,
  );

test.each([
  ['letter.pdf', ['paragraph: August 25, 2013', 'paragraph: Redmond, Virginia', 'paragraph: Sincerely,']],
  ['dropcap-min.pdf', ['paragraph: Small line above.', 'paragraph: Large line below it.']],
  ['o04.odt', ['paragraph: Handed out on 25/11/26.', 'paragraph: Read the whole page before you begin.']],
  ['r01-polish.rtf', ['heading1: Źódło rzeki', 'paragraph: Dzień dobry. Świat jest piękny, a żółw śpi.', 'paragraph: Привет', 'paragraph: Blank: ____ here. inserted words.', 'table-row: 1 | 2', 'question(2): 2. Second?']],
  ['e02-doctype.epub', ['heading1: The ferry', 'paragraph: It crossed twice a day. The spanned river.', 'list-item(a): a. first', 'list-item(e): e. fifth', 'list-item(3): 3. three', 'list-item(2): 2. two', 'paragraph: Before after. A right word. Quoted.']],
  ['w01-worksheet.docx', [
    'question(1): 1. What is the jelly inside a cell called?', 'list-item(2): 2. Look at the picture and answer.', 'question(a): a) Which part holds the genes?', 'question(b): b) Which part is green?',
    'list-item(i): (i) Name the pigment.', 'list-item(ii): (ii) Say what it does.', 'question(c): c) Which part gives the cell its shape?', 'question(3): 3. Why do root cells have no chloroplasts?',
    'heading2: Part B: Tick the right answer', 'paragraph: Question 1: The nucleus', 'list-item: red',
  ]],
  ['w05-equations.docx', ['paragraph: Speed is v = s/t where s is the distance.', 'equation: E = 1/2 mv²']],
  ['w03-tables.docx', ['table-row: Day | High water | ', 'table-row:  | Time | Height', 'table-row: Group | Tasks', 'table-row: Red | measure the depth write it down', 'picture: A heron on one leg.', 'heading2: Remember']],
  ['s01-tide.pptx', ['paragraph: Step 1: the moon pulls.', 'paragraph: Step 2: the water rises.', 'paragraph: Step 3: the water turns.', 'paragraph!: Notes: Bring a pole.']],
  ['aspnet-form.html', ['heading1: The salt marsh', 'heading2: The creeks', 'list-item: First creek']],
  ['structure.html', ['list-item(a): a. apples', 'list-item(b): b. pears', 'list-item(5): 5. five', 'question(6): 6. six?', 'table-row: Day | High water | ', 'table-row:  | Time | Height']],
  ['groff-webpage.html', ['paragraph: For a special version of groff on the Microsoft operating systems, see Groff for Windows (version 1.21).']],
] as const)('%s: what must come out, in its order', async (name, wanted) => {
  const found = lines(await read(name));
  expect(found.filter((line) => (wanted as readonly string[]).includes(line))).toEqual(wanted);
}); // prettier-ignore

test('what is hidden or deleted does not come out', async () => {
  expect(lines(await read('r01-polish.rtf')).join(' ')).not.toMatch(/hidden words|deleted words/u);
  const slides = await read('s01-tide.pptx');
  expect(lines(slides).join(' ')).not.toContain('The answer is 42');
  expect(slides.warnings).toEqual(['Slide 4 is hidden in the file and was left out.']);
});

test('no paragraph of two columns is cut after its first line', async () => {
  const paragraphs = lines(await read('t02-groff2col.pdf')).filter((line) =>
    line.startsWith('paragraph: Start'),
  );
  expect(paragraphs).toHaveLength(20);
  for (const paragraph of paragraphs) expect(paragraph).toMatch(/\.$/u);
});

test('text behind the end of a page is read', async () => {
  expect((await read('groff-webpage.html')).blocks.length).toBeGreaterThan(5);
});

test.each(['aspnet-form.html', 'bodyclass-cookie.html'])(
  '%s as a web page keeps its text and loses its menu',
  (name) => {
    const text = lines(readWebPage(bytes(name))).join('\n');
    expect(text).toMatch(/Paragraph 1[\s\S]*Paragraph 2/u);
    expect(text).not.toContain('News');
  },
);

test('a page that is only being loaded says so', async () => {
  await expect(read('jsloading.html')).rejects.toThrow('without running it');
  expect(() => readWebPage(bytes('jsloading.html'))).toThrow('without running it');
});

test('passages of a page keep their language, all articles of a size are read, and the picture of a mobile page', () => {
  const page = (name: string) => readWebPage(bytes(name));
  const { language, blocks } = page('lang-mix.html');
  expect([language, ...blocks.map((block) => block.language)]).toEqual(['cy', undefined, undefined, 'en']);
  expect(lines(page('many-articles.html')).filter((line) => line.startsWith('heading'))).toEqual([
    'heading2: Day one',
    'heading2: Day two',
    'heading2: Day three',
  ]);
  const mobile = lines(page('amp.html'));
  expect(mobile).toContain('picture: A heron by amp.');
  expect(mobile.join()).not.toMatch(/Advert|Home/u);
  expect(lines(page('docbook-pg-select.html'))[0]).toBe('heading1: 2.5. Querying a Table');
});
