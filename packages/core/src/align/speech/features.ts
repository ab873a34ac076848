import { BANDS as ALL_BANDS, type Spectra } from './spectra.ts';

/** A constant of this file, since it is asked for millions of times. */
const BANDS = ALL_BANDS;

/** Cepstral coefficients that are compared; the first is the loudness. */
const COEFFICIENTS = 13;
/** With how each changes. */
export const DIMENSIONS = 2 * COEFFICIENTS;
/** Frames to each side over which change is measured: 15 ms. */
const REACH = 3;

/** What is compared of a sound: vectors of mean 0 and variance 1, frame by frame. */
export interface Features {
  readonly frames: number;
  /** `frames` × `DIMENSIONS`. */
  readonly values: Float32Array;
  /** How much of each frame is pause: 0 speech, 1 as quiet as the sound ever is. */
  readonly quiet: Float32Array;
}

/**
 * Mel-frequency cepstra and their changes, as Davis, S. B. and Mermelstein, P. (1980), Comparison of
 * parametric representations for monosyllabic word recognition, with each coefficient brought to mean 0 and
 * variance 1 over what is not pause, so that two voices and two microphones can be compared.
 * @param noise energies of each band that are added: what stands behind the other sound stands behind this
 * one too.
 */
export function features({ frames, energies }: Spectra, noise?: Float32Array): Features {
  const cepstra = new Float32Array(frames * COEFFICIENTS);
  const logs = new Float64Array(BANDS);
  for (let frame = 0; frame < frames; frame++) {
    for (let band = 0; band < BANDS; band++)
      logs[band] = Math.log((energies[frame * BANDS + band] ?? 0) + (noise?.[band] ?? 0));
    for (let c = 0; c < COEFFICIENTS; c++) {
      let sum = 0;
      for (let band = 0; band < BANDS; band++) sum += (logs[band] ?? 0) * (COSINES[c * BANDS + band] ?? 0);
      cepstra[frame * COEFFICIENTS + c] = sum;
    }
  }
  const quiet = quietness(cepstra, frames);
  const values = new Float32Array(frames * DIMENSIONS);
  const at = (frame: number, c: number) =>
    cepstra[Math.max(0, Math.min(frames - 1, frame)) * COEFFICIENTS + c] ?? 0;
  for (let frame = 0; frame < frames; frame++) {
    for (let c = 0; c < COEFFICIENTS; c++) {
      let [slope, squares] = [0, 0];
      for (let d = 1; d <= REACH; d++) {
        slope += d * (at(frame + d, c) - at(frame - d, c));
        squares += 2 * d * d;
      }
      values[frame * DIMENSIONS + c] = at(frame, c);
      values[frame * DIMENSIONS + COEFFICIENTS + c] = slope / squares;
    }
  }
  normalise(values, quiet, frames);
  return { frames, values, quiet };
}

/** What is behind a sound all the time: the tenth of each band's energies that is quietest. */
export function noiseOf({ frames, energies }: Spectra): Float32Array {
  return Float32Array.from({ length: BANDS }, (_, band) => {
    const own = Float32Array.from(
      { length: frames },
      (_frame, frame) => energies[frame * BANDS + band] ?? 0,
    ).sort();
    return own[Math.floor(frames / 10)] ?? 0;
  });
}

/** Mean energy of the louder half of each band. */
export function levelOf({ frames, energies }: Spectra): Float32Array {
  return Float32Array.from({ length: BANDS }, (_, band) => {
    const own = Float32Array.from(
      { length: frames },
      (_frame, frame) => energies[frame * BANDS + band] ?? 0,
    ).sort();
    return (
      own.subarray(Math.floor(frames / 2)).reduce((sum, value) => sum + value, 0) / Math.max(1, frames / 2)
    );
  });
}

/** Fewer frames, each the mean of some. */
export function pooled(all: Features, by: number): Features {
  if (by === 1) return all;
  const { frames, values, quiet } = all;
  const count = Math.floor(frames / by);
  const own = new Float32Array(count * DIMENSIONS);
  const ownQuiet = new Float32Array(count);
  for (let frame = 0; frame < count; frame++) {
    for (let k = 0; k < by; k++) {
      ownQuiet[frame] = (ownQuiet[frame] ?? 0) + (quiet[frame * by + k] ?? 0) / by;
      for (let d = 0; d < DIMENSIONS; d++)
        own[frame * DIMENSIONS + d] =
          (own[frame * DIMENSIONS + d] ?? 0) + (values[(frame * by + k) * DIMENSIONS + d] ?? 0) / by;
    }
  }
  return { frames: count, values: own, quiet: ownQuiet };
}

/** Where between the deepest pause and speech a frame is all pause, and where it is none. */
const [ALL_PAUSE, NO_PAUSE] = [0.15, 0.4];

/**
 * How far below speech a pause is looked for at most, 40 dB in the measure of the first coefficient: what a
 * program has cut out is deeper, and tells nothing of the other pauses.
 */
const DEEPEST = (40 / 10) * Math.LN10 * Math.sqrt(BANDS);

function quietness(cepstra: Float32Array, frames: number): Float32Array {
  const loudness = Float32Array.from({ length: frames }, (_, frame) => cepstra[frame * COEFFICIENTS] ?? 0);
  const sorted = loudness.slice().sort();
  const high = sorted[Math.floor(frames * 0.9)] ?? 0;
  const low = Math.max(sorted[Math.floor(frames * 0.05)] ?? 0, high - DEEPEST);
  const range = Math.max(1e-6, high - low);
  return loudness.map((value) =>
    Math.max(0, Math.min(1, (NO_PAUSE - (value - low) / range) / (NO_PAUSE - ALL_PAUSE))),
  );
}

function normalise(values: Float32Array, quiet: Float32Array, frames: number): void {
  for (let d = 0; d < DIMENSIONS; d++) {
    let [sum, squares, weight] = [0, 0, 1e-9];
    for (let frame = 0; frame < frames; frame++) {
      const w = 1 - (quiet[frame] ?? 0);
      const value = values[frame * DIMENSIONS + d] ?? 0;
      sum += w * value;
      squares += w * value * value;
      weight += w;
    }
    const mean = sum / weight;
    const deviation = Math.sqrt(Math.max(1e-9, squares / weight - mean * mean));
    for (let frame = 0; frame < frames; frame++) {
      const i = frame * DIMENSIONS + d;
      values[i] = ((values[i] ?? 0) - mean) / deviation;
    }
  }
}

/** Of the discrete cosine transform (type II). */
const COSINES = Float64Array.from({ length: COEFFICIENTS * BANDS }, (_, i) => {
  const [c, band] = [Math.floor(i / BANDS), i % BANDS];
  return Math.cos((Math.PI * c * (band + 0.5)) / BANDS) * Math.sqrt((c === 0 ? 1 : 2) / BANDS);
});
