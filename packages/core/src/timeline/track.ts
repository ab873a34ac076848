import { indexAt } from './indexAt.ts';

/** A sentence as far as the track of a reading needs it; lengths and times in samples. */
export interface TrackSentence {
  /** Length without the pause after it; estimated while it is not made. */
  readonly samples: number;
  readonly pauseAfter: number;
  /** When each displayed word is heard, from the sentence's own first sample on; null until it is made. */
  readonly times: readonly (readonly [from: number, to: number])[] | null;
  readonly spokenWords: number;
}

/**
 * A gap shorter than this between two words is the closure of a sound, not a silence: the word before it
 * stays lit. Seconds.
 */
const CLOSURE = 0.15;
/** Spoken words of a full stretch: about half a minute. */
const FULL_STRETCH_WORDS = 60;

/**
 * All that is known of a reading's sentences, laid one after the other: where each begins, and which word is
 * lit when.
 */
export class Track<S extends TrackSentence> {
  readonly sampleRate: number;
  readonly sentences: readonly S[];
  /** Sample of the reading at which each sentence begins; estimated after the first one that is not made. */
  readonly starts: readonly number[];
  /** Samples of the whole. */
  readonly samples: number;

  constructor(sampleRate: number, sentences: readonly S[]) {
    this.sampleRate = sampleRate;
    this.sentences = sentences;
    let at = 0;
    this.starts = sentences.map(({ samples, pauseAfter }) => {
      const start = at;
      at += samples + pauseAfter;
      return start;
    });
    this.samples = at;
  }

  /** Seconds of the whole. */
  get duration(): number {
    return this.samples / this.sampleRate;
  }

  /** A new track with these sentences put in their places. */
  with(fresh: readonly (S & { readonly index: number })[]): Track<S> {
    const sentences = [...this.sentences];
    for (const sentence of fresh) sentences[sentence.index] = sentence;
    return new Track(this.sampleRate, sentences);
  }

  /** Index of the first sentence that is not made, or how many there are. */
  get firstUnmade(): number {
    const index = this.sentences.findIndex(({ times }) => times === null);
    return index < 0 ? this.sentences.length : index;
  }

  /** The sentence that is heard at a second of the whole reading; the first before all. */
  sentenceAt(seconds: number): number {
    return Math.max(
      0,
      indexAt(this.starts, Math.round(seconds * this.sampleRate), (start) => start),
    );
  }

  /** The second at which a sentence, or one of its words, begins. */
  secondOf(sentence: number, word?: number): number {
    const inner = word === undefined ? 0 : (this.sentences[sentence]?.times?.[word]?.[0] ?? 0);
    return ((this.starts[sentence] ?? 0) + inner) / this.sampleRate;
  }

  /**
   * The word of a sentence that is lit at a second of the whole reading: the one being said; the one before
   * through the short closure of the next word's first sound; -1 in a silence.
   */
  highlightedWord(sentence: number, seconds: number): number {
    const times = this.sentences[sentence]?.times ?? [];
    const at = this.#within(sentence, seconds);
    const index = indexAt(times, at, ([from]) => from);
    const end = times[index]?.[1];
    if (end === undefined || at < end) return index;
    const next = times[index + 1]?.[0];
    return next !== undefined && next - end < CLOSURE * this.sampleRate ? index : -1;
  }

  /**
   * The word at or before a second of the whole reading, silences included; for going on where one stopped.
   */
  wordBefore(sentence: number, seconds: number): number {
    const times = this.sentences[sentence]?.times ?? [];
    return Math.max(
      0,
      indexAt(times, this.#within(sentence, seconds), ([from]) => from),
    );
  }

  /**
   * How many sentences are fetched and played as one piece of sound: about sixty words, or a single sentence
   * where sound is to begin at once.
   * @param from index of the first sentence of the stretch.
   * @returns index after its last sentence.
   */
  segmentEnd(from: number, atOnce: boolean): number {
    let words = 0;
    for (let index = from; index < this.sentences.length; index++) {
      words += this.sentences[index]?.spokenWords ?? 0;
      if (atOnce || words >= FULL_STRETCH_WORDS) return index + 1;
    }
    return this.sentences.length;
  }

  /**
   * Sample of a sentence at a second of the whole reading; a second is written as a fraction and would fall
   * just before the sample it stands for.
   */
  #within(sentence: number, seconds: number): number {
    return Math.round(seconds * this.sampleRate) - (this.starts[sentence] ?? 0);
  }
}
