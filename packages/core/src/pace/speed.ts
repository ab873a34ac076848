import type { Pauses } from './profile.ts';

/** Words between two pauses of each kind in running school text. Common practice, no source. */
const WORDS_PER_SENTENCE = 14;
const WORDS_PER_COMMA = 10;
const WORDS_PER_PARAGRAPH = 60;

/** However long the pauses, at least this share of the time is left for speaking. */
const LEAST_SPEAKING_SHARE = 0.4;

/**
 * The speed at which words must be said (words per minute without pauses) so that running text with these pauses comes out at `pace`
 * (spoken words per minute, pauses included).
 */
export function speakingSpeed(pace: number, pauses: Pauses): number {
  const perWord = 60 / pace;
  const pausePerWord =
    pauses.comma / WORDS_PER_COMMA +
    pauses.sentence * (1 / WORDS_PER_SENTENCE - 1 / WORDS_PER_PARAGRAPH) +
    pauses.paragraph / WORDS_PER_PARAGRAPH;
  const speaking = Math.max(perWord - pausePerWord, perWord * LEAST_SPEAKING_SHARE);
  return Math.round(60 / speaking);
}
