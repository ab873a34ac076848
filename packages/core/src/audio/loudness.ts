import { biquad } from './biquad.ts';

/** Loudness and highest peak of a piece of sound. */
export interface Loudness {
  /** Integrated loudness in LUFS; −Infinity for silence. */
  readonly lufs: number;
  /** Highest sample in dB below full scale; −Infinity for silence. */
  readonly peak: number;
}

const BLOCK_SECONDS = 0.4;
const STEP_SECONDS = 0.1;
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;
const FULL_SCALE = 32768;

/**
 * Integrated loudness after ITU-R BS.1770-4 (K-weighting, blocks of 400 ms, absolute gate at −70 LUFS,
 * relative gate 10 LU down) of mono 16-bit sound. The filters are those of the recommendation carried over to
 * any sample rate by the bilinear transform (values as in libebur128, from memory).
 */
export function measureLoudness(pcm: Int16Array, sampleRate: number): Loudness {
  let highest = 0;
  for (const sample of pcm) highest = Math.max(highest, Math.abs(sample));
  const weighted = highPass(
    shelf(
      Float64Array.from(pcm, (sample) => sample / FULL_SCALE),
      sampleRate,
    ),
    sampleRate,
  );
  const blocks = blockPowers(weighted, sampleRate);
  const loud = blocks.filter((power) => toLufs(power) > ABSOLUTE_GATE);
  const gate = toLufs(mean(loud)) + RELATIVE_GATE;
  return {
    lufs: toLufs(mean(loud.filter((power) => toLufs(power) > gate))),
    peak: 20 * Math.log10(highest / FULL_SCALE),
  };
}

/** Lossy codecs overshoot: speech limited to −1.5 dB left Opus at +0.3 dBTP, measured with `ebur128`. */
const CEILING = FULL_SCALE * 10 ** (-1.75 / 20);
const LIMITER_SECONDS = 0.002;

/**
 * Makes sound louder or softer by decibels. Peaks that would pass 1.75 dB below full scale are turned down
 * smoothly, over two milliseconds before and after, rather than cut off. Changes `pcm` in place.
 */
export function applyGain(pcm: Int16Array, decibels: number, sampleRate: number): void {
  const factor = 10 ** (decibels / 20);
  const reach = Math.round(LIMITER_SECONDS * sampleRate);
  const lowest = lowestRoom(pcm, factor, reach);
  if (lowest === undefined) {
    for (let i = 0; i < pcm.length; i++) pcm[i] = Math.round((pcm[i] ?? 0) * factor);
    return;
  }
  // The mean of the lowest values around a sample is never above the room it has itself.
  const last = pcm.length - 1;
  const width = 2 * reach + 1;
  let sum = 0;
  for (let j = -reach; j < reach; j++) sum += lowest[Math.min(last, Math.max(0, j))] ?? 1;
  for (let i = 0; i <= last; i++) {
    sum += lowest[Math.min(last, i + reach)] ?? 1;
    pcm[i] = Math.round((pcm[i] ?? 0) * factor * (sum / width));
    sum -= lowest[Math.max(0, i - reach)] ?? 1;
  }
}

/**
 * For each sample the least gain that a peak within `reach` leaves room for; `undefined` when no peak is too
 * high.
 */
function lowestRoom(pcm: Int16Array, factor: number, reach: number): Float64Array | undefined {
  let lowest: Float64Array | undefined;
  for (let i = 0; i < pcm.length; i++) {
    const level = Math.abs(pcm[i] ?? 0) * factor;
    if (level <= CEILING) continue;
    lowest ??= new Float64Array(pcm.length).fill(1);
    const room = CEILING / level;
    const end = Math.min(pcm.length - 1, i + reach);
    for (let j = Math.max(0, i - reach); j <= end; j++) if ((lowest[j] ?? 1) > room) lowest[j] = room;
  }
  return lowest;
}

function blockPowers(signal: Float64Array, sampleRate: number): number[] {
  const size = Math.min(Math.round(BLOCK_SECONDS * sampleRate), signal.length);
  const step = Math.round(STEP_SECONDS * sampleRate);
  const powers: number[] = [];
  for (let start = 0; start + size <= signal.length && size > 0; start += step) {
    let sum = 0;
    for (let i = start; i < start + size; i++) sum += (signal[i] ?? 0) ** 2;
    powers.push(sum / size);
  }
  return powers;
}

function toLufs(power: number): number {
  return -0.691 + 10 * Math.log10(power);
}

function mean(values: readonly number[]): number {
  return values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;
}

function shelf(signal: Float64Array, sampleRate: number): Float64Array {
  const k = Math.tan((Math.PI * 1681.974450955533) / sampleRate);
  const q = 0.7071752369554196;
  const high = 10 ** (3.999843853973347 / 20);
  const band = high ** 0.4996667741545416;
  const a0 = 1 + k / q + k * k;
  return biquad(signal, {
    b: [
      (high + (band * k) / q + k * k) / a0,
      (2 * (k * k - high)) / a0,
      (high - (band * k) / q + k * k) / a0,
    ],
    a: [(2 * (k * k - 1)) / a0, (1 - k / q + k * k) / a0],
  });
}

function highPass(signal: Float64Array, sampleRate: number): Float64Array {
  const k = Math.tan((Math.PI * 38.13547087602444) / sampleRate);
  const q = 0.5003270373238773;
  const a0 = 1 + k / q + k * k;
  return biquad(signal, { b: [1, -2, 1], a: [(2 * (k * k - 1)) / a0, (1 - k / q + k * k) / a0] });
}
