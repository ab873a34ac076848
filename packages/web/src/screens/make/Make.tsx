import type { HandoutSummary } from '@aurelfield/api';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useBeginClassSet, useClassSetPlan } from '../../api/classSetQueries.ts';
import { ApiError } from '../../api/client.ts';
import { useHandouts } from '../../api/handoutQueries.ts';
import { useFormats } from '../../api/jobQueries.ts';
import { usePupils } from '../../api/pupilQueries.ts';
import { Button, SolidButton } from '../../ui/Button.tsx';
import { Desk } from '../../ui/Desk.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import { useDebouncedValue } from '../../ui/useDebouncedValue.ts';
import { firstPupils } from '../pupils/classes.ts';
import { HandoutList } from './HandoutList.tsx';
import { LatestSets } from './LatestSets.tsx';
import { PlanTable } from './PlanTable.tsx';
import { PupilSelect } from './PupilSelect.tsx';
import { FIRST_NAMING, requestOf, type SetDraft } from './request.ts';
import { ShapeFields } from './ShapeFields.tsx';

const Summary = styled.div`
  position: sticky;
  top: 1rem;

  @media (max-width: 900px) {
    position: static;
  }
`;

/** Milliseconds after the last change before the plan is fetched. */
const REST = 250;

/**
 * Handouts for many pupils at once: whom they are for, what each gets, and what it takes, before anything
 * runs.
 */
export function Make() {
  const [address] = useSearchParams();
  const handouts = useHandouts({ search: '', from: 'active' });
  const pupils = usePupils();
  const formats = useFormats();
  const failed = [handouts, pupils, formats].find(({ isError }) => isError);
  if (failed) return <Notice kind="error">{messageOf(failed.error)}</Notice>;
  if (!handouts.data || !pupils.data || !formats.data)
    return <p aria-busy="true">Fetching handouts and pupils …</p>;
  const asked = new Set(address.getAll('handout'));
  const chosen = handouts.data.filter(({ id }) => asked.has(id));
  const first: SetDraft = {
    handoutIds: chosen.map(({ id }) => id),
    pupilIds: firstPupils(chosen, pupils.data),
    outputs: {},
    shape: { kind: 'whole' },
    naming: formats.data.naming ?? FIRST_NAMING,
    isJoined: false,
    joining: { title: titleOf(chosen), pause: 2, opening: null, closing: null },
  };
  return <Desktop key={address.toString()} first={first} handouts={handouts.data} />;
}

function titleOf(handouts: readonly HandoutSummary[]): string {
  return handouts[0]?.subject ? `${handouts[0].subject}, for listening` : 'For listening';
}

function Desktop({
  first,
  handouts,
}: {
  readonly first: SetDraft;
  readonly handouts: readonly HandoutSummary[];
}) {
  const navigate = useNavigate();
  const pupils = usePupils().data ?? [];
  const [draft, setDraft] = useState(first);
  /** The request whose price was agreed to: another one is another price. */
  const [agreedTo, setAgreedTo] = useState<string>();
  const begin = useBeginClassSet();
  const change = (part: Partial<SetDraft>) => setDraft((before) => ({ ...before, ...part }));
  const request = requestOf(draft, pupils);
  const rested = useDebouncedValue(JSON.stringify(request), REST);
  const plan = useClassSetPlan(rested === undefined ? undefined : (JSON.parse(rested) as typeof request));
  const costAgreed = rested !== undefined && agreedTo === rested;
  const needsConsent = plan.data?.cost !== null && plan.data?.cost !== undefined && !costAgreed;
  const count = draft.pupilIds.length * (request?.joining ? 1 : draft.handoutIds.length);
  const isNameWrong = plan.error instanceof ApiError && plan.error.code === 'name-pattern';
  const start = () => {
    if (!request) return;
    begin.mutate({ ...request, costAgreed }, { onSuccess: ({ id }) => void navigate(`/make/${id}`) });
  };
  return (
    <>
      <ScreenTitle title="Make for a class">
        <SolidButton onPress={start} isDisabled={!request || needsConsent || begin.isPending}>
          {begin.isPending
            ? 'Beginning …'
            : count === 0
              ? 'Make'
              : count === 1
                ? 'Make 1 file'
                : `Make ${count} files`}
        </SolidButton>
      </ScreenTitle>
      {begin.isError && <Notice kind="error">{messageOf(begin.error)}</Notice>}
      <Desk $narrow="first">
        <div>
          <Card>
            <HandoutList
              handouts={handouts}
              chosen={draft.handoutIds}
              onChange={(handoutIds) => change({ handoutIds })}
            />
          </Card>
          <Card>
            <PupilSelect pupils={pupils} draft={draft} onChange={change} />
          </Card>
          <Card>
            <ShapeFields
              draft={draft}
              example={plan.isError ? undefined : plan.data?.pupils[0]?.fileName}
              nameError={isNameWrong ? messageOf(plan.error) : undefined}
              onChange={change}
            />
          </Card>
        </div>
        <Summary>
          <Card aria-label="The plan" aria-busy={plan.isFetching}>
            <h2>What it takes</h2>
            {!request ? (
              <p>
                {draft.handoutIds.length === 0
                  ? 'Choose at least one handout on the left.'
                  : pupils.length === 0
                    ? 'There is no pupil yet. '
                    : 'Choose a class or pupils on the left.'}
                {pupils.length === 0 && <Link to="/pupils/new">Add the first pupil</Link>}
              </p>
            ) : plan.isError ? (
              <Notice kind="error" action={<Button onPress={() => void plan.refetch()}>Try again</Button>}>
                {messageOf(plan.error)}
              </Notice>
            ) : plan.data ? (
              <>
                <PlanTable plan={plan.data} />
                {plan.data.cost && (
                  <Row>
                    <CheckboxField
                      isSelected={costAgreed}
                      onChange={(wanted) => setAgreedTo(wanted ? rested : undefined)}
                    >
                      I agree to the price
                    </CheckboxField>
                    <Fact>Nothing is sent to the service before.</Fact>
                  </Row>
                )}
              </>
            ) : (
              <p aria-busy="true">Working out what is needed …</p>
            )}
          </Card>
          <LatestSets />
        </Summary>
      </Desk>
    </>
  );
}
