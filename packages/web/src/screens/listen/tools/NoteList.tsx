import styled from 'styled-components';
import type { ReadingPlayer } from '@aurelfield/player';
import { Button, PlainButton } from '../../../ui/Button.tsx';
import { Fact, Row } from '../../../ui/layout.tsx';
import { CheckboxField } from '../../../ui/CheckboxField.tsx';
import { isWorthChecking, type Note } from '../notes.ts';

const List = styled.ul`
  display: grid;
  gap: 0.5rem;
  margin: 0;
  padding: 0;
  list-style: none;

  li {
    padding-block-end: 0.4rem;
    border-bottom: 1px solid var(--line);
    overflow-wrap: anywhere;
  }
`;

const MOST = 300;

interface NoteListProps {
  readonly notes: ReadonlyMap<number, readonly Note[]>;
  readonly all: boolean;
  readonly onAll: (all: boolean) => void;
  readonly player: ReadingPlayer;
  readonly onNote: (note: Note, block: number) => void;
}

/** All notes of the page in one list, for the keyboard and for windows without a margin. */
export function NoteList({ notes, all, onAll, player, onNote }: NoteListProps) {
  const listed = [...notes]
    .sort(([a], [b]) => a - b)
    .flatMap(([block, own]) => own.map((note) => ({ block, note })));
  return (
    <>
      <CheckboxField isSelected={all} onChange={onAll}>
        Also what is plainly said: figures, signs, abbreviations
      </CheckboxField>
      {listed.length === 0 && <Fact>Nothing here needs a look.</Fact>}
      <List>
        {listed.slice(0, MOST).map(({ block, note }, i) => {
          const { at, written, explanation, kind } = note;
          return (
            <li key={`${block} ${i}`}>
              <b>{written}</b> {explanation} {isWorthChecking(note) && <Fact>({kind})</Fact>}
              {at && (
                <Row>
                  <Button onPress={() => void player.seek({ sentence: at.sentence, word: at.word }, true)}>
                    Hear “{written}”
                  </Button>
                  <PlainButton onPress={() => onNote(note, block)}>About this word</PlainButton>
                </Row>
              )}
            </li>
          );
        })}
      </List>
      {listed.length > MOST && <Fact>And {listed.length - MOST} more, in the margin.</Fact>}
    </>
  );
}
