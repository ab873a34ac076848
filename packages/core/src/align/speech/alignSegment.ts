import type { SampleRange } from '../../timeline/samples.ts';
import { adapted, type FramePairs } from './adapt.ts';
import { contrastOf, type Contrast } from './contrast.ts';
import { features, levelOf, noiseOf, pooled, type Features } from './features.ts';
import { BANDS, HOP, SPEECH_RATE, type Spectra } from './spectra.ts';
import {
  wordPath,
  WordStates,
  type Band,
  type FrameRange,
  type StepCosts,
  type WordPath,
} from './wordPath.ts';

/** Speech of which the times of all words are known: a voice of ours that says the same text. */
export interface KnownSpeech {
  /** At 16,000 samples a second. */
  readonly pcm: Int16Array;
  readonly words: readonly SampleRange[];
}

/** A word in the recording, in samples at 16,000 a second. */
export interface AlignedWord {
  /** Where it is said; undefined where it is left out. */
  readonly range: SampleRange | undefined;
  /** How well it fits there: 1 as well as the words of this recording do, 0 no better than anything else. */
  readonly confidence: number;
}

export interface Alignment {
  readonly words: readonly AlignedWord[];
  /**
   * How well the recording fits the text as a whole, from 0 to 1; below `FITS` it is another text, a part of
   * it, or hardly speech.
   */
  readonly fit: number;
}

/**
 * Measured with four voices of flite on our texts, 10 and 40 seconds long: readings of the right text 0.65
 * and more, as an MP3 of 24 kbit/s 0.53; with noise as loud as the voice 0.4 to 0.8; readings of another text
 * 0.25 to 0.46, half a reading as much, music 0.2.
 */
export const ACCEPTANCE_THRESHOLD = 0.5;
/**
 * What the contrasts of a good reading come to, before and after the known voice was brought to the
 * speaker's.
 */
const FULL_FIT = 0.28;

/** Frames that are taken together in the first look, in which the whole is arranged. */
const COARSEST = 12;
/** How far the path may lead from the best place so far in the first look. Seconds. */
const BEAM_SECONDS = 25;
/**
 * Frames that are taken together when it is arranged once more, and how far that may lead from the first
 * look. Seconds.
 */
const COARSE = 6;
const COARSE_REACH = 3;
/**
 * The looks after it: frames that are taken together, and how far the path may lead from the one before.
 * Seconds.
 */
const REFINEMENTS = [
  { by: 2, seconds: 0.8, doubts: false },
  { by: 2, seconds: 0.4, doubts: true },
  { by: 1, seconds: 0.15, doubts: false },
] as const;
const FRAMES_A_SECOND = SPEECH_RATE / HOP;
/** 60 dB below the loudest band. */
const MASKING_FLOOR = 1e-6;
const MASKED_LEVEL = 1e15;
/** Less sound than this, in frames, says nothing. */
const SHORTEST = 60;
/**
 * Of a telephone a third of the bands is missing; where more than this share is, it is a tone and no speech.
 */
const MAX_MASKED_SHARE = 0.5;
/** A frame looks at its window's middle. */
const MIDDLE_OF_WINDOW = 160;

/** Before anything is known: nothing is taken for a stranger that can be fitted in. */
const FIRST_CONTRAST: Contrast = { same: 1, any: 3 };
/**
 * From where between the same and anything sound is taken for speech that the text has not, a cough, a chair.
 */
const GARBAGE_MODEL_WEIGHT = 0.5;
/**
 * From where between the same and anything a word is doubted, and how often it is looked whether the rest
 * goes better without.
 */
const DOUBT_THRESHOLD = 0.35;
const DOUBT_ROUNDS = 2;
/** How much sound that fits nothing must at least fit then. Seconds. */
const GARBAGE_SECONDS_SAVED = 0.07;
/** How much sound that fits nothing must be saved by leaving a word out. Seconds. */
const DELETION_SECONDS_SAVED = 0.12;

