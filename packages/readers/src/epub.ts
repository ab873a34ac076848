import { blocksFromElement, type ImportedDocument } from '@aurelfield/core/page';
import { type Block } from '@aurelfield/core/text';
import { parseHTML } from 'linkedom';
import { pathIn, textOf, unpack } from './archive.ts';
import { cleaned } from './html.ts';
import { ReaderError } from './readerError.ts';
import { attributeOf, named, parseXml } from './xml.ts';

/**
 * An EPUB → blocks: its documents in the order of the spine, a chapter that has no heading under its title in
 * the contents.
 */
export function readEpub(bytes: Uint8Array): ImportedDocument {
  const archive = unpack(bytes, (path) => /\.(?:x?html?|xml|opf|ncx)$/iu.test(path));
  if (
    archive.has('META-INF/encryption.xml') &&
    (textOf(archive, 'META-INF/encryption.xml') ?? '').includes('xmlenc#')
  )
    throw new ReaderError('encrypted', 'The book is locked by its publisher and cannot be read.');
  const container = textOf(archive, 'META-INF/container.xml');
  const root = container === undefined ? undefined : named(parseXml(container), 'rootfile')[0];
  const path = root && attributeOf(root, 'full-path');
  const source = path === undefined ? undefined : textOf(archive, path);
  if (source === undefined || path === undefined)
    throw new ReaderError('not-document', 'The file is no EPUB, whatever its name says.');
  const book = parseXml(source);
  const items = new Map(named(book, 'item').map((item) => [attributeOf(item, 'id') ?? '', item]));
  const folder = path.includes('/') ? path.slice(0, path.lastIndexOf('/') + 1) : '';
  const language = named(book, 'language')[0]?.textContent.trim() || undefined;
  const blocks: Omit<Block, 'offset'>[] = [];
  const warnings: string[] = [];
  for (const reference of named(book, 'itemref')) {
    const item = items.get(attributeOf(reference, 'idref') ?? '');
    if (!item || /\bnav\b/u.test(attributeOf(item, 'properties') ?? '')) continue;
    const href = pathIn(folder, attributeOf(item, 'href') ?? '');
    const document = textOf(archive, href);
    if (document === undefined) {
      warnings.push(`A chapter (${href}) is missing in the book.`);
      continue;
    }
    blocks.push(
      ...blocksFromElement(
        parseHTML(document.replace(/^\uFEFF?<\?xml[^>]*\?>/u, '')).document.querySelector('body') ??
          parseHTML('<p></p>').document,
        language,
      ),
    );
  }
  return {
    title: named(book, 'title')[0]?.textContent?.trim() ?? '',
    language,
    warnings,
    ...cleaned(blocks),
  };
}
