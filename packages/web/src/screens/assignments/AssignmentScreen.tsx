import { DEFAULT_ALLOWS, type HandoutSummary, type Pupil } from '@aurelfield/api';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useGive, usePupilLinks } from '../../api/assignmentQueries.ts';
import { useHandouts } from '../../api/handoutQueries.ts';
import { usePupils } from '../../api/pupilQueries.ts';
import { outlined, SolidButton } from '../../ui/Button.tsx';
import { Desk } from '../../ui/Desk.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { HandoutList } from '../make/HandoutList.tsx';
import { firstPupils } from '../pupils/classes.ts';
import { PupilPicker } from '../pupils/PupilPicker.tsx';
import { Elsewhere } from './Elsewhere.tsx';
import { AllowedSites } from './AllowedSites.tsx';
import { OutList } from './OutList.tsx';
import { Terms, type TermsDraft } from './Terms.tsx';

const PrintLink = styled(Link)`
  ${outlined}
`;

/** Handouts given to pupils: what, to whom, and how they may use it; and everything that is out. */
export function AssignmentScreen() {
  const [address] = useSearchParams();
  const handouts = useHandouts({ search: '', from: 'active' });
  const pupils = usePupils();
  const failed = [handouts, pupils].find(({ isError }) => isError);
  if (failed) return <Notice kind="error">{messageOf(failed.error)}</Notice>;
  if (!handouts.data || !pupils.data) return <p aria-busy="true">Fetching handouts and pupils …</p>;
  const asked = new Set(address.getAll('handout'));
  const chosen = handouts.data.filter(({ id }) => asked.has(id));
  return <Table key={address.toString()} chosen={chosen} handouts={handouts.data} pupils={pupils.data} />;
}

function Table({
  chosen,
  handouts,
  pupils,
}: {
  readonly chosen: readonly HandoutSummary[];
  readonly handouts: readonly HandoutSummary[];
  readonly pupils: readonly Pupil[];
}) {
  const [handoutIds, setHandouts] = useState<readonly string[]>(chosen.map(({ id }) => id));
  const [pupilIds, setPupils] = useState<readonly string[]>(firstPupils(chosen, pupils));
  const [terms, setTerms] = useState<TermsDraft>({ allows: DEFAULT_ALLOWS, firstDay: '', lastDay: '' });
  const links = usePupilLinks().data ?? [];
  const give = useGive();
  const { allows, firstDay, lastDay } = terms;
  const isWrong = firstDay !== '' && lastDay !== '' && lastDay < firstDay;
  const start = () =>
    give.mutate(
      {
        handoutIds: [...handoutIds],
        pupilIds: [...pupilIds],
        allows,
        firstDay: firstDay === '' ? null : firstDay,
        lastDay: lastDay === '' ? null : lastDay,
      },
      { onSuccess: () => setHandouts([]) },
    );
  return (
    <>
      <ScreenTitle title="Hand out">
        <Row>
          {links.length > 0 && <PrintLink to="/assignments/cards">Cards to print</PrintLink>}
          <SolidButton
            isDisabled={handoutIds.length === 0 || pupilIds.length === 0 || isWrong || give.isPending}
            onPress={start}
          >
            {give.isPending ? 'Handing out …' : 'Hand out'}
          </SolidButton>
        </Row>
      </ScreenTitle>
      {give.isError && <Notice kind="error">{messageOf(give.error)}</Notice>}
      <Desk $narrow="first">
        <div>
          <Card>
            <HandoutList handouts={handouts} chosen={handoutIds} onChange={setHandouts} />
            {handouts.length === 0 && (
              <p>
                There is no handout yet. <Link to="/add">Add the first one</Link>
              </p>
            )}
          </Card>
          <Card>
            <PupilPicker pupils={pupils} chosen={pupilIds} onChange={setPupils} />
            {pupils.length === 0 && <Link to="/pupils/new">Add the first pupil</Link>}
          </Card>
          <Card>
            <Terms terms={terms} onChange={(change) => setTerms((before) => ({ ...before, ...change }))} />
            {isWrong && <Notice kind="error">The last day lies before the first.</Notice>}
          </Card>
          <Card>
            <Elsewhere />
          </Card>
          <Card>
            <AllowedSites pupils={pupils} />
          </Card>
        </div>
        <div>
          <h2>Handed out</h2>
          <OutList />
        </div>
      </Desk>
    </>
  );
}
