import {
  blocksFromElement,
  decodeText,
  NotTextError,
  placed,
  withoutNoteMarks,
  type Block,
  type ImportedDocument,
} from '@aurelfield/core';
import { parseHTML } from 'linkedom';
import { ReaderError } from './readerError.ts';

/** An HTML document → blocks. Nothing in it is run or fetched. */
export function readHtml(bytes: Uint8Array): ImportedDocument {
  let source: string;
  try {
    source = decodeText(bytes).text;
  } catch (error) {
    if (!(error instanceof NotTextError)) throw error;
    throw new ReaderError('not-text', 'The file is called a web page but holds something else.');
  }
  const { document } = parseHTML(wrapped(source));
  return {
    title: document.querySelector('title')?.textContent.trim() ?? '',
    language: document.documentElement.getAttribute('lang') ?? undefined,
    warnings: [],
    ...cleaned(blocksFromElement(document.body)),
  };
}

/** Blocks in place, without the marks of notes. */
export function cleaned(
  found: readonly Omit<Block, 'offset'>[],
): Pick<ImportedDocument, 'blocks' | 'cleanUps'> {
  const { blocks, cleanUps } = withoutNoteMarks(found);
  return { blocks: placed(blocks), cleanUps };
}

/** The parser needs the outer elements to be there. */
function wrapped(source: string): string {
  return /<html[\s>]/iu.test(source) ? source : `<html><body>${source}</body></html>`;
}

/** Blocks of a piece of HTML that another reader made. */
export function blocksOfHtml(source: string) {
  return blocksFromElement(parseHTML(`<html><body>${source}</body></html>`).document.body);
}
