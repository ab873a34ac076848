import { MARK_COLOURS, type BlockView, type MarkColour, type Pupil, type StudyMark } from '@aurelfield/api';
import { Download, Trash2 } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { useChangeStudyMarks, useStudyMarks } from '../../../api/listeningQueries.ts';
import { fetchSampleSound } from '../../../api/pupilQueries.ts';
import { Button, IconButton, PlainButton } from '../../../ui/Button.tsx';
import { SelectField, Field } from '../../../ui/fields.tsx';
import { Fact, Row } from '../../../ui/layout.tsx';
import { messageOf, Notice } from '../../../ui/Notice.tsx';
import { useSound } from '../../../ui/useSound.ts';
import { useUndo } from '../../../ui/Undo.tsx';
import { COLOUR_NAMES, inOrder } from '../studyMarks.ts';

const List = styled.ol`
  display: grid;
  gap: 0.75rem;
  margin: 0;
  padding: 0;
  list-style: none;

  li {
    display: grid;
    gap: 0.3rem;
    padding-block-end: 0.6rem;
    border-bottom: 1px solid var(--line);
  }

  blockquote {
    margin: 0;
    overflow-wrap: anywhere;
  }
`;

interface StudyMarksProps {
  readonly handoutId: string;
  readonly blocks: readonly BlockView[];
  readonly language: string;
  readonly pupil: Pupil;
  readonly onGo: (mark: StudyMark) => void;
}

/** What was marked, collected by colour: to read through, hear, save and hand out. */
export function StudyMarks({ handoutId, blocks, language, pupil, onGo }: StudyMarksProps) {
  const marks = useStudyMarks(handoutId);
  const change = useChangeStudyMarks(handoutId);
  const offerUndo = useUndo();
  const { play, error } = useSound();
  const [colour, setColour] = useState<MarkColour | 'all'>('all');
  if (marks.isPending) return <p aria-busy="true">Fetching the marks …</p>;
  if (marks.isError) return <Notice kind="error">{messageOf(marks.error)}</Notice>;
  const listed = inOrder(
    marks.data.filter((mark) => colour === 'all' || mark.colour === colour),
    blocks,
  );
  const remove = ({ id, createdAt: _at, lost: _lost, ...mark }: StudyMark) =>
    change.mutate(
      { remove: id },
      {
        onSuccess: () => offerUndo({ text: 'Mark removed.', undo: () => change.mutate({ add: mark }) }),
      },
    );
  const { readingStyle: _readingStyle, ...sounding } = pupil.profile;
  const query = colour === 'all' ? '' : `&colour=${colour}`;
  return (
    <>
      {marks.data.length === 0 ? (
        <Fact>Select some words in the page and choose a colour. What is marked is collected here.</Fact>
      ) : (
        <>
          <SelectField
            label="Show"
            value={colour}
            options={[
              { id: 'all' as const, name: 'All colours' },
              ...MARK_COLOURS.map((id) => ({ id, name: COLOUR_NAMES[id] })),
            ]}
            onChange={setColour}
          />
          <Row>
            <a href={`/api/handouts/${handoutId}/study-marks/file?format=docx${query}`} download>
              <Download size={16} aria-hidden /> Word document
            </a>
            <a href={`/api/handouts/${handoutId}/study-marks/file?format=txt${query}`} download>
              <Download size={16} aria-hidden /> Text
            </a>
          </Row>
        </>
      )}
      {change.isError && <Notice kind="error">{messageOf(change.error)}</Notice>}
      {error !== undefined && <Notice kind="error">{error}</Notice>}
      <List>
        {listed.map((mark) => (
          <li key={mark.id}>
            <Fact>
              {COLOUR_NAMES[mark.colour]}
              {mark.lost && ' – not in the text any more'}
            </Fact>
            <blockquote>“{mark.written}”</blockquote>
            <NoteField
              key={mark.note}
              mark={mark}
              onNote={(note) => change.mutate({ id: mark.id, change: { note } })}
            />
            <Row>
              {!mark.lost && <PlainButton onPress={() => onGo(mark)}>Go there</PlainButton>}
              <Button
                onPress={() =>
                  play(() =>
                    fetchSampleSound({ text: mark.written.slice(0, 300), language, profile: sounding }),
                  )
                }
              >
                Hear it
              </Button>
              <IconButton
                aria-label={`Remove the mark of “${mark.written.slice(0, 30)}”`}
                onPress={() => remove(mark)}
              >
                <Trash2 size={16} aria-hidden />
              </IconButton>
            </Row>
          </li>
        ))}
      </List>
    </>
  );
}

function NoteField({ mark, onNote }: { readonly mark: StudyMark; readonly onNote: (note: string) => void }) {
  const [note, setNote] = useState(mark.note);
  return (
    <Field label="Note" value={note} onChange={setNote} onBlur={() => note !== mark.note && onNote(note)} />
  );
}
