import type { Voice } from '../engine.ts';

/** A voice and the program's own name for it. */
export interface FliteVoice extends Voice {
  readonly name: string;
}

/**
 * Voices built from recordings of speakers of English; both have the words of the American dictionary. The
 * others that the program carries are those of the engine beside this one.
 */
export const FLITE_VOICES: readonly FliteVoice[] = [
  {
    id: 'flite-en-scottish-lower',
    label: 'English (a Scottish speaker), natural, lower',
    language: 'en-GB',
    region: 'Scotland',
    timbre: 'lower',
    engine: 'flite',
    sampleRate: 16_000,
    timings: 'exact',
    isNatural: true,
    name: 'awb',
  },
  {
    id: 'flite-en-us-lower',
    label: 'English (North America), natural, deep',
    language: 'en-US',
    region: 'North America',
    timbre: 'lower',
    engine: 'flite',
    sampleRate: 16_000,
    timings: 'exact',
    isNatural: true,
    name: 'rms',
  },
];
