import type { TrackSentence, Track } from '@aurelfield/core/timeline';

/** What the player knows of a sentence. */
export interface PlayerSentence extends TrackSentence {
  readonly index: number;
  /** Number of its block. */
  readonly block: number;
  /** Displayed words; only how many there are counts here. */
  readonly words: readonly unknown[];
}

/** A word of the reading: which sentence, which word in it. */
export interface Place {
  readonly sentence: number;
  readonly word: number;
}

/** From one word to another, both included. */
export interface Passage {
  readonly from: Place;
  readonly to: Place;
  /** Played over and over, or once. */
  readonly repeat: boolean;
}

/** Whether one place comes after another in the text. */
export function comesAfter(one: Place, other: Place): boolean {
  return one.sentence > other.sentence || (one.sentence === other.sentence && one.word > other.word);
}

/** Whether a place is in a passage. */
export function isWithin(place: Place, { from, to }: Passage): boolean {
  return !comesAfter(from, place) && !comesAfter(place, to);
}

/** The word of a reading that is nearest to a place. */
export function nearestPlace<S extends PlayerSentence>(track: Track<S>, place: Place): Place {
  const sentence = Math.max(0, Math.min(place.sentence, track.sentences.length - 1));
  const count = track.sentences[sentence]?.words.length ?? 1;
  return { sentence, word: Math.max(0, Math.min(place.word, count - 1)) };
}

/** The second at which a sentence, or one of its words, has been heard. */
export function secondAfter<S extends PlayerSentence>(
  track: Track<S>,
  sentence: number,
  word?: number,
): number {
  const found = track.sentences[sentence];
  if (!found) return Infinity;
  const inner = word === undefined ? found.samples : (found.times?.[word]?.[1] ?? found.samples);
  return track.secondOf(sentence) + inner / track.sampleRate;
}
