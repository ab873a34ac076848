import type { HandoutSummary } from '@aurelfield/api';
import { DEFAULT_PACE } from '@aurelfield/core';
import { Plus, Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { useHandouts, useShelve } from '../../api/queries.ts';
import { Button, IconButton, solid } from '../../ui/Button.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Sheet } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count, day, languageName } from '../../ui/say.ts';
import { useUndo } from '../../ui/Undo.tsx';

const AddLink = styled(Link)`
  ${solid}
`;

const Shelf = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--line);

  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 16rem) auto;
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

  @media (max-width: 720px) {
    li {
      grid-template-columns: minmax(0, 1fr) auto;
    }

    .ready {
      grid-row: 2;
      grid-column: 1 / -1;
    }
  }
`;

/** The shelf: every handout of the school, the newest first. */
export function Handouts() {
  const handouts = useHandouts();
  const shelve = useShelve();
  const tell = useUndo();
  const remove = (handout: HandoutSummary) => {
    shelve.mutate(
      { id: handout.id, back: false },
      {
        onSuccess: () =>
          tell({
            text: `“${handout.title}” is off the shelf.`,
            undo: () => shelve.mutate({ id: handout.id, back: true }),
          }),
      },
    );
  };
  return (
    <>
      <ScreenTitle title="Handouts">
        <AddLink to="/add">
          <Plus size={18} aria-hidden /> Add a handout
        </AddLink>
      </ScreenTitle>
      {shelve.isError && <Notice kind="error">{messageOf(shelve.error)}</Notice>}
      {handouts.isPending && <p aria-busy="true">Fetching the handouts …</p>}
      {handouts.isError && (
        <Notice kind="error" action={<Button onPress={() => void handouts.refetch()}>Try again</Button>}>
          {messageOf(handouts.error)}
        </Notice>
      )}
      {handouts.data?.length === 0 && (
        <Sheet>
          <h2>The shelf is empty</h2>
          <p>
            <Link to="/add">Add a handout</Link>: paste its text, type it, or drop a text file. A minute later
            it can be heard.
          </p>
        </Sheet>
      )}
      {handouts.data !== undefined && handouts.data.length > 0 && (
        <Shelf>
          {handouts.data.map((handout) => (
            <li key={handout.id}>
              <div>
                <Link className="title" to={`/listen/${handout.id}`}>
                  {handout.title}
                </Link>
                <br />
                <Fact>{factsOf(handout)}</Fact>
              </div>
              <Fact className="ready">
                {handout.readyFor.length === 0
                  ? 'Not made for anyone yet'
                  : `Ready for ${handout.readyFor.join(', ')}`}
              </Fact>
              <IconButton
                aria-label={`Take “${handout.title}” off the shelf`}
                onPress={() => remove(handout)}
              >
                <Trash2 size={18} aria-hidden />
              </IconButton>
            </li>
          ))}
        </Shelf>
      )}
    </>
  );
}

function factsOf(handout: HandoutSummary): string {
  const minutes = Math.max(1, Math.round(handout.words / DEFAULT_PACE));
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
