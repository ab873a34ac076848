import type { ReadingSentence } from '@aurelfield/api';
import { indexAt } from '@aurelfield/core';

/** A gap shorter than this between two words is the closure of a sound, not a silence: the word before it stays lit. Seconds. */
const CLOSURE = 0.15;

/** All that is known of a reading's sentences, and where on its whole length each one begins. */
export class Score {
  readonly sentences: readonly ReadingSentence[];
  /** Second of the reading at which each sentence begins; estimated after the first one that is not made. */
  readonly starts: readonly number[];
  /** Seconds of the whole. */
  readonly duration: number;

  constructor(sentences: readonly ReadingSentence[]) {
    this.sentences = sentences;
    let at = 0;
    this.starts = sentences.map(({ duration, pauseAfter }) => {
      const start = at;
      at += duration + pauseAfter;
      return start;
    });
    this.duration = at;
  }

  /** A new score with these sentences put in their places. */
  with(fresh: readonly ReadingSentence[]): Score {
    const sentences = [...this.sentences];
    for (const sentence of fresh) sentences[sentence.index] = sentence;
    return new Score(sentences);
  }

  /** Index of the first sentence whose clip is not made, or how many there are. */
  get firstUnmade(): number {
    const index = this.sentences.findIndex(({ times }) => times === null);
    return index < 0 ? this.sentences.length : index;
  }

  /** The sentence that is heard at a second of the whole reading. */
  sentenceAt(time: number): number {
    return Math.max(
      0,
      indexAt(this.starts, time, (start) => start),
    );
  }
}

/**
 * The word that is lit at a second of its sentence: the one being said; the one before through the short closure of the next word's first sound; -1 in a
 * silence.
 */
export function wordAt(times: readonly (readonly [number, number])[], time: number): number {
  const index = indexAt(times, time, ([start]) => start);
  const end = times[index]?.[1];
  if (end === undefined || time < end) return index;
  const next = times[index + 1]?.[0];
  return next !== undefined && next - end < CLOSURE ? index : -1;
}

/** The word at or before a second of its sentence, silences included; for going on where one stopped. */
export function wordBefore(times: readonly (readonly [number, number])[], time: number): number {
  return Math.max(
    0,
    indexAt(times, time, ([start]) => start),
  );
}
