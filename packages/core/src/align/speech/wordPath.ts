import { DIMENSIONS, type Features } from './features.ts';

/** Frames of a word in the sound that it is compared with, from the first up to, not including, the last. */
export interface FrameRange {
  readonly from: number;
  readonly to: number;
}

/**
 * What steps cost, in the measure of a frame's distance: two frames of the same sound differ by about 0.7, of
 * any two sounds by 2.
 */
export interface StepCosts {
  /**
   * A frame between words where the recording pauses, and where it does not: a word more than the text has, a
   * cough.
   */
  readonly pause: number;
  readonly garbage: number;
  /** A word that is left out. */
  readonly leftOut: number;
  /** Added where the speaker is slower or faster than the sound that the recording is compared with. */
  readonly slower: number;
  readonly faster: number;
}

/** Where the path runs: for each frame of the recording a state, and how well they fit. */
export interface WordPath {
  readonly states: Int32Array;
  /** For each word the frames of the recording in which it is said; undefined for one that is left out. */
  readonly words: readonly (FrameRange | undefined)[];
  /** Mean distance of each word's frames; 2 for one that is left out. */
  readonly distances: readonly number[];
  /** What each frame of the recording costs by itself, steps aside. */
  readonly costs: Float32Array;
}

/** States: before each word a gap, then the frames of the word; at the end one more gap. */
export class WordStates {
  readonly count: number;
  /** Frame of the compared sound; −1 for a gap. */
  readonly frames: Int32Array;
  /** Word of the state; for a gap the word that follows it. */
  readonly words: Int32Array;
  /** State of the gap before each word, and of the one at the end. */
  readonly gaps: Int32Array;

  constructor(words: readonly FrameRange[]) {
    this.count = words.reduce((sum, { from, to }) => sum + to - from, 0) + words.length + 1;
    this.frames = new Int32Array(this.count).fill(-1);
    this.words = new Int32Array(this.count);
    this.gaps = new Int32Array(words.length + 1);
    let state = 0;
    words.forEach(({ from, to }, word) => {
      this.gaps[word] = state;
      this.words[state++] = word;
      for (let frame = from; frame < to; frame++) {
        this.frames[state] = frame;
        this.words[state++] = word;
      }
    });
    this.gaps[words.length] = state;
    this.words[state] = words.length;
  }
}

/** Which states are looked at, frame by frame: around a path that is known, or around the best so far. */
export type Band =
  | { readonly kind: 'around'; readonly centre: (frame: number) => number; readonly reach: number }
  | { readonly kind: 'beam'; readonly reach: number };

const [STAY, STEP, LEAP, PASS] = [0, 1, 2, 3];

/** The way through the states that costs least (Viterbi). */
export function wordPath(
  compared: Features,
  states: WordStates,
  recorded: Features,
  costs: StepCosts,
  band: Band,
): WordPath {
  const { frames: T } = recorded;
  const S = states.count;
  let before = new Float64Array(S + 4).fill(Infinity);
  let now = new Float64Array(S + 4).fill(Infinity);
  const lows = new Int32Array(T);
  const steps: Uint8Array[] = [];
  let [low, high, best] = [0, 0, 0];
  for (let t = 0; t < T; t++) {
    const [ownLow, ownHigh] = bounds(band, t, best, S - 1);
    // What was not looked at in the frame before cannot be come from.
    if (t > 0) {
      before.fill(Infinity, Math.max(0, ownLow - 2), low);
      before.fill(Infinity, high + 1, ownHigh + 1);
    }
    [low, high] = [ownLow, ownHigh];
    lows[t] = low;
    const own = new Uint8Array(high - low + 1);
    const between = gapCost(costs, recorded, t);
    let cheapest = Infinity;
    for (let s = low; s <= high; s++) {
      const frame = states.frames[s] ?? -1;
      let cost: number;
      let step = STEP;
      if (frame < 0) {
        const word = states.words[s] ?? 0;
        // On in the gap, or from the end of the word before it.
        cost = t === 0 ? (s === 0 ? 0 : Infinity) : (before[s] ?? Infinity);
        step = STAY;
        const ended = t > 0 && s > 0 ? (before[s - 1] ?? Infinity) : Infinity;
        if (ended < cost) {
          cost = ended;
          step = STEP;
        }
        cost += between;
        // The word before is left out: from its own gap, in the same frame.
        const gap = word > 0 ? (states.gaps[word - 1] ?? -1) : -1;
        // One without frames is not looked for, and costs nothing.
        const passed = gap >= low ? (now[gap] ?? Infinity) + (s - gap > 1 ? costs.leftOut : 0) : Infinity;
        if (passed < cost) {
          cost = passed;
          step = PASS;
        }
      } else if (t === 0) {
        cost = s === 1 ? distance(compared, frame, recorded, t) : Infinity;
      } else {
        const isFirst = (states.frames[s - 1] ?? -1) < 0;
        cost = before[s - 1] ?? Infinity;
        const stayed = (before[s] ?? Infinity) + costs.slower;
        if (stayed < cost) {
          cost = stayed;
          step = STAY;
        }
        // Over one frame of the word; over the gap, where a word follows at once.
        const leapt = s >= 2 ? (before[s - 2] ?? Infinity) + (isFirst ? 0 : costs.faster) : Infinity;
        if (leapt < cost) {
          cost = leapt;
          step = LEAP;
        }
        if (cost < Infinity) cost += distance(compared, frame, recorded, t);
      }
      now[s] = cost;
      own[s - low] = step;
      if (cost < cheapest) {
        cheapest = cost;
        best = s;
      }
    }
    steps.push(own);
    [before, now] = [now, before];
  }
  return traced(compared, states, recorded, costs, { lows, steps, low, high, last: before });
}

