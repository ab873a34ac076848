import { DEFAULT_PROFILE, type Pupil } from '@aurelfield/api';

/** A pupil with the profile that new ones have. */
export function pupil(nth: number, name: string, more: Partial<Pupil> = {}): Pupil {
  return {
    id: `00000000-0000-4000-8000-0000000001${String(nth).padStart(2, '0')}`,
    name,
    note: '',
    year: '',
    classes: [],
    revision: 1,
    profile: DEFAULT_PROFILE,
    ...more,
  };
}
