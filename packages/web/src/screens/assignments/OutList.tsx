import type { Assignment, PupilLink } from '@aurelfield/api';
import { useState } from 'react';
import styled from 'styled-components';
import {
  useGive,
  useAssignments,
  useLinkTo,
  usePupilLinks,
  useRenew,
  useWithdraw,
} from '../../api/assignmentQueries.ts';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { Progress } from '../../ui/Progress.tsx';
import { clock } from '../../ui/format.ts';
import { useUndo } from '../../ui/Undo.tsx';
import { formatSize } from '../make/words.ts';
import { LinkBox } from './LinkBox.tsx';
import { formatAssignment } from './words.ts';

const Items = styled.ul`
  margin: 0;
  padding: 0;
  list-style: none;

  li {
    display: grid;
    gap: 0.4rem;
    padding-block: 0.7rem;
    border-top: 1px solid var(--line);
  }

  strong {
    overflow-wrap: anywhere;
  }
`;

/** Assignments by pupil: state, links, update and withdraw. */
export function OutList() {
  const out = useAssignments();
  const links = usePupilLinks().data ?? [];
  const [shown, setShown] = useState<{ id: string; title: string }>();
  const actions = useOutActions();
  if (out.isPending) return <p aria-busy="true">Fetching what is out …</p>;
  if (out.isError)
    return (
      <Notice kind="error" action={<Button onPress={() => void out.refetch()}>Try again</Button>}>
        {messageOf(out.error)}
      </Notice>
    );
  if (out.data.length === 0)
    return (
      <p>
        Nothing is handed out yet. Choose a handout and pupils, and press <em>Hand out</em>: each pupil gets a
        page with a link, a QR code and a short code.
      </p>
    );
  const newer = out.data.filter(({ state, newer: reasons }) => state === 'out' && reasons.length > 0);
  const link = links.find(({ id }) => id === shown?.id);
  return (
    <>
      {actions.error && <Notice kind="error">{messageOf(actions.error)}</Notice>}
      {newer.length > 1 && (
        <Notice kind="hint" action={<Button onPress={() => newer.forEach(actions.renew)}>Update all</Button>}>
          {newer.length} are out of date. Pupils keep the old version until you update.
        </Notice>
      )}
      {byPupil(out.data).map(([pupilId, items]) => (
        <Card key={pupilId} aria-label={items[0]?.pupil}>
          <Row>
            <h3>{items[0]?.pupil}</h3>
            <WholeLink
              link={links.find((one) => one.pupilId === pupilId && one.assignmentId === null)}
              onShow={(one) => setShown({ id: one.id, title: 'all handouts' })}
            />
          </Row>
          <Items>
            {items.map((item) => (
              <li key={item.id}>
                <strong>{item.title}</strong>
                <span role="status">{formatAssignment(item)}</span>
                {item.state === 'making' && (
                  <Progress label={item.title} done={Math.round(item.done * 100)} total={100} />
                )}
                {item.version > 0 && (
                  <Fact>
                    {clock(item.seconds)} · {formatSize(item.bytes)}
                  </Fact>
                )}
                <Row>
                  {item.state !== 'making' && (item.newer.length > 0 || item.state === 'failed') && (
                    <Button onPress={() => actions.renew(item)}>
                      {item.version === 0 ? 'Try again' : 'Update'}
                    </Button>
                  )}
                  {item.version > 0 && (
                    <PlainButton
                      aria-label={`Link to this handout: “${item.title}” for ${item.pupil}`}
                      onPress={() =>
                        actions.linkTo(item, (one) => setShown({ id: one.id, title: item.title }))
                      }
                    >
                      Link to this handout
                    </PlainButton>
                  )}
                  <PlainButton
                    aria-label={`Withdraw: “${item.title}” from ${item.pupil}`}
                    onPress={() => actions.withdraw(item)}
                  >
                    Withdraw
                  </PlainButton>
                </Row>
              </li>
            ))}
          </Items>
        </Card>
      ))}
      {shown && link && <LinkBox link={link} title={shown.title} onClose={() => setShown(undefined)} />}
    </>
  );
}

function WholeLink({
  link,
  onShow,
}: {
  readonly link: PupilLink | undefined;
  readonly onShow: (link: PupilLink) => void;
}) {
  if (!link) return null;
  return (
    <>
      <Button aria-label={`Link and code for ${link.pupil}`} onPress={() => onShow(link)}>
        Link and code
      </Button>
      <Fact>{link.openedAt === null ? 'Not opened yet' : 'Opened'}</Fact>
    </>
  );
}

function useOutActions() {
  const [renew, withdraw, linkTo, give] = [useRenew(), useWithdraw(), useLinkTo(), useGive()];
  const offerUndo = useUndo();
  return {
    error: [renew, withdraw, linkTo, give].find(({ isError }) => isError)?.error,
    renew: (item: Assignment) => renew.mutate(item),
    linkTo: (item: Assignment, then: (link: PupilLink) => void) => linkTo.mutate(item, { onSuccess: then }),
    withdraw: (item: Assignment) =>
      withdraw.mutate(item, {
        onSuccess: () => {
          const { handoutId, pupilId, allows, firstDay, lastDay } = item;
          offerUndo({
            text: `“${item.title}” was withdrawn from ${item.pupil}.`,
            undo: () =>
              give.mutate({ handoutIds: [handoutId], pupilIds: [pupilId], allows, firstDay, lastDay }),
          });
        },
      }),
  };
}

function byPupil(all: readonly Assignment[]): [string, Assignment[]][] {
  const groups = new Map<string, Assignment[]>();
  for (const one of all) {
    const group = groups.get(one.pupilId);
    if (group) group.push(one);
    else groups.set(one.pupilId, [one]);
  }
  return [...groups].sort(([, [a]], [, [b]]) => (a?.pupil ?? '').localeCompare(b?.pupil ?? '', 'en'));
}
