import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { readDocument } from './readDocument.ts';
import { pagesOfScan } from './photo/scannedPdf.ts';
import { readSafely } from './readSafely.ts';
import { readHtml } from './html.ts';
import { readWebPage } from './webPage.ts';

const fixture = (name: string) =>
  new Uint8Array(readFileSync(new URL(`../fixtures/${name}`, import.meta.url)));
const read = (name: string, bytes: Uint8Array) => readDocument(name, bytes, { isWord: () => false });
const errorCodeOf = (name: string, bytes: Uint8Array) =>
  read(name, bytes).then(
    () => 'read',
    (error: unknown) => (error as { code?: string }).code ?? String(error),
  );

const bomb = new Uint8Array(60_000_000);
const ENTITIES =
  '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]><x>&b;</x>';
const docx = (files: Record<string, Uint8Array>) =>
  zipSync({ 'word/document.xml': strToU8('<w:document xmlns:w="x"><w:body/></w:document>'), ...files });

describe('hostile and broken files are refused in words', () => {
  test.each([
    ['an empty file', 'a.docx', new Uint8Array(0), 'empty'],
    ['an unknown kind', 'a.exe', strToU8('MZ'), 'file-type'],
    ['an old kind', 'a.doc', strToU8('x'), 'file-type'],
    ['a wrong ending', 'a.docx', strToU8('this is text'), 'not-document'],
    ['another archive', 'a.docx', zipSync({ 'readme.txt': strToU8('x') }), 'not-document'],
    ['a spreadsheet called a text', 'a.odt', fixture('tides.ods'), 'not-document'],
    ['a Word file with a password', 'a.docx', new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0, 0]), 'encrypted'],
    ['a PDF with a password', 'a.pdf', fixture('locked.pdf'), 'encrypted'],
    ['a cut archive', 'a.docx', fixture('marsh.docx').slice(0, 3000), 'broken'],
    ['a cut PDF', 'a.pdf', fixture('marsh.pdf').slice(0, 300), 'broken'],
    ['no PDF', 'a.pdf', strToU8('hello'), 'not-document'],
    ['a zip bomb', 'a.docx', docx({ 'word/footnotes.xml': bomb }), 'too-large'],
    ['an entity bomb in Word', 'a.docx', docx({ 'word/document.xml': strToU8(ENTITIES) }), 'hostile'],
    [
      'an entity bomb in OpenDocument',
      'a.odt',
      zipSync({
        mimetype: strToU8('application/vnd.oasis.opendocument.text'),
        'content.xml': strToU8(ENTITIES),
      }),
      'hostile',
    ],
    ['an entity bomb in a workbook', 'a.xlsx', zipSync({ 'xl/workbook.xml': strToU8(ENTITIES) }), 'hostile'],
    ['a table that is far too large', 'a.csv', strToU8('a,b,c\n'.repeat(20_000)), 'too-large'],
    ['binary called text', 'a.txt', new Uint8Array(2000).map((_, i) => (i * 37) % 256), 'not-text'],
    ['nothing to read', 'a.html', strToU8('<html><body><script>x</script></body></html>'), 'no-text'],
  ] as const)('%s', async (_what, name, bytes, code) => {
    expect(await errorCodeOf(name, bytes)).toBe(code);
  });

  test('names that lead out of the archive lead nowhere', async () => {
    const book = zipSync({
      'META-INF/container.xml': strToU8(
        '<container><rootfiles><rootfile full-path="a.opf"/></rootfiles></container>',
      ),
      'a.opf': strToU8(
        '<package><manifest><item id="x" href="../../../../etc/passwd.html"/><item id="y" href="y.html"/></manifest><spine><itemref idref="x"/><itemref idref="y"/></spine></package>',
      ),
      '../../etc/passwd.html': strToU8('<html><body><p>root</p></body></html>'),
      'y.html': strToU8('<html><body><p>Here.</p></body></html>'),
    });
    const { blocks, warnings } = await read('a.epub', book);
    expect(blocks.map(({ text }) => text)).toEqual(['Here.']);
    expect(warnings[0]).toContain('missing');
  });
});

/**
 * Files that people made who had not seen the readers: bombs in streams and in nested drawings, a title in
 * broken bytes, half a character, a main part by another name.
 */
const unseen = (name: string) => fixture(`unseen/${name}`);

