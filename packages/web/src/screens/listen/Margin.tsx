import type { ReadingSentence } from '@aurelfield/api';
import { memo } from 'react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import type { ReadingPlayer } from '../../player/readingPlayer.ts';
import { Unseen } from '../../ui/layout.tsx';
import { clock } from '../../ui/say.ts';
import { saidNotes } from './saidNotes.ts';

const Notes = styled.div`
  padding-inline-end: 0.9rem;
  border-inline-end: 2px solid color-mix(in srgb, var(--edge) 45%, transparent);
  color: var(--quiet);
  font-size: 0.85rem;
  line-height: 1.35;
  text-align: end;

  .time {
    display: block;
    font-variant-numeric: tabular-nums;
  }

  button {
    display: block;
    width: 100%;
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
    background: var(--accent-soft);
    color: var(--ink);
  }

  b {
    color: var(--ink);
    font-weight: 650;
  }
`;

const SHOWN_AT_MOST = 6;

interface MarginProps {
  readonly sentences: readonly ReadingSentence[];
  readonly startsAt: number | undefined;
  readonly text: string;
  readonly player: ReadingPlayer;
}

/** What was decided about a block: when it begins, and what is said otherwise than it is written. A note plays its word. */
export const Margin = memo(function Margin({ sentences, startsAt, text, player }: MarginProps) {
  const notes = saidNotes(text, sentences);
  return (
    <Notes className="margin">
      {startsAt !== undefined && <span className="time">{clock(startsAt)}</span>}
      {notes.slice(0, SHOWN_AT_MOST).map((note) => (
        <Button
          key={`${note.sentence} ${note.word}`}
          onPress={() => void player.seek({ sentence: note.sentence, word: note.word }, true)}
        >
          <Unseen>Hear </Unseen>
          <b>{note.written}</b> {note.said}
        </Button>
      ))}
      {notes.length > SHOWN_AT_MOST && <span>and {notes.length - SHOWN_AT_MOST} more</span>}
    </Notes>
  );
});
