import { baseLanguage } from '../languages/languages.ts';
import type { SpokenChoices } from './choices.ts';
import { sayWhole } from './rules/englishNumbers.ts';
import type { ExpandedWord } from './types.ts';

const BRACKET = /^(?:open|close)$/u;
const KIND = /^(?:square|curly|angle)$/u;

/**
 * Words of a sentence as a reader's choices want them where teachers differ: "nought" for zero, brackets of
 * calculations as pauses. English only.
 */
export function asChosen(
  words: readonly ExpandedWord[],
  language: string,
  { zero, brackets, fractions }: SpokenChoices,
): ExpandedWord[] {
  if (baseLanguage(language) !== 'en') return [...words];
  return words.map((word) => {
    let chosen = fractions === 'over' ? asOver(word, language) : word;
    if (zero === 'nought' && !/zero/iu.test(word.text) && word.spoken.includes('zero'))
      chosen = { ...chosen, spoken: chosen.spoken.map((one) => (one === 'zero' ? 'nought' : one)) };
    return brackets === 'paused' ? withPauses(chosen) : chosen;
  });
}

/** How the last word of a fraction sounds. */
const PART = /(?:half|halves|quarters?|thirds?|ths?|firsts?|seconds?)$/u;

/**
 * A fraction with a stroke by its figures: "three over four", "and three over four" after a whole number.
 * Scores and dates are none, and ½ keeps its name.
 */
function asOver(word: ExpandedWord, language: string): ExpandedWord {
  const [, top, bottom] = /^(\d{1,6})[/⁄](\d{1,6})$/u.exec(word.text) ?? [];
  if (top === undefined || bottom === undefined || !PART.test(word.spoken.at(-1) ?? '')) return word;
  const [first, ...others] = word.spoken;
  const over = [...sayWhole(top, language), 'over', ...sayWhole(bottom, language)];
  return { ...word, spoken: first === 'and' && others.length > 0 ? ['and', ...over] : over };
}

/** A word whose brackets are pauses; one that would say nothing else says them. */
function withPauses(word: ExpandedWord): ExpandedWord {
  if (!/[()[\]{}⟨⟩]/u.test(word.text) && !word.spoken.includes('bracket')) return word;
  const spoken: string[] = [];
  const pauses = new Set<number>();
  for (let i = 0; i < word.spoken.length; i++) {
    const length = bracketAt(word.spoken, i);
    if (length > 0) {
      pauses.add(spoken.length - 1);
      i += length - 1;
    } else spoken.push(word.spoken[i] ?? '');
  }
  return pauses.size === 0 || spoken.length === 0 ? word : { ...word, spoken, pauses: [...pauses] };
}

/** How many words say a bracket here: "open bracket", "close square bracket"; 0 for none. */
function bracketAt(spoken: readonly string[], at: number): number {
  if (!BRACKET.test(spoken[at] ?? '')) return 0;
  if (spoken[at + 1] === 'bracket') return 2;
  return KIND.test(spoken[at + 1] ?? '') && spoken[at + 2] === 'bracket' ? 3 : 0;
}