function traced(
  compared: Features,
  states: WordStates,
  recorded: Features,
  stepCosts: StepCosts,
  {
    lows,
    steps,
    low,
    high,
    last,
  }: { lows: Int32Array; steps: readonly Uint8Array[]; low: number; high: number; last: Float64Array },
): WordPath {
  const T = recorded.frames;
  const path = new Int32Array(T);
  const costs = new Float32Array(T);
  // It ends in the gap at the end, or as near to it as was looked at.
  let s = high;
  for (let i = high; i >= low; i--) {
    const isEnd = states.words[i] === states.gaps.length - 1 || i === states.count - 2;
    if (isEnd ? (last[i] ?? Infinity) < (last[s] ?? Infinity) : (last[s] ?? Infinity) === Infinity) s = i;
  }
  const counts = states.gaps.length - 1;
  const found: ({ from: number; to: number } | undefined)[] = Array.from({ length: counts }, () => undefined);
  const sums = new Float64Array(counts);
  for (let t = T - 1; t >= 0; t--) {
    let step = steps[t]?.[s - (lows[t] ?? 0)] ?? STAY;
    while (step === PASS) {
      s = states.gaps[(states.words[s] ?? 1) - 1] ?? 0;
      step = steps[t]?.[s - (lows[t] ?? 0)] ?? STAY;
    }
    path[t] = s;
    const frame = states.frames[s] ?? -1;
    costs[t] = frame < 0 ? gapCost(stepCosts, recorded, t) : distance(compared, frame, recorded, t);
    if (frame >= 0) {
      const word = states.words[s] ?? 0;
      const own = found[word];
      if (own) own.from = t;
      else found[word] = { from: t, to: t + 1 };
      sums[word] = (sums[word] ?? 0) + (costs[t] ?? 0);
    }
    if (step === STEP) s -= 1;
    else if (step === LEAP) s -= 2;
    if (s < 0) s = 0;
  }
  return {
    states: path,
    costs,
    words: found,
    distances: found.map((range, word) => (range ? (sums[word] ?? 0) / (range.to - range.from) : 2)),
  };
}

/**
 * The first and last state that are looked at. Around a path that leaps over words, both ends of the leap are
 * seen.
 */
function bounds(band: Band, t: number, best: number, last: number): [number, number] {
  const within = (state: number) => Math.max(0, Math.min(last, Math.round(state)));
  if (band.kind === 'beam') return [within(best - band.reach), within(best + band.reach)];
  const centres = [band.centre(Math.max(0, t - 1)), band.centre(t), band.centre(t + 1)];
  return [within(Math.min(...centres) - band.reach), within(Math.max(...centres) + band.reach)];
}

function gapCost({ pause, garbage }: StepCosts, { quiet }: Features, frame: number): number {
  return garbage + (pause - garbage) * (quiet[frame] ?? 0);
}

/** Numbers of a frame; a constant of this file, since it is asked for billions of times. */
const SIZE = DIMENSIONS;

/** Mean squared difference of two frames. */
export function distance(compared: Features, frame: number, recorded: Features, at: number): number {
  return squaredDifference(compared.values, frame * SIZE, recorded.values, at * SIZE) / SIZE;
}

function squaredDifference(a: Float32Array, i: number, b: Float32Array, j: number): number {
  let sum = 0;
  for (let d = 0; d < SIZE; d++) {
    const difference = (a[i + d] as number) - (b[j + d] as number);
    sum += difference * difference;
  }
  return sum;
}
