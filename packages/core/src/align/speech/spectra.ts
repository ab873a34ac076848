import FFT from 'fft.js';

/** Samples a second that speech is looked at with. */
export const SPEECH_RATE = 16_000;
/** Samples from one frame to the next: 5 ms. */
export const HOP = 80;
/** Samples of a frame: 20 ms, short enough that a burst stays sharp. */
const WINDOW = 320;
const FFT_SIZE = 512;
/** Bands of the mel scale. */
export const BANDS = 26;
const LOWEST_HERTZ = 80;
const HIGHEST_HERTZ = 7200;
/** One step of a 16-bit sample, squared and summed over a window: nothing is quieter. */
const FLOOR = 1;

/** Band energies of a sound, frame by frame, on a linear scale. */
export interface Spectra {
  readonly frames: number;
  /** `frames` × `BANDS`. */
  readonly energies: Float32Array;
}

/** Hertz to mel: O'Shaughnessy, D. (1987), Speech communication: human and machine, p. 150. */
const mel = (hertz: number) => 2595 * Math.log10(1 + hertz / 700);
const hertzOf = (value: number) => 700 * (10 ** (value / 2595) - 1);

/**
 * Energies in bands of the mel scale.
 * @param pcm at 16,000 samples a second.
 * @param warp stretches the frequencies, as a longer or shorter vocal tract does: 1.1 looks for everything a
 * tenth higher.
 */
export function spectra(pcm: Int16Array, warp = 1): Spectra {
  const frames = Math.max(0, Math.floor((pcm.length - WINDOW) / HOP) + 1);
  const energies = new Float32Array(frames * BANDS);
  const fft = new FFT(FFT_SIZE);
  const input = new Float64Array(FFT_SIZE) as unknown as number[];
  const output = fft.createComplexArray() as number[];
  const bands = bandsOf(warp);
  for (let frame = 0; frame < frames; frame++) {
    const at = frame * HOP;
    for (let i = 0; i < WINDOW; i++) {
      const sample = pcm[at + i] ?? 0;
      input[i] = (sample - 0.95 * (pcm[at + i - 1] ?? sample)) * (SHAPE[i] ?? 0);
    }
    fft.realTransform(output, input);
    for (let band = 0; band < BANDS; band++) {
      const { from, weights } = bands[band] ?? EMPTY;
      let sum = FLOOR;
      for (let k = 0; k < weights.length; k++) {
        const [re, im] = [output[2 * (from + k)] ?? 0, output[2 * (from + k) + 1] ?? 0];
        sum += (weights[k] ?? 0) * (re * re + im * im);
      }
      energies[frame * BANDS + band] = sum;
    }
  }
  return { frames, energies };
}

/**
 * The spectra of a part of a sound.
 * @param from first sample, a multiple of `HOP`; up to, not including, `to`.
 */
export function spectraBetween({ frames, energies }: Spectra, from: number, to: number): Spectra {
  const first = Math.min(frames, Math.ceil(from / HOP));
  const end = Math.max(first, Math.min(frames, Math.floor((to - WINDOW) / HOP) + 1));
  return { frames: end - first, energies: energies.subarray(first * BANDS, end * BANDS) };
}

interface Band {
  /** First bin of the transform. */
  readonly from: number;
  readonly weights: Float64Array;
}

const EMPTY: Band = { from: 0, weights: new Float64Array(0) };
/** Hann. */
const SHAPE = Float64Array.from(
  { length: WINDOW },
  (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / WINDOW),
);

/** Triangles that overlap by half, of equal width on the mel scale. */
function bandsOf(warp: number): Band[] {
  const [low, high] = [mel(LOWEST_HERTZ), mel(HIGHEST_HERTZ)];
  const edges = Array.from(
    { length: BANDS + 2 },
    (_, i) => hertzOf(low + ((high - low) * i) / (BANDS + 1)) * warp,
  );
  const bin = (hertz: number) => (hertz * FFT_SIZE) / SPEECH_RATE;
  return Array.from({ length: BANDS }, (_, band) => {
    const [left, middle, right] = [
      bin(edges[band] ?? 0),
      bin(edges[band + 1] ?? 0),
      bin(edges[band + 2] ?? 0),
    ];
    const from = Math.ceil(left);
    const to = Math.min(FFT_SIZE / 2, Math.floor(right));
    const weights = Float64Array.from({ length: Math.max(0, to - from + 1) }, (_, k) => {
      const at = from + k;
      return Math.max(
        0,
        at <= middle ? (at - left) / Math.max(1, middle - left) : (right - at) / Math.max(1, right - middle),
      );
    });
    return { from, weights };
  });
}
