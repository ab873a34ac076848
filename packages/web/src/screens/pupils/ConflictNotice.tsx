import type { Pupil, PupilInput, VoiceInfo } from '@aurelfield/api';
import { useQuery } from '@tanstack/react-query';
import { fetchPupils, usePastProfiles } from '../../api/pupilQueries.ts';
import { Button } from '../../ui/Button.tsx';
import { Row } from '../../ui/layout.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { DifferenceTable } from './DifferenceTable.tsx';
import { differencesOf } from './differences.ts';

interface ConflictNoticeProps {
  readonly pupilId: string;
  readonly mine: PupilInput;
  readonly voices: readonly VoiceInfo[];
  readonly onChooseTheirs: (theirs: Pupil) => void;
  readonly onKeepMine: (theirs: Pupil) => void;
}

/** Two teachers have changed the same pupil: both are shown, and the second decides. */
export function ConflictNotice({ pupilId, mine, voices, onChooseTheirs, onKeepMine }: ConflictNoticeProps) {
  const pupils = useQuery({ queryKey: ['pupils now', pupilId], queryFn: fetchPupils, gcTime: 0 });
  const past = usePastProfiles(pupilId);
  const theirs = pupils.data?.find(({ id }) => id === pupilId);
  if (!theirs) return <p aria-busy="true">Fetching what has changed …</p>;
  return (
    <Notice kind="error">
      <p>
        {past.data?.[0]?.teacher ?? 'Somebody'} has changed {theirs.name} in the meantime. Nothing of yours is
        stored yet.
      </p>
      <DifferenceTable
        differences={differencesOf(theirs.profile, mine.profile, voices)}
        before="Stored now"
        after="Yours"
      />
      <Row style={{ marginTop: '0.6rem' }}>
        <Button onPress={() => onChooseTheirs(theirs)}>Take what is stored</Button>
        <Button onPress={() => onKeepMine(theirs)}>Store mine instead</Button>
      </Row>
    </Notice>
  );
}
