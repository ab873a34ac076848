import type { BlockView } from '@aurelfield/api';

/** A place in which a text was found. */
export interface Match {
  readonly block: number;
  readonly start: number;
  readonly end: number;
}

/** All places that hold a text, in order; capitals count only if they are typed. */
export function matchesOf(blocks: readonly BlockView[], wanted: string): Match[] {
  if (wanted === '') return [];
  const isExact = wanted !== wanted.toLowerCase();
  const sought = isExact ? wanted : wanted.toLowerCase();
  return blocks.flatMap(({ text }, block) => {
    // Letters that change their length with their case are left as they are.
    const lower = text.toLowerCase();
    const searched = isExact || lower.length !== text.length ? text : lower;
    const found: Match[] = [];
    for (let at = searched.indexOf(sought); at >= 0; at = searched.indexOf(sought, at + sought.length))
      found.push({ block, start: at, end: at + sought.length });
    return found;
  });
}

/** Blocks with another text in all of these places. */
export function replacedAll(
  blocks: readonly BlockView[],
  matches: readonly Match[],
  text: string,
): BlockView[] {
  return blocks.map((block, i) => {
    let changed = block.text;
    for (const { start, end } of matches.filter((match) => match.block === i).reverse())
      changed = changed.slice(0, start) + text + changed.slice(end);
    return changed === block.text ? block : { ...block, text: changed };
  });
}
