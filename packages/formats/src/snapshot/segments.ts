import type { SampleRange, Timeline } from '@aurelfield/core/timeline';

/**
 * Sentences that are fetched and played as one piece: the first, up to, not including, the last, and their
 * samples, pauses included.
 */
export interface SoundSegment {
  readonly firstSentence: number;
  readonly endSentence: number;
  readonly samples: SampleRange;
}

/**
 * Seconds that stretches last at least, in order; the last goes for all that follow. The first is small, so
 * that sound begins soon on a slow line.
 */
const LENGTHS = [1.5, 10, 30];

/**
 * Cuts a timeline at beginnings of sentences, so that every join lies in a pause. Each sentence is in one
 * stretch, and the stretches lie end to end.
 */
export function soundSegmentsOf({ sampleRate, samples, sentences }: Timeline): SoundSegment[] {
  const segments: SoundSegment[] = [];
  let first = 0;
  sentences.forEach((_sentence, nth) => {
    const from = segments.length === 0 ? 0 : (sentences[first]?.from ?? 0);
    const to = sentences[nth + 1]?.from ?? samples;
    const least = LENGTHS[Math.min(segments.length, LENGTHS.length - 1)] ?? 0;
    if (to - from < least * sampleRate && nth + 1 < sentences.length) return;
    segments.push({ firstSentence: first, endSentence: nth + 1, samples: { from, to } });
    first = nth + 1;
  });
  return segments;
}
