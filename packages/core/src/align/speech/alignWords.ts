import type { SampleRange } from '../../timeline/samples.ts';
import { adapted, type FramePairs } from './adapt.ts';
import { features, levelOf, noiseOf, pooled, type Features } from './features.ts';
import { BANDS, HOP, SPEECH_RATE, spectra, type Spectra } from './spectra.ts';
import {
  distance,
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
  /** How sure it is that the word is said there: 1 as like as any word of the recording, 0 not at all. */
  readonly confidence: number;
}

/** Frames that are taken together in the first look, in which the whole is laid out. */
const COARSE = 6;
/** How far the path may lead from the best place so far in the first look. Seconds. */
const BEAM = 25;
/** The looks after it: frames that are taken together, and how far the path may lead from the one before. Seconds. */
const LOOKS = [
  { by: 2, seconds: 0.8 },
  { by: 2, seconds: 0.4 },
  { by: 1, seconds: 0.15 },
] as const;
const FRAMES_A_SECOND = SPEECH_RATE / HOP;
/** A frame looks at its window's middle. */
const MIDDLE_OF_WINDOW = 160;

/** How far apart two frames are that say the same, and any two: what steps cost is measured by it. */
interface Contrast {
  readonly same: number;
  readonly any: number;
}

/** What is said at the start of nothing else but speech that the text has not: where between the same and anything it is taken for something else. */
const STRANGE = 0.5;
/** How much sound that fits nothing must be saved by leaving a word out. Seconds. */
const LEFT_OUT = 0.12;

/** Lays known speech beside a recording of the same text: looks that come closer and closer, from the second on with the known voice brought to the speaker's. */
export function alignWords(known: KnownSpeech, recording: Int16Array): AlignedWord[] {
  const heard = spectra(recording);
  const said = spectra(known.pcm);
  const recorded = features(heard);
  const compared = features(said, behind(said, heard, noiseOf(heard)));
  const words = known.words.map(({ from, to }) => framesOf(from, to, compared.frames));
  const whole = { kind: 'beam', reach: Math.round((BEAM * FRAMES_A_SECOND) / COARSE) } as const;
  const first = look(compared, recorded, words, COARSE, { same: 1, any: 3 }, whole);
  let last = first;
  const dbg = (globalThis as { dbg?: (l: unknown, x?: unknown) => void }).dbg;
  dbg?.(first);
  let voice = compared;
  for (const { by, seconds } of LOOKS) {
    voice = adapted(compared, recorded, pairsOf(last));
    const contrast = contrastOf(voice, recorded, last, by);
    const before = last;
    // The last look is close: what was left out in the one before it is not looked for any more.
    const sought = by === 1 ? words.map((range, word) => (before.path.words[word] ? range : NOTHING)) : words;
    last = look(voice, recorded, sought, by, contrast, bandAround(before, by, sought, seconds));
    dbg?.(last, contrast);
  }
  const ranges = closed(last.path.words);
  return ranges.map((range, word) => ({
    range: range && { from: sampleOf(range.from), to: sampleOf(range.to) },
    confidence: range ? Math.max(0, Math.min(1, 1.6 - (last.path.distances[word] ?? 2))) : 0,
  }));
}

/** The mouth is shut before a p, t, k, b, d or g: so short a silence between two words belongs to the later one. Seconds. */
const CLOSURE = 0.12;

function closed(words: readonly (FrameRange | undefined)[]): (FrameRange | undefined)[] {
  let end = -Infinity;
  return words.map((range) => {
    if (!range) return undefined;
    const from = range.from - end <= CLOSURE * FRAMES_A_SECOND ? end : range.from;
    end = range.to;
    return { from, to: range.to };
  });
}

/** One look at all of it. */
interface Look {
  /** Frames that were taken together. */
  readonly by: number;
  readonly path: WordPath;
  readonly states: WordStates;
}

function look(
  compared: Features,
  recorded: Features,
  words: readonly FrameRange[],
  by: number,
  { same, any }: Contrast,
  band: Band,
): Look {
  const states = new WordStates(words.map(({ from, to }) => pooledRange(from, to, by)));
  const costs: StepCosts = {
    pause: same / 4,
    stranger: same + STRANGE * (any - same),
    leftOut: (LEFT_OUT * FRAMES_A_SECOND * (any - same)) / by,
    slower: 0.1,
    faster: 0.1,
  };
  return { by, states, path: wordPath(pooled(compared, by), states, pooled(recorded, by), costs, band) };
}

/** How well two sounds are told apart along a path that is known, some frames taken together. */
function contrastOf(compared: Features, recorded: Features, last: Look, by: number): Contrast {
  const pairs = pairsOf(last);
  const [a, b] = [pooled(compared, by), pooled(recorded, by)];
  let [same, any, count] = [0, 0, 0];
  for (let i = 0; i < pairs.compared.length; i += by) {
    const [x, y] = [Math.floor((pairs.compared[i] ?? 0) / by), Math.floor((pairs.recorded[i] ?? 0) / by)];
    if (x >= a.frames || y >= b.frames) continue;
    const other = Math.floor(
      (pairs.recorded[(i + Math.floor(pairs.recorded.length / 2)) % pairs.recorded.length] ?? 0) / by,
    );
    same += distance(a, x, b, y);
    any += distance(a, x, b, Math.min(b.frames - 1, other));
    count += 1;
  }
  return count === 0 ? { same: 1, any: 2 } : { same: same / count, any: Math.max(any, same * 1.1) / count };
}

/** A band around the path of an earlier look. */
function bandAround(
  { path, states, by }: Look,
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
      // As far into the word as the earlier look was.
      return (states.frames[state] ?? -1) < 0
        ? gap
        : gap + Math.round((state - (states.gaps[word] ?? 0)) * ratio);
    },
  };
}

/** Frames of both sounds that say the same, of what is spoken. */
function pairsOf({ path, states, by }: Look): FramePairs {
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
