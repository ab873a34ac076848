import type { Handout, ReadingSentence } from '@aurelfield/api';
import { memo } from 'react';
import { PencilLine } from 'lucide-react';
import { Button, DialogTrigger } from 'react-aria-components';
import styled from 'styled-components';
import type { ReadingPlayer } from '../../player/readingPlayer.ts';
import { Unseen } from '../../ui/layout.tsx';
import { clock } from '../../ui/say.ts';
import { saidNotes, wholeSaid } from './saidNotes.ts';
import { WaysPanel } from './ThisWord.tsx';

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

  .note {
    display: flex;
    align-items: start;
  }

  .note button:last-child {
    width: auto;
    min-width: 24px;
    min-height: 24px;
    padding: 0.25rem;
    opacity: 0.75;
  }

  .note button:last-child[data-hovered],
  .note button:last-child[data-focus-visible] {
    opacity: 1;
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
  /** Whose reading it is: a decision can be turned here. */
  readonly turning: { readonly handout: Handout; readonly pupilId: string };
  /** The block's id. */
  readonly block: string;
  /** An equation is told as a whole. */
  readonly isEquation: boolean;
}

/** What was decided about a block: when it begins, and what is said otherwise than it is written. A note plays its word, and can be turned. */
export const Margin = memo(function Margin({
  sentences,
  startsAt,
  text,
  player,
  turning,
  block,
  isEquation,
}: MarginProps) {
  const notes = isEquation ? [] : saidNotes(text, sentences);
  const [first] = sentences;
  return (
    <Notes className="margin">
      {startsAt !== undefined && <span className="time">{clock(startsAt)}</span>}
      {isEquation && first && (
        <Button onPress={() => void player.seek({ sentence: first.index, word: 0 }, true)}>
          <Unseen>Hear </Unseen>
          {wholeSaid(sentences)}
        </Button>
      )}
      {notes.slice(0, SHOWN_AT_MOST).map((note) => (
        <span className="note" key={`${note.sentence} ${note.word}`}>
          <Button onPress={() => void player.seek({ sentence: note.sentence, word: note.word }, true)}>
            <Unseen>Hear </Unseen>
            <b>{note.written}</b> {note.said}
          </Button>
          <DialogTrigger>
            {/* By keyboard the note plays its word, and the question beside the controls is about it: twice as many stops would be in the way. */}
            <Button excludeFromTabOrder aria-label={`Have “${note.written}” said otherwise`}>
              <PencilLine size={14} aria-hidden />
            </Button>
            <WaysPanel {...turning} word={{ written: note.written, block, start: note.start }} />
          </DialogTrigger>
        </span>
      ))}
      {notes.length > SHOWN_AT_MOST && <span>and {notes.length - SHOWN_AT_MOST} more</span>}
    </Notes>
  );
});
