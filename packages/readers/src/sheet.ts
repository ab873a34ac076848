import { placed, tableRows, type ImportedDocument } from '@aurelfield/core/page';
import { decodeText } from '@aurelfield/core/text';
import Papa from 'papaparse';
import readXlsxFile from 'read-excel-file/node';
import { unpack } from './archive.ts';
import { sheetBlocks } from './odf.ts';
import { ReaderError } from './readerError.ts';

const MAX_CELLS = 50_000;

/** Values separated by commas, semicolons or tabs → table rows. */
export function readCsv(bytes: Uint8Array): ImportedDocument {
  const { data } = Papa.parse<string[]>(decodeText(bytes).text.replace(/^\uFEFF/u, ''), {
    skipEmptyLines: 'greedy',
  });
  return document(tableRows(limited(data), false));
}

/** The sheets of an Excel workbook → table rows, each under its sheet's name where there are several. */
export async function readXlsx(bytes: Uint8Array): Promise<ImportedDocument> {
  // The archive is looked at first: the library would unpack anything.
  const archive = unpack(bytes, (path) => /\.xml$/u.test(path));
  if (!archive.has('xl/workbook.xml'))
    throw new ReaderError('not-document', 'The file is no Excel workbook, whatever its name says.');
  for (const content of archive.values())
    if (/<!(?:DOCTYPE|ENTITY)/iu.test(new TextDecoder().decode(content.subarray(0, 10_000))))
      throw new ReaderError(
        'hostile',
        'The file declares entities of its own, which no ordinary document does. It was not read.',
      );
  const sheets = await readXlsxFile(Buffer.from(bytes));
  return document(
    sheets.flatMap(({ sheet, data }) =>
      sheetBlocks(sheet, limited(data.map((row) => row.map(cellText))), sheets.length),
    ),
  );
}

function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) {
    const whole = cell.toISOString();
    return whole.endsWith('T00:00:00.000Z') ? whole.slice(0, 10) : whole.slice(11, 16);
  }
  return typeof cell === 'string' || typeof cell === 'number' || typeof cell === 'boolean'
    ? String(cell)
    : '';
}

function limited(rows: readonly (readonly string[])[]): readonly (readonly string[])[] {
  const cells = rows.reduce((sum, row) => sum + row.length, 0);
  if (cells > MAX_CELLS)
    throw new ReaderError(
      'too-large',
      `The table has ${cells.toLocaleString('en-GB')} cells; a handout may have ${MAX_CELLS.toLocaleString('en-GB')}. Keep the part that is to be read.`,
    );
  return rows;
}

function document(blocks: ReturnType<typeof tableRows>): ImportedDocument {
  return { title: '', language: undefined, blocks: placed(blocks), warnings: [], cleanUps: [] };
}
