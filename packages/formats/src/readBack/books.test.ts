/** @module-tag long */
import { EpubCheck } from '@likecoin/epubcheck-ts';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { unzipSync } from 'fflate';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { EpubParsePromise, getMediaOverlay } from 'r2-shared-js/dist/es8-es2017/src/parser/epub.js';
import type { MediaOverlayNode } from 'r2-shared-js/dist/es8-es2017/src/models/media-overlay.d.ts';
import { sectionsOf, type ExportDocument } from '../exportDocument.ts';
import { DEFAULT_QUALITY, FormatError } from '../format.ts';
import { formatOf, FORMATS } from '../register.ts';
import { repeatedExportDocument } from '../shapes/repeated.ts';
import { fullExportDocument, sampleExportDocument } from '../testing/sampleExportDocument.ts';
import { whole } from '../tools/bytes.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-read-back-'));
let exportDocument: ExportDocument;
beforeAll(async () => {
  exportDocument = await fullExportDocument();
});
afterAll(() => rmSync(folder, { recursive: true }));

const written = (id: string, one: ExportDocument = exportDocument) =>
  whole(formatOf(id).write(one, { quality: DEFAULT_QUALITY, signal: new AbortController().signal }));
const unzipped = async (id: string, one: ExportDocument = exportDocument) =>
  Object.fromEntries(
    Object.entries(unzipSync(await written(id, one))).map(([name, bytes]) => [name, Buffer.from(bytes)]),
  );
const durationOf = (name: string, bytes: Buffer) => {
  const file = path.join(folder, name);
  writeFileSync(file, bytes);
  return Number(
    execFileSync('ffprobe', ['-v', 'error', '-show_entries', 'format=duration', '-of', 'csv=p=0', file], { encoding: 'utf8' }), // prettier-ignore
  );
};
const messagesOf = async (epub: Uint8Array) => (await EpubCheck.validate(epub, {})).messages.filter(({ severity }) => severity !== 'info' && severity !== 'usage'); // prettier-ignore

/** An edition without a school and a pupil, as the terminal makes it. */
async function nameless(): Promise<ExportDocument> {
  const full = await fullExportDocument();
  return { ...full, facts: { ...full.facts, school: '', pupil: '', className: '' } };
}

/** Editions that are hard to write: whatever holds in them holds in usual ones. */
const hard: readonly (readonly [string, () => ExportDocument | Promise<ExportDocument>])[] = [
  ['everything', () => fullExportDocument()],
  [
    'one sentence',
    () => sampleExportDocument({ title: 'One', blocks: [{ type: 'paragraph', text: 'It rains.' }] }),
  ],
  [
    'no headings, and a title with signs that names must not have',
    () =>
      sampleExportDocument({
        title: `What/why: "tides"? <a> & 😀 ${'very long '.repeat(30)}`,
        blocks: [{ type: 'paragraph', text: 'It <b>rains</b> & "pours" ]]> \u0000 \ud800 here.' }],
      }),
  ],
  [
    'written from right to left',
    () =>
      sampleExportDocument({
        language: 'ar',
        title: 'العجلة',
        blocks: [
          { type: 'heading', level: 1, text: 'العجلة' },
          { type: 'paragraph', text: 'الماء يدير العجلة. الماء بارد.' },
          { type: 'paragraph', language: 'pl', text: 'Młyn stoi nad rzeką.' },
        ],
      }),
  ],
  [
    'headings that begin deep and jump, and two that follow each other',
    () =>
      sampleExportDocument({
        blocks: [
          { type: 'heading', level: 3, text: 'Deep first' },
          { type: 'heading', level: 1, text: 'Then high' },
          { type: 'heading', level: 3, text: 'Jumped' },
          { type: 'paragraph', text: 'A line.' },
          { type: 'heading', level: 2, text: 'Between' },
          { type: 'paragraph', text: 'Another line.' },
        ],
      }),
  ],
  ['made by the terminal, where no school and no pupil are known', () => nameless()],
  [
    'each sentence twice',
    async () => repeatedExportDocument(await fullExportDocument(), { times: 2, gap: 1 }),
  ],
];

