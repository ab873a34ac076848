import type { PronunciationEntry } from '@aurelfield/core/pronunciation';
import type { ReadingStyle } from '@aurelfield/core/readingStyle';
import type { SpeechPlan } from '@aurelfield/core/speech';
import type { Block } from '@aurelfield/core/text';
import type { Piece, SampleRange, Timeline } from '@aurelfield/core/timeline';

/** A block as formats write it. */
export type ExportDocumentBlock = Pick<
  Block,
  'type' | 'level' | 'label' | 'columnHeaders' | 'language' | 'silent' | 'text'
> & {
  /** The picture that the block describes, where it is at hand. */
  readonly picture?: PictureFile;
  /** Page of the source that begins with this block, where the source had pages. */
  readonly page?: string;
};

/** A picture as it goes into a book. */
interface PictureFile {
  readonly mediaType: 'image/jpeg' | 'image/png';
  readonly content: Uint8Array;
}

/** A sentence as it stands in its block; when it is heard says the timeline's sentence of the same number. */
export interface ExportDocumentSentence {
  /** Number of its block in the edition. */
  readonly block: number;
  /** UTF-16 offsets in the block's text. */
  readonly start: number;
  readonly end: number;
  /** Displayed words, as many as the timeline's sentence has. */
  readonly words: readonly { readonly start: number; readonly end: number }[];
  /** What the voice is asked to say, and how. */
  readonly plan: Pick<SpeechPlan, 'words' | 'sounds' | 'breaks'>;
  /** Seconds of silence at each break. */
  readonly pauses: readonly number[];
  /** Seconds of silence after it. */
  readonly pauseAfter: number;
}

/** What is said about an edition in tags, titles and metadata. */
export interface ExportDocumentFacts {
  /** A URN that no other edition has. */
  readonly identifier: string;
  readonly title: string;
  /** BCP 47. */
  readonly language: string;
  readonly pupil: string;
  readonly voice: string;
  readonly school: string;
  /** Class that the handout is for; '' where none is named. */
  readonly className: string;
  /** ISO date on which it was made. */
  readonly date: string;
  /** ISO moment at which it was made, to the second; midnight of its date by default. */
  readonly madeAt?: string;
  /** Of one file of several: the title of all of them, and which it is. Players order by the number. */
  readonly part?: { readonly of: string; readonly number: number; readonly total: number };
  /** Spoken words a minute. */
  readonly pace: number;
  readonly readingStyle: ReadingStyle;
  /** Pronunciations that were in force. */
  readonly lexicon: readonly PronunciationEntry[];
}

/**
 * A reading ready to be written: its text, when each word of it is heard, and its sound. Formats get nothing
 * else.
 */
export interface ExportDocument {
  readonly facts: ExportDocumentFacts;
  readonly blocks: readonly ExportDocumentBlock[];
  /** In the order in which they are heard; one that is heard several times is there several times. */
  readonly sentences: readonly ExportDocumentSentence[];
  readonly timeline: Timeline;
  /** Samples of pieces of the timeline, as 16-bit little-endian mono, in chunks. */
  readonly render: (pieces: readonly Piece[]) => AsyncIterable<Uint8Array>;
}

/** A part of an edition with a title of its own. */
export interface Section extends SampleRange {
  readonly title: string;
  /** Depth of its heading, 1 for the top. */
  readonly level: number;
  /** Its blocks, from the first up to, not including, the last. */
  readonly firstBlock: number;
  readonly endBlock: number;
}

/** Headings down to this depth begin a section. */
const DEEPEST = 3;

/**
 * The sections of an edition, which cover all of it: each begins with a heading that is heard; what stands
 * before the first one is a section under the edition's title.
 */
export function sectionsOf({ facts, blocks, sentences, timeline }: ExportDocument): Section[] {
  const firstHeard = new Map<number, number>();
  sentences.forEach(({ block }, nth) => {
    if (!firstHeard.has(block)) firstHeard.set(block, timeline.sentences[nth]?.from ?? 0);
  });
  const starts = blocks.flatMap(({ type, level = 1, text }, block) => {
    const from = firstHeard.get(block);
    return type === 'heading' && level <= DEEPEST && from !== undefined
      ? [{ title: text.trim() || facts.title, level, firstBlock: block, from }]
      : [];
  });
  const [first] = starts;
  const heardBefore = first && [...firstHeard.keys()].some((block) => block < first.firstBlock);
  if (!first || heardBefore) starts.unshift({ title: facts.title, level: 1, firstBlock: 0, from: 0 });
  return starts.map((start, nth) => ({
    ...start,
    from: nth === 0 ? 0 : start.from,
    firstBlock: nth === 0 ? 0 : start.firstBlock,
    to: starts[nth + 1]?.from ?? timeline.samples,
    endBlock: starts[nth + 1]?.firstBlock ?? blocks.length,
  }));
}

/** Seconds of samples. */
export function secondsOf({ timeline }: Pick<ExportDocument, 'timeline'>, samples: number): number {
  return samples / timeline.sampleRate;
}

/** The text of a sentence as it stands on the page. */
export function textOfSentence(
  { blocks }: ExportDocument,
  { block, start, end }: ExportDocumentSentence,
): string {
  return (blocks[block]?.text.slice(start, end) ?? '').replace(/\s+/gu, ' ').trim();
}