/** Both sounds as they are looked at: the known speech, and the recording. */
export interface Sounds {
  readonly said: Spectra;
  readonly heard: Spectra;
}

/** Both sounds made ready to be compared; undefined where one of them says nothing. */
function prepared(known: readonly SampleRange[], { said, heard }: Sounds) {
  const masked = maskedBands(heard);
  const recorded = features(heard, masked);
  const compared = features(
    said,
    behind(said, heard, noiseOf(heard)).map((noise, band) => noise + (masked[band] ?? 0)),
  );
  const isOneTone = masked.filter((level) => level > 0).length > BANDS * MAX_MASKED_SHARE;
  if (recorded.frames < SHORTEST || compared.frames < SHORTEST || isOneTone) return undefined;
  const words = known.map(({ from, to }) => (from === to ? NOTHING : framesOf(from, to, compared.frames)));
  return { compared, recorded, words };
}

/** The first looks, in which the whole is arranged with the known voice as it is. */
function coarseRefinement({
  compared,
  recorded,
  words,
}: NonNullable<ReturnType<typeof prepared>>): Refinement {
  const whole = { kind: 'beam', reach: Math.round((BEAM_SECONDS * FRAMES_A_SECOND) / COARSEST) } as const;
  const first = refine(compared, recorded, words, COARSEST, FIRST_CONTRAST, whole);
  const band = bandAround(first, COARSE, words, COARSE_REACH);
  return refine(compared, recorded, words, COARSE, FIRST_CONTRAST, band);
}

/**
 * About where each word is said, within some tenths of a second, and how well it fits there: what a long
 * recording is split by. Samples.
 */
export function roughPositions(
  known: readonly SampleRange[],
  sounds: Sounds,
): readonly { readonly range: SampleRange | undefined; readonly distance: number }[] | undefined {
  const ready = prepared(known, sounds);
  if (!ready) return undefined;
  const { path } = coarseRefinement(ready);
  return path.words.map((range, word) => ({
    range: range && { from: range.from * COARSE * HOP, to: range.to * COARSE * HOP },
    distance: path.distances[word] ?? 2,
  }));
}

/**
 * Lays known speech beside a recording of the same text: looks that come closer and closer, from the second
 * on with the known voice brought to the speaker's. Takes some megabytes a minute.
 */
export function alignSegment(known: readonly SampleRange[], sounds: Sounds): Alignment {
  const ready = prepared(known, sounds);
  if (!ready) return { words: known.map(() => ({ range: undefined, confidence: 0 })), fit: 0 };
  const { compared, recorded, words } = ready;
  let last = coarseRefinement(ready);
  let voice = compared;
  let sought: readonly FrameRange[] = words;
  let contrast: Contrast = FIRST_CONTRAST;
  for (const { by, seconds, doubts } of REFINEMENTS) {
    voice = adapted(compared, recorded, pairsOf(last));
    contrast = contrastOf(voice, recorded, pairsOf(last), by);
    const own = contrast;
    const again = (those: readonly FrameRange[], around: Refinement) =>
      refine(voice, recorded, those, by, own, bandAround(around, by, those, seconds));
    last = again(sought, last);
    if (!doubts) continue;
    // What was left out here is not looked for any more, nor what goes better without.
    sought = words.map((range, word) => (last.path.words[word] ? range : NOTHING));
    for (let round = 0; round < DOUBT_ROUNDS; round++) {
      const doubtful = doubtedWords(last, own);
      if (doubtful.size === 0) break;
      const without = again(
        sought.map((range, word) => (doubtful.has(word) ? NOTHING : range)),
        last,
      );
      const out = [...doubtful].filter((word) => goesBetter(without, last, word, own));
      if (out.length === 0) break;
      sought = sought.map((range, word) => (out.includes(word) ? NOTHING : range));
      last = again(sought, last);
    }
  }
  const spoken = words.filter(({ from, to }) => to > from).length;
  const found = last.path.words.filter((range) => range).length;
  const { same, any } = contrast;
  // A voice that was brought to the speaker's fits anything a little, the shorter the more: it counts with
  // what it was before.
  const before = contrastOf(compared, recorded, pairsOf(last), 1);
  const share = spoken === 0 ? 0 : found / spoken;
  const covered = coverage(last, recorded);
  return {
    words: closed(last.path.words, known).map((range, word) => ({
      range: range && { from: sampleOf(range.from), to: sampleOf(range.to) },
      confidence: range ? between(0, (any - (last.path.distances[word] ?? any)) / (any - same), 1) : 0,
    })),
    fit: between(0, (share * covered * (any - same) * (1 - before.same / before.any)) / FULL_FIT, 1),
  };
}

