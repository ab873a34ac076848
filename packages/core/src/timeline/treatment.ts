/** What is to be cleaned. */
export interface Cleaning {
  /** Decibels by which the noise of the room is turned down. */
  readonly noise?: number | undefined;
  /**
   * Level of that noise in 64 bands from 0 hertz to half the sample rate, in dB below full scale:
   * `noiseFloor`.
   */
  readonly floor?: readonly number[] | undefined;
  /** Hertz; what is lower is taken away. */
  readonly lowCut?: number | undefined;
}

/** What can be done to the sound of a stretch as a whole. */
export type Treatment =
  /** So many times faster; the pitch stays. */
  | { readonly kind: 'tempo'; readonly factor: number }
  /** Higher, or lower, by semitones; the tempo stays. */
  | { readonly kind: 'pitch'; readonly semitones: number }
  | ({ readonly kind: 'clean' } & Cleaning);

/** How far a treatment may go: a voice is a voice still. */
export const TREATMENT_LIMITS = {
  tempo: { least: 0.7, most: 1.6 },
  pitch: { least: -12, most: 12 },
  noise: { least: 0, most: 30 },
  lowCut: { least: 20, most: 400 },
} as const;

/** Samples that a sound of so many has after a treatment. */
export function treatedLength(samples: number, treatment: Treatment): number {
  return treatment.kind === 'tempo' ? Math.round(samples / treatment.factor) : samples;
}
