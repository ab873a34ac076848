import { placed, type CleanUp, type ImportedDocument } from '@aurelfield/core/page';
import { type Block } from '@aurelfield/core/text';
import mammoth from 'mammoth';
import { unpack } from './archive.ts';
import { equationBlocks, withTextForAll } from './docxEquations.ts';
import { labelledBlocks } from './docxParagraphs.ts';
import { blocksOfHtml } from './html.ts';
import { ReaderError } from './readerError.ts';
import { named, parseXml } from './xml.ts';

const STYLES = ["p[style-name='Title'] => h1:fresh", "p[style-name='Subtitle'] => p:fresh"];
/**
 * Pictures, sounds and other files that lie in a document; they are not unpacked, and the converter does not
 * get them.
 */
const UNREAD = /^word\/(?:media|embeddings|fonts)\//u;
/**
 * Stands around the mark of a note, as the converter writes it; a sign that no document uses. What the author
 * wrote in brackets is no mark.
 */
const MARK = '\u{f8a3}';
const NOTE_LINK = /<a href="#(?:foot|end)note-[^"]*"[^>]*>(\[\d{1,3}\])<\/a>/gu;
const NOTE_MARK = new RegExp(`${MARK}(\\[\\d{1,3}\\])${MARK}`, 'gu');

/**
 * A Word document → blocks: headings by style, lists, tables, pictures with their alt text, footnotes at the
 * end.
 */
export async function readDocx(bytes: Uint8Array): Promise<ImportedDocument> {
  // The archive is looked at first: the converter itself would unpack anything.
  const archive = unpack(bytes, (path) => !UNREAD.test(path));
  if (!archive.has('word/document.xml'))
    throw new ReaderError('not-document', 'The file is no Word document, whatever its name says.');
  // Whatever they are called: relations can make any part the document.
  for (const content of archive.values())
    refuseEntities(new TextDecoder().decode(content.subarray(0, 100_000)));
  const { value, messages } = await mammoth.convertToHtml(
    { buffer: Buffer.from(withTextForAll(archive)) },
    { styleMap: STYLES, convertImage: mammoth.images.imgElement(() => Promise.resolve({ src: '' })) },
  );
  const cleanUps: CleanUp[] = [];
  const blocks = notesApart(
    equationBlocks(labelledBlocks(blocksOfHtml(value.replace(NOTE_LINK, `${MARK}$1${MARK}`)))),
    cleanUps,
  );
  const core = archive.get('docProps/core.xml');
  const properties = core && parseXml(new TextDecoder().decode(core));
  return {
    title: (properties && named(properties, 'title')[0]?.textContent?.trim()) ?? '',
    language: (properties && named(properties, 'language')[0]?.textContent?.trim()) || undefined,
    blocks: placed(blocks),
    warnings: messages.some(({ type }) => type === 'error')
      ? ['Some parts of the document could not be read.']
      : [],
    cleanUps,
  };
}

function refuseEntities(source: string): void {
  if (/<!(?:DOCTYPE|ENTITY)/iu.test(source))
    throw new ReaderError(
      'hostile',
      'The file declares entities of its own, which no ordinary document does. It was not read.',
    );
}

/** Footnotes stand at the end, as "Note 1: …"; their marks in the text are taken out. */
function notesApart(blocks: readonly Omit<Block, 'offset'>[], cleanUps: CleanUp[]): Omit<Block, 'offset'>[] {
  return blocks.map((block, index) => {
    const note = /^(\d+)\. (.*) ↑$/su.exec(block.text);
    if (note && block.type !== 'heading')
      return { type: 'paragraph', text: `Note ${note[1] ?? ''}: ${note[2] ?? ''}` };
    if (!block.text.includes(MARK)) return block;
    const text = block.text.replace(NOTE_MARK, '').replace(/\s+/gu, ' ').trim();
    const before = block.text.replaceAll(MARK, '');
    cleanUps.push({ rule: 'footnote mark taken out', block: index, before, after: text });
    return { ...block, text };
  });
}
