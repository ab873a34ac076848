import type { AssignmentRecord, ListeningRecords, RecordQuery, SentenceRecord } from '@aurelfield/api';
import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useHandouts } from '../../api/handoutQueries.ts';
import { usePupils } from '../../api/pupilQueries.ts';
import { recordAddress, useRecords } from '../../api/recordQueries.ts';
import { Button, outlined } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/fields.tsx';
import { Desk } from '../../ui/Desk.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';
import { RetentionSettings } from './RetentionSettings.tsx';
import { Notes } from './Notes.tsx';
import { WeekChart } from './WeekChart.tsx';
import { allWeeks, minutes } from './weeks.ts';

const NotPrinted = styled.div`
  display: grid;
  gap: 1rem;

  @media print {
    display: none;
  }
`;

const Filters = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 1rem;
  margin-bottom: 1.25rem;

  > * {
    flex: 0 1 16rem;
  }

  @media print {
    display: none;
  }
`;

const Take = styled.a`
  ${outlined}
`;

const Table = styled.div`
  overflow-x: auto;

  table {
    width: 100%;
    border-collapse: collapse;
  }

  th,
  td {
    padding: 0.4rem 0.6rem;
    border-bottom: 1px solid var(--line);
    text-align: start;
    vertical-align: top;
    font-variant-numeric: tabular-nums;
  }

  .number {
    text-align: end;
  }
`;

/** Most sentences listed as repeated. */
const MOST_SHOWN = 12;
const ALL = 'all';

/**
 * What was heard, heard again, not understood: per pupil and per handout, as charts with their tables, a
 * file, and a page to print.
 */
export function Records() {
  const [address, setAddress] = useSearchParams();
  const query: RecordQuery = {
    pupilId: address.get('pupil') ?? undefined,
    handoutId: address.get('handout') ?? undefined,
  };
  const records = useRecords(query);
  const pupils = usePupils().data ?? [];
  const handouts = useHandouts({ search: '', from: 'active' }).data ?? [];
  const choose = (name: string, value: string) =>
    setAddress(
      (before) => {
        if (value === ALL) before.delete(name);
        else before.set(name, value);
        return before;
      },
      { replace: true },
    );
  const pupil = pupils.find(({ id }) => id === query.pupilId);
  return (
    <>
      <ScreenTitle title={pupil ? `Listening of ${pupil.name}` : 'Records'}>
        <NotPrinted>
          <Row>
            <Take href={`/api${recordAddress('/records/table.csv', query)}`} download>
              Table (CSV)
            </Take>
            <Button onPress={() => window.print()}>{pupil ? 'Print for the plan meeting' : 'Print'}</Button>
          </Row>
        </NotPrinted>
      </ScreenTitle>
      <Filters>
        <SelectField
          label="Pupil"
          value={query.pupilId ?? ALL}
          options={[{ id: ALL, name: 'All' }, ...pupils.map(({ id, name }) => ({ id, name }))]}
          onChange={(value) => choose('pupil', value)}
        />
        <SelectField
          label="Handout"
          value={query.handoutId ?? ALL}
          options={[{ id: ALL, name: 'All' }, ...handouts.map(({ id, title }) => ({ id, name: title }))]}
          onChange={(value) => choose('handout', value)}
        />
      </Filters>
      <Desk $narrow="last">
        <div>
          {records.isError ? (
            <Notice kind="error" action={<Button onPress={() => void records.refetch()}>Try again</Button>}>
              {messageOf(records.error)}
            </Notice>
          ) : records.data ? (
            <Report records={records.data} isOne={query.handoutId !== undefined} />
          ) : (
            <p aria-busy="true">Fetching records …</p>
          )}
          <Card>
            <Notes query={query} />
          </Card>
        </div>
        <NotPrinted>
          <Card>
            <RetentionSettings />
          </Card>
        </NotPrinted>
      </Desk>
    </>
  );
}

function Report({ records, isOne }: { readonly records: ListeningRecords; readonly isOne: boolean }) {
  const weeks = allWeeks(records.weeks);
  if (records.assignments.length === 0)
    return (
      <Card>
        <p>
          Nothing is recorded here yet. Hand something out, and tick under <em>Consent given</em> whose
          listening may be recorded.
        </p>
      </Card>
    );
  return (
    <>
      <Card>
        <WeekChart
          title="Minutes heard a week"
          unit="minutes"
          kind="bar"
          weeks={weeks.map(({ monday, seconds }) => ({ monday, value: minutes(seconds) }))}
        />
        <WeekChart
          title="Pace over time"
          unit="words a minute"
          kind="line"
          weeks={weeks.map(({ monday, pace }) => ({
            monday,
            value: pace === null ? null : Math.round(pace),
          }))}
        />
      </Card>
      <Card>
        <h2>Handouts</h2>
        <AssignmentTable records={records.assignments} />
      </Card>
      <Card>
        <h2>{isOne ? 'Its sentences' : 'Most repeated'}</h2>
        <SentenceTable
          sentences={
            isOne
              ? inOrder(records.sentences)
              : records.sentences.filter(({ replays, notes }) => replays + notes > 0).slice(0, MOST_SHOWN)
          }
        />
      </Card>
    </>
  );
}

function AssignmentTable({ records }: { readonly records: readonly AssignmentRecord[] }) {
  return (
    <Table tabIndex={0} role="region" aria-label="Handouts">
      <table>
        <thead>
          <tr>
            <th scope="col">Handout</th>
            <th scope="col">Pupil</th>
            <th scope="col" className="number">
              Opened
            </th>
            <th scope="col" className="number">
              Heard
            </th>
            <th scope="col" className="number">
              Repeated
            </th>
            <th scope="col" className="number">
              Minutes
            </th>
          </tr>
        </thead>
        <tbody>
          {records.map((one) => (
            <tr key={one.assignmentId}>
              <th scope="row">{one.title}</th>
              <td>{one.pupil}</td>
              <td className="number">{one.opened}</td>
              <td className="number">
                {one.heard} of {one.sentences}
                {one.finished > 0 && ', to the end'}
              </td>
              <td className="number">{one.replays}</td>
              <td className="number">{minutes(one.seconds)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Table>
  );
}

const Again = styled.td`
  --share: 0%;
  background: linear-gradient(to right, var(--accent-soft) var(--share), transparent var(--share));
`;

/** Sentences with a bar for how often each was repeated. */
function SentenceTable({ sentences }: { readonly sentences: readonly SentenceRecord[] }) {
  const most = Math.max(1, ...sentences.map(({ replays }) => replays));
  if (sentences.length === 0) return <p>No sentence was repeated or commented on.</p>;
  return (
    <Table tabIndex={0} role="region" aria-label="Sentences">
      <table>
        <thead>
          <tr>
            <th scope="col">Sentence</th>
            <th scope="col" className="number">
              Repeated
            </th>
            <th scope="col" className="number">
              Messages and marks
            </th>
          </tr>
        </thead>
        <tbody>
          {sentences.map(({ handoutId, title, block, start, text, replays, notes }) => (
            <tr key={`${handoutId} ${block} ${start}`}>
              <Again style={{ '--share': `${(100 * replays) / most}%` }} title={title}>
                {text}
              </Again>
              <td className="number">{count(replays, 'time')}</td>
              <td className="number">{notes === 0 ? '' : notes}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Table>
  );
}

function inOrder(sentences: readonly SentenceRecord[]): SentenceRecord[] {
  return [...sentences].sort((a, b) => a.block - b.block || a.start - b.start);
}
