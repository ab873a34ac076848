import type { BlockType } from './document.ts';

/** Blocks in a row that belong together: the items of a list, the rows of a table, or one block by itself. */
export interface BlockGroup {
  readonly kind: 'list' | 'table' | 'block';
  /** Numbers of its blocks in the text. */
  readonly blocks: readonly number[];
}

/**
 * Blocks as lists and tables, in the order of the text. A head row (one without heads of its own) begins a
 * table.
 */
export function groupBlocks(
  blocks: readonly { readonly type: BlockType; readonly columnHeaders?: readonly string[] | undefined }[],
): BlockGroup[] {
  const groups: { kind: BlockGroup['kind']; blocks: number[] }[] = [];
  blocks.forEach(({ type, columnHeaders }, index) => {
    const kind =
      type === 'list-item' || type === 'question' ? 'list' : type === 'table-row' ? 'table' : 'block';
    const last = groups.at(-1);
    const beginsTable =
      kind === 'table' && columnHeaders === undefined && blocks[index - 1]?.columnHeaders !== undefined;
    if (last && kind !== 'block' && last.kind === kind && !beginsTable) last.blocks.push(index);
    else groups.push({ kind, blocks: [index] });
  });
  return groups;
}
