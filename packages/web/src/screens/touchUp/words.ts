import { DOUBTFUL_WORD, type RecordedSentence } from '@aurelfield/api';
import type { SampleRange, Timeline } from '@aurelfield/core/timeline';

/** A word of the recording as it is shown below the waveform. */
export interface ShownWord extends SampleRange {
  readonly text: string;
  readonly sentence: number;
  readonly word: number;
  /** Whether it should be looked at: hardly sure, or not found. */
  readonly state: 'sure' | 'doubtful' | 'missing';
}

/** What a cut has left of a word at its edge is no word. Seconds. */
const SHORTEST = 0.01;

/**
 * The words of a recording with their times on a timeline, in the order in which they are heard. Those that a
 * cut has taken away are left out, those that were not found stand where they should be.
 */
export function shownWords(text: readonly RecordedSentence[], timeline: Timeline): ShownWord[] {
  return text
    .flatMap((sentence, nth) =>
      sentence.words.flatMap(({ start, end, from, confidence }, word): ShownWord[] => {
        const range = timeline.sentences[nth]?.words[word];
        if (!range || (from !== null && range.to - range.from < SHORTEST * timeline.sampleRate)) return [];
        const state = from === null ? 'missing' : confidence < DOUBTFUL_WORD ? 'doubtful' : 'sure';
        return [
          {
            ...range,
            text: sentence.text.slice(start - sentence.start, end - sentence.start),
            sentence: nth,
            word,
            state,
          },
        ];
      }),
    )
    .sort((a, b) => a.from - b.from);
}

/** The word that is heard at a sample, or the last one before it; −1 before all. */
export function wordAt(words: readonly ShownWord[], sample: number): number {
  let found = -1;
  for (const [i, { from, state }] of words.entries()) {
    if (from > sample) break;
    if (state !== 'missing') found = i;
  }
  return found;
}

/** The word to the left or to the right of a place. */
export function adjacentWord(
  words: readonly ShownWord[],
  sample: number,
  step: 1 | -1,
): ShownWord | undefined {
  const heard = words.filter(({ state }) => state !== 'missing');
  return step > 0 ? heard.find(({ from }) => from > sample) : heard.findLast(({ from }) => from < sample);
}

/**
 * Where a word begins and ends when one of its edges is moved; it keeps at least so many samples and stays
 * beside its neighbours.
 */
export function movedEdge(
  words: readonly ShownWord[],
  index: number,
  edge: 'from' | 'to',
  sample: number,
  shortest: number,
  samples: number,
): SampleRange | undefined {
  const own = words[index];
  if (!own) return undefined;
  const heard = (one: ShownWord | undefined) => one && one.state !== 'missing';
  const before = words.slice(0, index).findLast(heard)?.to ?? 0;
  const after = words.slice(index + 1).find(heard)?.from ?? samples;
  return edge === 'from'
    ? { from: Math.max(before, Math.min(sample, own.to - shortest)), to: own.to }
    : { from: own.from, to: Math.min(after, Math.max(sample, own.from + shortest)) };
}

/** A time that was tapped for a word. */
export interface TappedWord extends SampleRange {
  readonly sentence: number;
  readonly word: number;
}

/** The length of a word that was tapped last, where nothing tells how long it is. Seconds. */
const LAST = 0.4;

/**
 * Words as they were tapped: each begins at its tap and ends where it ended before after its beginning, but
 * no later than the next tap.
 * @param taps samples, in the order of the words.
 */
export function tappedWords(
  words: readonly ShownWord[],
  first: number,
  taps: readonly number[],
  sampleRate: number,
): TappedWord[] {
  return taps.flatMap((from, i) => {
    const own = words[first + i];
    if (!own) return [];
    const length = own.to > own.from ? own.to - own.from : Math.round(LAST * sampleRate);
    const next = taps[i + 1] ?? Infinity;
    const to = Math.max(from + 1, Math.min(from + length, next));
    return [{ sentence: own.sentence, word: own.word, from, to }];
  });
}
