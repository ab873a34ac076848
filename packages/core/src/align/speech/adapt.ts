import { DIMENSIONS, type Features } from './features.ts';

/** Numbers of a frame; a constant of this file, since it is asked for billions of times. */
const SIZE = DIMENSIONS;

/** Frames of the compared sound beside those of the recording that say the same. */
export interface FramePairs {
  readonly compared: Int32Array;
  readonly recorded: Int32Array;
}

/** Sounds that are told apart when one voice is brought to another. */
const CLUSTERS = 48;
const ROUNDS = 8;
/**
 * Frames that the kinds of sounds are learnt from, from all over: half a minute tells as much as all of it.
 */
const LEARNT_FROM = 6000;
/** How many frames a sound must have before it is half believed. */
const BELIEVED = 12;
/** Keeps the mapping near the identity where there are few frames. */
const RIDGE = 20;

/**
 * The compared sound as the recording's speaker would say it: a linear mapping (least squares, held near the
 * identity), and for each kind of sound what the speaker has more or less of. The idea of linear regression
 * after Leggetter, C. J. and Woodland, P. C. (1995), Maximum likelihood linear regression for speaker
 * adaptation.
 */
export function adapted(compared: Features, recorded: Features, pairs: FramePairs): Features {
  const count = pairs.compared.length;
  if (count < 4 * SIZE) return compared;
  const linear = regression(compared.values, recorded.values, pairs);
  const values = mapped(compared.values, compared.frames, linear);
  const centres = clusterCentres(compared.values, pairs.compared);
  const kinds = new Uint8Array(compared.frames);
  for (let frame = 0; frame < compared.frames; frame++)
    kinds[frame] = nearest(centres, compared.values, frame);
  const sums = new Float64Array(CLUSTERS * SIZE);
  const counts = new Float64Array(CLUSTERS);
  for (let i = 0; i < count; i++) {
    const from = pairs.compared[i] ?? 0;
    const to = pairs.recorded[i] ?? 0;
    const cluster = kinds[from] ?? 0;
    counts[cluster] = (counts[cluster] ?? 0) + 1;
    for (let d = 0; d < SIZE; d++) {
      const k = cluster * SIZE + d;
      sums[k] = (sums[k] ?? 0) + (recorded.values[to * SIZE + d] ?? 0) - (values[from * SIZE + d] ?? 0);
    }
  }
  for (let frame = 0; frame < compared.frames; frame++) {
    const cluster = kinds[frame] ?? 0;
    const n = counts[cluster] ?? 0;
    for (let d = 0; d < SIZE; d++)
      values[frame * SIZE + d] =
        (values[frame * SIZE + d] ?? 0) + (sums[cluster * SIZE + d] ?? 0) / (n + BELIEVED);
  }
  return { frames: compared.frames, values, quiet: compared.quiet };
}

/**
 * Least squares with a ridge towards the identity: a column of weights for each dimension, and its constant
 * at the end.
 */
function regression(from: Float32Array, to: Float32Array, pairs: FramePairs): Float64Array {
  const N = SIZE + 1;
  const gram = new Float64Array(N * N);
  const right = new Float64Array(N * SIZE);
  const x = new Float64Array(N).fill(1);
  for (let i = 0; i < pairs.compared.length; i++) {
    const [a, b] = [(pairs.compared[i] ?? 0) * SIZE, (pairs.recorded[i] ?? 0) * SIZE];
    for (let d = 0; d < SIZE; d++) x[d] = from[a + d] ?? 0;
    for (let r = 0; r < N; r++) {
      const value = x[r] ?? 0;
      for (let c = 0; c < N; c++) gram[r * N + c] = (gram[r * N + c] ?? 0) + value * (x[c] ?? 0);
      for (let d = 0; d < SIZE; d++)
        right[r * SIZE + d] = (right[r * SIZE + d] ?? 0) + value * (to[b + d] ?? 0);
    }
  }
  for (let r = 0; r < N; r++) gram[r * N + r] = (gram[r * N + r] ?? 0) + RIDGE;
  for (let d = 0; d < SIZE; d++) right[d * SIZE + d] = (right[d * SIZE + d] ?? 0) + RIDGE;
  return solved(gram, right, N);
}

