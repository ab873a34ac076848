/** When something is heard, in seconds. */
export interface Interval {
  readonly start: number;
  readonly end: number;
}

/** The audio of one sentence, as far as time is concerned. */
export interface ClipTiming {
  /** Seconds. */
  readonly duration: number;
  /** One interval for each spoken word, in order, without overlap. */
  readonly words: readonly Interval[];
}

/**
 * The times of displayed words out of the times of the words spoken for them: from the onset of the first to the end of the last.
 * @param offset seconds to add, e.g. the onset of the clip in its reading.
 */
export function displayedIntervals(
  words: readonly { readonly firstSpoken: number; readonly spokenCount: number }[],
  clip: ClipTiming,
  offset = 0,
): Interval[] {
  return words.map(({ firstSpoken, spokenCount }) => {
    const first = clip.words[firstSpoken];
    const last = clip.words[firstSpoken + spokenCount - 1];
    if (first === undefined || last === undefined) {
      throw new RangeError(
        `The clip has ${clip.words.length} spoken words, not ${firstSpoken + spokenCount}.`,
      );
    }
    return { start: offset + first.start, end: offset + last.end };
  });
}
