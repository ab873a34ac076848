import { fadeEdges, joinSamples, lastLoud } from '@aurelfield/core/audio';
import { toSamples } from '@aurelfield/core/timeline';
import type { Interval, SpokenClip } from '../engine.ts';

/** When a spoken word is heard, in milliseconds of the engine's audio. */
export interface WordTime {
  readonly start: number;
  readonly end: number;
}

/** Louder than this (of 32768) still belongs to the sound before a silence. */
const QUIET = 60;
const LONGEST_TAIL_SECONDS = 0.08;
/** Of the engine's silence before its first word, this much is left. */
const LONGEST_LEAD_SECONDS = 0.03;
const FADE_SECONDS = 0.002;

/**
 * The engine's audio → the clip of a sentence: the engine's own silences at breaks and at the end are cut
 * out, the places where silence of any length can be inserted are reported, and the word times are
 * moved along.
 * @param breaks indices of the words that a break follows, rising.
 * @param wordGap seconds of silence to put between all words.
 */
export function shapeClip(
  pcm: Int16Array,
  sampleRate: number,
  times: readonly WordTime[],
  breaks: readonly number[],
  wordGap = 0,
): SpokenClip {
  const pieces: Int16Array[] = [];
  const words: Interval[] = [];
  const cuts: number[] = [];
  let written = 0;
  let nextWord = 0;
  const sampleAt = (milliseconds: number) =>
    Math.min(pcm.length, Math.round((milliseconds * sampleRate) / 1000));
  let from = Math.max(0, sampleAt(times[0]?.start ?? 0) - toSamples(LONGEST_LEAD_SECONDS, sampleRate));
  const addPiece = (lastWord: number, gap: number, isBreak: boolean) => {
    const spokenEnd = sampleAt(times[lastWord]?.end ?? 0);
    const nextStart = lastWord + 1 < times.length ? sampleAt(times[lastWord + 1]?.start ?? 0) : pcm.length;
    const tailLimit = Math.min(nextStart, spokenEnd + toSamples(LONGEST_TAIL_SECONDS, sampleRate));
    const end = Math.max(lastLoud(pcm, spokenEnd, tailLimit, QUIET), spokenEnd);
    const piece = pcm.slice(from, end);
    fadeEdges(piece, toSamples(FADE_SECONDS, sampleRate));
    for (; nextWord <= lastWord; nextWord++) {
      const time = times[nextWord];
      if (time)
        words.push({
          start: (written + sampleAt(time.start) - from) / sampleRate,
          end: (written + sampleAt(time.end) - from) / sampleRate,
        });
    }
    // At a break what rings on is taken from the pause that is inserted; between two words from the gap.
    const silence = isBreak
      ? toSamples(gap, sampleRate)
      : Math.max(0, toSamples(gap, sampleRate) - (end - spokenEnd));
    pieces.push(piece, new Int16Array(silence));
    written += piece.length;
    if (isBreak) cuts.push(written);
    written += silence;
    from = nextStart;
  };
  const isBreakAfter = new Set(breaks);
  for (let word = 0; word < times.length - 1; word++) {
    // The closure of the next word's first sound is part of the speech, not a silence of ours: it is kept.
    const closure = ((times[word + 1]?.start ?? 0) - (times[word]?.end ?? 0)) / 1000;
    if (isBreakAfter.has(word)) addPiece(word, wordGap, true);
    else if (wordGap > 0) addPiece(word, closure + wordGap, false);
  }
  addPiece(times.length - 1, 0, false);
  return { sampleRate, pcm: joinSamples(pieces), duration: written / sampleRate, words, cuts };
}
