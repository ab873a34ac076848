import type { ClipFacts } from './clipFacts.ts';
import { FULL, silence, type Piece } from './piece.ts';
import { toSamples, type SampleRange } from './samples.ts';

/** A planned sentence as the timeline needs it. */
export interface SentenceToSchedule {
  /** The share of each displayed word in the spoken ones. */
  readonly words: readonly { readonly firstSpoken: number; readonly spokenCount: number }[];
  /** Indices of the spoken words that a pause follows, rising. */
  readonly breaks: readonly number[];
  /** Seconds of silence at each break. */
  readonly pauses: readonly number[];
  /** Seconds of silence after the sentence. */
  readonly pauseAfter: number;
}

/** One sentence arranged by itself, its first sample being 0. */
export interface ScheduledSentence {
  /** Length without the pause after it. */
  readonly samples: number;
  /** Length of the silence after it. */
  readonly pauseAfter: number;
  /** When each displayed word is heard. */
  readonly words: readonly SampleRange[];
  /** Its sound, the pauses inside it included, the one after it not. */
  readonly pieces: readonly Piece[];
}

/** How a clip is placed into a reading. */
export interface Laying {
  readonly sampleRate: number;
  /** Decibels for all clips. */
  readonly gain: number;
}

/**
 * Lays a sentence's clip out with the reading's pauses: the clip is split at its cuts and silence is put in.
 * What rings on after a word is counted into the pause, so that two words stand as far apart as
 * was asked for.
 * @throws RangeError when the clip does not fit the plan.
 */
export function scheduleSentence(
  sentence: SentenceToSchedule,
  key: string,
  facts: ClipFacts,
  { sampleRate, gain }: Laying,
): ScheduledSentence {
  if (facts.cuts.length !== sentence.breaks.length)
    throw new RangeError(
      `The clip has ${facts.cuts.length} cuts, its plan ${sentence.breaks.length} breaks.`,
    );
  const pieces: Piece[] = [];
  /** Samples of silence inserted so far, by the clip's sample from which they count. */
  const shifts: { readonly from: number; readonly by: number }[] = [];
  let [at, shift] = [0, 0];
  const addClip = (to: number) => {
    if (to > at) pieces.push({ source: { kind: 'clip', key }, from: at, to, gain, fade: FULL });
    at = to;
  };
  facts.cuts.forEach((cut, i) => {
    const spokenEnd = facts.words[sentence.breaks[i] ?? -1]?.to ?? cut;
    const ringing = Math.max(0, cut - spokenEnd);
    const length = Math.max(0, toSamples(sentence.pauses[i] ?? 0, sampleRate) - ringing);
    if (length === 0) return;
    addClip(cut);
    pieces.push(silence(length));
    shift += length;
    shifts.push({ from: cut, by: shift });
  });
  addClip(facts.samples);
  let nth = 0;
  const moved = facts.words.map(({ from, to }) => {
    while ((shifts[nth]?.from ?? Infinity) <= from) nth += 1;
    const by = shifts[nth - 1]?.by ?? 0;
    return { from: from + by, to: to + by };
  });
  return {
    samples: facts.samples + shift,
    pauseAfter: Math.max(0, toSamples(sentence.pauseAfter, sampleRate) - (facts.trailingSilence ?? 0)),
    words: displayedRanges(sentence.words, moved),
    pieces,
  };
}

/**
 * The times of displayed words out of those of the words spoken for them: from the onset of the first to the
 * end of the last.
 */
function displayedRanges(words: SentenceToSchedule['words'], spoken: readonly SampleRange[]): SampleRange[] {
  return words.map(({ firstSpoken, spokenCount }) => {
    const first = spoken[firstSpoken];
    const last = spoken[firstSpoken + spokenCount - 1];
    if (first === undefined || last === undefined)
      throw new RangeError(`The clip has ${spoken.length} spoken words, not ${firstSpoken + spokenCount}.`);
    return { from: first.from, to: last.to };
  });
}
