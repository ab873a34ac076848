import { DELETED_DAYS, type HandoutSummary, type HandoutPlace } from '@aurelfield/api';
import { DEFAULT_PACE } from '@aurelfield/core';
import {
  Archive,
  ArchiveRestore,
  Copy,
  Ellipsis,
  Headphones,
  PackageOpen,
  PencilLine,
  Share2,
  Plus,
  Tag,
  Trash2,
} from 'lucide-react';
import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { Menu, MenuItem, MenuTrigger, Popover } from 'react-aria-components';
import { Link, useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useChangeAny, useDuplicate, useHandouts, useShelve } from '../../api/handoutQueries.ts';
import { usePupils } from '../../api/pupilQueries.ts';
import { Button, IconButton, outlined, solid } from '../../ui/Button.tsx';
import { SelectField, Field } from '../../ui/fields.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count, day, languageName } from '../../ui/format.ts';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { useAskGiven } from '../../api/assignmentQueries.ts';
import { useUndo } from '../../ui/Undo.tsx';
import { useDebouncedValue } from '../../ui/useDebouncedValue.ts';
import { addressOf, arranged, choicesOf, lookOf, SORTS } from './arrange.ts';
import { Facts } from './Facts.tsx';

const AddLink = styled(Link)`
  ${solid}
`;

const WayLink = styled(Link)`
  ${outlined}
  padding-inline: 0.7rem;
`;

