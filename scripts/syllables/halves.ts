/**
 * Which half of the dictionary a word belongs to: the sum of its letters' codes, so that a word and its
 * plural often part.
 */
export function isHeldBack(word: string): boolean {
  let sum = 0;
  for (const character of word) sum += character.codePointAt(0) ?? 0;
  return sum % 2 === 1;
}

/** Syllables of a pronunciation in ARPABET: its vowels carry a figure for their stress. */
export function syllablesOfSounds(sounds: string): number {
  return sounds.match(/[012]/gu)?.length ?? 0;
}
