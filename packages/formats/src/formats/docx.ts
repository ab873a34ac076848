import { CELL_SEPARATOR, groupBlocks } from '@aurelfield/core/text';
import {
  Document,
  HeadingLevel,
  ImageRun,
  Packer,
  Paragraph,
  Table,
  TableCell,
  TableRow,
  TextRun,
  WidthType,
} from 'docx';
import sharp from 'sharp';
import type { ExportDocument, ExportDocumentBlock } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { isRightToLeft, xml } from '../tools/xml.ts';

export const format: Format = {
  id: 'docx',
  label: 'Word document',
  goodFor: 'word processors: the text with headings, lists, tables and pictures, to be changed and printed',
  group: 'text',
  mediaType: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  extension: 'docx',
  quality: [],
  needs: [],
  bytes: ({ characters }) => 9000 + characters * 0.6,
  write: async function* (exportDocument, { signal }) {
    const packed = await Packer.toBuffer(await document(exportDocument));
    signal.throwIfAborted();
    yield packed;
  },
};

const HEADINGS = [HeadingLevel.HEADING_1, HeadingLevel.HEADING_2, HeadingLevel.HEADING_3, HeadingLevel.HEADING_4, HeadingLevel.HEADING_5, HeadingLevel.HEADING_6] as const; // prettier-ignore
/** Twentieths of a point. */
const INDENT = { left: 480, hanging: 240 };
/** Pixels: as wide as the text of a page. */
const PICTURE_WIDTH = 560;

async function document({ facts, blocks }: ExportDocument): Promise<Document> {
  const children: (Paragraph | Table)[] = [];
  for (const { kind, blocks: numbers } of groupBlocks(blocks)) {
    const own = numbers.flatMap((number) => blocks[number] ?? []);
    if (kind === 'table') children.push(table(own));
    else for (const block of own) children.push(...(await paragraphs(block, facts.language)));
  }
  return new Document({
    title: clean(facts.title),
    creator: clean(facts.school),
    description: clean(`For ${facts.pupil}`),
    styles: { default: { document: { run: { language: { value: facts.language } } } } },
    sections: [{ children }],
  });
}

async function paragraphs(block: ExportDocumentBlock, language: string): Promise<Paragraph[]> {
  const bidirectional = isRightToLeft(block.language ?? language);
  const run = new TextRun({
    text: clean(block.text),
    rightToLeft: bidirectional,
    ...(block.language === undefined ? {} : { language: { value: block.language } }),
    ...(block.type === 'picture' ? { italics: true } : {}),
  });
  const base = { children: [run], bidirectional };
  switch (block.type) {
    case 'heading':
      return [
        new Paragraph({
          ...base,
          heading: HEADINGS[Math.min(6, Math.max(1, block.level ?? 1)) - 1] ?? HEADINGS[0],
        }),
      ];
    case 'list-item':
    case 'question':
      return [
        new Paragraph({
          ...base,
          ...(block.label === undefined ? { bullet: { level: 0 } } : { indent: INDENT }),
        }),
      ];
    case 'picture':
      return [...(block.picture ? [await picture(block)] : []), new Paragraph(base)];
    default:
      return [new Paragraph(base)];
  }
}

async function picture({ picture: file, text }: ExportDocumentBlock): Promise<Paragraph> {
  if (!file) return new Paragraph('');
  const { width, height } = await sharp(Buffer.from(file.content)).metadata();
  const scale = Math.min(1, PICTURE_WIDTH / width);
  return new Paragraph({
    children: [
      new ImageRun({
        type: file.mediaType === 'image/png' ? 'png' : 'jpg',
        data: Buffer.from(file.content),
        transformation: { width: Math.round(width * scale), height: Math.round(height * scale) },
        altText: { title: '', name: 'picture', description: clean(text) },
      }),
    ],
  });
}

function table(rows: readonly ExportDocumentBlock[]): Table {
  const cells = rows.map(({ text }) => text.split(CELL_SEPARATOR));
  const columns = Math.max(...cells.map((row) => row.length));
  return new Table({
    width: { size: 100, type: WidthType.PERCENTAGE },
    rows: cells.map((row, nth) => {
      const isHead = rows[nth]?.columnHeaders === undefined && rows[nth + 1]?.columnHeaders !== undefined;
      const children = Array.from(
        { length: columns },
        (_one, i) =>
          new TableCell({
            children: [
              new Paragraph({ children: [new TextRun({ text: clean(row[i] ?? ''), bold: isHead })] }),
            ],
          }),
      );
      // `tableHeader: false` would be written as a head that is one.
      return new TableRow({ children, ...(isHead ? { tableHeader: true } : {}) });
    }),
  });
}

/** Without what XML cannot hold; the writer escapes the rest itself. */
function clean(text: string): string {
  return xml(text)
    .replace(/&lt;/gu, '<')
    .replace(/&gt;/gu, '>')
    .replace(/&quot;/gu, '"')
    .replace(/&amp;/gu, '&');
}
