import { diffArrays } from 'diff';
import type { Block } from '../../text/document.ts';

/** Where a word of a photo stands in the text as it is now. */
export interface WordPlace {
  readonly block: number;
  readonly start: number;
  readonly end: number;
  /** Whether it still stands there as it was recognised. */
  readonly isAsRead: boolean;
}

/**
 * Finds the words of a photo again in a text that was changed since: unchanged words by what stands around
 * them, changed ones in the place of what was there. Words that were taken out have none.
 * @param words in reading order.
 * @returns a place for each word.
 */
export function matchPhotoWords(
  words: readonly string[],
  blocks: readonly Pick<Block, 'text'>[],
): (WordPlace | undefined)[] {
  const tokens = blocks.flatMap(({ text }, block) =>
    [...text.matchAll(/\S+/gu)].map((match) => ({
      text: match[0],
      block,
      start: match.index,
      end: match.index + match[0].length,
    })),
  );
  const places: (WordPlace | undefined)[] = [];
  let [at, removed] = [0, 0];
  const replace = (count: number, added: number) => {
    // As many words as there were: one for one. Else all of them share what stands there now.
    for (let i = 0; i < count; i++) {
      const token = tokens[at + (count === added ? i : Math.min(i, added - 1))];
      places.push(added > 0 && token ? { ...placeOf(token), isAsRead: false } : undefined);
    }
  };
  for (const { value, added, removed: isRemoved } of diffArrays(
    [...words],
    tokens.map(({ text }) => text),
  )) {
    if (isRemoved) removed += value.length;
    else if (added) {
      replace(removed, value.length);
      [at, removed] = [at + value.length, 0];
    } else {
      replace(removed, 0);
      removed = 0;
      for (const _ of value) {
        const token = tokens[at++];
        places.push(token && { ...placeOf(token), isAsRead: true });
      }
    }
  }
  replace(removed, 0);
  return places;
}

function placeOf({ block, start, end }: { block: number; start: number; end: number }) {
  return { block, start, end };
}
