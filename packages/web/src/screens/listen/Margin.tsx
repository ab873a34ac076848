import { memo, useState } from 'react';
import { PencilLine } from 'lucide-react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import type { ReadingPlayer } from '@aurelfield/player';
import { Unseen } from '../../ui/layout.tsx';
import { clock } from '../../ui/format.ts';
import type { Note } from './notes.ts';

const Notes = styled.div`
  padding-inline-end: 0.9rem;
  border-inline-end: 2px solid color-mix(in srgb, var(--p-ink) 25%, transparent);
  color: color-mix(in srgb, var(--p-ink) 80%, var(--p-ground));
  font-family: var(--face);
  font-size: 0.85rem;
  line-height: 1.35;
  letter-spacing: normal;
  word-spacing: normal;
  text-align: end;

  .time {
    display: block;
    font-variant-numeric: tabular-nums;
  }

  .who {
    display: block;
    font-weight: 650;
  }

  button {
    display: block;
    width: 100%;
    min-height: 24px;
    padding: 0.15rem 0.25rem;
    border: 0;
    border-radius: 5px;
    background: none;
    color: inherit;
    font: inherit;
    text-align: end;
    cursor: pointer;
    overflow-wrap: anywhere;
  }

  button[data-hovered] {
    background: color-mix(in srgb, var(--p-ink) 12%, transparent);
  }

  .note {
    display: flex;
    align-items: start;
  }

  .note button:last-child:not(:first-child) {
    width: auto;
    min-width: 24px;
    padding: 0.25rem;
  }

  b {
    color: var(--p-ink);
    font-weight: 650;
  }
`;

const SHOWN_AT_MOST = 6;

interface MarginProps {
  readonly notes: readonly Note[];
  readonly startsAt: number | undefined;
  readonly player: ReadingPlayer;
  readonly block: number;
  readonly onNote: (note: Note, block: number) => void;
  readonly speakers: string;
  /** In a table the margin is a cell of its row. */
  readonly isCell: boolean;
}

/**
 * What is worth a look about a block: when it begins, who speaks, and what was decided. A note plays its
 * word; the pen asks about it. The tab key passes them by, or it would take a hundred steps to the player:
 * all of them stand in the list of notes as well.
 */
export const Margin = memo(function Margin({
  notes,
  startsAt,
  player,
  block,
  onNote,
  speakers,
  isCell,
}: MarginProps) {
  const [isOpen, setOpen] = useState(false);
  const shown = isOpen ? notes : notes.slice(0, SHOWN_AT_MOST);
  return (
    <Notes className="margin" {...(isCell ? { role: 'cell' } : {})}>
      {startsAt !== undefined && <span className="time">{clock(startsAt)}</span>}
      {speakers !== '' && <span className="who">{speakers}</span>}
      {shown.map((note) => {
        const { at, written, explanation } = note;
        const words = (
          <>
            <b>{written}</b> {explanation}
          </>
        );
        return (
          <span className="note" key={`${note.kind} ${at?.sentence ?? ''} ${at?.word ?? ''} ${written}`}>
            {at ? (
              <Button
                excludeFromTabOrder
                onPress={() => void player.seek({ sentence: at.sentence, word: at.word }, true)}
              >
                <Unseen>Hear </Unseen>
                {words}
              </Button>
            ) : (
              <span>{words}</span>
            )}
            {at && (
              <Button
                excludeFromTabOrder
                aria-label={`About “${written}”`}
                onPress={() => onNote(note, block)}
              >
                <PencilLine size={14} aria-hidden />
              </Button>
            )}
          </span>
        );
      })}
      {notes.length > SHOWN_AT_MOST && (
        <Button excludeFromTabOrder onPress={() => setOpen(!isOpen)} aria-expanded={isOpen}>
          {isOpen ? 'fewer' : `and ${notes.length - SHOWN_AT_MOST} more`}
        </Button>
      )}
    </Notes>
  );
});
