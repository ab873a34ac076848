import { SPEECH_RATE, type Alignment } from '@aurelfield/core/alignment';
import { firstLoud, lastLoud } from '@aurelfield/core/audio';
import type { WordTime } from '../clip/shapeClip.ts';
import type { ModelResponse } from './modelRequest.ts';

/** A word of no letters still takes as long as this many. */
const BASE_LETTERS = 1.5;
/**
 * From this fit on words are where they were found: what a model says is known, so less is asked of it than
 * of a recording, which may be of another text.
 */
const LEAST_FIT = 0.2;
/** Louder than this (of 32768) is speech. */
const QUIET = 200;
/** So long it is quiet at a break where the model pauses at all. Milliseconds. */
const SHORTEST_PAUSE = 20;

/**
 * When each word of a sentence is heard in what a model said: where it was found, or, where the sound fits
 * the words too badly, shared out over what is heard. All that is heard belongs to a word: what lies between
 * the times at a break can be cut out.
 * @param breaks indices of the words that a break follows, rising.
 * @returns milliseconds.
 */
export function modelTimes(
  words: readonly string[],
  breaks: readonly number[],
  { pcm, sampleRate, alignment }: ModelResponse,
): WordTime[] {
  const from = firstLoud(pcm, 0, pcm.length, QUIET);
  const heard = {
    start: inMs(from, sampleRate),
    end: inMs(lastLoud(pcm, from, pcm.length, QUIET), sampleRate),
  };
  const isFound = alignment && alignment.fit >= LEAST_FIT && alignment.words.some(({ range }) => range);
  const times = isFound ? foundTimes(words, alignment, heard) : sharedTimes(words, heard);
  const edges = breaks.map((after) => {
    const [before, next] = [times[after], times[after + 1]];
    const middle = (time: WordTime | undefined) => ((time?.start ?? 0) + (time?.end ?? 0)) / 2;
    const pause = longestPause(pcm, sampleRate, middle(before), middle(next));
    return { after, ...(pause ?? { start: next?.start ?? 0, end: next?.start ?? 0 }) };
  });
  return times.map((time, i) => ({
    start:
      i === 0
        ? Math.min(time.end, heard.start)
        : (edges.find(({ after }) => after === i - 1)?.end ?? time.start),
    end:
      i === times.length - 1
        ? Math.max(time.start, heard.end)
        : (edges.find(({ after }) => after === i)?.start ?? time.end),
  }));
}

/**
 * The longest stretch between two moments in which nothing is heard; undefined where there is none to speak
 * of. Milliseconds.
 */
function longestPause(pcm: Int16Array, sampleRate: number, start: number, end: number): WordTime | undefined {
  const sample = (ms: number) => Math.round((ms * sampleRate) / 1000);
  let [longest, length] = [0, 0];
  let quietFrom = sample(start);
  for (let i = sample(start); i <= sample(end); i++) {
    if (i < sample(end) && Math.abs(pcm[i] ?? 0) <= QUIET) continue;
    if (i - quietFrom > length) [longest, length] = [quietFrom, i - quietFrom];
    quietFrom = i + 1;
  }
  const pause = { start: inMs(longest, sampleRate), end: inMs(longest + length, sampleRate) };
  return pause.end - pause.start >= SHORTEST_PAUSE ? pause : undefined;
}

/** Words that were found where they were found; those between two of them share out what lies between. */
export function foundTimes(words: readonly string[], alignment: Alignment, heard: WordTime): WordTime[] {
  const times: WordTime[] = [];
  const left: string[] = [];
  const shareOut = (until: number) => {
    times.push(
      ...sharedTimes(left, { start: times.at(-1)?.end ?? Math.min(heard.start, until), end: until }),
    );
    left.length = 0;
  };
  words.forEach((word, i) => {
    const range = alignment.words[i]?.range;
    if (!range) return void left.push(word);
    const start = Math.max(inMs(range.from, SPEECH_RATE), times.at(-1)?.end ?? 0);
    if (left.length > 0) shareOut(start);
    times.push({ start, end: Math.max(start, inMs(range.to, SPEECH_RATE)) });
  });
  if (left.length > 0) shareOut(Math.max(heard.end, times.at(-1)?.end ?? 0));
  return times;
}

/** Word times by the length of the words: right on average, wrong by a word here and there. */
export function sharedTimes(words: readonly string[], { start, end }: WordTime): WordTime[] {
  const weights = words.map((word) => [...word].length + BASE_LETTERS);
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  let before = 0;
  return weights.map((weight) => {
    const at = (share: number) => start + (share / whole) * (end - start);
    const time = { start: at(before), end: at(before + weight) };
    before += weight;
    return time;
  });
}

const inMs = (samples: number, rate: number) => (samples * 1000) / rate;
