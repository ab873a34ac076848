import { AlignmentType, Document, HeadingLevel, Packer, Paragraph, TextRun } from 'docx';
import { readSafely } from '../../packages/readers/src/readSafely.ts';
import puppeteer from 'puppeteer-core';

/** How long documents take to be read, process and all: a 20-page DOCX and a 50-page PDF, made here; ratios against the bare parsing library in the same run. */
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
const rows: [string, number, number][] = [
  [
    '20-page DOCX',
    await timed(() => readSafely({ kind: 'file', name: 'a.docx', bytes: word })),
    await timed(() => mammoth.convertToHtml({ buffer: Buffer.from(word) })),
  ],
  [
    '50-page PDF',
    await timed(() => readSafely({ kind: 'file', name: 'a.pdf', bytes: print })),
    await timed(async () => {
      const document = await getDocument({ data: Uint8Array.from(print) }).promise;
      for (let page = 1; page <= document.numPages; page++)
        await (await document.getPage(page)).getTextContent();
    }),
  ],
];
for (const [name, ours, bare] of rows)
  console.log(
    `${name}: ${ours.toFixed(2)} s, ${(ours / bare).toFixed(1)} × the bare library (${bare.toFixed(2)} s)`,
  );
