import { Lexicon, type PronunciationEntry } from '@aurelfield/core/pronunciation';
import {
  beginPlan,
  breakPause,
  pauseAfter,
  planHandout,
  planKey,
  type VoicedPassage,
  type Pauses,
  type PlacedEntry,
  type PlannedSentence,
  type PlanOptions,
  type PlanVoice,
  type SpeechPlan,
  type SpokenChoices,
} from '@aurelfield/core/speech';
import { type Block } from '@aurelfield/core/text';
import type { StoredWord } from '../db/schema/readings.ts';

/** Some blocks of a text that are planned in one go, and all that decides how. */
export interface PlanInput {
  readonly blocks: readonly Block[];
  /** Number of the first of them in the text. */
  readonly offset: number;
  /** Whether something that is said follows them. */
  readonly isFollowed: boolean;
  readonly language: string;
  readonly voice: PlanVoice;
  readonly sampleRate: number;
  readonly pitch: number;
  readonly pauses: Pauses;
  readonly choices: SpokenChoices;
  readonly lexicon: readonly PronunciationEntry[];
  /** By the number of their block in the text. */
  readonly places: readonly PlacedEntry[];
  readonly passageVoices: Readonly<Record<string, PlanVoice>>;
  /** By the number of their block in the text. */
  readonly voicedPassages: readonly VoicedPassage[];
}

/** A planned sentence as it is stored. */
export interface PlannedRow {
  readonly block: number;
  readonly start: number;
  readonly end: number;
  readonly words: readonly StoredWord[];
  readonly plan: SpeechPlan;
  readonly clipKey: string;
  /** Seconds. */
  readonly pauses: readonly number[];
  readonly pauseAfter: number;
}

/**
 * Plans the beginning of a reading and finds its speed. `nextBlock` is where planning goes on, by its number
 * in the text.
 */
export function planBeginning(
  input: PlanInput,
  pace: number,
): { readonly speed: number; readonly rows: readonly PlannedRow[]; readonly nextBlock: number } {
  const { blocks, options } = prepared(input);
  const { speed, sentences, nextBlock } = beginPlan(
    blocks,
    input.language,
    input.voice,
    { ...input, pace },
    options,
  );
  return {
    speed,
    nextBlock: input.offset + Math.min(nextBlock, input.blocks.length),
    rows: sentences.map((sentence) => toRow(sentence, input)),
  };
}

/** Plans all blocks that are given, at a speed that is known. */
export function planBlocks(input: PlanInput, speed: number): readonly PlannedRow[] {
  const { blocks, options } = prepared(input);
  return [...planHandout(blocks, input.language, input.voice, { ...input, speed }, options)].map((sentence) =>
    toRow(sentence, input),
  );
}

/** Stands for what follows: nothing of it is planned, but the last block knows that it is not the end. */
const MORE: Block = { type: 'paragraph', text: '', offset: 0 };

function prepared({
  blocks,
  offset,
  isFollowed,
  lexicon,
  places,
  passageVoices,
  voicedPassages,
}: PlanInput): {
  blocks: readonly Block[];
  options: PlanOptions;
} {
  return {
    blocks: isFollowed ? [...blocks, MORE] : blocks,
    options: {
      lexicon: lexicon.length > 0 ? new Lexicon(lexicon) : undefined,
      occurrences: places.map((place) => ({ ...place, block: place.block - offset })),
      passageVoices,
      voicedPassages: voicedPassages.map((passage) => ({ ...passage, block: passage.block - offset })),
    },
  };
}

function toRow(
  { block, start, end, words, plan, breaks, place }: PlannedSentence,
  { offset, pauses }: PlanInput,
): PlannedRow {
  return {
    block: block + offset,
    start,
    end,
    words: words.map((word) => [word.start, word.end, word.firstSpoken, word.spokenCount] as const),
    plan,
    clipKey: planKey(plan),
    pauses: breaks.map((kind) => breakPause(kind, pauses)),
    pauseAfter: pauseAfter(place, pauses),
  };
}
