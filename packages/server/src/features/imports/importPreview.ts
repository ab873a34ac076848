import { languageSchema, type DocumentPreview, type TextFormat } from '@aurelfield/api';
import { type ImportedDocument } from '@aurelfield/core/page';
import { baseLanguage, canBeGuessed, decodeText, NotTextError } from '@aurelfield/core/text';
import type { VoiceRegistry } from '@aurelfield/voices';
import { AppError } from '../../appError.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import { checkLength } from './tidyBlocks.ts';

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
 * @throws AppError that says what is wrong with the file and what to do.
 */
export function readTextFile(file: UploadedFile): { text: string; format: TextFormat; encoding: string } {
  if (!TEXT_FILE.test(file.name)) {
    throw new AppError(
      'file-type',
      `“${file.name}” is not a .txt or .md file. Open it, copy its text and paste it here.`,
    );
  }
  const { text, encoding } = decodeFile(file);
  return { text, format: MARKDOWN_FILE.test(file.name) ? 'markdown' : 'text', encoding };
}

/** The text of a file whatever its name. @throws AppError when it is empty or no text. */
export function decodeUpload(file: UploadedFile): string {
  return decodeFile(file).text;
}

function decodeFile(file: UploadedFile): { text: string; encoding: string } {
  if (file.bytes.length === 0) {
    throw new AppError('empty', `“${file.name}” is empty. Choose the file again, or paste its text.`);
  }
  try {
    const { text, encoding } = decodeText(file.bytes);
    return { text: text.replaceAll('\0', ''), encoding };
  } catch (error) {
    if (!(error instanceof NotTextError)) throw error;
    throw new AppError(
      'not-text',
      `“${file.name}” is not a text file. Open it in the program it was made with and save it as plain text, or a table as CSV.`,
    );
  }
}

/** Previews an import before it becomes a handout. */
export class ImportPreview {
  readonly #voices: VoiceRegistry;
  readonly #threads: TextThreads;

  constructor(voices: VoiceRegistry, threads: TextThreads) {
    this.#voices = voices;
    this.#threads = threads;
  }

  /** What a text is: the title and language it seems to have and what it holds. */
  async text(
    text: string,
    hints: { fileName?: string | undefined; format?: TextFormat; encoding?: string } = {},
  ): Promise<DocumentPreview> {
    checkLength(text);
    const { format, ...facts } = await this.#threads.examineText(text, hints.format, hints.fileName);
    return {
      ...NOTHING,
      ...facts,
      text,
      format,
      hasVoice: this.#voices.voiceFor(facts.language) !== undefined,
      encoding: hints.encoding ?? null,
    };
  }

  /** What a document is, as it was read. */
  async document(
    document: ImportedDocument,
    { fileName, uploadId }: { fileName: string; uploadId: string | null },
  ): Promise<DocumentPreview> {
    const { blocks } = document;
    checkLength(blocks.map(({ text }) => text).join('\n'));
    const facts = await this.#threads.examineBlocks(blocks, fileName, tagOf(document.language));
    const language = languageOf(document.language, facts.language);
    return {
      ...NOTHING,
      ...facts,
      title: document.title || facts.title,
      language,
      hasVoice: this.#voices.voiceFor(language) !== undefined,
      uploadId,
      content: blocks.map(({ type, level, label, columnHeaders, language: own, silent, text }) => ({
        type,
        ...(level === undefined ? {} : { level }),
        ...(label === undefined ? {} : { label }),
        ...(columnHeaders === undefined ? {} : { columnHeaders: [...columnHeaders] }),
        ...(isForeign(own, language) ? { language: own } : {}),
        ...(silent ? { silent } : {}),
        text,
      })),
      warnings: [...document.warnings],
      cleanUps: [...document.cleanUps],
    };
  }
}

/** A language tag that is one. */
function tagOf(tag: string | undefined): string | undefined {
  return languageSchema.safeParse(tag).data;
}

/**
 * A document's own tag is often that of the program it was written with: the text decides, the tag tells the
 * region, and the language where no guess can find it.
 */
function languageOf(tag: string | undefined, guessed: string): string {
  if (!languageSchema.safeParse(tag).success || tag === undefined) return guessed;
  return baseLanguage(tag) === baseLanguage(guessed) || !canBeGuessed(tag) ? tag : guessed;
}

/** Whether a passage is in another language than its handout, by a tag that is one. */
function isForeign(tag: string | undefined, language: string): tag is string {
  return languageSchema.safeParse(tag).success && baseLanguage(tag ?? '') !== baseLanguage(language);
}

const NOTHING = {
  text: '',
  format: 'text',
  encoding: null,
  uploadId: null,
  content: null,
  warnings: [],
  cleanUps: [],
  photos: [],
} satisfies Partial<DocumentPreview>;
