import type { ClassSet, SetItem } from '@aurelfield/api';
import { Download, Headphones } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { useClassSet, useClassSetPlan, useSetAction, useStaleItems } from '../../api/classSetQueries.ts';
import { Button, outlined, solid } from '../../ui/Button.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { recall, remember } from '../../storage/memory.ts';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { Progress } from '../../ui/Progress.tsx';
import { count } from '../../ui/format.ts';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import { ring, notifyOutside } from './notices.ts';
import { formatReasons, formatShare, formatSize, formatState, formatTime } from './words.ts';

const Items = styled.ul`
  margin: 0;
  padding: 0;
  list-style: none;

  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 12rem) minmax(14rem, auto);
    gap: 0.3rem 1rem;
    align-items: center;
    padding-block: 0.6rem;
    border-bottom: 1px solid var(--line);
  }

  @media (max-width: 720px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

const Take = styled.a`
  ${outlined}
`;
const TakeAll = styled.a`
  ${solid}
`;
const Hear = styled(Link)`
  ${outlined}
`;

const SOUND_KEY = 'aurelfield:set-sound';

/**
 * A class set while it is made and afterwards: progress, what is finished, pause, and bringing it up to date.
 */
export function MadeSet() {
  const { setId = '' } = useParams();
  const set = useClassSet(setId);
  if (set.isPending) return <p aria-busy="true">Fetching the class set …</p>;
  if (set.isError)
    return (
      <>
        <ScreenTitle title="This class set is not here" />
        <Notice kind="error">{messageOf(set.error)}</Notice>
        <Link to="/make">Make another one</Link>
      </>
    );
  return <Overview set={set.data} />;
}

function Overview({ set }: { readonly set: ClassSet }) {
  const action = useSetAction(set.id);
  const stale = useStaleItems(set).data ?? [];
  const [hasSound, setSound] = useState(recall(SOUND_KEY) === true);
  useNotification(set, hasSound);
  const { state, items } = set;
  const ready = items.filter((item) => item.state === 'done').length;
  const isGoing = state === 'running';
  const failed = items.some((item) => item.state === 'failed');
  return (
    <>
      <ScreenTitle title={set.title}>
        <Row>
          {isGoing && <Button onPress={() => action.mutate('pause')}>Pause</Button>}
          {isGoing && <Button onPress={() => action.mutate('cancel')}>Cancel</Button>}
          {(state === 'paused' || state === 'cancelled') && (
            <Button onPress={() => action.mutate('go-on')}>Go on</Button>
          )}
          {state === 'failed' && <Button onPress={() => action.mutate('go-on')}>Try again</Button>}
          {(isGoing || ready > 0) && (
            <TakeAll href={`/api/class-sets/${set.id}/package.zip`} download>
              <Download size={18} aria-hidden /> Download all
            </TakeAll>
          )}
        </Row>
      </ScreenTitle>
      {action.isError && <Notice kind="error">{messageOf(action.error)}</Notice>}
      <Card>
        <div role="status">
          {state === 'done'
            ? `All ${count(items.length, 'file')} are ready.`
            : `${ready} of ${count(items.length, 'file')} ready${SAID[state]}`}
          {isGoing && set.secondsLeft !== null && ` · ${formatTime(set.secondsLeft)} left`}
        </div>
        {state !== 'done' && <Progress label="All files" done={shareOf(items)} total={items.length * 100} />}
        {isGoing && (
          <Row>
            <CheckboxField
              isSelected={hasSound}
              onChange={(wanted) => {
                setSound(wanted);
                remember(SOUND_KEY, wanted);
                if (wanted) ring();
              }}
            >
              A sound when it is ready
            </CheckboxField>
            {window.isSecureContext && 'Notification' in window && Notification.permission === 'default' && (
              <Button onPress={() => void Notification.requestPermission()}>Notify me</Button>
            )}
          </Row>
        )}
        {failed && isGoing && <Fact>What failed can be tried again when the rest is made.</Fact>}
        {state !== 'running' && stale.length > 0 && (
          <OutOfDate set={set} stale={stale} onRefresh={() => action.mutate('bring-up-to-date')} />
        )}
      </Card>
      <Card style={{ marginTop: '1rem' }}>
        <Items aria-label="Files of this set">
          {items.map((item, nth) => (
            <Item
              key={`${item.pupilId} ${nth}`}
              item={item}
              reasons={stale.find((one) => one.item === nth)?.reasons}
            />
          ))}
        </Items>
      </Card>
      <p>
        <Link to="/make">Make another</Link>
      </p>
    </>
  );
}

const SAID: Readonly<Record<ClassSet['state'], string>> = {
  running: '',
  paused: '; paused',
  cancelled: '; cancelled',
  failed: '; something failed',
  done: '',
};

function shareOf(items: readonly SetItem[]): number {
  return items.reduce((sum, { done, total }) => sum + (100 * done) / total, 0);
}

/** What is out of date and why, and how little it is to bring up to date. */
function OutOfDate({
  set,
  stale,
  onRefresh,
}: {
  readonly set: ClassSet;
  readonly stale: readonly { readonly item: number; readonly reasons: readonly string[] }[];
  readonly onRefresh: () => void;
}) {
  const old = stale.flatMap(({ item }) => set.items[item] ?? []);
  const plan = useClassSetPlan({
    handoutIds: [...new Set(old.flatMap(({ handouts }) => handouts.map(({ handoutId }) => handoutId)))],
    pupilIds: [...new Set(old.map(({ pupilId }) => pupilId))],
    output: { format: 'mp3' },
    naming: { pattern: '{title}', initials: false },
  });
  return (
    <Notice kind="hint" action={<Button onPress={onRefresh}>Bring up to date</Button>}>
      {count(stale.length, 'file is', 'files are')} out of date:{' '}
      {formatReasons([...new Set(stale.flatMap(({ reasons }) => reasons))])}.{' '}
      {plan.data && `To bring them up to date: ${formatShare(plan.data.total)}.`}
    </Notice>
  );
}

function Item({
  item,
  reasons,
}: {
  readonly item: SetItem;
  readonly reasons: readonly string[] | undefined;
}) {
  const { pupil, pupilId, handouts, readingId, state, file, fileName, bytes, error } = item;
  const [first] = handouts;
  const title = handouts.map((one) => one.title).join(', ');
  return (
    <li>
      <div>
        <strong>{pupil}</strong> · {title}
        {fileName !== null && (
          <>
            <br />
            <Fact>
              {fileName}
              {bytes === null ? '' : `, ${formatSize(bytes)}`}
            </Fact>
          </>
        )}
        {error !== null && state === 'failed' && <Notice kind="error">{error}</Notice>}
      </div>
      {state === 'running' ? (
        <Progress label={`${title} for ${pupil}`} done={item.done} total={item.total} />
      ) : (
        <Fact>{reasons ? `Out of date: ${formatReasons(reasons)}` : formatState(item)}</Fact>
      )}
      <Row>
        {readingId !== null && first && (
          <Hear
            to={`/listen/${first.handoutId}?pupil=${pupilId}`}
            aria-label={`Listen to “${first.title}” as ${pupil}`}
          >
            <Headphones size={18} aria-hidden /> Listen
          </Hear>
        )}
        {file !== null && (
          <Take href={file} download={fileName ?? ''} aria-label={`Download “${title}” for ${pupil}`}>
            <Download size={18} aria-hidden /> Download
          </Take>
        )}
      </Row>
    </li>
  );
}

/**
 * Tells when a set that was watched comes to its end: by a sound on wish, and outside of the page where that
 * is allowed.
 */
function useNotification({ state, title }: ClassSet, hasSound: boolean): void {
  const before = useRef(state);
  useEffect(() => {
    const wasGoing = before.current === 'running';
    before.current = state;
    if (!wasGoing || (state !== 'done' && state !== 'failed')) return;
    if (hasSound) ring();
    notifyOutside(state === 'done' ? `“${title}” is ready.` : `Some files of “${title}” failed.`);
  }, [state, title, hasSound]);
}
