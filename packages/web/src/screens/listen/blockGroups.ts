import type { BlockView } from '@aurelfield/api';

/** A heading, and where it stands. */
export interface Chapter {
  readonly block: number;
  readonly level: number;
  readonly text: string;
}

/** The headings of a text. */
export function contentsOf(blocks: readonly Pick<BlockView, 'type' | 'level' | 'text'>[]): Chapter[] {
  return blocks.flatMap(({ type, level = 1, text }, block) =>
    type === 'heading' ? [{ block, level, text }] : [],
  );
}

/**
 * The block in which the section before or after one begins: a heading, or the text's beginning; undefined
 * where there is none.
 */
export function adjacentSection(chapters: readonly Chapter[], block: number, by: 1 | -1): number | undefined {
  if (by > 0) return chapters.find((chapter) => chapter.block > block)?.block;
  return chapters.findLast((chapter) => chapter.block < block)?.block ?? (block > 0 ? 0 : undefined);
}

/** A place where something was found. */
export interface FoundPlace {
  readonly block: number;
  readonly start: number;
  readonly end: number;
}

/** Where some words stand in a text, whatever their case and accents. */
export function findInBlocks(blocks: readonly Pick<BlockView, 'text'>[], wanted: string): FoundPlace[] {
  const needle = plain(wanted.trim());
  if (needle === '') return [];
  return blocks.flatMap(({ text }, block) => {
    const hay = plain(text);
    // Letters that fall into several when they are taken apart would shift the places: such a text is
    // searched as it is.
    const [source, sought] =
      hay.length === text.length ? [hay, needle] : [text.toLowerCase(), wanted.trim().toLowerCase()];
    const found: FoundPlace[] = [];
    for (let at = source.indexOf(sought); at >= 0; at = source.indexOf(sought, at + sought.length))
      found.push({ block, start: at, end: at + sought.length });
    return found;
  });
}

function plain(text: string): string {
  return [...text]
    .map((character) => character.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase())
    .join('');
}
