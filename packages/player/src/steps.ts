import type { Track } from '@aurelfield/core/timeline';
import type { Place, PlayerSentence } from './place.ts';

/** Where a step on or back leads: by words, sentences and blocks. */

/** Seconds within which a sentence has hardly begun. */
const HARDLY_BEGUN = 1.2;

/** One word on or back. */
export function wordStep<S extends PlayerSentence>(
  track: Track<S>,
  { sentence, word }: Place,
  by: 1 | -1,
): Place {
  const count = track.sentences[sentence]?.words.length ?? 0;
  if (by > 0 && word + 1 >= count) return { sentence: sentence + 1, word: 0 };
  if (by < 0 && word === 0) return { sentence: sentence - 1, word: Infinity };
  return { sentence, word: word + by };
}

/**
 * The beginning of a sentence, or of the one before when it has hardly begun.
 * @param position seconds from the beginning of the reading
 */
export function sentenceBack<S extends PlayerSentence>(
  track: Track<S>,
  sentence: number,
  position: number,
): Place {
  const hasBegun = position - track.secondOf(sentence) > HARDLY_BEGUN;
  return { sentence: hasBegun ? sentence : sentence - 1, word: 0 };
}

/**
 * The beginning of the next block, or of this one, or of the one before when it has hardly begun.
 * @param position seconds from the beginning of the reading
 */
export function blockStep<S extends PlayerSentence>(
  track: Track<S>,
  sentence: number,
  position: number,
  by: 1 | -1,
): Place {
  const { sentences } = track;
  const block = sentences[sentence]?.block ?? 0;
  const first = sentences.findIndex((one) => one.block === block);
  if (by > 0) {
    const next = sentences.findIndex((one) => one.block > block);
    return { sentence: next < 0 ? sentences.length - 1 : next, word: 0 };
  }
  const hasBegun = position - track.secondOf(first) > HARDLY_BEGUN;
  const before = sentences[first - 1]?.block;
  const target =
    hasBegun || before === undefined ? first : sentences.findIndex((one) => one.block === before);
  return { sentence: target, word: 0 };
}
