import { DELETED_DAYS, type HandoutPlace } from '@aurelfield/api';
import { DEFAULT_PACE } from '@aurelfield/core/speech';
import { Archive, PackageOpen, Plus, Trash2 } from 'lucide-react';
import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useHandouts } from '../../api/handoutQueries.ts';
import { usePupils } from '../../api/pupilQueries.ts';
import { Button, solid } from '../../ui/Button.tsx';
import { SelectField, Field } from '../../ui/fields.tsx';
import { count } from '../../ui/format.ts';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { useDebouncedValue } from '../../ui/useDebouncedValue.ts';
import { addressOf, arranged, choicesOf, viewOf, SORTS } from './arrange.ts';
import { HandoutRow } from './HandoutRow.tsx';

const AddLink = styled(Link)`
  ${solid}
`;

const Filters = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 2fr) repeat(4, minmax(0, 1fr));
  gap: 0.75rem;
  align-items: end;
  margin-bottom: 1.25rem;

  @media (max-width: 860px) {
    grid-template-columns: repeat(2, minmax(0, 1fr));

    > :first-child {
      grid-column: 1 / -1;
    }
  }
`;

const Rows = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--line);

  li {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr) minmax(0, 14rem) auto;
    gap: 0.3rem 1.5rem;
    align-items: center;
    padding: 0.9rem 0.25rem;
    border-bottom: 1px solid var(--line);
  }

  .title {
    font-family: var(--face-title);
    font-size: 1.15rem;
    font-weight: 600;
    overflow-wrap: anywhere;
  }

  .tag {
    display: inline-block;
    margin-inline-start: 0.4rem;
    padding: 0 0.5em;
    border: 1px solid var(--line);
    border-radius: 1em;
    font-size: 0.85rem;
  }

  @media (max-width: 720px) {
    li {
      grid-template-columns: auto minmax(0, 1fr);
    }

    li > :nth-child(n + 3) {
      grid-column: 2;
    }
  }
`;

const TITLES: Readonly<Record<HandoutPlace, string>> = {
  active: 'Handouts',
  archive: 'Archived handouts',
  deleted: 'Recently deleted',
};

/**
 * Every handout of the school, found by its words, subject, class and tags. What is looked for stands in the
 * address, so that it can be gone back to, kept and shared.
 */
export function Handouts() {
  const [address, setAddress] = useSearchParams();
  const { from, search: found, ...arrangement } = viewOf(address);
  const [typed, setTyped] = useState(found);
  const [pupilId, setPupilId] = useState<string>();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const search = useDebouncedValue(typed, 250);
  const show = (change: Readonly<Record<string, string>>) =>
    setAddress((before) => addressOf({ ...Object.fromEntries(before), ...change }), { replace: true });
  const searchWords = useEffectEvent((words: string) => {
    if (words !== found) show({ search: words });
  });
  useEffect(() => searchWords(search), [search]);
  const handouts = useHandouts({ search: found, from });
  const pupils = usePupils();
  const pupil = pupils.data?.find(({ id }) => id === pupilId);
  const all = useMemo(() => handouts.data ?? [], [handouts.data]);
  const shown = arranged(all, arrangement);
  const choices = useMemo(() => choicesOf(all), [all]);
  const isFiltered =
    found !== '' || arrangement.subject !== '' || arrangement.className !== '' || arrangement.tag !== '';
  const clear = () => {
    setTyped('');
    setAddress(addressOf({ from }), { replace: true });
  };
  const goTo = (place: HandoutPlace) => setAddress(addressOf({ from: place }));
  return (
    <>
      <ScreenTitle title={TITLES[from]}>
        <Row>
          {from !== 'active' && <Button onPress={() => goTo('active')}>Back to handouts</Button>}
          {from !== 'archive' && (
            <Button onPress={() => goTo('archive')}>
              <Archive size={18} aria-hidden /> Archive
            </Button>
          )}
          {from !== 'deleted' && (
            <Button onPress={() => goTo('deleted')}>
              <Trash2 size={18} aria-hidden /> Recently deleted
            </Button>
          )}
          {chosen.length > 0 && (
            <AddLink to={`/make?${chosen.map((id) => `handout=${id}`).join('&')}`}>
              <PackageOpen size={18} aria-hidden /> Make {count(chosen.length, 'handout')} for a class
            </AddLink>
          )}
          <AddLink to="/add">
            <Plus size={18} aria-hidden /> Add a handout
          </AddLink>
        </Row>
      </ScreenTitle>
      <Filters role="search">
        <Field label="Find" value={typed} onChange={setTyped} placeholder="Words in its title or text" />
        <SelectField
          label="Subject"
          value={arrangement.subject}
          options={choices.subjects}
          onChange={(subject) => show({ subject })}
        />
        <SelectField
          label="Class"
          value={arrangement.className}
          options={choices.classes}
          onChange={(className) => show({ className })}
        />
        <SelectField
          label="Order"
          value={arrangement.sort}
          options={SORTS}
          onChange={(sort) => show({ sort })}
        />
        <SelectField
          label="Reading time for"
          value={pupil?.id ?? 'anyone'}
          options={[
            { id: 'anyone', name: 'Anyone' },
            ...(pupils.data ?? []).map(({ id, name }) => ({ id, name })),
          ]}
          onChange={setPupilId}
        />
      </Filters>
      {choices.tags.length > 1 && (
        <Row style={{ marginBottom: '1rem' }}>
          <SelectField
            label="Tag"
            value={arrangement.tag}
            options={choices.tags}
            onChange={(tag) => show({ tag })}
          />
        </Row>
      )}
      {handouts.isPending && <p aria-busy="true">Fetching the handouts …</p>}
      {handouts.isError && (
        <Notice kind="error" action={<Button onPress={() => void handouts.refetch()}>Try again</Button>}>
          {messageOf(handouts.error)}
        </Notice>
      )}
      {handouts.isSuccess && shown.length === 0 && isFiltered && (
        <Card>
          <h2>No matches</h2>
          <p>Nothing holds these words in this subject and class.</p>
          <Row>
            <Button onPress={clear}>Show all</Button>
          </Row>
        </Card>
      )}
      {handouts.isSuccess && all.length === 0 && !isFiltered && <Empty from={from} />}
      {shown.length > 0 && (
        <Rows>
          {shown.map((handout) => (
            <HandoutRow
              key={handout.id}
              handout={handout}
              pace={pupil?.profile.pace ?? DEFAULT_PACE}
              isChosen={chosen.includes(handout.id)}
              onChoose={(wanted) =>
                setChosen(wanted ? [...chosen, handout.id] : chosen.filter((id) => id !== handout.id))
              }
            />
          ))}
        </Rows>
      )}
    </>
  );
}

function Empty({ from }: { readonly from: HandoutPlace }) {
  if (from === 'archive')
    return (
      <Card>
        <h2>The archive is empty</h2>
        <p>Handouts that are not needed this year can be put here; nothing of them is lost.</p>
      </Card>
    );
  if (from === 'deleted')
    return (
      <Card>
        <h2>Nothing was deleted</h2>
        <p>What you delete stays here for {DELETED_DAYS} days and can be restored.</p>
      </Card>
    );
  return (
    <Card>
      <h2>No handouts yet</h2>
      <p>
        <Link to="/add">Add a handout</Link>: paste its text, drop a file, or give a web address. A minute
        later it can be heard.
      </p>
    </Card>
  );
}
