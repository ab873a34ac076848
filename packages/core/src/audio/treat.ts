import { cleaned, type Cleaning } from './clean.ts';
import { resampled } from './resample.ts';
import { stretched } from './stretch.ts';

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

/** Sound after a treatment; of just the length that `treatedLength` tells. */
export function treated(pcm: Int16Array, sampleRate: number, treatment: Treatment): Int16Array {
  switch (treatment.kind) {
    case 'tempo':
      return stretched(pcm, sampleRate, treatedLength(pcm.length, treatment));
    case 'pitch': {
      const higher = resampled(pcm, Math.round(pcm.length / 2 ** (treatment.semitones / 12)));
      return stretched(higher, sampleRate, pcm.length);
    }
    case 'clean':
      return cleaned(pcm, sampleRate, treatment);
  }
}
