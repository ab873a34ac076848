import type { Lexicon } from '../pronounce/lexicon.ts';
import { isHardHomograph } from '../pronounce/homographs/guess.ts';
import { expandSentence } from '../spoken/expand.ts';
import type { Block } from '../text/document.ts';
import { sentencesOf, type Range } from '../text/sentences.ts';

/** Why a voice may say a word wrongly. */
type Doubt =
  | 'not in the dictionary'
  | 'said otherwise than the dictionary has it'
  | 'a name'
  | 'foreign letters'
  | 'unusual capitals'
  | 'rare spelling'
  | 'several sounds';

/** How much each doubt weighs. Weights of ours, set by looking at the demo's texts. */
const WEIGHTS: Readonly<Record<Doubt, number>> = {
  'not in the dictionary': 4,
  'said otherwise than the dictionary has it': 4,
  'foreign letters': 3,
  'unusual capitals': 3,
  'rare spelling': 2,
  'a name': 2,
  'several sounds': 1,
};

/** Where a word stands. */
interface Place extends Range {
  readonly block: number;
}

/** A word that a voice may say wrongly. */
export interface DoubtfulWord {
  /** As written where it first stands, without a possessive ending. */
  readonly written: string;
  readonly doubts: readonly Doubt[];
  readonly places: readonly Place[];
}

/** What is known of the language's words. */
export interface WordKnowledge {
  /** Whether a word is spelled as in a dictionary of the language. */
  readonly isSpelledRight: (word: string) => boolean;
  /** Whether a pronouncing dictionary has it. */
  readonly isPronounced: (word: string) => boolean;
  /** Whether its letters follow each other as is usual in the language. */
  readonly isCommonSpelling: (word: string) => boolean;
  /**
   * Whether the voice says a word, in small letters, as a pronouncing dictionary has it; true where one of
   * them is not known.
   */
  readonly isSaidRight?: (word: string) => boolean;
  /** Whether somebody has said that the voice says it well. */
  readonly isAccepted: (word: string) => boolean;
}

/**
 * Words of a handout that are likely to be said wrongly, the most doubtful first; of equal doubt the more
 * frequent first. Words that the lexicon has, that a rule of the language says (numbers, abbreviations) or
 * that are accepted are not among them.
 */
export function doubtfulWords(
  blocks: readonly Block[],
  language: string,
  knowledge: WordKnowledge,
  lexicon?: Lexicon,
): DoubtfulWord[] {
  const found = new Map<string, { written: string; doubts: Doubt[]; places: Place[] }>();
  blocks.forEach((block, index) => {
    for (const range of sentencesOf(block.text, language)) {
      const sentence = block.text.slice(range.start, range.end);
      expandSentence(sentence, language, { lexicon }).forEach((word, nth) => {
        if (word.rule !== 'plain' && word.rule !== 'homograph') return;
        const written = word.text.replace(/['’]s?$/u, '');
        const opensSentence = nth === 0 || block.type === 'heading';
        const doubts = doubtsOf(written, opensSentence, knowledge);
        if (doubts.length === 0 || knowledge.isAccepted(written)) return;
        const place = { block: index, start: range.start + word.start, end: range.start + word.end };
        const known = found.get(written.toLowerCase());
        if (known) known.places.push(place);
        else found.set(written.toLowerCase(), { written, doubts, places: [place] });
      });
    }
  });
  const weight = ({ doubts }: DoubtfulWord) => doubts.reduce((sum, doubt) => sum + WEIGHTS[doubt], 0);
  return [...found.values()].sort((a, b) => weight(b) - weight(a) || b.places.length - a.places.length);
}

/**
 * The words of a handout that a voice says by itself, each once, in small letters: those that no rule and no
 * entry decides.
 * @param most so many at most.
 */
export function wordsLeftToVoice(
  blocks: readonly Block[],
  language: string,
  most: number,
  lexicon?: Lexicon,
): string[] {
  const found = new Set<string>();
  for (const { text } of blocks)
    for (const { start, end } of sentencesOf(text, language))
      for (const { text: written, rule } of expandSentence(text.slice(start, end), language, { lexicon })) {
        if (rule !== 'plain') continue;
        for (const part of partsOf(written)) if (found.size < most) found.add(part.toLowerCase());
      }
  return [...found];
}

const partsOf = (written: string) =>
  written
    .replace(/['’]s?$/u, '')
    .split(/[^\p{L}\p{M}'’]+/u)
    .filter((part) => [...part].length > 1);

function doubtsOf(written: string, opensSentence: boolean, knowledge: WordKnowledge): Doubt[] {
  if (!/\p{L}{2}/u.test(written)) return [];
  const doubts: Doubt[] = [];
  const parts = partsOf(written);
  const isKnown = (part: string) =>
    knowledge.isSpelledRight(part) || knowledge.isPronounced(part.toLowerCase());
  if (/[^\p{ASCII}‘’ʼ‐–—]/u.test(written)) doubts.push('foreign letters');
  if (/\p{Ll}\p{Lu}/u.test(written)) doubts.push('unusual capitals');
  if (!parts.every(isKnown)) doubts.push('not in the dictionary');
  const { isSaidRight } = knowledge;
  if (isSaidRight && !parts.every((part) => isSaidRight(part.toLowerCase())))
    doubts.push('said otherwise than the dictionary has it');
  const isName = /^\p{Lu}\p{Ll}/u.test(written) && !opensSentence;
  if (isName && !parts.every((part) => knowledge.isPronounced(part.toLowerCase()))) doubts.push('a name');
  if (!parts.every((part) => knowledge.isPronounced(part.toLowerCase()) || knowledge.isCommonSpelling(part)))
    doubts.push('rare spelling');
  if (isHardHomograph(written)) doubts.push('several sounds');
  return doubts;
}
