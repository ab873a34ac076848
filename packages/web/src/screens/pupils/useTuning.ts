import { pupilInputSchema, type Profile, type Pupil, type PupilInput, type Trial } from '@aurelfield/api';
import { useMemo, useState } from 'react';
import { z } from 'zod';
import { useKeptSteps, type KeptSteps } from '../../ui/useKeptSteps.ts';
import { NEW_PUPIL } from './newPupil.ts';

/** A name that is not there yet is no reason to lose the rest. */
const draftSchema = pupilInputSchema.extend({ name: z.string().max(80) });

/** A pupil being changed. */
export interface Tuning extends Omit<KeptSteps<PupilInput>, 'value' | 'set' | 'setRevision'> {
  readonly input: PupilInput;
  /** What is stored; nothing for a new pupil. */
  readonly stored: Pupil | undefined;
  /** What was heard side by side before something was chosen. */
  readonly trials: readonly Trial[];
  readonly set: (change: Partial<PupilInput>) => void;
  readonly setProfile: (change: Partial<Profile>) => void;
  readonly addTrial: (trial: Trial) => void;
  /** Takes another one's changes as what is stored, with or without one's own on top. */
  readonly rebase: (theirs: Pupil, keepOwn: boolean) => void;
}

/** @param pupil as stored; nothing for a new one. */
export function useTuning(pupil: Pupil | undefined): Tuning {
  const [stored, setStored] = useState(pupil);
  const original = useMemo(() => (stored ? inputOf(stored) : NEW_PUPIL), [stored]);
  const { value, set, setRevision, ...steps } = useKeptSteps(
    `aurelfield:pupil-draft:${pupil?.id ?? 'new'}`,
    draftSchema,
    original,
    pupil?.revision,
  );
  const [trials, setTrials] = useState<readonly Trial[]>([]);
  return {
    ...steps,
    input: value,
    stored,
    trials,
    set: (change) => set({ ...value, ...change }, Object.keys(change).join()),
    setProfile: (change) =>
      set({ ...value, profile: { ...value.profile, ...change } }, `profile ${Object.keys(change).join()}`),
    addTrial: (trial) => setTrials((before) => [...before, trial]),
    rebase: (theirs, keepOwn) => {
      setStored(theirs);
      setRevision(theirs.revision);
      if (!keepOwn) set(inputOf(theirs), 'rebase');
    },
  };
}

/** What of a pupil can be changed. */
export function inputOf({ name, note, year, classes, profile }: Pupil): PupilInput {
  return { name, note, year, classes, profile };
}