function between(least: number, value: number, most: number): number {
  return Math.max(least, Math.min(most, value));
}

/**
 * The mouth is shut before a p, t, k, b, d or g: so short a silence between two words belongs to the later
 * one. Seconds.
 */
const CLOSURE = 0.12;

/**
 * @param known the same words in the known speech: where that pauses, at the end of a sentence, the silence
 * is a pause however short it is.
 */
function closed(
  words: readonly (FrameRange | undefined)[],
  known: readonly SampleRange[],
): (FrameRange | undefined)[] {
  let end = -Infinity;
  let knownEnd = -Infinity;
  return words.map((range, word) => {
    const own = known[word];
    const isPause = own !== undefined && own.from - knownEnd > CLOSURE * SPEECH_RATE;
    if (own) knownEnd = own.to;
    if (!range) return undefined;
    const isClosure = !isPause && range.from - end <= CLOSURE * FRAMES_A_SECOND;
    const from = isClosure ? end : range.from;
    end = range.to;
    return { from, to: range.to };
  });
}

/** Words that fit worse than the words beside them, and not well. */
function doubtedWords({ path }: Refinement, { same, any }: Contrast): Set<number> {
  const found = path.words.flatMap((range, word) => (range ? word : []));
  const at = (i: number) => path.distances[found[i] ?? -1] ?? 0;
  return new Set(
    found.filter(
      (_word, i) => at(i) > same + DOUBT_THRESHOLD * (any - same) && at(i) >= at(i - 1) && at(i) > at(i + 1),
    ),
  );
}

/**
 * Whether the recording around a word fits better where the word is not looked for: from the middle of the
 * word before to the middle of the one after.
 */
function goesBetter(
  without: Refinement,
  { path, by }: Refinement,
  word: number,
  { same, any }: Contrast,
): boolean {
  const middle = (range: FrameRange | undefined, other: number) =>
    range ? (range.from + range.to) >> 1 : other;
  const before = path.words.slice(0, word).findLast((range) => range);
  const after = path.words.slice(word + 1).find((range) => range);
  let [sum, own] = [0, 0];
  for (let t = middle(before, 0); t < middle(after, path.costs.length); t++) {
    sum += without.path.costs[t] ?? 0;
    own += path.costs[t] ?? 0;
  }
  return sum + (GARBAGE_SECONDS_SAVED * FRAMES_A_SECOND * (any - same)) / by < own;
}

/** One look at all of it. */
interface Refinement {
  /** Frames that were taken together. */
  readonly by: number;
  readonly path: WordPath;
  readonly states: WordStates;
}

function refine(
  compared: Features,
  recorded: Features,
  words: readonly FrameRange[],
  by: number,
  { same, any }: Contrast,
  band: Band,
): Refinement {
  const states = new WordStates(words.map(({ from, to }) => pooledRange(from, to, by)));
  const costs: StepCosts = {
    pause: same / 4,
    garbage: same + GARBAGE_MODEL_WEIGHT * (any - same),
    leftOut: (DELETION_SECONDS_SAVED * FRAMES_A_SECOND * (any - same)) / by,
    slower: 0.1,
    faster: 0.1,
  };
  return { by, states, path: wordPath(pooled(compared, by), states, pooled(recorded, by), costs, band) };
}

