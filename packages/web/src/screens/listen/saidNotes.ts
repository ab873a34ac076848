import type { ReadingSentence } from '@aurelfield/api';

/** A word that is said otherwise than it is written. */
export interface SaidNote {
  readonly sentence: number;
  readonly word: number;
  readonly written: string;
  readonly said: string;
  /** Where it stands in the block. */
  readonly start: number;
}

/**
 * The words of a block that are said otherwise than they are written, or had to be spelled, each written form
 * once.
 */
export function saidNotes(text: string, sentences: readonly ReadingSentence[]): SaidNote[] {
  const notes = new Map<string, SaidNote>();
  for (const sentence of sentences) {
    for (const [index, word] of sentence.words.entries()) {
      const written = text.slice(word.start, word.end);
      if (notes.has(written) || (plain(written) === plain(word.said) && !word.spelled)) continue;
      notes.set(written, {
        sentence: sentence.index,
        word: index,
        written,
        said: word.spelled ? 'spelled out: the voice cannot say it' : word.said,
        start: word.start,
      });
    }
  }
  return [...notes.values()];
}

/** All that is said of a block, in one line. */
export function wholeSaid(sentences: readonly ReadingSentence[]): string {
  return sentences.flatMap(({ words }) => words.map(({ said }) => said)).join(' ');
}

function plain(text: string): string {
  return text
    .toLowerCase()
    .replace(/[’‘]/gu, "'")
    .replace(/[-/\s]+/gu, ' ')
    .trim();
}