const Options = styled(Popover)`
  min-width: 15rem;
  padding: 0.25rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  box-shadow: var(--shadow);

  [role='menuitem'] {
    display: flex;
    gap: 0.6rem;
    align-items: center;
    padding: 0.5rem 0.7rem;
    border-radius: 7px;
    cursor: pointer;
  }

  [data-focused] {
    background: var(--accent-soft);
  }
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
  shelf: 'Handouts',
  archive: 'Archived handouts',
  deleted: 'Recently deleted',
};

/** The shelf: every handout of the school, to be found by its words, subject, class and tags. What is looked for stands in the address, so that it can be gone back to, kept and shared. */
export function Handouts() {
  const [address, setAddress] = useSearchParams();
  const { from, search: found, ...arrangement } = lookOf(address);
  const [typed, setTyped] = useState(found);
  const [pupilId, setPupilId] = useState<string>();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const search = useDebouncedValue(typed, 250);
  const look = (change: Readonly<Record<string, string>>) =>
    setAddress((before) => addressOf({ ...Object.fromEntries(before), ...change }), { replace: true });
  const lookForWords = useEffectEvent((words: string) => {
    if (words !== found) look({ search: words });
  });
  useEffect(() => lookForWords(search), [search]);
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
          {from !== 'shelf' && <Button onPress={() => goTo('shelf')}>To the shelf</Button>}
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
          onChange={(subject) => look({ subject })}
        />
        <SelectField
          label="Class"
          value={arrangement.className}
          options={choices.classes}
          onChange={(className) => look({ className })}
        />
        <SelectField
          label="Order"
          value={arrangement.sort}
          options={SORTS}
          onChange={(sort) => look({ sort })}
        />
        <SelectField
          label="Length for"
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
            onChange={(tag) => look({ tag })}
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
          <h2>No handout is like that</h2>
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
        <p>What you delete stays here for {DELETED_DAYS} days and can be brought back.</p>
      </Card>
    );
  return (
    <Card>
      <h2>The shelf is empty</h2>
      <p>
        <Link to="/add">Add a handout</Link>: paste its text, drop a file, or give a web address. A minute
        later it can be heard.
      </p>
    </Card>
  );
}

interface HandoutRowProps {
  readonly handout: HandoutSummary;
  readonly pace: number;
  readonly isChosen: boolean;
  readonly onChoose: (wanted: boolean) => void;
}

function HandoutRow({ handout, pace, isChosen, onChoose }: HandoutRowProps) {
  const shelve = useShelve();
  const change = useChangeAny();
  const duplicate = useDuplicate();
  const tell = useUndo();
  const navigate = useNavigate();
  const [isEditing, setEditing] = useState(false);
  const { id, title } = handout;
  const given = useAskGiven();
  const [pupilsWhoHaveIt, setPupilsWhoHaveIt] = useState(0);
  const askOrRemove = () =>
    given.mutate(
      { handoutId: id },
      { onSuccess: (pupils) => (pupils > 0 ? setPupilsWhoHaveIt(pupils) : remove(0)) },
    );
  const remove = (pupils: number) =>
    shelve.mutate(
      { id, back: false },
      {
        onSuccess: () =>
          tell({
            text: `“${title}” was deleted${pupils > 0 ? ` and withdrawn from ${count(pupils, 'pupil')}` : ''}. You can restore it for ${DELETED_DAYS} days.`,
            undo: () => shelve.mutate({ id, back: true }),
          }),
      },
    );
  const archive = (archived: boolean) =>
    change.mutate(
      { id, patch: { archived } },
      {
        onSuccess: () =>
          tell({
            text: archived ? `“${title}” is in the archive.` : `“${title}” is back on the shelf.`,
            undo: () => change.mutate({ id, patch: { archived: !archived } }),
          }),
      },
    );
  const error = shelve.error ?? change.error ?? duplicate.error ?? given.error;
  return (
    <li>
      {handout.deletedAt === null ? (
        <CheckboxField isSelected={isChosen} onChange={onChoose} aria-label={`Choose “${title}”`} />
      ) : (
        <span />
      )}
      <div>
        {handout.deletedAt === null ? (
          <Link className="title" to={`/listen/${id}`}>
            {title}
          </Link>
        ) : (
          <span className="title">{title}</span>
        )}
        {handout.tags.map((tag) => (
          <span key={tag} className="tag">
            {tag}
          </span>
        ))}
        <br />
        <Fact>{factsOf(handout, pace)}</Fact>
        {error && <Notice kind="error">{messageOf(error)}</Notice>}
        {isEditing && <Facts handout={handout} onDone={() => setEditing(false)} />}
        {pupilsWhoHaveIt > 0 && (
          <ConfirmDialog
            title={`Delete “${title}”?`}
            action="Delete handout"
            onConfirm={() => remove(pupilsWhoHaveIt)}
            onClose={() => setPupilsWhoHaveIt(0)}
          >
            {count(pupilsWhoHaveIt, 'pupil')} {pupilsWhoHaveIt === 1 ? 'has' : 'have'} this handout. It
            disappears from their pages at once. If you restore it, their links work again.
          </ConfirmDialog>
        )}
      </div>
      <Fact className="ready">
        {handout.deletedAt !== null ? `Deleted on ${day(handout.deletedAt)}` : standingOf(handout)}
      </Fact>
      {handout.deletedAt !== null ? (
        <Button aria-label={`Bring back “${title}”`} onPress={() => shelve.mutate({ id, back: true })}>
          Bring back
        </Button>
      ) : (
        <Row>
          <WayLink to={`/listen/${id}`} aria-label={`Listen to “${title}”`}>
            <Headphones size={18} aria-hidden /> Listen
          </WayLink>
          <WayLink to={`/proof/${id}`} aria-label={`Proof “${title}”`}>
            <PencilLine size={18} aria-hidden /> Proof
          </WayLink>
          <WayLink to={`/make?handout=${id}`} aria-label={`Make “${title}” for a class`}>
            <PackageOpen size={18} aria-hidden /> Make
          </WayLink>
          <MenuTrigger>
            <IconButton aria-label={`More for “${title}”`}>
              <Ellipsis size={18} aria-hidden />
            </IconButton>
            <Options placement="bottom end">
              <Menu>
                <MenuItem onAction={() => void navigate(`/assignments?handout=${id}`)}>
                  <Share2 size={18} aria-hidden /> Hand out
                </MenuItem>
                <MenuItem onAction={() => setEditing(true)}>
                  <Tag size={18} aria-hidden /> Title, subject, class, tags
                </MenuItem>
                <MenuItem onAction={() => duplicate.mutate(id)}>
                  <Copy size={18} aria-hidden /> Duplicate
                </MenuItem>
                <MenuItem onAction={() => archive(!handout.archived)}>
                  {handout.archived ? (
                    <ArchiveRestore size={18} aria-hidden />
                  ) : (
                    <Archive size={18} aria-hidden />
                  )}
                  {handout.archived ? 'Back on the shelf' : 'Into the archive'}
                </MenuItem>
                <MenuItem onAction={askOrRemove}>
                  <Trash2 size={18} aria-hidden /> Delete
                </MenuItem>
              </Menu>
            </Options>
          </MenuTrigger>
        </Row>
      )}
    </li>
  );
}

/** For whom it is ready, is being made, or was made before its text was changed. */
function standingOf({ readyFor, makingFor, outOfDateFor }: HandoutSummary): string {
  const parts = [
    readyFor.length > 0 ? `Ready for ${readyFor.join(', ')}` : '',
    makingFor.length > 0 ? `Being made for ${makingFor.join(', ')}` : '',
    outOfDateFor.length > 0 ? `Out of date for ${outOfDateFor.join(', ')}: the text was changed` : '',
  ].filter((part) => part !== '');
  return parts.length === 0 ? 'Not made for anyone yet' : `${parts.join('. ')}.`;
}

function factsOf(handout: HandoutSummary, pace: number): string {
  const minutes = Math.max(1, Math.round(handout.words / pace));
  const language = handout.language.startsWith('en') ? '' : languageName(handout.language);
  return [
    handout.subject,
    handout.className,
    language,
    count(handout.words, 'word'),
    `about ${count(minutes, 'minute')}`,
    day(handout.createdAt),
  ]
    .filter((fact) => fact !== '')
    .join(' · ');
}
