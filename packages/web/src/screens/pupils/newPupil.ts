import { DEFAULT_PROFILE, type PupilInput } from '@aurelfield/api';

/** A new pupil, before anything is entered. */
export const NEW_PUPIL: PupilInput = {
  name: '',
  note: '',
  year: '',
  classes: [],
  profile: {
    ...DEFAULT_PROFILE,
    voices: { en: 'espeak-en-gb-higher-1' },
  },
};
