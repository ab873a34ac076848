/** A stretch of sound in whole samples, from the first up to, not including, the last. */
export interface SampleRange {
  readonly from: number;
  readonly to: number;
}

/** Samples in `seconds`, to the nearest one. */
export function toSamples(seconds: number, sampleRate: number): number {
  return Math.round(seconds * sampleRate);
}
