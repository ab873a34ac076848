import { AlignmentType, Document, HeadingLevel, Packer, Paragraph, TextRun } from 'docx';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ReaderPool } from '../../packages/readers/src/readerPool.ts';
import { bundleServer } from '../lib/bundle.mjs';
import { ROOT } from '../lib/prepare.mjs';
import puppeteer from 'puppeteer-core';

/**
 * How long documents take to be read by the first process that is started and by one that is warm: a 20-page
 * DOCX and a 50-page PDF, made here; ratios against the bare parsing library in the same run.
 */
const SENTENCE =
  'A wall of dry stone has no mortar in it, and yet it stands for two hundred years, because each stone is laid across the gap between the two below it. ';
const paragraph = (i: number) => SENTENCE.repeat(3 + (i % 3)).trim();

async function docx(pages: number): Promise<Uint8Array> {
  const children = Array.from({ length: pages }, (_, page) => [
    new Paragraph({ text: `Part ${page + 1}`, heading: HeadingLevel.HEADING_1, pageBreakBefore: page > 0 }),
    ...Array.from(
      { length: 6 },
      (_, i) => new Paragraph({ alignment: AlignmentType.LEFT, children: [new TextRun(paragraph(i))] }),
    ),
  ]).flat();
  return new Uint8Array(await Packer.toBuffer(new Document({ sections: [{ children }] })));
}

async function pdf(pages: number): Promise<Uint8Array> {
  const browser = await puppeteer.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run'],
  });
  try {
    const tab = await browser.newPage();
    const body = Array.from(
      { length: pages },
      (_, page) =>
        `<section style="break-after: page"><h1>Part ${page + 1}</h1>${Array.from({ length: 6 }, (_, i) => `<p>${paragraph(i)}</p>`).join('')}</section>`,
    ).join('');
    await tab.setContent(`<!doctype html><body style="font: 12pt/1.5 serif">${body}</body>`);
    return await tab.pdf({ format: 'A4', tagged: false });
  } finally {
    await browser.close();
  }
}

/** Seconds in the median of three runs. */
async function timed(work: () => Promise<unknown>): Promise<number> {
  const runs: number[] = [];
  for (let i = 0; i < 3; i++) {
    const since = performance.now();
    await work();
    runs.push((performance.now() - since) / 1000);
  }
  return runs.sort((a, b) => a - b)[1] ?? 0;
}

const { default: mammoth } = await import('mammoth');
const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
const word = await docx(20);
const print = await pdf(50);
// Bundled as the server's is; below the root, so that packages are found.
mkdirSync(path.join(ROOT, 'dist'), { recursive: true });
const bundle = mkdtempSync(path.join(ROOT, 'dist', 'bench-'));
try {
  await bundleServer(bundle);
  const script = pathToFileURL(path.join(bundle, 'readerProcess.js'));
  const documents: [string, { kind: 'file'; name: string; bytes: Uint8Array }, () => Promise<unknown>][] = [
    [
      '20-page DOCX',
      { kind: 'file', name: 'a.docx', bytes: word },
      () => mammoth.convertToHtml({ buffer: Buffer.from(word) }),
    ],
    [
      '50-page PDF',
      { kind: 'file', name: 'a.pdf', bytes: print },
      async () => {
        const document = await getDocument({ data: Uint8Array.from(print) }).promise;
        for (let page = 1; page <= document.numPages; page++)
          await (await document.getPage(page)).getTextContent();
      },
    ],
  ];
  for (const [name, job, bare] of documents) {
    const pool = new ReaderPool({ script });
    const since = performance.now();
    await pool.read(job);
    const cold = (performance.now() - since) / 1000;
    const warm = await timed(() => pool.read(job));
    const library = await timed(bare);
    pool.stop();
    console.log(
      `${name}: warm ${warm.toFixed(2)} s, ${(warm / library).toFixed(1)} × the bare library (${library.toFixed(2)} s); cold ${cold.toFixed(2)} s`,
    );
  }
} finally {
  rmSync(bundle, { recursive: true, force: true });
}
