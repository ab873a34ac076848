import { placed, tableRows, type ImportedDocument } from '@aurelfield/core/page';
import { type Block } from '@aurelfield/core/text';
import { unpack, textOf, type Archive } from './archive.ts';
import { putEquations } from './odfEquations.ts';
import { OdfStyles } from './odfStyles.ts';
import { OdtCollector } from './odtBlocks.ts';
import { ReaderError } from './readerError.ts';
import { attributeOf, localName, named, parseXml } from './xml.ts';
import { tidy } from './tidy.ts';

type Draft = Omit<Block, 'offset'>;

/** An OpenDocument text → blocks. */
export function readOdt(bytes: Uint8Array): ImportedDocument {
  const archive = openDocument(bytes, 'text');
  const content = parseXml(textOf(archive, 'content.xml') ?? '');
  putEquations(content, archive);
  putDates(content, textOf(archive, 'meta.xml'));
  // Styles of dates have elements of the same name; the text is in the body.
  const body = [...(named(content, 'body')[0]?.children ?? [])].find((child) => localName(child) === 'text');
  const styles = textOf(archive, 'styles.xml');
  const collector = new OdtCollector(
    new OdfStyles([...(styles === undefined ? [] : [parseXml(styles)]), content]),
  );
  return finish(archive, body ? collector.blocksOf(body) : []);
}

/**
 * Dates that are written "as the language does": the file holds them as the program that stored it would.
 * They are written as the document's own language does, British where it tells none.
 */
function putDates(content: Document, meta: string | undefined): void {
  const asLanguage = new Set(
    named(content, 'date-style')
      .filter(
        (style) =>
          attributeOf(style, 'automatic-order') === 'true' &&
          attributeOf(style, 'format-source') === 'language',
      )
      .map((style) => attributeOf(style, 'name')),
  );
  const language = (meta && named(parseXml(meta), 'language')[0]?.textContent?.trim()) || 'en-GB';
  for (const date of named(content, 'date')) {
    const day = new Date((attributeOf(date, 'date-value') ?? '').slice(0, 10));
    if (!asLanguage.has(attributeOf(date, 'data-style-name')) || Number.isNaN(day.getTime())) continue;
    const isShort = /^\d{1,2}\D\d{1,2}\D\d{2}$/u.test(date.textContent.trim());
    date.textContent = new Intl.DateTimeFormat(language === 'en' ? 'en-GB' : language, {
      day: '2-digit', month: '2-digit', year: isShort ? '2-digit' : 'numeric', timeZone: 'UTC',
    }).format(day); // prettier-ignore
  }
}

/** The sheets of an OpenDocument spreadsheet → table rows, each under its sheet's name. */
export function readOds(bytes: Uint8Array): ImportedDocument {
  const archive = openDocument(bytes, 'spreadsheet');
  const content = parseXml(textOf(archive, 'content.xml') ?? '');
  const sheets = named(content, 'table').filter((table) => attributeOf(table, 'name') !== undefined);
  return finish(
    archive,
    sheets.flatMap((sheet) => sheetBlocks(attributeOf(sheet, 'name') ?? '', rowsOf(sheet), sheets.length)),
  );
}

/** A sheet's rows under its name, where there are several. */
export function sheetBlocks(name: string, rows: readonly (readonly string[])[], sheets: number): Draft[] {
  const blocks = tableRows(rows, false);
  return sheets > 1 && blocks.length > 0 ? [{ type: 'heading', level: 2, text: name }, ...blocks] : blocks;
}

function openDocument(bytes: Uint8Array, kind: 'text' | 'spreadsheet'): Archive {
  const archive = unpack(bytes, (path) =>
    /^(?:mimetype|content\.xml|meta\.xml|styles\.xml|META-INF\/manifest\.xml|[^/]*\/content\.xml)$/u.test(
      path,
    ),
  );
  const manifest = textOf(archive, 'META-INF/manifest.xml') ?? '';
  if (manifest.includes('encryption-data'))
    throw new ReaderError(
      'encrypted',
      'The document is locked with a password. Save it without one and choose it again.',
    );
  if (!(textOf(archive, 'mimetype') ?? '').includes(kind) || !archive.has('content.xml'))
    throw new ReaderError('not-document', 'The file is no OpenDocument, whatever its name says.');
  return archive;
}

function finish(archive: Archive, blocks: readonly Draft[]): ImportedDocument {
  const source = textOf(archive, 'meta.xml');
  const meta = source === undefined ? undefined : parseXml(source);
  return {
    title: (meta && named(meta, 'title')[0]?.textContent?.trim()) ?? '',
    language: (meta && named(meta, 'language')[0]?.textContent?.trim()) || undefined,
    blocks: placed(blocks.filter(({ text, type }) => text !== '' || type === 'picture')),
    warnings: [],
    cleanUps: [],
  };
}

/** The texts of a sheet's cells, row by row. */
function rowsOf(table: Element): string[][] {
  return named(table, 'table-row').map((row) =>
    [...row.children].flatMap((cell) => {
      if (!/table-cell$/u.test(localName(cell))) return [];
      const times = Math.min(50, Number(attributeOf(cell, 'number-columns-repeated') ?? 1) || 1);
      const text = tidy(
        [...cell.children]
          .filter((child) => localName(child) === 'p')
          .map((paragraph) => paragraph.textContent)
          .join(' '),
      );
      return text === '' && times > 20 ? [] : Array.from({ length: times }, () => text);
    }),
  );
}
