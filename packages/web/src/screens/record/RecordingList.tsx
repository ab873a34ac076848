import type { RecordingSummary, RecordingUse } from '@aurelfield/api';
import { Link } from 'react-router';
import styled from 'styled-components';
import { cancelJob } from '../../api/jobQueries.ts';
import { soundAddress, type useRecordingChanges } from '../../api/recordingQueries.ts';
import { Button, outlined, PlainButton } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { Progress } from '../../ui/Progress.tsx';
import { clock, count } from '../../ui/format.ts';
import { useUndo } from '../../ui/Undo.tsx';

const List = styled.ul`
  display: grid;
  gap: 1rem;
  margin: 0;
  padding: 0;
  list-style: none;

  > li {
    display: grid;
    gap: 0.5rem;
    padding-bottom: 1rem;
    border-bottom: 1px solid var(--line);
  }

  > li:last-child {
    padding-bottom: 0;
    border-bottom: 0;
  }

  audio {
    width: 100%;
  }

  h3 {
    overflow-wrap: anywhere;
  }
`;

const TouchUpLink = styled(Link)`
  ${outlined}
`;

const USES: readonly { readonly id: RecordingUse; readonly name: string }[] = [
  { id: 'everything', name: 'All of it' },
  { id: 'headings', name: 'Headings and questions' },
  { id: 'nothing', name: 'None' },
];

interface RecordingListProps {
  readonly recordings: readonly RecordingSummary[];
  readonly changes: ReturnType<typeof useRecordingChanges>;
  /** The recording in progress, which is shown elsewhere. */
  readonly inMaking: string | undefined;
  readonly onTakeUp: (recording: RecordingSummary) => void;
  readonly onEndAsItIs: (recording: RecordingSummary) => void;
}

/** The recordings of a handout, the newest first: what each is heard in, and what is left to do with it. */
export function RecordingList({ recordings, changes, inMaking, onTakeUp, onEndAsItIs }: RecordingListProps) {
  const undo = useUndo();
  const failed = [changes.change, changes.remove, changes.align].find(({ isError }) => isError);
  const remove = ({ id, name }: RecordingSummary) =>
    changes.remove.mutate(id, {
      onSuccess: () => undo({ text: `“${name}” was deleted.`, undo: () => changes.restore.mutate(id) }),
    });
  const shown = recordings.filter(({ id }) => id !== inMaking);
  if (shown.length === 0)
    return (
      <p>
        Nothing is recorded yet. Read the text into the microphone, or bring a sound file that somebody has
        made of it.
      </p>
    );
  return (
    <>
      {failed && <Notice kind="error">{messageOf(failed.error)}</Notice>}
      <List>
        {shown.map((one) => (
          <li key={one.id}>
            <h3>{one.name}</h3>
            <About one={one} />
            {one.state === 'taking' && one.origin === 'microphone' && (
              <Notice kind="hint">
                This recording was interrupted after {clock(one.parts / 2)}. What was recorded is kept.
                <Row>
                  <Button onPress={() => onTakeUp(one)}>Go on with it</Button>
                  <Button onPress={() => onEndAsItIs(one)}>Use it as it is</Button>
                </Row>
              </Notice>
            )}
            {one.state === 'aligning' && (
              <Aligning
                one={one}
                onAgain={() => changes.align.mutate({ id: one.id })}
                onChanged={changes.refresh}
              />
            )}
            {one.state === 'failed' && (
              <Notice
                kind="error"
                action={
                  one.samples > 0 ? (
                    <Button onPress={() => changes.align.mutate({ id: one.id })}>Try again</Button>
                  ) : undefined
                }
              >
                {one.error}
              </Notice>
            )}
            {(one.state === 'ready' || (one.state === 'failed' && one.samples > 0)) && (
              <audio
                controls
                preload="none"
                aria-label={`Hear “${one.name}”`}
                src={soundAddress(one.id, { from: 0, version: Date.parse(one.createdAt) })}
              />
            )}
            {one.state === 'ready' && (
              <SelectField
                label="Use in readings"
                value={one.use}
                options={USES}
                onChange={(use) => changes.change.mutate({ id: one.id, use })}
              />
            )}
            <Row>
              {one.state === 'ready' && <TouchUpLink to={`/recordings/${one.id}`}>Touch up</TouchUpLink>}
              <PlainButton aria-label={`Delete “${one.name}”`} onPress={() => remove(one)}>
                Delete
              </PlainButton>
            </Row>
          </li>
        ))}
      </List>
    </>
  );
}

function About({ one }: { readonly one: RecordingSummary }) {
  const made = new Date(one.createdAt).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }); // prettier-ignore
  const toSee = [
    ...(one.doubtful > 0 ? [`${count(one.doubtful, 'word')} to look at`] : []),
    ...(one.missing > 0 ? [`${count(one.missing, 'word')} not found`] : []),
  ];
  return (
    <Fact>
      {one.origin === 'microphone' ? 'Recorded' : 'A sound file'}, {made}
      {one.samples > 0 && ` · ${clock(one.samples / one.sampleRate)}`}
      {one.state === 'ready' && ` · ${count(one.sentences, 'sentence')}`}
      {toSee.length > 0 && ` · ${toSee.join(', ')}`}
    </Fact>
  );
}

function Aligning({
  one,
  onAgain,
  onChanged,
}: {
  readonly one: RecordingSummary;
  readonly onAgain: () => void;
  readonly onChanged: () => unknown;
}) {
  const isStopped = one.job === null || one.job.state === 'cancelled' || one.job.state === 'failed';
  if (isStopped)
    return (
      <Notice kind="hint" action={<Button onPress={onAgain}>Go on</Button>}>
        Finding its words was stopped.
      </Notice>
    );
  return (
    <Row>
      <div style={{ flex: '1 1 10rem' }}>
        <Progress label="Finding the words" done={one.job?.done ?? 0} total={one.job?.total ?? 0} />
      </div>
      <Button onPress={() => void cancelJob(one.job?.id ?? '').then(onChanged)}>Stop</Button>
    </Row>
  );
}
