import type { FindingView } from '@aurelfield/api';

/** A place in the text that somebody should look at, whatever found it. */
export interface Place {
  /**
   * The same as long as it is the same place: the word of the photo, or what was found, its block and what is
   * written there.
   */
  readonly key: string;
  readonly kind: FindingView['kind'] | 'doubtful';
  readonly block: number;
  readonly start: number;
  readonly end: number;
  readonly text: string;
  readonly message: string;
  /** What could stand there instead. */
  readonly instead: readonly string[];
  /** The word of the photo that was read there, by its number. */
  readonly photoWord?: number;
}

/** A word of a photo that is doubtful, and where it stands in the text. */
export interface DoubtfulWord {
  readonly index: number;
  readonly text: string;
  readonly place: { readonly block: number; readonly start: number; readonly end: number } | undefined;
}

const DOUBT = 'The recogniser was not sure of this word. Compare it with the photo.';

/** Words that were not read surely come before what is only a matter of style at the same place. */
const RANK: Readonly<Record<Place['kind'], number>> = {
  doubtful: 0, spelling: 1, picture: 2, 'sounds alike': 3, punctuation: 4, 'long sentence': 5,
}; // prettier-ignore

/**
 * All that is to be looked at in one queue, in the order of the text: what was found in it, and the doubtful
 * words of its photos. A doubtful word that is misspelled too is one place, with what could stand there.
 * @param textOf what was written from one place of a block to another when the findings were made
 */
export function placesOf(
  findings: readonly FindingView[],
  doubtful: readonly DoubtfulWord[],
  textOf: (block: number, start: number, end: number) => string,
): Place[] {
  const words = doubtful.flatMap(({ index, text, place }) => (place ? [{ ...place, text, index }] : []));
  const taken = new Set<number>();
  const found = findings.map((finding): Omit<Place, 'key'> => {
    const { kind, block, start, end, message, instead } = finding;
    const text = textOf(block, start, end);
    const word =
      kind === 'spelling'
        ? words.find((one) => one.block === block && one.start < end && start < one.end)
        : undefined;
    if (!word) return { kind, block, start, end, text, message, instead };
    taken.add(word.index);
    return { kind, block, start, end, text, message: `${message} ${DOUBT}`, instead, photoWord: word.index };
  });
  const others = words
    .filter(({ index }) => !taken.has(index))
    .map(({ index, block, start, end, text }): Omit<Place, 'key'> => ({
      kind: 'doubtful', block, start, end, text, message: DOUBT, instead: [], photoWord: index,
    })); // prettier-ignore
  const seen = new Map<string, number>();
  return [...found, ...others]
    .sort((a, b) => a.block - b.block || a.start - b.start || RANK[a.kind] - RANK[b.kind])
    .map((place) => {
      const name =
        place.photoWord === undefined
          ? `${place.kind} ${place.block} ${place.text}`
          : `word ${place.photoWord}`;
      const before = seen.get(name) ?? 0;
      seen.set(name, before + 1);
      return { ...place, key: `${name} ${before}` };
    });
}

/**
 * Whether somebody can say for good that a place is right as it is: a word that the list does not know, or
 * one that was read of a photo.
 */
export function canBeRight({ kind, photoWord }: Place): boolean {
  return kind === 'spelling' || photoWord !== undefined;
}

/**
 * The place to go to from another one, or from the cursor where that is at none (any more): the next behind
 * it, or the last before it, and around the ends of the text.
 * @returns its number; -1 where there is none
 */
export function adjacentPlace(
  places: readonly Place[],
  current: number,
  cursor: { readonly block: number; readonly offset: number } | undefined,
  by: 1 | -1,
): number {
  if (places.length === 0) return -1;
  if (current >= 0) return (current + by + places.length) % places.length;
  const { block, offset } = cursor ?? { block: 0, offset: 0 };
  const after = places.findIndex(
    (place) => place.block > block || (place.block === block && place.start >= offset),
  );
  if (by === 1) return after < 0 ? 0 : after;
  return ((after < 0 ? places.length : after) - 1 + places.length) % places.length;
}
