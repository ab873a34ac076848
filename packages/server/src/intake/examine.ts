import {
  MAX_HANDOUT_CHARACTERS,
  type BlockView,
  type HandoutInput,
  type Intake,
  type TextFormat,
} from '@aurelfield/api';
import {
  baseLanguage,
  blocksFromMarkdown,
  blocksFromPlainText,
  decodeText,
  guessLanguage,
  guessTitle,
  looksLikeMarkdown,
  NotTextError,
  partLongBlock,
  placed,
  wordsOf,
  type Block,
  type ImportedDocument,
} from '@aurelfield/core';
import type { VoiceRegistry } from '@aurelfield/voices';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { HttpProblem } from '../http/problem.ts';

/** A file as it was uploaded. */
export interface UploadedFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

const TEXT_FILE = /\.(txt|text|md|markdown)$/iu;

/** Whether a file is plain text or Markdown, which stay as they are. */
export function isTextFile(name: string): boolean {
  return TEXT_FILE.test(name);
}

const MARKDOWN_FILE = /\.(md|markdown)$/iu;

/**
 * Reads an uploaded text file.
 * @throws HttpProblem that says what is wrong with the file and what to do.
 */
export function readTextFile(file: UploadedFile): { text: string; format: TextFormat; encoding: string } {
  if (!TEXT_FILE.test(file.name)) {
    throw new HttpProblem(
      415,
      'file-type',
      `“${file.name}” is not a .txt or .md file. Open it, copy its text and paste it here.`,
    );
  }
  const { text, encoding } = decodeFile(file);
  return { text, format: MARKDOWN_FILE.test(file.name) ? 'markdown' : 'text', encoding };
}

/** The text of a file whatever its name. @throws HttpProblem when it is empty or no text. */
export function decodeUpload(file: UploadedFile): string {
  return decodeFile(file).text;
}

function decodeFile(file: UploadedFile): { text: string; encoding: string } {
  if (file.bytes.length === 0) {
    throw new HttpProblem(422, 'empty', `“${file.name}” is empty. Choose the file again, or paste its text.`);
  }
  try {
    const { text, encoding } = decodeText(file.bytes);
    return { text: text.replaceAll('\0', ''), encoding };
  } catch (error) {
    if (!(error instanceof NotTextError)) throw error;
    throw new HttpProblem(
      422,
      'not-text',
      `“${file.name}” is called a text file but holds something else. Open it in the program it was made with and save it as plain text.`,
    );
  }
}

/** What a text is: the title and language it seems to have and what it holds. */
export async function examine(
  text: string,
  voices: VoiceRegistry,
  hints: { fileName?: string | undefined; format?: TextFormat; encoding?: string } = {},
): Promise<Intake> {
  checkLength(text);
  const format = hints.format ?? (looksLikeMarkdown(text) ? 'markdown' : 'text');
  const blocks = blocksOf(text, format);
  const language = guessLanguage(
    blocks
      .slice(0, 40)
      .map((block) => block.text)
      .join(' '),
  );
  return {
    text,
    format,
    title: guessTitle(blocks, hints.fileName),
    language,
    hasVoice: voices.voiceFor(language) !== undefined,
    encoding: hints.encoding ?? null,
    ...(await counts(blocks, language)),
    ticket: null,
    content: null,
    warnings: [],
    cleanUps: [],
    photos: [],
  };
}

/** What a document is, as it was read. */
export async function examineDocument(
  document: ImportedDocument,
  voices: VoiceRegistry,
  { fileName, ticket }: { fileName: string; ticket: string | null },
): Promise<Intake> {
  const { blocks } = document;
  checkLength(blocks.map(({ text }) => text).join('\n'));
  const guessed = guessLanguage(
    blocks
      .slice(0, 40)
      .map((block) => block.text)
      .join(' '),
  );
  // A document's own tag is often that of the program it was written with: the text decides, the tag tells the region.
  const language =
    document.language !== undefined && baseLanguage(document.language) === baseLanguage(guessed)
      ? document.language
      : guessed;
  return {
    text: '',
    format: 'text',
    title: document.title || guessTitle(blocks, fileName),
    language,
    hasVoice: voices.voiceFor(language) !== undefined,
    encoding: null,
    ...(await counts(blocks, language)),
    ticket,
    content: blocks.map(({ type, level, label, heads, text }) => ({
      type,
      ...(level === undefined ? {} : { level }),
      ...(label === undefined ? {} : { label }),
      ...(heads === undefined ? {} : { heads: [...heads] }),
      text,
    })),
    warnings: [...document.warnings],
    cleanUps: [...document.cleanUps],
    photos: [],
  };
}

async function counts(
  blocks: readonly Block[],
  language: string,
): Promise<Pick<Intake, 'words' | 'blocks' | 'headings'>> {
  return {
    words: await countWords(blocks, language),
    blocks: blocks.length,
    headings: blocks.filter((block) => block.type === 'heading').length,
  };
}

/** The blocks of a handout about to be stored. @throws HttpProblem when there is nothing to read or far too much. */
export function handoutBlocks({
  text = '',
  format = 'text',
  content,
}: Pick<HandoutInput, 'text' | 'format' | 'content'>): Block[] {
  checkLength(content ? content.map((block) => block.text).join('\n') : text);
  const blocks = content ? tidyBlocks(content) : blocksOf(text.replaceAll('\0', ''), format);
  if (blocks.length === 0)
    throw new HttpProblem(422, 'empty', 'There is no text yet. Paste or type some, or drop a file.');
  return blocks;
}

/** Blocks as a screen sent them, in order: nothing that cannot be stored, no block without text but pictures, long ones parted. */
export function tidyBlocks(content: readonly BlockView[]): Block[] {
  return placed(
    content
      .map(({ type, level, label, heads, language, silent, text }) => ({
        type,
        ...(level === undefined ? {} : { level }),
        ...(label === undefined ? {} : { label }),
        ...(heads === undefined ? {} : { heads }),
        ...(language === undefined ? {} : { language }),
        ...(silent ? { silent } : {}),
        text: text.replaceAll('\0', ''),
      }))
      .filter(({ type, text }) => text.trim() !== '' || type === 'picture')
      .flatMap((block) => partLongBlock({ ...block, offset: 0 })),
  );
}

/** Displayed words of all blocks; gives way to other requests now and then. */
export async function countWords(blocks: readonly Block[], language: string): Promise<number> {
  let words = 0;
  let since = performance.now();
  for (const block of blocks) {
    words += wordsOf(block.text, language).length;
    if (performance.now() - since > 12) {
      await nextTurn();
      since = performance.now();
    }
  }
  return words;
}

function blocksOf(text: string, format: TextFormat): Block[] {
  return format === 'markdown' ? blocksFromMarkdown(text) : blocksFromPlainText(text);
}

function checkLength(text: string): void {
  if (text.length <= MAX_HANDOUT_CHARACTERS) return;
  const have = text.length.toLocaleString('en-GB');
  const most = MAX_HANDOUT_CHARACTERS.toLocaleString('en-GB');
  throw new HttpProblem(
    413,
    'too-long',
    `This text has ${have} characters; one handout may have ${most}. Split it and add the parts one by one.`,
  );
}