describe('hostile files from elsewhere', { tags: 'long' }, () => {
  test.each([
    ['flate-bomb.pdf', /too-large|too-slow/u],
    ['xobj-lol.pdf', /too-slow/u],
  ] as const)('%s is refused in words', async (name, code) => {
    const job = { kind: 'file', name, bytes: unseen(name) } as const;
    await expect(readSafely(job, { step: 3000 })).rejects.toMatchObject({
      code: expect.stringMatching(code) as string,
    });
  });

  test('drawings within drawings are not drawn for ever', async () => {
    await expect(pagesOfScan('a.pdf', unseen('xobj-lol.pdf'), 1500)).rejects.toMatchObject({
      code: 'broken',
    });
  });

  test('what is sound in them is read', async () => {
    expect((await read('a.rtf', unseen('lonesurrogate.rtf'))).blocks.map(({ text }) => text)).toEqual([
      'Fish \u{fffd} end of the line.',
    ]);
    const titled = await read('a.pdf', unseen('nul-title.pdf'));
    expect([titled.title, titled.blocks.map(({ text }) => text)]).toEqual([
      '',
      ['A page whose title has a null.'],
    ]);
  });

  test('the limits of a document hold whatever its parts are called', async () => {
    const { 'word/evil.dat': part = new Uint8Array(), ...others } = unzipSync(unseen('altmain-small.docx'));
    const source = strFromU8(part);
    const entities = strToU8(source.replace('<w:document', '<!DOCTYPE x [<!ENTITY a "b">]><w:document'));
    expect(await errorCodeOf('a.docx', zipSync({ ...others, 'word/evil.dat': entities }))).toBe('hostile');
    expect(await errorCodeOf('a.docx', zipSync({ ...others, 'word/evil.dat': bomb }))).toBe('too-large');
  });
});

describe('a process of its own', () => {
  test('reads, and gives the document back', async () => {
    const { blocks } = await readSafely({ kind: 'file', name: 'a.docx', bytes: fixture('marsh.docx') });
    expect(blocks).toHaveLength(15);
  });

  test('is ended when it takes too long, too much memory, or is not wanted any more', async () => {
    const job = { kind: 'file', name: 'a.docx', bytes: fixture('marsh.docx') } as const;
    await expect(readSafely(job, { timeout: 50 })).rejects.toMatchObject({ code: 'too-slow' });
    await expect(
      readSafely({ kind: 'file', name: 'a.html', bytes: strToU8('<p>x</p>'.repeat(700_000)) }, { heap: 60 }),
    ).rejects.toMatchObject({ code: 'too-large' });
    const controller = new AbortController();
    const reading = readSafely(job, { signal: controller.signal });
    controller.abort(new Error('enough'));
    await expect(reading).rejects.toThrow('enough');
  });
});

test('scripts, handlers and hidden text of HTML are no text', () => {
  const { blocks } = readHtml(
    strToU8(
      '<html><body onload="alert(1)"><h1>Bog</h1><script>alert(2)</script><svg onload="alert(3)"><text>four</text></svg><p onclick="alert(5)">Wet <b>moss</b>, m<sup>2</sup>, H<sub>2</sub>O.</p><p hidden>six</p><p style="display:none">seven</p><img src="javascript:alert(8)" alt="A heron."><iframe srcdoc="nine"></iframe></body></html>',
    ),
  );
  expect(blocks.map(({ type, text }) => `${type}: ${text}`)).toEqual([
    'heading: Bog',
    'paragraph: Wet moss, m², H₂O.',
    'picture: A heron.',
  ]);
});

const PAGE = `<!doctype html><html lang="en-GB"><head><title>The bore on the River Sallow | Wrenmoor School</title></head><body>
<header><nav><a href="/">Home</a><a href="/news">News</a></nav></header>
<div class="cookie-banner"><p>We use cookies. <button>Accept</button></p></div>
<div id="wrap"><div class="advert"><p>Buy a kayak today!</p></div>
<h1>The bore on the River Sallow</h1><p>Twice a day the sea comes up the <a href="/river">river</a> as a single wave, and the whole valley can hear it before anyone sees it come round the bend.</p>
<h2>When to see it</h2><ul><li>In March</li><li>In September</li></ul>
<table><tr><th>Day</th><th>Height</th></tr><tr><td>Monday</td><td>1.5 m</td></tr></table>
<figure><img src="b.jpg" alt="A wave fills the river from bank to bank."><figcaption>The bore at Tarn Bridge.</figcaption></figure>
<p>Stand well back from the bank, because the water rises by more than a metre within one minute and takes with it whatever lies on the mud below the wall.</p>
<div class="comments"><p>Great page!</p></div></div><footer><p>© Wrenmoor School</p></footer></body></html>`;

test.each([
  ['in plain divisions', PAGE],
  [
    'in an article',
    PAGE.replace('<div id="wrap">', '<article>').replace('</div></div><footer>', '</div></article><footer>'),
  ],
])('a web page %s gives its main text and nothing else', (_how, source) => {
  const { title, language, blocks } = readWebPage(strToU8(source));
  expect([title, language]).toEqual(['The bore on the River Sallow', 'en-GB']);
  expect(blocks.map(({ type, text }) => `${type}: ${text.replaceAll('\t', ' | ').slice(0, 45)}`)).toEqual([
    'heading: The bore on the River Sallow',
    'paragraph: Twice a day the sea comes up the river as a s',
    'heading: When to see it',
    'list-item: In March',
    'list-item: In September',
    'table-row: Day | Height',
    'table-row: Monday | 1.5 m',
    'picture: A wave fills the river from bank to bank.',
    'paragraph: The bore at Tarn Bridge.',
    'paragraph: Stand well back from the bank, because the wa',
  ]);
});
