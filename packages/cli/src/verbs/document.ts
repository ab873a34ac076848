import { guessLanguage, guessTitle, type Block } from '@aurelfield/core/text';
import { readSafely } from '@aurelfield/readers';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { z } from 'zod';

/** A document as the terminal reads it: what `import` writes, or any file that can be read. */
export interface TerminalDocument {
  readonly title: string;
  readonly language: string;
  readonly blocks: readonly Block[];
}

const importedSchema = z.object({
  title: z.string(),
  language: z.string(),
  blocks: z
    .array(
      z.object({
        type: z.enum(['heading', 'paragraph', 'list-item', 'question', 'table-row', 'picture', 'equation']),
        text: z.string(),
        level: z.number().optional(),
        label: z.string().optional(),
        columnHeaders: z.array(z.string()).optional(),
        language: z.string().optional(),
        silent: z.literal(true).optional(),
      }),
    )
    .min(1),
});

/** Characters by which a language is guessed. */
const SAMPLE = 4000;

/** @throws Error, with words for people, for a file that holds nothing to read. */
export async function readDocument(file: string): Promise<TerminalDocument> {
  const bytes = await readFile(file);
  if (file.endsWith('.json')) {
    const parsed = importedSchema.safeParse(JSON.parse(bytes.toString('utf8')));
    if (!parsed.success)
      throw new Error(`${file} is not what \`import\` writes: ${parsed.error.issues[0]?.message ?? ''}`);
    return { ...parsed.data, blocks: parsed.data.blocks.map(toBlock) };
  }
  const { title, language, blocks } = await readSafely({ kind: 'file', name: path.basename(file), bytes });
  if (blocks.length === 0) throw new Error(`There is no text in ${file}.`);
  const sample = blocks
    .map(({ text }) => text)
    .join(' ')
    .slice(0, SAMPLE);
  return {
    title: title || guessTitle(blocks, path.basename(file)),
    language: language ?? guessLanguage(sample),
    blocks,
  };
}

/** Without what is undefined. */
function toBlock(block: z.output<typeof importedSchema>['blocks'][number]): Block {
  const { type, text, level, label, columnHeaders, language, silent } = block;
  return {
    type,
    text,
    offset: 0,
    ...(level === undefined ? {} : { level }),
    ...(label === undefined ? {} : { label }),
    ...(columnHeaders === undefined ? {} : { columnHeaders }),
    ...(language === undefined ? {} : { language }),
    ...(silent ? { silent } : {}),
  };
}