describe.each(hard)('%s', (_name, make) => {
  test('EPUB: no error and no warning (epubcheck-ts)', async () => {
    expect(await messagesOf(await written('epub', await make()))).toEqual([]);
  });

  test('DAISY: every file is valid by its document type (xmllint with the W3C’s catalogue)', async () => {
    const files = await unzipped('daisy', await make());
    const own = mkdtempSync(path.join(folder, 'daisy-'));
    for (const [name, bytes] of Object.entries(files)) writeFileSync(path.join(own, name), bytes);
    const names = Object.keys(files).filter((name) => /\.(?:html|smil)$/u.test(name));
    expect(names.length).toBeGreaterThanOrEqual(3);
    execFileSync('xmllint', ['--nonet', '--noout', '--valid', ...names], {
      cwd: own,
      env: { ...process.env, XML_CATALOG_FILES: '/usr/share/xml/w3c-sgml-lib/schema/dtd/catalog.xml' },
      stdio: 'pipe',
    });
  });

  test('every other format is written or refused in words', async () => {
    const one = await make();
    for (const { id } of FORMATS.filter(({ group }) => group !== 'sound'))
      await written(id, one).then(
        (bytes) => expect(bytes.length, id).toBeGreaterThan(0),
        (error: unknown) => expect(error, id).toBeInstanceOf(FormatError),
      );
  });
});

