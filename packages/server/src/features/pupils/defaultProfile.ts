import type { Profile } from '@aurelfield/api';
import { DEFAULT_CHOICES, DEFAULT_LOOK, DEFAULT_PACE, DEFAULT_PAUSES } from '@aurelfield/core';

/** The profile of a pupil of whom nothing is known yet: the natural voice that is found for a language, an unhurried reader, a plain page. */
export const DEFAULT_PROFILE: Profile = {
  voices: {},
  pace: DEFAULT_PACE,
  pitch: 0,
  loudness: 'usual',
  pauses: DEFAULT_PAUSES,
  pausesByPace: true,
  choices: DEFAULT_CHOICES,
  look: DEFAULT_LOOK,
  fileKind: 'mp3',
  fileQuality: { sampleRate: 22_050, bitRate: 64 },
};
