import { blocksFromElement, placed, withoutNoteMarks, type ImportedDocument } from '@aurelfield/core/page';
import { decodeText, NotTextError, type Block } from '@aurelfield/core/text';
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
  const { document } = parseHTML(whole(source));
  const language = languageOf(document, document.querySelector('main, article') ?? document.body);
  const blocks = blocksFromElement(document.body, language);
  if (/<script|id="(?:root|app)"/iu.test(source) && isBlankPage(blocks))
    throw new ReaderError(
      'no-text',
      'There is no text in this page that can be read without running it. Open it in a browser, copy the text and paste it.',
    );
  return {
    title: document.querySelector('title')?.textContent.trim() ?? '',
    language,
    warnings: [],
    ...cleaned(blocks),
  };
}

/** The language of a page: its own, or that of the part that is read. */
export function languageOf(document: Document, part: Element): string | undefined {
  const declared =
    document.documentElement.getAttribute('lang') ?? document.documentElement.getAttribute('xml:lang');
  const own = part.getAttribute('lang');
  return (own || declared) ?? undefined;
}

/** Blocks in place, without the marks of notes. */
export function cleaned(
  found: readonly Omit<Block, 'offset'>[],
): Pick<ImportedDocument, 'blocks' | 'cleanUps'> {
  const { blocks, cleanUps } = withoutNoteMarks(found);
  return { blocks: placed(blocks), cleanUps };
}

/**
 * A page as the parser needs it: with its outer elements, and with nothing behind their end, where browsers
 * still read.
 */
export function whole(source: string): string {
  const open = source.replace(/<\/(?:body|html)\s*>/giu, '');
  return /<html[\s>]/iu.test(open) ? open : `<html><body>${open}</body></html>`;
}

/** Whether a page says nothing but that it is being loaded. */
export function isBlankPage(blocks: readonly Pick<Block, 'text'>[]): boolean {
  const text = blocks
    .map((block) => block.text)
    .join(' ')
    .trim();
  return text === '' || /^(?:please wait|loading)[\s.…]*$/iu.test(text);
}

/** Blocks of a piece of HTML that another reader made. */
export function blocksOfHtml(source: string): ReturnType<typeof blocksFromElement> {
  return blocksFromElement(parseHTML(`<html><body>${source}</body></html>`).document.body);
}
