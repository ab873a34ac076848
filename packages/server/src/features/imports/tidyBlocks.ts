import { MAX_HANDOUT_CHARACTERS, type BlockView, type HandoutInput } from '@aurelfield/api';
import type { Block } from '@aurelfield/core/text';
import { AppError } from '../../appError.ts';
import type { LooseBlock } from '../texts/textRevisionService.ts';
import type { TextThreads } from '../../threads/textThreads.ts';

/**
 * The blocks of a handout about to be stored.
 * @throws AppError when there is nothing to read or far too much.
 */
export async function handoutBlocks(
  { text = '', format = 'text', content }: Pick<HandoutInput, 'text' | 'format' | 'content'>,
  threads: TextThreads,
): Promise<LooseBlock[]> {
  if (!content) checkLength(text);
  const blocks = content ? await tidyBlocks(content, threads) : await threads.blocksOfText(text, format);
  if (blocks.length === 0)
    throw new AppError('empty', 'There is no text yet. Paste or type some, or drop a file.');
  return blocks;
}

/**
 * Blocks as a screen sent them: no block without text but pictures, long ones split.
 * @throws AppError when they are far too long.
 */
export async function tidyBlocks(content: readonly BlockView[], threads: TextThreads): Promise<LooseBlock[]> {
  checkLength(content.map(({ text }) => text).join('\n'));
  const filled = content.filter(({ type, text }) => type === 'picture' || text.trim() !== '').map(toBlock);
  const isLong = filled.some(({ text }) => text.length > LONG);
  return isLong ? threads.splitBlocks(filled) : filled;
}

/** A block that may have to be split. Characters. */
const LONG = 4000;

function toBlock({
  id,
  type,
  level,
  label,
  columnHeaders,
  language,
  silent,
  text,
}: BlockView): Block & LooseBlock {
  return {
    ...(id === undefined ? {} : { id }),
    type,
    ...(level === undefined ? {} : { level }),
    ...(label === undefined ? {} : { label }),
    ...(columnHeaders === undefined ? {} : { columnHeaders }),
    ...(language === undefined ? {} : { language }),
    ...(silent ? { silent } : {}),
    text,
    offset: 0,
  };
}

/** @throws AppError for a text that is longer than one handout can be. */
export function checkLength(text: string): void {
  if (text.length <= MAX_HANDOUT_CHARACTERS) return;
  const have = text.length.toLocaleString('en-GB');
  const most = MAX_HANDOUT_CHARACTERS.toLocaleString('en-GB');
  throw new AppError(
    'too-long',
    `This text has ${have} characters; one handout may have ${most}. Split it and add the parts one by one.`,
  );
}