/** Solves a symmetric positive system by Gauss and Jordan, in place. */
function solved(gram: Float64Array, right: Float64Array, N: number): Float64Array {
  for (let pivot = 0; pivot < N; pivot++) {
    const divisor = gram[pivot * N + pivot] ?? 1;
    for (let c = 0; c < N; c++) gram[pivot * N + c] = (gram[pivot * N + c] ?? 0) / divisor;
    for (let d = 0; d < SIZE; d++) right[pivot * SIZE + d] = (right[pivot * SIZE + d] ?? 0) / divisor;
    for (let r = 0; r < N; r++) {
      const factor = gram[r * N + pivot] ?? 0;
      if (r === pivot || factor === 0) continue;
      for (let c = 0; c < N; c++)
        gram[r * N + c] = (gram[r * N + c] ?? 0) - factor * (gram[pivot * N + c] ?? 0);
      for (let d = 0; d < SIZE; d++)
        right[r * SIZE + d] = (right[r * SIZE + d] ?? 0) - factor * (right[pivot * SIZE + d] ?? 0);
    }
  }
  return right;
}

function mapped(values: Float32Array, frames: number, weights: Float64Array): Float32Array {
  const result = new Float32Array(frames * SIZE);
  for (let frame = 0; frame < frames; frame++) {
    for (let d = 0; d < SIZE; d++) {
      let sum = weights[SIZE * SIZE + d] ?? 0;
      for (let k = 0; k < SIZE; k++) sum += (values[frame * SIZE + k] ?? 0) * (weights[k * SIZE + d] ?? 0);
      result[frame * SIZE + d] = sum;
    }
  }
  return result;
}

/**
 * Centres of the kinds of sounds among some frames (k-means; the first centres are spread over the time, so
 * the result is always the same).
 */
function clusterCentres(values: Float32Array, all: Int32Array): Float32Array {
  const every = Math.max(1, Math.floor(all.length / LEARNT_FROM));
  const frames = all.filter((_, i) => i % every === 0);
  const centres = new Float32Array(CLUSTERS * SIZE);
  for (let k = 0; k < CLUSTERS; k++) {
    const frame = frames[Math.floor(((k + 0.5) * frames.length) / CLUSTERS)] ?? 0;
    centres.set(values.subarray(frame * SIZE, (frame + 1) * SIZE), k * SIZE);
  }
  for (let round = 0; round < ROUNDS; round++) {
    const sums = new Float64Array(centres.length);
    const counts = new Float64Array(CLUSTERS);
    for (let i = 0; i < frames.length; i++) {
      const frame = frames[i] ?? 0;
      const k = nearest(centres, values, frame);
      counts[k] = (counts[k] ?? 0) + 1;
      for (let d = 0; d < SIZE; d++)
        sums[k * SIZE + d] = (sums[k * SIZE + d] ?? 0) + (values[frame * SIZE + d] ?? 0);
    }
    for (let k = 0; k < CLUSTERS; k++)
      if ((counts[k] ?? 0) > 0)
        for (let d = 0; d < SIZE; d++) centres[k * SIZE + d] = (sums[k * SIZE + d] ?? 0) / (counts[k] ?? 1);
  }
  return centres;
}

function nearest(centres: Float32Array, values: Float32Array, frame: number): number {
  let best = 0;
  let least = Infinity;
  const at = frame * SIZE;
  for (let k = 0; k < CLUSTERS; k++) {
    let sum = 0;
    for (let d = 0; d < SIZE && sum < least; d++) {
      const difference = (centres[k * SIZE + d] as number) - (values[at + d] as number);
      sum += difference * difference;
    }
    if (sum < least) {
      least = sum;
      best = k;
    }
  }
  return best;
}
