import type { SpokenChoices } from '../spoken/choices.ts';

/** Silences in seconds, by what stands in the text. */
export interface Pauses {
  readonly comma: number;
  readonly sentence: number;
  readonly paragraph: number;
  readonly heading: number;
}

/**
 * "Louder" is for noisy rooms and small loudspeakers, "loudest" for a phrase that is to be heard across a
 * room.
 */
export type LoudnessChoice = 'default' | 'louder' | 'loudest';

/** Integrated loudness aimed at, in LUFS. Common practice for speech on small devices, no source. */
export const LOUDNESS_TARGETS: Readonly<Record<LoudnessChoice, number>> = {
  default: -19,
  louder: -15,
  loudest: -12,
};

/** Decibels to turn a clip up by, which is made in the usual loudness. */
export function loudnessGain(loudness: LoudnessChoice): number {
  return LOUDNESS_TARGETS[loudness] - LOUDNESS_TARGETS.default;
}

/** How a pupil hears a text. */
export interface ProfileSettings {
  /** Voice identifier for each language of the pupil, by base language ("en", "pl"). */
  readonly voices: Readonly<Record<string, string>>;
  /**
   * Spoken words per minute with the usual pauses; longer ones make the whole longer and leave the words as
   * quick as they are.
   */
  readonly pace: number;
  /** Semitones above (or below) the voice's own pitch. */
  readonly pitch: number;
  readonly pauses: Pauses;
  readonly loudness: LoudnessChoice;
  readonly choices: SpokenChoices;
}

export const PACE_RANGE = { min: 60, max: 300 } as const;
export const PITCH_RANGE = { min: -6, max: 6 } as const;
export const PAUSE_RANGE = { min: 0, max: 4 } as const;

/** Pauses of an unhurried reader. Common practice, no source. */
export const DEFAULT_PAUSES: Pauses = { comma: 0.2, sentence: 0.45, paragraph: 0.8, heading: 1 };

/** A steady pace for listening along with the page. */
export const DEFAULT_PACE = 150;
