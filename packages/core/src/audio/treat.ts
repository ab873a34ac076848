import { treatedLength, type Treatment } from '../timeline/treatment.ts';
import { cleaned } from './clean.ts';
import { resampled } from './resample.ts';
import { timeStretched } from './timeStretch.ts';

/** Sound after a treatment; of just the length that `treatedLength` tells. */
export function treated(pcm: Int16Array, sampleRate: number, treatment: Treatment): Int16Array {
  switch (treatment.kind) {
    case 'tempo':
      return timeStretched(pcm, sampleRate, treatedLength(pcm.length, treatment));
    case 'pitch': {
      const higher = resampled(pcm, Math.round(pcm.length / 2 ** (treatment.semitones / 12)));
      return timeStretched(higher, sampleRate, pcm.length);
    }
    case 'clean':
      return cleaned(pcm, sampleRate, treatment);
  }
}
