import { type ImportedDocument } from '@aurelfield/core/page';
import {
  blocksFromMarkdown,
  blocksFromPlainText,
  decodeText,
  looksLikeMarkdown,
  NotTextError,
} from '@aurelfield/core/text';
import { ReaderError } from './readerError.ts';
import type { ReadOptions } from './readOptions.ts';
import { withSoundText } from './tidy.ts';

type Reader = (bytes: Uint8Array, options: ReadOptions) => ImportedDocument | Promise<ImportedDocument>;

/** Readers by the ending of a file's name; each is loaded when it is needed. */
const READERS: Readonly<Record<string, Reader>> = {
  txt: (bytes) => readText(bytes, false),
  text: (bytes) => readText(bytes, false),
  md: (bytes) => readText(bytes, true),
  markdown: (bytes) => readText(bytes, true),
  html: async (bytes) => (await import('./html.ts')).readHtml(bytes),
  htm: async (bytes) => (await import('./html.ts')).readHtml(bytes),
  xhtml: async (bytes) => (await import('./html.ts')).readHtml(bytes),
  docx: async (bytes) => (await import('./docx.ts')).readDocx(bytes),
  odt: async (bytes) => (await import('./odf.ts')).readOdt(bytes),
  rtf: async (bytes) => (await import('./rtf.ts')).readRtf(bytes),
  pdf: async (bytes, options) => (await import('./pdf.ts')).readPdf(bytes, options),
  pptx: async (bytes) => (await import('./pptx.ts')).readPptx(bytes),
  epub: async (bytes) => (await import('./epub.ts')).readEpub(bytes),
  csv: async (bytes) => (await import('./sheet.ts')).readCsv(bytes),
  tsv: async (bytes) => (await import('./sheet.ts')).readCsv(bytes),
  xlsx: async (bytes) => (await import('./sheet.ts')).readXlsx(bytes),
  ods: async (bytes) => (await import('./odf.ts')).readOds(bytes),
};

/** Endings that can be read. */
export const READABLE_ENDINGS: readonly string[] = Object.keys(READERS);

/** Endings people try, and what to do instead. */
const ADVICE: Readonly<Record<string, string>> = {
  doc: 'Open it and save it as .docx.', ppt: 'Open it and save it as .pptx.', xls: 'Open it and save it as .xlsx.', pages: 'Open it and export it as .docx.', key: 'Open it and export it as .pptx.',
}; // prettier-ignore

/**
 * Reads a document by what it holds: its name chooses the reader, its first bytes must agree.
 * @throws ReaderError that says what is wrong and what to do.
 */
export async function readDocument(
  name: string,
  bytes: Uint8Array,
  options: ReadOptions,
): Promise<ImportedDocument> {
  const ending = /\.([^.]+)$/u.exec(name.toLowerCase())?.[1] ?? '';
  const reader = Object.hasOwn(READERS, ending) ? READERS[ending] : undefined;
  if (reader === undefined)
    throw new ReaderError(
      'file-type',
      `“${name}” cannot be read here. ${ADVICE[ending] ?? `Files that can: ${READABLE_ENDINGS.join(', ')}. Else copy its text and paste it.`}`,
    );
  if (bytes.length === 0)
    throw new ReaderError('empty', `“${name}” is empty. Choose the file again, or paste its text.`);
  checkBeginning(name, ending, bytes);
  const found = withSoundText(await reader(bytes, options));
  if (found.blocks.every(({ text }) => text === ''))
    throw new ReaderError(
      'no-text',
      `There is no text in “${name}”. If its pages are pictures, add it as photos.`,
    );
  return found;
}

const ZIPPED = /^(?:docx|odt|pptx|epub|xlsx|ods)$/u;
/** The container of old Office files, in which a document with a password is kept too. */
const COMPOUND_FILE = [0xd0, 0xcf, 0x11, 0xe0];

function checkBeginning(name: string, ending: string, bytes: Uint8Array): void {
  const begins = (signature: readonly number[]) => signature.every((byte, i) => bytes[i] === byte);
  if (ZIPPED.test(ending) && !begins([0x50, 0x4b])) {
    throw begins(COMPOUND_FILE)
      ? new ReaderError(
          'encrypted',
          `“${name}” is locked with a password, or an older kind of file. Open it, save it as .${ending} without a password, and choose it again.`,
        )
      : new ReaderError(
          'not-document',
          `“${name}” is called .${ending} but holds something else. Open it in the program it was made with and save it again.`,
        );
  }
  if (ending === 'pdf' && !Buffer.from(bytes.subarray(0, 1024)).toString('latin1').includes('%PDF-'))
    throw new ReaderError('not-document', `“${name}” is called .pdf but holds something else.`);
}

function readText(bytes: Uint8Array, isMarkdown: boolean): ImportedDocument {
  try {
    const text = decodeText(bytes).text.replaceAll('\0', '');
    const blocks =
      isMarkdown || looksLikeMarkdown(text) ? blocksFromMarkdown(text) : blocksFromPlainText(text);
    return { title: '', language: undefined, blocks, warnings: [], cleanUps: [] };
  } catch (error) {
    if (!(error instanceof NotTextError)) throw error;
    throw new ReaderError(
      'not-text',
      'The file is called a text file but holds something else. Open it in the program it was made with and save it as plain text.',
    );
  }
}
