import { DIMENSIONS, type Features } from './features.ts';

/** Frames of the compared sound beside those of the recording that say the same. */
export interface FramePairs {
  readonly compared: Int32Array;
  readonly recorded: Int32Array;
}

/** Sounds that are told apart when one voice is brought to another. */
const CLUSTERS = 48;
const ROUNDS = 8;
/** How many frames a sound must have before it is half believed. */
const BELIEVED = 12;
/** Keeps the mapping near the identity where there are few frames. */
const RIDGE = 20;

/**
 * The compared sound as the recording's speaker would say it: a linear mapping (least squares, held near the identity), and for each kind of sound what the speaker has more or less of.
 * The idea of linear regression after Leggetter, C. J. and Woodland, P. C. (1995), Maximum likelihood linear regression for speaker adaptation.
 */
export function adapted(compared: Features, recorded: Features, pairs: FramePairs): Features {
  const count = pairs.compared.length;
  if (count < 4 * DIMENSIONS) return compared;
  const linear = regression(compared.values, recorded.values, pairs);
  const values = mapped(compared.values, compared.frames, linear);
  const { labels, centres } = clusters(compared.values, pairs.compared);
  const sums = new Float64Array(CLUSTERS * DIMENSIONS);
  const counts = new Float64Array(CLUSTERS);
  for (let i = 0; i < count; i++) {
    const [from, to, cluster] = [pairs.compared[i] ?? 0, pairs.recorded[i] ?? 0, labels[i] ?? 0];
    counts[cluster] = (counts[cluster] ?? 0) + 1;
    for (let d = 0; d < DIMENSIONS; d++) {
      const k = cluster * DIMENSIONS + d;
      sums[k] =
        (sums[k] ?? 0) + (recorded.values[to * DIMENSIONS + d] ?? 0) - (values[from * DIMENSIONS + d] ?? 0);
    }
  }
  for (let frame = 0; frame < compared.frames; frame++) {
    const cluster = nearest(centres, compared.values, frame);
    const n = counts[cluster] ?? 0;
    for (let d = 0; d < DIMENSIONS; d++)
      values[frame * DIMENSIONS + d] =
        (values[frame * DIMENSIONS + d] ?? 0) + (sums[cluster * DIMENSIONS + d] ?? 0) / (n + BELIEVED);
  }
  return { frames: compared.frames, values, quiet: compared.quiet };
}

/** Least squares with a ridge towards the identity: a column of weights for each dimension, and its constant at the end. */
function regression(from: Float32Array, to: Float32Array, pairs: FramePairs): Float64Array {
  const N = DIMENSIONS + 1;
  const gram = new Float64Array(N * N);
  const right = new Float64Array(N * DIMENSIONS);
  const x = new Float64Array(N).fill(1);
  for (let i = 0; i < pairs.compared.length; i++) {
    const [a, b] = [(pairs.compared[i] ?? 0) * DIMENSIONS, (pairs.recorded[i] ?? 0) * DIMENSIONS];
    for (let d = 0; d < DIMENSIONS; d++) x[d] = from[a + d] ?? 0;
    for (let r = 0; r < N; r++) {
      const value = x[r] ?? 0;
      for (let c = 0; c < N; c++) gram[r * N + c] = (gram[r * N + c] ?? 0) + value * (x[c] ?? 0);
      for (let d = 0; d < DIMENSIONS; d++)
        right[r * DIMENSIONS + d] = (right[r * DIMENSIONS + d] ?? 0) + value * (to[b + d] ?? 0);
    }
  }
  for (let r = 0; r < N; r++) gram[r * N + r] = (gram[r * N + r] ?? 0) + RIDGE;
  for (let d = 0; d < DIMENSIONS; d++) right[d * DIMENSIONS + d] = (right[d * DIMENSIONS + d] ?? 0) + RIDGE;
  return solved(gram, right, N);
}

