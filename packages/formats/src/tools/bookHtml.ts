import { CELL_SEPARATOR, groupBlocks } from '@aurelfield/core/text';
import type { ExportDocument, ExportDocumentBlock } from '../exportDocument.ts';
import { partsOfText, sentencesByBlock } from './markedBlock.ts';
import { direction, xml } from './xml.ts';

export interface BookHtmlOptions {
  /** Whether sentences and words carry ids (`s3`, `s3w7`). */
  readonly marked: boolean;
  /** Where the picture of a block is fetched from; its block has one. */
  readonly pictureAddress?: (block: number) => string;
  /** Id of a page's beginning. */
  readonly pageId?: (page: string) => string;
}

/**
 * Blocks as the body of an XHTML page: headings, lists, tables, pictures with their descriptions. Well-formed
 * for XML and for HTML readers alike.
 */
export function* bookHtml(
  exportDocument: ExportDocument,
  [first, end]: readonly [number, number],
  options: BookHtmlOptions,
): Generator<string> {
  const heard = sentencesByBlock(exportDocument);
  const write = (block: number, range?: readonly [number, number]) =>
    inline(exportDocument, block, heard.get(block) ?? [], options, range);
  for (const { kind, blocks } of groupBlocks(exportDocument.blocks.slice(first, end))) {
    const numbers = blocks.map((block) => block + first);
    yield* pageMarks(exportDocument.blocks, numbers, options);
    if (kind === 'list') {
      yield '<ul class="list">\n';
      for (const block of numbers) {
        const one = exportDocument.blocks[block];
        yield `<li id="b${block}"${one?.label === undefined ? '' : ' class="labelled"'}${languageOf(one)}>${write(block)}</li>\n`;
      }
      yield '</ul>\n';
    } else if (kind === 'table') yield* table(exportDocument.blocks, numbers, write);
    else yield* numbers.flatMap((block) => [oneBlock(exportDocument, block, write, options)]);
  }
}

type WriteInline = (block: number, range?: readonly [number, number]) => string;

function oneBlock(
  exportDocument: ExportDocument,
  block: number,
  write: WriteInline,
  options: BookHtmlOptions,
): string {
  const one = exportDocument.blocks[block];
  if (!one) return '';
  const attributes = ` id="b${block}"${languageOf(one)}`;
  switch (one.type) {
    case 'heading': {
      const level = Math.min(6, Math.max(1, one.level ?? 1));
      return `<h${level}${attributes}>${write(block)}</h${level}>\n`;
    }
    case 'picture': {
      const image =
        one.picture && options.pictureAddress
          ? `<img src="${xml(options.pictureAddress(block))}" alt="${xml(one.text)}"/>`
          : '';
      return `<figure${attributes}>${image}<figcaption>${write(block)}</figcaption></figure>\n`;
    }
    default:
      return `<p${attributes} class="${one.silent ? 'silent ' : ''}${one.type}">${write(block)}</p>\n`;
  }
}

function* table(
  blocks: readonly ExportDocumentBlock[],
  numbers: readonly number[],
  write: WriteInline,
): Generator<string> {
  const columns = Math.max(
    ...numbers.map((block) => (blocks[block]?.text ?? '').split(CELL_SEPARATOR).length),
  );
  yield '<table>\n';
  for (const block of numbers) {
    const one = blocks[block];
    if (!one) continue;
    const isHead = one.columnHeaders === undefined && blocks[block + 1]?.columnHeaders !== undefined;
    let at = 0;
    const cells = one.text.split(CELL_SEPARATOR).map((cell) => {
      const from = at;
      at += cell.length + CELL_SEPARATOR.length;
      const content = write(block, [from, from + cell.length]);
      return isHead ? `<th scope="col">${content}</th>` : `<td>${content}</td>`;
    });
    while (cells.length < columns) cells.push('<td></td>');
    yield `<tr id="b${block}"${languageOf(one)}>${cells.join('')}</tr>\n`;
  }
  yield '</table>\n';
}

/** Text with a span for each sentence and word that is heard. Spaces between words stay outside of them. */
function inline(
  { blocks, sentences }: ExportDocument,
  block: number,
  numbers: readonly number[],
  { marked }: BookHtmlOptions,
  range?: readonly [number, number],
): string {
  const text = blocks[block]?.text ?? '';
  if (!marked) return xml(text.slice(...(range ?? [0, text.length])));
  let html = '';
  let open: number | undefined;
  for (const part of partsOfText(text, numbers, sentences, range)) {
    if (part.sentence !== open) {
      if (open !== undefined) html += '</span>';
      // A sentence that goes over several cells of a row begins in the first; ids must not be there twice.
      if (part.sentence !== undefined) {
        const begins = range === undefined || (sentences[part.sentence]?.start ?? 0) >= range[0];
        html += begins
          ? `<span class="s" id="s${part.sentence}">`
          : `<span class="s" data-of="s${part.sentence}">`;
      }
      open = part.sentence;
    }
    const written = xml(part.text);
    html +=
      part.word === undefined
        ? written
        : `<span class="w" id="s${part.sentence}w${part.word}">${written}</span>`;
  }
  return open === undefined ? html : `${html}</span>`;
}

function* pageMarks(
  blocks: readonly ExportDocumentBlock[],
  numbers: readonly number[],
  { pageId }: BookHtmlOptions,
): Generator<string> {
  for (const block of numbers) {
    const page = blocks[block]?.page;
    if (page !== undefined && pageId)
      yield `<span class="page" role="doc-pagebreak" id="${pageId(page)}" aria-label="${xml(page)}"></span>\n`;
  }
}

function languageOf(block: ExportDocumentBlock | undefined): string {
  return block?.language === undefined
    ? ''
    : ` lang="${xml(block.language)}" xml:lang="${xml(block.language)}"${direction(block.language)}`;
}
