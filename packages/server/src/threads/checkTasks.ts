import {
  doubtfulWords,
  guessSyllables,
  proofread,
  wordsLeftToVoice,
  type DoubtfulWord,
  type Finding,
} from '@aurelfield/core/literacy';
import { Lexicon, type AccentTrait, type PronunciationEntry } from '@aurelfield/core/pronunciation';
import { sentencesOf, wordsOf, type Block } from '@aurelfield/core/text';
import { homophoneKnowledge, isSaidRight, syllablesOfWord, wordKnowledge } from '../words/knowledge.ts';

/** A block as far as it is checked. */
export type BlockToCheck = Pick<Block, 'type' | 'text'>;

/** What was found in one block. */
export interface CheckedBlock {
  /** Their `block` is 0. */
  readonly findings: readonly (Finding & {
    /** Of a misspelled word the parts that no dictionary has. */
    readonly unknown: readonly string[];
  })[];
  /** For readability. */
  readonly words: number;
  readonly sentences: number;
  readonly syllables: number;
}

/** Most findings in one block: a block with more is not text. */
const FINDINGS_IN_A_BLOCK = 500;

/**
 * Looks through blocks, each by itself: what is found in one does not depend on the others.
 * @param deep whether words of the same sound are looked up too, which takes about a millisecond for each.
 */
export function checkBlocks(
  blocks: readonly BlockToCheck[],
  language: string,
  deep: boolean,
): readonly CheckedBlock[] {
  const knowledge = wordKnowledge(language);
  const homophones = deep ? homophoneKnowledge(language) : undefined;
  return blocks.map((block) => {
    const words = wordsOf(block.text, language).map(({ start, end }) => block.text.slice(start, end));
    const findings = proofread([block], language, { homophones, isSpelledRight: knowledge?.isSpelledRight });
    return {
      findings: findings.slice(0, FINDINGS_IN_A_BLOCK).map((finding) => ({
        ...finding,
        unknown:
          finding.kind === 'spelling'
            ? unknownParts(block.text.slice(finding.start, finding.end), knowledge)
            : [],
      })),
      words: words.length,
      sentences: sentencesOf(block.text, language).length,
      syllables: words.reduce((sum, word) => sum + (syllablesOfWord(word) ?? guessSyllables(word)), 0),
    };
  });
}

function unknownParts(word: string, knowledge: ReturnType<typeof wordKnowledge>): string[] {
  return word
    .split('-')
    .map((part) => part.replace(/['’]s$/u, ''))
    .filter((part) => part !== '' && knowledge?.isSpelledRight(part) !== true);
}

/** How a voice says words, as its engine tells. */
export interface SaidByVoice {
  /** Phones in IPA of words in small letters. */
  readonly phones: Readonly<Record<string, readonly string[]>>;
  readonly traits: readonly AccentTrait[];
}

/** The words of a handout that are left to the voice, in small letters. */
export function leftToVoice(
  blocks: readonly Block[],
  language: string,
  entries: readonly PronunciationEntry[],
  most: number,
): string[] {
  return wordsLeftToVoice(blocks, language, most, new Lexicon(entries));
}

/** Words that a voice may say wrongly, the most doubtful first. @param accepted in small letters. */
export function findDoubtful(
  blocks: readonly Block[],
  language: string,
  entries: readonly PronunciationEntry[],
  accepted: ReadonlySet<string>,
  most: number,
  said: SaidByVoice,
): readonly DoubtfulWord[] {
  const knowledge = wordKnowledge(language);
  if (!knowledge) return [];
  const { isSpelledRight, isPronounced, isCommonSpelling } = knowledge;
  return doubtfulWords(
    blocks,
    language,
    {
      isSpelledRight,
      isPronounced,
      isCommonSpelling,
      isSaidRight: (word) => isSaidRight(word, said.phones[word], said.traits),
      isAccepted: (word) => accepted.has(word.toLowerCase()),
    },
    new Lexicon(entries),
  ).slice(0, most);
}

/** How a misspelled word could be meant. */
export function suggestSpellings(word: string, language: string, most: number): readonly string[] {
  return wordKnowledge(language)?.suggest(word).slice(0, most) ?? [];
}
