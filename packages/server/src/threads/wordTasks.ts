import type { BlockMarks, WordFactsView } from '@aurelfield/api';
import { Lexicon, tagWords, type PronunciationEntry } from '@aurelfield/core/pronunciation';
import { baseLanguage, sentencesOf, wordsOf, type Block } from '@aurelfield/core/text';
import { wordNet } from '../words/knowledge.ts';
import { syllablesIn } from '../words/syllables.ts';
import { wordClassesOf } from '../words/wordClasses.ts';

const MOST_MEANINGS = 6;
const MOST_OF_FAMILY = 12;

/**
 * What is known of an English word by itself: syllables, meanings (that of its part of speech in the sentence
 * first), family.
 */
export function wordFacts(
  word: string,
  language: string,
  sentence: string,
  start: number,
): Pick<WordFactsView, 'syllables' | 'meanings' | 'family'> {
  if (baseLanguage(language) !== 'en' || !/\p{L}/u.test(word))
    return { syllables: null, meanings: [], family: [] };
  const { breaks, by } = syllablesIn(word);
  const parts = [0, ...breaks].map((from, i) => word.slice(from, breaks[i]));
  const lower = word.toLowerCase().replace(/['’]s$/u, '');
  const part = tagWords(sentence).get(start)?.partOfSpeech;
  const meanings = wordNet()
    .meaningsOf(lower, MOST_MEANINGS * 2)
    // A stable sort: within a part of speech the usual one stays first.
    .sort((a, b) => Number(b.part === part) - Number(a.part === part))
    .slice(0, MOST_MEANINGS)
    .map(({ example, ...meaning }) => ({ ...meaning, example: example ?? null }));
  return { syllables: { parts, by }, meanings, family: wordNet().familyOf(lower, MOST_OF_FAMILY) };
}

/** Syllables and word classes of a text's English words, block by block. */
export function markBlocks(
  blocks: readonly Pick<Block, 'text' | 'language'>[],
  language: string,
): BlockMarks[] {
  return blocks.map((block) => {
    const own = block.language ?? language;
    if (baseLanguage(own) !== 'en') return { words: [] };
    const words = sentencesOf(block.text, own).flatMap((sentence) => {
      const written = block.text.slice(sentence.start, sentence.end);
      const classes = wordClassesOf(written);
      return wordsOf(written, own).map(({ start, end }) => {
        const word = written.slice(start, end);
        const from = sentence.start + start;
        return {
          start: from,
          end: sentence.start + end,
          breaks: /\p{L}{3}/u.test(word) ? syllablesIn(word).breaks.map((at) => from + at) : [],
          wordClass: classes.get(start) ?? null,
        };
      });
    });
    return { words: words.filter(({ breaks, wordClass }) => breaks.length > 0 || wordClass !== null) };
  });
}

/** A place of a text that an entry is for. */
export interface EntryPlace {
  readonly block: number;
  readonly start: number;
  readonly end: number;
}

/** Where an entry would be used in a text, plurals and possessives among them. */
export function placesOfEntry(
  blocks: readonly Pick<Block, 'text' | 'language'>[],
  language: string,
  entry: Pick<PronunciationEntry, 'written' | 'caseSensitive'>,
): EntryPlace[] {
  // What is said is of no matter here: other words can always be said.
  const lexicon = new Lexicon([{ ...entry, kind: 'alias', said: 'x' }]);
  return blocks.flatMap(({ text, language: own }, block) => {
    if (own !== undefined && baseLanguage(own) !== baseLanguage(language)) return [];
    const ranges = wordsOf(text, language);
    const words = ranges.map(({ start, end }) => text.slice(start, end));
    return ranges.flatMap(({ start }, index) => {
      const hit = lexicon.find(words, index);
      const last = hit && ranges[index + hit.taken - 1];
      return last ? [{ block, start, end: last.end }] : [];
    });
  });
}
