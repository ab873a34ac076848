import { placed, type Block, type CleanUp, type ImportedDocument } from '@aurelfield/core';
import mammoth from 'mammoth';
import { unpack } from './archive.ts';
import { equationBlocks, withTextForAll } from './docxEquations.ts';
import { toldBlocks } from './docxParagraphs.ts';
import { blocksOfHtml } from './html.ts';
import { ReaderError } from './readerError.ts';
import { named, parseXml } from './xml.ts';

const STYLES = ["p[style-name='Title'] => h1:fresh", "p[style-name='Subtitle'] => p:fresh"];
/** Pictures, sounds and other files that lie in a document; they are not unpacked, and the converter does not get them. */
const UNREAD = /^word\/(?:media|embeddings|fonts)\//u;
const NOTE_MARK = /\[(\d{1,3})\]/gu;

/** A Word document → blocks: headings by style, lists, tables, pictures with their alt text, footnotes at the end. */
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
  const blocks = notesApart(equationBlocks(toldBlocks(blocksOfHtml(value))), cleanUps);
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
    if (!NOTE_MARK.test(block.text)) return block;
    const text = block.text.replace(NOTE_MARK, '').replace(/\s+/gu, ' ').trim();
    cleanUps.push({ rule: 'footnote mark taken out', block: index, before: block.text, after: text });
    return { ...block, text };
  });
}