/** A band around the path of an earlier look. */
function bandAround(
  { path, states, by }: Refinement,
  finer: number,
  words: readonly FrameRange[],
  seconds: number,
): Band {
  const own = new WordStates(words.map(({ from, to }) => pooledRange(from, to, finer)));
  const ratio = by / finer;
  const last = path.states.length - 1;
  return {
    kind: 'around',
    reach: Math.round((seconds * FRAMES_A_SECOND) / finer),
    centre: (frame) => {
      const state = path.states[Math.min(last, Math.floor(frame / ratio))] ?? 0;
      const word = states.words[state] ?? 0;
      const gap = own.gaps[word] ?? 0;
      if ((states.frames[state] ?? -1) < 0) return gap;
      // As far into the word as the earlier look was, and no farther than it goes.
      const length = (own.gaps[word + 1] ?? gap + 1) - gap - 1;
      return gap + Math.min(length, Math.round((state - (states.gaps[word] ?? 0)) * ratio));
    },
  };
}

/** Frames of both sounds that say the same, of what is spoken. */
function pairsOf({ path, states, by }: Refinement): FramePairs {
  const compared: number[] = [];
  const recorded: number[] = [];
  path.states.forEach((state, t) => {
    const frame = states.frames[state] ?? -1;
    if (frame < 0) return;
    for (let k = 0; k < by; k++) {
      compared.push(frame * by + k);
      recorded.push(t * by + k);
    }
  });
  return { compared: Int32Array.from(compared), recorded: Int32Array.from(recorded) };
}

/** The noise behind the recording, as loud against the known speech as it is against the speaker. */
function behind(said: Spectra, heard: Spectra, noise: Float32Array): Float32Array {
  const [own, other] = [levelOf(said), levelOf(heard)];
  const total = (levels: Float32Array) => levels.reduce((sum, level) => sum + level, 0);
  const gain = total(own) / Math.max(1e-9, total(other) - total(noise));
  return Float32Array.from({ length: BANDS }, (_, band) => (noise[band] ?? 0) * Math.max(0, gain));
}

/**
 * Bands of which the recording has nothing, as of a telephone above 3,400 hertz, are not looked at in either
 * sound: one great constant stands in them.
 */
function maskedBands(heard: Spectra): Float32Array {
  const levels = levelOf(heard);
  const loudest = levels.reduce((most, level) => Math.max(most, level), 0);
  return levels.map((level) => (level < loudest * MASKING_FLOOR ? MASKED_LEVEL : 0));
}

/** Share of what is not pause in the recording that words of the text are placed over. */
function coverage({ path, states }: Refinement, { quiet }: Features): number {
  let covered = 0;
  let all = 1e-9;
  path.states.forEach((state, t) => {
    const loud = 1 - (quiet[t] ?? 0);
    all += loud;
    if ((states.frames[state] ?? -1) >= 0) covered += loud;
  });
  return covered / all;
}

function framesOf(from: number, to: number, frames: number): FrameRange {
  const at = (sample: number) =>
    Math.max(0, Math.min(frames - 1, Math.round((sample - MIDDLE_OF_WINDOW) / HOP)));
  const first = at(from);
  return { from: first, to: Math.max(first + 1, Math.min(frames, at(to))) };
}

/** No frames at all. */
const NOTHING: FrameRange = { from: 0, to: 0 };

function pooledRange(from: number, to: number, by: number): FrameRange {
  if (from === to) return NOTHING;
  const first = Math.floor(from / by);
  return { from: first, to: Math.max(first + 1, Math.floor(to / by)) };
}

/** Where a frame begins, halfway from the one before. */
function sampleOf(frame: number): number {
  return Math.max(0, frame * HOP + MIDDLE_OF_WINDOW - HOP / 2);
}
