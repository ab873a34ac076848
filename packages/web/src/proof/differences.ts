import type { BlockView } from '@aurelfield/api';

/** What would go and what would come if one text took the place of another: whole blocks, in their order. */
export interface Differences {
  readonly goes: readonly string[];
  readonly comes: readonly string[];
}

/** Compares two texts block by block; a block that only stands elsewhere is no difference. */
export function differences(now: readonly BlockView[], then: readonly BlockView[]): Differences {
  return { goes: without(now, then), comes: without(then, now) };
}

/** Texts of blocks that the others do not have, or not as often. */
function without(blocks: readonly BlockView[], others: readonly BlockView[]): string[] {
  const there = new Map<string, number>();
  for (const { text } of others) there.set(text, (there.get(text) ?? 0) + 1);
  return blocks.flatMap(({ text }) => {
    const left = there.get(text) ?? 0;
    there.set(text, left - 1);
    return left > 0 || text === '' ? [] : [text];
  });
}
