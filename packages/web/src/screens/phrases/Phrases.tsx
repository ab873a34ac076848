import { DEFAULT_SCANNING, type BoardSummary } from '@aurelfield/api';
import { Plus, Trash2 } from 'lucide-react';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import { useAddBoard, useBoards, useDeleteBoard } from '../../api/phraseQueries.ts';
import { usePupils } from '../../api/pupilQueries.ts';
import { Button, IconButton, SolidButton } from '../../ui/Button.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';
import { useUndo } from '../../ui/Undo.tsx';

const Cards = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(20rem, 100%), 1fr));
  gap: 1rem;
  margin: 0;
  padding: 0;
  list-style: none;

  li {
    display: flex;
    justify-content: space-between;
    gap: 0.75rem;
    padding: 1rem 1rem 1rem 1.2rem;
    border: 1px solid var(--line);
    border-radius: calc(var(--radius) + 4px);
    background: var(--surface);
  }

  a {
    font-family: var(--face-title);
    font-size: 1.15rem;
    font-weight: 600;
  }
`;

/** Boards of large buttons that speak. */
export function Phrases() {
  const boards = useBoards();
  const pupils = usePupils();
  const add = useAddBoard();
  const remove = useDeleteBoard();
  const offerUndo = useUndo();
  const navigate = useNavigate();
  const nameOf = (id: string | null) => pupils.data?.find((pupil) => pupil.id === id)?.name;
  const begin = () =>
    add.mutate(
      { name: 'A new board', pupilId: null, columns: 4, scanning: DEFAULT_SCANNING, phrases: [] },
      { onSuccess: ({ id }) => void navigate(`/phrases/${id}`) },
    );
  const take = ({ id, name }: BoardSummary) =>
    remove.mutate(
      { id, back: false },
      {
        onSuccess: () =>
          offerUndo({ text: `“${name}” was deleted.`, undo: () => remove.mutate({ id, back: true }) }),
      },
    );
  return (
    <>
      <ScreenTitle title="Phrases">
        <SolidButton onPress={begin} isDisabled={add.isPending}>
          <Plus size={18} aria-hidden /> Add a board
        </SolidButton>
      </ScreenTitle>
      {(add.isError || remove.isError) && (
        <Notice kind="error">{messageOf(add.error ?? remove.error)}</Notice>
      )}
      {boards.isPending && <p aria-busy="true">Fetching the boards …</p>}
      {boards.isError && (
        <Notice kind="error" action={<Button onPress={() => void boards.refetch()}>Try again</Button>}>
          {messageOf(boards.error)}
        </Notice>
      )}
      {boards.data?.length === 0 && (
        <Card>
          <h2>No board yet</h2>
          <p>
            A board holds large buttons that speak at a tap, in a pupil’s own voice. It works on a tablet by a
            secret link, without an account, with a switch, and without a network once it was opened.
          </p>
        </Card>
      )}
      <Cards>
        {boards.data?.map((board) => (
          <li key={board.id}>
            <div>
              <Link to={`/phrases/${board.id}`}>{board.name}</Link>
              <p>
                <Fact>
                  {[
                    count(board.phrases, 'phrase'),
                    nameOf(board.pupilId),
                    board.hasLink ? 'has a link' : undefined,
                  ]
                    .filter((part) => part !== undefined)
                    .join(' · ')}
                </Fact>
              </p>
            </div>
            <IconButton aria-label={`Delete ${board.name}`} onPress={() => take(board)}>
              <Trash2 size={18} aria-hidden />
            </IconButton>
          </li>
        ))}
      </Cards>
    </>
  );
}
