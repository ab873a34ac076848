/** A filter of the second order; a0 is 1. */
export interface Biquad {
  readonly b: readonly [number, number, number];
  readonly a: readonly [number, number];
}

/** A signal through a filter of the second order, from rest. */
export function biquad(signal: Float64Array, { b, a }: Biquad): Float64Array {
  const out = new Float64Array(signal.length);
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  for (let i = 0; i < signal.length; i++) {
    const x = signal[i] ?? 0;
    const y = b[0] * x + b[1] * x1 + b[2] * x2 - a[0] * y1 - a[1] * y2;
    [x2, x1, y2, y1] = [x1, x, y1, y];
    out[i] = y;
  }
  return out;
}

/**
 * What lets through what is higher than `hertz`, 12 dB an octave below it (Butterworth; the bilinear
 * transform, as in Oppenheim and Schafer, Discrete-Time Signal Processing, chapter 7; from memory).
 */
export function highPass(hertz: number, sampleRate: number): Biquad {
  const k = Math.tan((Math.PI * hertz) / sampleRate);
  const a0 = 1 + Math.SQRT2 * k + k * k;
  return {
    b: [1 / a0, -2 / a0, 1 / a0],
    a: [(2 * (k * k - 1)) / a0, (1 - Math.SQRT2 * k + k * k) / a0],
  };
}