describe('EPUB', () => {
  test.each([
    ['of the application', () => exportDocument],
    ['of the terminal', nameless],
  ])('EPUBCheck itself finds no error and no warning in a book %s', async (_name, make) => {
    const file = path.join(folder, 'mill.epub');
    writeFileSync(file, await written('epub', await make()));
    const report = execFileSync('java', ['-XX:TieredStopAtLevel=1', '-XX:+UseSerialGC', '-jar', '/usr/share/java/epubcheck.jar', file], { encoding: 'utf8', stdio: 'pipe' }); // prettier-ignore
    expect(report).toContain('No errors or warnings detected');
  });

  test('the checker sees a book that is wrong', async () => {
    const files = unzipSync(await written('epub'));
    const { zipSync } = await import('fflate');
    delete files['EPUB/part1.smil'];
    expect((await messagesOf(zipSync(files, { level: 0 }))).length).toBeGreaterThan(0);
  });

  test('a reading system’s parser (r2-shared-js) finds title, contents and every word with its clip', async () => {
    const file = path.join(folder, 'read.epub');
    writeFileSync(file, await written('epub'));
    const book = await EpubParsePromise(file);
    expect([book.Metadata.Title, book.Metadata.Language, book.Metadata.Duration]).toEqual([
      'The tide mill',
      ['en-GB'],
      Math.round((exportDocument.timeline.samples / 22_050) * 1000) / 1000,
    ]);
    expect(book.TOC.map(({ Title }) => Title)).toEqual(sectionsOf(exportDocument).filter(({ level }) => level === 1).map(({ title }) => title)); // prettier-ignore
    const clips: [number, number][] = [];
    const take = ({ AudioClipBegin: from, AudioClipEnd: to, ...node }: MediaOverlayNode) => {
      if (from !== undefined && to !== undefined) clips.push([from, to]);
      for (const child of (node.Children as MediaOverlayNode[] | undefined) ?? []) take(child);
    };
    for (const { Href } of book.Spine ?? []) take(await getMediaOverlay(book, Href));
    const words = exportDocument.timeline.sentences.flatMap((sentence) => sentence.words);
    expect(clips).toHaveLength(words.length);
    const late = clips.slice(1).filter(([from], nth) => Math.abs(from - (words[nth + 1]?.from ?? 0) / 22_050) > 0.002); // prettier-ignore
    expect(late).toEqual([]);
    book.freeDestroy();
  });

  test('clips begin with the words, lie end to end, and end with the sound', async () => {
    const files = await unzipped('epub');
    const overlays = Object.keys(files).filter((name) => name.endsWith('.smil')).sort(); // prettier-ignore
    let [nth, offset] = [0, 0];
    const words = exportDocument.timeline.sentences.flatMap((sentence) => sentence.words);
    for (const name of overlays) {
      const smil = files[name]?.toString() ?? '';
      const page = files[name.replace('.smil', '.xhtml')]?.toString() ?? '';
      const clips = [...smil.matchAll(/<text src="[^#]+#([^"]+)"\/><audio src="[^"]+" clipBegin="([\d.]+)s" clipEnd="([\d.]+)s"/gu)]; // prettier-ignore
      expect(clips.length).toBeGreaterThan(0);
      let end = 0;
      for (const [, id = '', from, to] of clips) {
        expect(page).toContain(`id="${id}"`);
        expect(Math.abs(Number(from) - end)).toBeLessThanOrEqual(0.0011);
        expect(Number(to) - Number(from)).toBeGreaterThanOrEqual(0.001);
        // The first clip of a file takes the silence before its word in.
        const onset = (words[nth]?.from ?? 0) / 22_050 - offset;
        if (end > 0) expect(Math.abs(Number(from) - onset)).toBeLessThanOrEqual(0.002);
        end = Number(to);
        nth += 1;
      }
      const sound = durationOf(`${path.basename(name)}.mp3`, files[name.replace('.smil', '.mp3')] ?? Buffer.alloc(0)); // prettier-ignore
      expect(end).toBeLessThanOrEqual(sound + 0.001);
      offset += end;
    }
    expect(nth).toBe(words.length);
    expect(offset).toBeCloseTo(exportDocument.timeline.samples / 22_050, 2);
    const total = /property="media:duration">(\d+):(\d+):([\d.]+)</u.exec(files['EPUB/package.opf']?.toString() ?? '') ?? []; // prettier-ignore
    expect(Number(total[1]) * 3600 + Number(total[2]) * 60 + Number(total[3])).toBeCloseTo(offset, 2);
  });

  test('has contents, pages, pictures with descriptions, tables, languages and what EPUB Accessibility asks to be told', async () => {
    const files = await unzipped('epub');
    const all = Object.entries(files).filter(([name]) => name.endsWith('.xhtml')).map(([, bytes]) => bytes.toString()).join(''); // prettier-ignore
    for (const { title } of sectionsOf(exportDocument))
      expect(files['EPUB/nav.xhtml']?.toString()).toContain(title);
    expect(files['EPUB/nav.xhtml']?.toString()).toMatch(/page-list[\s\S]*>1<[\s\S]*>2</u);
    expect(all).toContain('alt="A wooden wheel under a slate roof."');
    expect(all).toMatch(/<th scope="col">/u);
    expect(all).toContain('lang="pl"');
    expect(all).toMatch(/lang="ar"[^>]* dir="rtl"/u);
    for (const report of [
      'accessMode',
      'accessibilityFeature',
      'accessibilityHazard',
      'accessibilitySummary',
      'accessModeSufficient',
    ])
      // prettier-ignore
      expect(files['EPUB/package.opf']?.toString()).toContain(`schema:${report}`);
  });
});

test('DAISY: a clip is a sentence, begins with its first word, and the last ends with the sound of its file', async () => {
  const files = await unzipped('daisy');
  const heard = exportDocument.timeline.sentences.filter(({ words }) => words.length > 0);
  let [nth, offset] = [0, 0];
  for (const name of Object.keys(files)
    .filter((one) => one.endsWith('.smil'))
    .sort()) {
    const clips = [...(files[name]?.toString() ?? '').matchAll(/clip-begin="npt=([\d.]+)s" clip-end="npt=([\d.]+)s"/gu)]; // prettier-ignore
    let end = 0;
    for (const [, from, to] of clips) {
      const onset = (heard[nth]?.words[0]?.from ?? 0) / 22_050 - offset;
      if (end > 0) expect(Math.abs(Number(from) - onset)).toBeLessThanOrEqual(0.002);
      end = Number(to);
      nth += 1;
    }
    const sound = durationOf(name.replace('.smil', '-daisy.mp3'), files[name.replace('.smil', '.mp3')] ?? Buffer.alloc(0)); // prettier-ignore
    expect(end).toBeLessThanOrEqual(sound + 0.001);
    offset += end;
  }
  expect(nth).toBe(heard.length);
});

