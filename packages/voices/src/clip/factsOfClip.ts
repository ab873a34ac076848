import type { ClipFacts } from '@aurelfield/core/timeline';
import type { SpokenClip } from '../engine.ts';

/** What the timeline needs to know of a clip, in whole samples. */
export function factsOfClip({
  pcm,
  sampleRate,
  words,
  cuts,
  spelledWords = [],
  trailingSilence,
}: SpokenClip): ClipFacts {
  return {
    samples: pcm.length,
    words: words.map(({ start, end }) => ({
      from: Math.round(start * sampleRate),
      to: Math.round(end * sampleRate),
    })),
    cuts,
    ...(spelledWords.length > 0 ? { spelledWords } : {}),
    ...(trailingSilence ? { trailingSilence } : {}),
  };
}
