import { DEFAULT_READING_STYLE } from '@aurelfield/core/readingStyle';
import { DEFAULT_CHOICES, DEFAULT_PACE, DEFAULT_PAUSES } from '@aurelfield/core/speech';
import type { Profile } from './pupils.ts';

/** The profile of a new pupil: the best free voice of each language, a slow reader's pace, a plain page. */
export const DEFAULT_PROFILE: Profile = {
  voices: {},
  pace: DEFAULT_PACE,
  pitch: 0,
  loudness: 'default',
  pauses: DEFAULT_PAUSES,
  pausesByPace: true,
  choices: DEFAULT_CHOICES,
  readingStyle: DEFAULT_READING_STYLE,
  fileKind: 'mp3',
  fileQuality: { sampleRate: 22_050, bitRate: 64 },
};