/** Solves a symmetric positive system by Gauss and Jordan, in place. */
function solved(gram: Float64Array, right: Float64Array, N: number): Float64Array {
  for (let pivot = 0; pivot < N; pivot++) {
    const divisor = gram[pivot * N + pivot] ?? 1;
    for (let c = 0; c < N; c++) gram[pivot * N + c] = (gram[pivot * N + c] ?? 0) / divisor;
    for (let d = 0; d < DIMENSIONS; d++)
      right[pivot * DIMENSIONS + d] = (right[pivot * DIMENSIONS + d] ?? 0) / divisor;
    for (let r = 0; r < N; r++) {
      const factor = gram[r * N + pivot] ?? 0;
      if (r === pivot || factor === 0) continue;
      for (let c = 0; c < N; c++)
        gram[r * N + c] = (gram[r * N + c] ?? 0) - factor * (gram[pivot * N + c] ?? 0);
      for (let d = 0; d < DIMENSIONS; d++)
        right[r * DIMENSIONS + d] =
          (right[r * DIMENSIONS + d] ?? 0) - factor * (right[pivot * DIMENSIONS + d] ?? 0);
    }
  }
  return right;
}

function mapped(values: Float32Array, frames: number, weights: Float64Array): Float32Array {
  const result = new Float32Array(frames * DIMENSIONS);
  for (let frame = 0; frame < frames; frame++) {
    for (let d = 0; d < DIMENSIONS; d++) {
      let sum = weights[DIMENSIONS * DIMENSIONS + d] ?? 0;
      for (let k = 0; k < DIMENSIONS; k++)
        sum += (values[frame * DIMENSIONS + k] ?? 0) * (weights[k * DIMENSIONS + d] ?? 0);
      result[frame * DIMENSIONS + d] = sum;
    }
  }
  return result;
}

/** Kinds of sounds among some frames (k-means; the first centres are spread over the time, so the result is always the same). */
function clusters(values: Float32Array, frames: Int32Array): { labels: Int32Array; centres: Float32Array } {
  const centres = new Float32Array(CLUSTERS * DIMENSIONS);
  const labels = new Int32Array(frames.length);
  for (let k = 0; k < CLUSTERS; k++) {
    const frame = frames[Math.floor(((k + 0.5) * frames.length) / CLUSTERS)] ?? 0;
    centres.set(values.subarray(frame * DIMENSIONS, (frame + 1) * DIMENSIONS), k * DIMENSIONS);
  }
  for (let round = 0; round < ROUNDS; round++) {
    const sums = new Float64Array(centres.length);
    const counts = new Float64Array(CLUSTERS);
    for (let i = 0; i < frames.length; i++) {
      const frame = frames[i] ?? 0;
      const k = nearest(centres, values, frame);
      labels[i] = k;
      counts[k] = (counts[k] ?? 0) + 1;
      for (let d = 0; d < DIMENSIONS; d++)
        sums[k * DIMENSIONS + d] = (sums[k * DIMENSIONS + d] ?? 0) + (values[frame * DIMENSIONS + d] ?? 0);
    }
    for (let k = 0; k < CLUSTERS; k++)
      if ((counts[k] ?? 0) > 0)
        for (let d = 0; d < DIMENSIONS; d++)
          centres[k * DIMENSIONS + d] = (sums[k * DIMENSIONS + d] ?? 0) / (counts[k] ?? 1);
  }
  return { labels, centres };
}

function nearest(centres: Float32Array, values: Float32Array, frame: number): number {
  let [best, least] = [0, Infinity];
  for (let k = 0; k < CLUSTERS; k++) {
    let sum = 0;
    for (let d = 0; d < DIMENSIONS && sum < least; d++) {
      const difference = (centres[k * DIMENSIONS + d] as number) - (values[frame * DIMENSIONS + d] as number);
      sum += difference * difference;
    }
    if (sum < least) [best, least] = [k, sum];
  }
  return best;
}
