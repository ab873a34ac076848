/** Counts that readability formulas are made of. */
export interface TextCounts {
  readonly words: number;
  readonly sentences: number;
  readonly syllables: number;
}

/** Flesch's reading ease (Flesch 1948): about 100 is very easy, 60 plain English, 30 hard. */
export function readingEase({ words, sentences, syllables }: TextCounts): number {
  return 206.835 - 1.015 * (words / sentences) - 84.6 * (syllables / words);
}

/** Flesch–Kincaid grade level (Kincaid et al. 1975): years of American schooling. */
export function gradeLevel({ words, sentences, syllables }: TextCounts): number {
  return 0.39 * (words / sentences) + 11.8 * (syllables / words) - 15.59;
}

/**
 * Syllables of an English word by its letters, for words that no dictionary has: groups of vowels, a silent e
 * at the end aside.
 */
export function guessSyllables(word: string): number {
  const letters = word.toLowerCase().replace(/[^a-z]/gu, '');
  const groups = letters
    .replace(/(?:[^laeiouy]es|[^laeiouy]ed|[^l]e)$/u, (end) => end.slice(0, 1))
    .match(/[aeiouy]+/gu);
  return Math.max(1, groups?.length ?? 0);
}
