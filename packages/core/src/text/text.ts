import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Block } from './document.ts';

/** A block of a text, with an id of its own that outlives edits. */
export type TextBlock = Omit<Block, 'offset'> & { readonly id: string };

/** Gives every block an id: its own where it has one that stands nowhere before it, else a new one. */
export function withIds(
  blocks: readonly (Omit<Block, 'offset'> & { readonly id?: string | undefined })[],
  newId: () => string,
): TextBlock[] {
  const taken = new Set<string>();
  return blocks.map(({ id, type, level, label, columnHeaders, language, silent, text }) => {
    const own = id !== undefined && !taken.has(id) ? id : newId();
    taken.add(own);
    return {
      id: own,
      type,
      ...(level === undefined ? {} : { level }),
      ...(label === undefined ? {} : { label }),
      ...(columnHeaders === undefined ? {} : { columnHeaders }),
      ...(language === undefined ? {} : { language }),
      ...(silent ? { silent } : {}),
      text,
    };
  });
}

/**
 * The name of a text (SHA-256, hexadecimal): of its language and of all that its blocks are, their ids
 * included.
 */
export function contentHash(language: string, blocks: readonly TextBlock[]): string {
  return bytesToHex(
    sha256(utf8ToBytes(JSON.stringify([language, blocks.map((block) => [block.id, ...fields(block)])]))),
  );
}

/** Whether two texts have the same blocks in the same order, whatever their ids. */
export function hasSameContent(
  a: readonly Omit<Block, 'offset'>[],
  b: readonly Omit<Block, 'offset'>[],
): boolean {
  return (
    a.length === b.length &&
    a.every((block, i) => {
      const other = b[i];
      return other !== undefined && JSON.stringify(fields(block)) === JSON.stringify(fields(other));
    })
  );
}

/** Blocks as the planner takes them. */
export function toBlocks(blocks: readonly TextBlock[]): Block[] {
  return blocks.map(({ id: _id, ...block }) => ({ ...block, offset: 0 }));
}

function fields({ type, level, label, columnHeaders, language, silent, text }: Omit<Block, 'offset'>) {
  return [type, level ?? null, label ?? null, columnHeaders ?? null, language ?? null, silent ?? false, text];
}
