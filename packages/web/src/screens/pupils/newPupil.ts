import type { PupilInput } from '@aurelfield/api';
import { DEFAULT_CHOICES, DEFAULT_LOOK, DEFAULT_PACE, DEFAULT_PAUSES } from '@aurelfield/core';

/** A pupil of whom nothing is known yet. */
export const NEW_PUPIL: PupilInput = {
  name: '',
  note: '',
  year: '',
  classes: [],
  profile: {
    voices: { en: 'espeak-en-gb-higher-1' },
    pace: DEFAULT_PACE,
    pitch: 0,
    loudness: 'usual',
    pauses: DEFAULT_PAUSES,
    pausesByPace: true,
    choices: DEFAULT_CHOICES,
    look: DEFAULT_LOOK,
    fileKind: 'mp3',
    fileQuality: { sampleRate: 22_050, bitRate: 64 },
  },
};
