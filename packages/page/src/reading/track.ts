import type { ReadingSnapshot } from '@aurelfield/api/pupilPage';
import { Track } from '@aurelfield/core/timeline';
import type { PlayerSentence } from '@aurelfield/player';

/** The sentences of a frozen reading as the player takes them. */
export function trackOf({
  sampleRate,
  sentences,
}: Pick<ReadingSnapshot, 'sampleRate' | 'sentences'>): Track<PlayerSentence> {
  return new Track(
    sampleRate,
    sentences.map(({ b, n, p, t }, index): PlayerSentence => {
      const times = Array.from(
        { length: t.length / 2 },
        (_, word) => [t[2 * word] ?? 0, t[2 * word + 1] ?? 0] as const,
      );
      return { index, block: b, samples: n, pauseAfter: p, times, words: times, spokenWords: times.length };
    }),
  );
}
