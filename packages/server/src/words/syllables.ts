import { Syllabifier } from '@aurelfield/core/literacy';
import { syllablesOfWord } from './knowledge.ts';
import weights from './syllableWeights.json' with { type: 'json' };

const syllabifier = new Syllabifier(weights);

/** How a word falls into syllables, and whether a dictionary says how many there are or its letters do. */
export interface Syllables {
  /** UTF-16 offsets in the word at which its further syllables begin. */
  readonly breaks: readonly number[];
  readonly by: 'dictionary' | 'rule';
}

/** Syllables of an English word; of one with hyphens or an apostrophe those of its parts. */
export function syllablesIn(word: string): Syllables {
  let by: Syllables['by'] = 'dictionary';
  const breaks: number[] = [];
  let at = 0;
  for (const part of word.split(/(?<=[-–])|(?=['’])/u)) {
    if (at > 0 && !/^['’]/u.test(part)) breaks.push(at);
    const letters = part.replace(/[-–]$/u, '');
    const known = syllablesOfWord(letters);
    if (known === undefined && /\p{L}{2}/u.test(letters)) by = 'rule';
    if (/^\p{L}+$/u.test(letters)) breaks.push(...syllabifier.breaks(letters, known).map((one) => one + at));
    at += part.length;
  }
  return { breaks, by };
}
