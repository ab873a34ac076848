import FFT from 'fft.js';
import type { Cleaning } from '../timeline/treatment.ts';
import { biquad, highPass } from './biquad.ts';

/** Seconds of a frame, rounded to a power of two of samples; four of them overlap. */
const FRAME = 0.032;
const OVERLAP = 4;
/** Bands in which the noise of a room is measured. */
const NOISE_BANDS = 64;
/**
 * The noise is what is there in the quietest tenth of the frames, and a little more, since those are its
 * quietest moments.
 */
const QUIETEST = 0.1;
const MORE = 1.3;
/** So many times the noise must be there for something to be more than noise. */
const OVER = 4;
/**
 * What of its loudness a sound keeps from one frame to the next at the least, so that ends of words are not
 * bitten off.
 */
const RELEASE = 0.75;
const FULL_SCALE = 32_768;

/** The noise behind a recording: its level in 64 bands, dB below full scale per bin. */
export function noiseFloor(pcm: Int16Array, sampleRate: number): number[] {
  const levels: number[][] = Array.from({ length: NOISE_BANDS }, () => []);
  const { size, forEach } = frames(sampleRate);
  const width = size / 2 / NOISE_BANDS;
  const scale = 1 / (size * FULL_SCALE) ** 2;
  forEach(pcm.length, size, (at, { fft, input, spectrum, shape }) => {
    for (let i = 0; i < size; i++) input[i] = (pcm[at + i] ?? 0) * (shape[i] ?? 0);
    fft.realTransform(spectrum, input);
    for (let band = 0; band < NOISE_BANDS; band++) {
      let sum = 0;
      for (let k = band * width; k < (band + 1) * width; k++)
        sum += (spectrum[2 * k] ?? 0) ** 2 + (spectrum[2 * k + 1] ?? 0) ** 2;
      levels[band]?.push((sum / width) * scale);
    }
  });
  return levels.map((own) => {
    const sorted = Float64Array.from(own).sort();
    const level = sorted[Math.floor(sorted.length * QUIETEST)] ?? 0;
    return Math.round(Math.max(-160, 10 * Math.log10(level * MORE + 1e-16)) * 10) / 10;
  });
}

/**
 * Sound with low rumble taken away and the noise of the room turned down (a gain for each bin and frame,
 * after spectral subtraction: Boll 1979). As long as it was, and at the same times.
 */
export function cleaned(pcm: Int16Array, sampleRate: number, { noise, floor, lowCut }: Cleaning): Int16Array {
  let signal = Float64Array.from(pcm);
  if (lowCut !== undefined) signal = Float64Array.from(biquad(signal, highPass(lowCut, sampleRate)));
  if (noise !== undefined && noise > 0 && floor !== undefined)
    signal = Float64Array.from(quieter(signal, sampleRate, noise, floor));
  return Int16Array.from(signal, (sample) =>
    Math.max(-FULL_SCALE, Math.min(FULL_SCALE - 1, Math.round(sample))),
  );
}

function quieter(
  signal: Float64Array,
  sampleRate: number,
  decibels: number,
  floor: readonly number[],
): Float64Array {
  const { size, forEach } = frames(sampleRate);
  const bins = size / 2;
  const least = 10 ** (-decibels / 20);
  const noise = Float64Array.from(
    { length: bins + 1 },
    (_, k) =>
      OVER *
      10 ** ((floor[Math.min(NOISE_BANDS - 1, Math.floor((k * NOISE_BANDS) / bins))] ?? -160) / 10) *
      (size * FULL_SCALE) ** 2,
  );
  const out = new Float64Array(signal.length);
  const weights = new Float64Array(signal.length);
  const gains = new Float64Array(bins + 1).fill(least);
  const own = new Float64Array(bins + 1);
  forEach(signal.length, size / OVERLAP, (at, { fft, input, spectrum, shape, back }) => {
    for (let i = 0; i < size; i++) input[i] = (signal[at + i] ?? 0) * (shape[i] ?? 0);
    fft.realTransform(spectrum, input);
    for (let k = 0; k <= bins; k++) {
      const power = (spectrum[2 * k] ?? 0) ** 2 + (spectrum[2 * k + 1] ?? 0) ** 2;
      own[k] = Math.sqrt(Math.max(least * least, 1 - (noise[k] ?? 0) / (power + 1e-9)));
    }
    for (let k = 0; k <= bins; k++) {
      // Neighbours are heard together; a single bin that stands out is a whistle of the arithmetic.
      const mean = ((own[Math.max(0, k - 1)] ?? 0) + (own[k] ?? 0) + (own[Math.min(bins, k + 1)] ?? 0)) / 3;
      gains[k] = Math.max(mean, least, (gains[k] ?? 0) * RELEASE);
      spectrum[2 * k] = (spectrum[2 * k] ?? 0) * (gains[k] ?? 0);
      spectrum[2 * k + 1] = (spectrum[2 * k + 1] ?? 0) * (gains[k] ?? 0);
    }
    fft.completeSpectrum(spectrum);
    fft.inverseTransform(back, spectrum);
    for (let i = Math.max(0, -at); i < size && at + i < signal.length; i++) {
      const weight = shape[i] ?? 0;
      out[at + i] = (out[at + i] ?? 0) + (back[2 * i] ?? 0) * weight;
      weights[at + i] = (weights[at + i] ?? 0) + weight * weight;
    }
  });
  for (let i = 0; i < out.length; i++) out[i] = (out[i] ?? 0) / Math.max(1e-6, weights[i] ?? 0);
  return out;
}

interface Tools {
  readonly fft: FFT;
  readonly input: number[];
  readonly spectrum: number[];
  readonly back: number[];
  readonly shape: Float64Array;
}

function frames(sampleRate: number) {
  const size = 2 ** Math.round(Math.log2(FRAME * sampleRate));
  const fft = new FFT(size);
  const tools: Tools = {
    fft,
    input: new Float64Array(size) as unknown as number[],
    spectrum: fft.createComplexArray() as number[],
    back: fft.createComplexArray() as number[],
    shape: Float64Array.from({ length: size }, (_, i) => Math.sin((Math.PI * (i + 0.5)) / size)),
  };
  return {
    size,
    /** From before the beginning on, so that every sample lies in as many frames. */
    forEach: (length: number, hop: number, use: (at: number, tools: Tools) => void) => {
      for (let at = hop === size ? 0 : hop - size; at < length; at += hop) use(at, tools);
    },
  };
}
