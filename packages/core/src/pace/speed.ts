/** What a handout asks of its reader, or a long one's beginning. */
export interface HandoutMeasure {
  /** Spoken words. */
  readonly words: number;
  /** The same in standard words. */
  readonly amount: number;
  /** Seconds of silence between them. */
  readonly pauses: number;
}

/** However long the pauses, at least this share of the time is left for speaking. */
const LEAST_SPEAKING_SHARE = 0.4;
/** Speeds lie this far apart, so that a change of a word does not change the speed of a whole handout. */
const STEP = 1.02;

/**
 * The speed at which a handout must be said (standard words per minute without pauses) so that it comes out
 * at `pace` (spoken words per minute, pauses included), to the nearest step of 2 %.
 */
export function speakingSpeed(pace: number, { words, amount, pauses }: HandoutMeasure): number {
  if (words === 0) return pace;
  const whole = (words * 60) / pace;
  const speaking = Math.max(whole - pauses, whole * LEAST_SPEAKING_SHARE);
  const exact = (amount * 60) / speaking;
  return Math.round(STEP ** Math.round(Math.log(exact) / Math.log(STEP)) * 10) / 10;
}
