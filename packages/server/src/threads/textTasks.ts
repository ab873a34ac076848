import { alignWords } from '@aurelfield/core/alignment';
import { blocksFromPhotos, type RecognisedPage } from '@aurelfield/core/photo';
import { parseEntriesCsv, parsePls, PlsError, type PronunciationEntry } from '@aurelfield/core/pronunciation';
import { leftOutOf, type LeftOut, type SpokenChoices } from '@aurelfield/core/speech';
import {
  blocksFromMarkdown,
  blocksFromPlainText,
  carryAnchors,
  guessLanguage,
  guessTitle,
  looksLikeMarkdown,
  splitLongBlock,
  wordsOf,
  type Block,
  type CarriedAnchors,
  type TextBlock,
} from '@aurelfield/core/text';
import type { anchors } from '../db/schema/index.ts';
import { isPronounced } from '../words/knowledge.ts';
import { checkBlocks, findDoubtful, leftToVoice, suggestSpellings } from './checkTasks.ts';
import { markBlocks, placesOfEntry, wordFacts } from './wordTasks.ts';
import { planBeginning, planBlocks } from './planTasks.ts';

/** Of so many blocks a text's language is guessed. */
const GUESSED_FROM = 40;

/** What a text is, as far as its words tell. */
export interface TextFacts {
  readonly title: string;
  readonly language: string;
  readonly words: number;
  readonly blocks: number;
  readonly headings: number;
}

/** @param tag the language that the text says it is in: it counts where the words do not say otherwise. */
function factsOf(blocks: readonly Block[], fileName: string | undefined, tag?: string): TextFacts {
  const language = guessLanguage(
    blocks
      .slice(0, GUESSED_FROM)
      .map(({ text }) => text)
      .join(' '),
    tag,
  );
  return {
    title: guessTitle(blocks, fileName),
    language,
    words: countWords(blocks, language),
    blocks: blocks.length,
    headings: blocks.filter(({ type }) => type === 'heading').length,
  };
}

function countWords(blocks: readonly Pick<Block, 'text'>[], language: string): number {
  return blocks.reduce((sum, { text }) => sum + wordsOf(text, language).length, 0);
}

function blocksOfText(text: string, format: 'text' | 'markdown'): Block[] {
  return format === 'markdown' ? blocksFromMarkdown(text) : blocksFromPlainText(text);
}

/** Reads a pronunciation list, PLS or CSV; `wrong` says why it cannot be read. */
function readList(text: string): {
  readonly entries: readonly PronunciationEntry[];
  readonly warnings: readonly string[];
  readonly wrong: string | undefined;
} {
  try {
    const found = /^\s*(?:\uFEFF)?\s*</u.test(text) ? parsePls(text) : parseEntriesCsv(text);
    return { entries: found.entries, warnings: found.warnings, wrong: undefined };
  } catch (error) {
    if (error instanceof PlsError) return { entries: [], warnings: [], wrong: error.message };
    throw error;
  }
}

/** All that is done with texts in threads, by name. Arguments and results are plain data. */
export const TEXT_TASKS = {
  planBeginning,
  planBlocks,
  checkBlocks,
  findDoubtful,
  leftToVoice,
  suggestSpellings,
  countWords,
  carryAnchors: (
    rows: readonly (typeof anchors.$inferSelect)[],
    before: readonly TextBlock[],
    after: readonly TextBlock[],
  ): CarriedAnchors<typeof anchors.$inferSelect> => carryAnchors(rows, before, after),
  leftOut: (blocks: readonly Block[], language: string, choices: SpokenChoices): LeftOut[] =>
    leftOutOf(blocks, language, choices),
  /** Blocks of a typed text. */
  blocksOfText,
  splitBlocks: (blocks: readonly Block[]): Block[] => blocks.flatMap(splitLongBlock),
  /** Examines a typed text; its format is guessed where it is not given. */
  examineText: (text: string, given: 'text' | 'markdown' | undefined, fileName: string | undefined) => {
    const format = given ?? (looksLikeMarkdown(text) ? ('markdown' as const) : ('text' as const));
    return { format, ...factsOf(blocksOfText(text, format), fileName) };
  },
  examineBlocks: factsOf,
  readList,
  wordFacts,
  markBlocks,
  placesOfEntry,
  alignSpeech: alignWords,
  /** Blocks, clean-ups and words in reading order of photographed pages. */
  assemblePhotos: (pages: readonly RecognisedPage[]) => blocksFromPhotos(pages, { isWord: isPronounced }),
} as const;

export type TextTasks = typeof TEXT_TASKS;
export type TextTaskName = keyof TextTasks;