test('W3C Audiobook: the manifest has what it must, and the tracks last as long as it says', async () => {
  const files = await unzipped('lpf');
  const manifest = JSON.parse(files['publication.json']?.toString() ?? '') as {
    name: string; readingOrder: { url: string; duration: string; name: string }[]; resources: { url: string; rel: string }[];
  }; // prettier-ignore
  const checker = new Ajv2020({ strictTypes: false, validateFormats: false });
  const isValid = checker.compile(
    JSON.parse(
      readFileSync(path.join(import.meta.dirname, 'grammars/audiobook.schema.json'), 'utf8'),
    ) as object,
  );
  isValid(manifest);
  expect(isValid.errors).toBeNull();
  expect(isValid({ ...manifest, readingOrder: [] })).toBe(false);
  expect(manifest.readingOrder.map(({ name }) => name)).toEqual(
    sectionsOf(exportDocument).map(({ title }) => title),
  );
  for (const { url, duration } of manifest.readingOrder) {
    const seconds = Number(/^PT([\d.]+)S$/u.exec(duration)?.[1]);
    expect(Math.abs(durationOf(url, files[url] ?? Buffer.alloc(0)) - seconds)).toBeLessThan(0.1);
  }
  for (const { url } of manifest.resources) expect(files[url]?.length).toBeGreaterThan(0);
});

test('a page in one file holds everything in itself, and says no to what is too long', async () => {
  const html = Buffer.from(await written('page')).toString();
  expect(html).not.toMatch(/(?:src|href)="(?!data:|#)/u);
  expect(html).toContain("default-src 'none'");
  const times = JSON.parse(/<script type="application\/json" id="times">([\s\S]*?)<\/script>/u.exec(html)?.[1] ?? '') as { sentences: { w: [number, number][] }[] }; // prettier-ignore
  const words = exportDocument.timeline.sentences.flatMap((sentence) => sentence.words);
  times.sentences
    .flatMap(({ w }) => w)
    .forEach(([from], nth) => expect(from / 1000).toBeCloseTo((words[nth]?.from ?? 0) / 22_050, 4));
  const long: ExportDocument = {
    ...exportDocument,
    timeline: { ...exportDocument.timeline, samples: 4 * 3600 * 22_050 },
  };
  expect(() => formatOf('page').write(long, { quality: DEFAULT_QUALITY, signal: new AbortController().signal })).toThrow(/4 hours/u); // prettier-ignore
});

test('nothing is left behind in the folder for temporary files', async () => {
  const own = path.join(folder, 'temporary');
  mkdirSync(own);
  process.env.AUREL_TEMP = own;
  try {
    for (const id of ['epub', 'mp3', 'page']) await written(id);
    const stream = formatOf('epub').write(exportDocument, { quality: DEFAULT_QUALITY, signal: new AbortController().signal }); // prettier-ignore
    // Somebody who stops reading.
    for await (const _chunk of stream) break;
    expect(execFileSync('ls', [own], { encoding: 'utf8' })).toBe('');
  } finally {
    delete process.env.AUREL_TEMP;
  }
});

/** Whether a small file system can be put up here: only who is root may. */
function tinyDisk(): string | undefined {
  const disk = mkdtempSync(path.join(folder, 'disk-'));
  return spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=256k', 'tmpfs', disk]).status === 0
    ? disk
    : undefined;
}

test('a full disk is told in words, and no part of a file stays', async ({ skip }) => {
  const disk = tinyDisk();
  if (disk === undefined) return skip('no file system can be put up here');
  const blocks = Array.from({ length: 300 }, (_one, nth) => ({ type: 'paragraph' as const, text: `The bell rings ${nth} times tonight.` })); // prettier-ignore
  const long = sampleExportDocument({ blocks });
  process.env.AUREL_TEMP = disk;
  try {
    for (const id of ['mp3', 'epub', 'page', 'flac'])
      await expect(written(id, long), id).rejects.toThrow('The disk is full');
    expect(execFileSync('ls', [disk], { encoding: 'utf8' })).toBe('');
  } finally {
    delete process.env.AUREL_TEMP;
    spawnSync('umount', [disk]);
  }
});
