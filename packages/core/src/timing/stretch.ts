const FULL_STRETCH_WORDS = 60;

/**
 * How many sentences are fetched and played as one piece of audio: about sixty words (half a minute), or a single sentence where sound is to begin at once.
 * @param spokenWords words of every known sentence.
 * @param from index of the first sentence of the stretch.
 * @returns index after its last sentence.
 */
export function stretchEnd(spokenWords: readonly number[], from: number, atOnce: boolean): number {
  let words = 0;
  for (let index = from; index < spokenWords.length; index++) {
    words += spokenWords[index] ?? 0;
    if (atOnce || words >= FULL_STRETCH_WORDS) return index + 1;
  }
  return spokenWords.length;
}
