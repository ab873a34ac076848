import { DELETED_DAYS, type Pupil, type VoiceInfo } from '@aurelfield/api';
import { ListPlus, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { useArchivePupil, useDeletedPupils, usePupils, useVoices } from '../../api/pupilQueries.ts';
import { Button, IconButton, solid } from '../../ui/Button.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { count } from '../../ui/format.ts';
import { useAskGiven } from '../../api/assignmentQueries.ts';
import { useUndo } from '../../ui/Undo.tsx';
import { ClassListDialog } from './ClassListDialog.tsx';
import { ClassNames } from './ClassNames.tsx';
import { formatVoice } from './voiceQualities.ts';

const AddLink = styled(Link)`
  ${solid}
`;

const Cards = styled.ul`
  list-style: none;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(20rem, 100%), 1fr));
  gap: 1rem;
  margin: 0;
  padding: 0;

  li {
    display: flex;
    gap: 0.75rem;
    justify-content: space-between;
    padding: 1rem 1rem 1rem 1.2rem;

    > button {
      align-self: flex-start;
    }

    border: 1px solid var(--line);
    border-radius: calc(var(--radius) + 4px);
    background: var(--surface);
  }

  .name {
    font-family: var(--face-title);
    font-size: 1.15rem;
    font-weight: 600;
  }
`;

/** Everybody who listens, with what their readings sound like. */
export function Pupils() {
  const pupils = usePupils();
  const voices = useVoices();
  const archive = useArchivePupil();
  const deleted = useDeletedPupils();
  const offerUndo = useUndo();
  const [isListOpen, setListOpen] = useState(false);
  const given = useAskGiven();
  const [asked, setAsked] = useState<{ readonly pupil: Pupil; readonly handouts: number }>();
  const askOrRemove = (pupil: Pupil) =>
    given.mutate(
      { pupilId: pupil.id },
      { onSuccess: (handouts) => (handouts > 0 ? setAsked({ pupil, handouts }) : remove(pupil)) },
    );
  const remove = (pupil: Pupil) => {
    archive.mutate(
      { id: pupil.id, back: false },
      {
        onSuccess: () =>
          offerUndo({
            text: `${pupil.name} was deleted. You can restore them for ${DELETED_DAYS} days.`,
            undo: () => archive.mutate({ id: pupil.id, back: true }),
          }),
      },
    );
  };
  return (
    <>
      <ScreenTitle title="Pupils">
        <Row>
          <Button onPress={() => setListOpen(true)}>
            <ListPlus size={18} aria-hidden /> Class list
          </Button>
          <AddLink to="/pupils/new">
            <Plus size={18} aria-hidden /> Add a pupil
          </AddLink>
        </Row>
      </ScreenTitle>
      {isListOpen && <ClassListDialog pupils={pupils.data ?? []} onClose={() => setListOpen(false)} />}
      {asked && (
        <ConfirmDialog
          title={`Delete ${asked.pupil.name}?`}
          action="Delete pupil"
          onConfirm={() => remove(asked.pupil)}
          onClose={() => setAsked(undefined)}
        >
          {asked.pupil.name} has {count(asked.handouts, 'handout')}. Links, codes and printed cards stop
          working at once. If you restore {asked.pupil.name}, they work again.
        </ConfirmDialog>
      )}
      {given.isError && <Notice kind="error">{messageOf(given.error)}</Notice>}
      {archive.isError && <Notice kind="error">{messageOf(archive.error)}</Notice>}
      {pupils.isPending && <p aria-busy="true">Fetching the pupils …</p>}
      {pupils.isError && (
        <Notice kind="error" action={<Button onPress={() => void pupils.refetch()}>Try again</Button>}>
          {messageOf(pupils.error)}
        </Notice>
      )}
      {pupils.data?.length === 0 && (
        <Card>
          <h2>No pupils yet</h2>
          <p>
            <Link to="/pupils/new">Add a pupil</Link> to choose a voice, a pace and pauses. Every handout can
            then be heard that way.
          </p>
        </Card>
      )}
      <Cards>
        {pupils.data?.map((pupil) => (
          <li key={pupil.id}>
            <div>
              <Link className="name" to={`/pupils/${pupil.id}`}>
                {pupil.name}
              </Link>
              <p>{pupil.note}</p>
              <p>
                <Fact>{soundOf(pupil, voices.data ?? [])}</Fact>
              </p>
              {pupil.classes.length > 0 && <Fact>{pupil.classes.join(', ')}</Fact>}
            </div>
            <IconButton aria-label={`Delete ${pupil.name}`} onPress={() => askOrRemove(pupil)}>
              <Trash2 size={18} aria-hidden />
            </IconButton>
          </li>
        ))}
      </Cards>
      {pupils.data && <ClassNames />}
      {deleted.data && deleted.data.length > 0 && (
        <details style={{ marginTop: '1.5rem' }}>
          <summary>Recently deleted</summary>
          <p>
            <Fact>They and their readings can be restored for {DELETED_DAYS} days.</Fact>
          </p>
          <Cards>
            {deleted.data.map((pupil) => (
              <li key={pupil.id}>
                <span className="name">{pupil.name}</span>
                <Button
                  aria-label={`Restore ${pupil.name}`}
                  onPress={() => archive.mutate({ id: pupil.id, back: true })}
                >
                  Restore
                </Button>
              </li>
            ))}
          </Cards>
        </details>
      )}
    </>
  );
}

function soundOf({ profile }: Pupil, voices: readonly VoiceInfo[]): string {
  const labels = Object.values(profile.voices).map((id) => {
    const voice = voices.find((one) => one.id === id);
    return voice ? formatVoice(voice) : 'voice not available';
  });
  return [...labels, `${profile.pace} words a minute`].join(' · ');
}
