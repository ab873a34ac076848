import { firstLoud, lastLoud, SPEECH_RATE, type Alignment } from '@aurelfield/core';
import type { WordTime } from '../clip/shapeClip.ts';
import type { ModelResponse } from './modelRequest.ts';

/** A word of no letters still takes as long as this many. */
const BASE_LETTERS = 1.5;
/** From this fit on words are where they were found: what a model says is known, so less is asked of it than of a recording, which may be of another text. */
export const LEAST_FIT = 0.2;
/** Louder than this (of 32768) is speech. */
const QUIET = 200;

/** When each word of a sentence is heard in what a model said: where it was found, or, where the sound fits the words too badly, shared out over what is heard. Milliseconds. */
export function modelTimes(
  words: readonly string[],
  { pcm, sampleRate, alignment }: ModelResponse,
): WordTime[] {
  const from = firstLoud(pcm, 0, pcm.length, QUIET);
  const heard = {
    start: inMs(from, sampleRate),
    end: inMs(lastLoud(pcm, from, pcm.length, QUIET), sampleRate),
  };
  const found = alignment && alignment.fit >= LEAST_FIT && alignment.words.some(({ range }) => range);
  return found ? foundTimes(words, alignment, heard) : sharedTimes(words, heard);
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
