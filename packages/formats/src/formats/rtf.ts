import { CELL_SEPARATOR, groupBlocks } from '@aurelfield/core/text';
import type { ExportDocument, ExportDocumentBlock } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { utf8 } from '../tools/bytes.ts';

export const format: Format = {
  id: 'rtf',
  label: 'RTF',
  goodFor: 'old word processors and braille programs: headings, lists, tables, pictures',
  group: 'text',
  mediaType: 'application/rtf',
  extension: 'rtf',
  quality: [],
  needs: [],
  bytes: ({ characters }) => 500 + characters * 1.4,
  write: (exportDocument) => utf8(document(exportDocument)),
};

/** Half points of headings by depth. */
const HEADING_SIZES = [40, 34, 30, 26, 26, 26];
/** Twips from one column to the next, for a page of about 9,000. */
const TABLE_WIDTH = 9000;
/** Characters of a line of a picture's bytes. */
const PICTURE_LINE = 128;

/**
 * The rules of RTF 1.9 that it takes: `\\u` with `\\uc1`, outline levels, table rows, pictures (from memory).
 */
function* document({ facts, blocks }: ExportDocument): Generator<string> {
  yield `{\\rtf1\\ansi\\ansicpg1252\\uc1\\deff0{\\fonttbl{\\f0\\fswiss Arial;}}{\\info{\\title ${escaped(facts.title)}}{\\author ${escaped(facts.school)}}}\\f0\\fs24\n`;
  for (const { kind, blocks: numbers } of groupBlocks(blocks)) {
    const own = numbers.flatMap((number) => blocks[number] ?? []);
    if (kind === 'table') yield* tableRows(own);
    else yield* own.map(paragraph);
  }
  yield '}\n';
}

function paragraph(block: ExportDocumentBlock): string {
  const text = escaped(block.text);
  switch (block.type) {
    case 'heading': {
      const level = Math.min(6, Math.max(1, block.level ?? 1));
      return `{\\pard\\outlinelevel${level - 1}\\sb240\\sa120\\b\\fs${HEADING_SIZES[level - 1]} ${text}\\par}\n`;
    }
    case 'list-item':
    case 'question':
      return `{\\pard\\li480\\fi-240\\sa60 ${block.label === undefined ? "{\\u8226\\'95}\\tab " : ''}${text}\\par}\n`;
    case 'picture':
      return `${block.picture ? pictureOf(block.picture) : ''}{\\pard\\sa120\\i ${text}\\par}\n`;
    default:
      return `{\\pard\\sa120 ${text}\\par}\n`;
  }
}

function* tableRows(rows: readonly ExportDocumentBlock[]): Generator<string> {
  const cells = rows.map(({ text }) => text.split(CELL_SEPARATOR));
  const columns = Math.max(...cells.map((row) => row.length));
  const ends = Array.from(
    { length: columns },
    (_one, nth) => `\\cellx${Math.round((TABLE_WIDTH * (nth + 1)) / columns)}`,
  );
  for (const [nth, row] of cells.entries()) {
    const head = rows[nth]?.columnHeaders === undefined && rows[nth + 1]?.columnHeaders !== undefined;
    const written = Array.from(
      { length: columns },
      (_one, i) => `{${head ? '\\b ' : ''}${escaped(row[i] ?? '')}}\\cell`,
    );
    yield `{\\trowd\\trgaph108${head ? '\\trhdr' : ''}${ends.join('')}\\pard\\intbl ${written.join('\n')}\\row}\n`;
  }
  yield '\\pard\\par\n';
}

function pictureOf({ mediaType, content }: NonNullable<ExportDocumentBlock['picture']>): string {
  const digits = Buffer.from(content).toString('hex');
  const lines = digits.match(new RegExp(`.{1,${PICTURE_LINE}}`, 'gu')) ?? [];
  return `{\\pard{\\pict\\${mediaType === 'image/png' ? 'pngblip' : 'jpegblip'}\n${lines.join('\n')}}\\par}\n`;
}

/**
 * Signs of the code page that the document names, by their bytes: what old readers show, who know no `\u`.
 */
const CODE_PAGE = '€�‚ƒ„…†‡ˆ‰Š‹Œ�Ž��‘’“”•–—˜™š›œ�žŸ'; // 0x80 to 0x9f of windows-1252 (WHATWG Encoding)
const BYTES = new Map([
  ...[...CODE_PAGE].map((sign, i) => [sign, 0x80 + i] as const),
  ...Array.from({ length: 96 }, (_, i) => [String.fromCharCode(0xa0 + i), 0xa0 + i] as const),
]);

/** A sign that stands for one that old readers do not know. */
function fallback(sign: string): string {
  const byte = BYTES.get(sign);
  return byte === undefined ? '?' : `\\'${byte.toString(16)}`;
}

/** Every UTF-16 unit outside ASCII as `\uN` with a fallback, N signed. */
function escaped(text: string): string {
  let written = '';
  for (let at = 0; at < text.length; at++) {
    const sign = text.charAt(at);
    const code = text.charCodeAt(at);
    if (sign === '\\' || sign === '{' || sign === '}') written += `\\${sign}`;
    else if (sign === '\n') written += '\\line ';
    else if (sign === '\t') written += '\\tab ';
    else if (code < 0x20) continue;
    else written += code < 0x7f ? sign : `\\u${code > 0x7fff ? code - 0x10000 : code}${fallback(sign)}`;
  }
  return written;
}
