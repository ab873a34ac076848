import type { Profile } from '@aurelfield/api';

/** What every panel of settings is given. */
export interface PanelProps {
  readonly profile: Profile;
  readonly onChange: (change: Partial<Profile>) => void;
}
