import type { PupilNote, RecordQuery } from '@aurelfield/api';
import { Link } from 'react-router';
import styled from 'styled-components';
import { useMarkSeen, usePupilNotes } from '../../api/recordQueries.ts';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';

const List = styled.ul`
  display: grid;
  gap: 0.75rem;
  margin: 0;
  padding: 0;
  list-style: none;

  li {
    display: grid;
    gap: 0.2rem;
    padding-inline-start: 0.8rem;
    border-inline-start: 4px solid var(--line);
  }

  li[data-new='true'] {
    border-color: var(--accent);
  }

  q {
    color: var(--quiet);
  }
`;

/** What pupils said and marked, beside the sentences that it is about. */
export function Notes({ query }: { readonly query: RecordQuery }) {
  const notes = usePupilNotes(query);
  const seen = useMarkSeen();
  if (notes.isError) return <Notice kind="error">{messageOf(notes.error)}</Notice>;
  if (!notes.data) return <p aria-busy="true">Fetching messages …</p>;
  const fresh = notes.data.filter(({ isSeen, kind }) => !isSeen && kind === 'comment');
  return (
    <>
      <Row>
        <h2 id="notes">Messages and marks</h2>
        {fresh.length > 1 && <Button onPress={() => seen.mutate(fresh)}>Mark all as read</Button>}
      </Row>
      {notes.data.length === 0 && <p>No pupil has said or marked anything yet.</p>}
      <List>
        {notes.data.map((note) => (
          <Note key={`${note.pupilId} ${note.id}`} note={note} onSeen={() => seen.mutate([note])} />
        ))}
      </List>
    </>
  );
}

function Note({ note, onSeen }: { readonly note: PupilNote; readonly onSeen: () => void }) {
  const { pupil, pupilId, title, kind, text, sentence, at, isSeen, handoutId } = note;
  const isNew = !isSeen && kind === 'comment';
  return (
    <li data-new={isNew}>
      <span>
        <strong>{pupil}</strong> {kind === 'comment' ? `says: “${text}”` : 'marked this'}
      </span>
      {sentence !== '' && <q>{sentence}</q>}
      <Row>
        <Fact>
          {title} · {new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })}
        </Fact>
        <Link to={`/listen/${handoutId}?pupil=${pupilId}`}>Listen</Link>
        {isNew && <PlainButton onPress={onSeen}>Mark as read</PlainButton>}
      </Row>
    </li>
  );
}
