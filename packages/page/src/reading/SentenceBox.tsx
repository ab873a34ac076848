import type { Allows } from '@aurelfield/api/pupilPage';
import { useState } from 'react';
import { Box } from '../Box.tsx';
import { WordPart, type WordPartProps } from './WordPart.tsx';
import type { NewEvent } from '../records/outbox.ts';

/** Phrases that say at a tap what many want to say. */
const PHRASES = ['Too fast for me', 'Please explain this', 'I like this', 'A word is said wrongly'];

export interface SentenceBoxProps {
  readonly sentence: number;
  readonly text: string;
  readonly allows: Allows;
  readonly word: WordPartProps;
  readonly isMarked: boolean;
  readonly onSend: (event: NewEvent) => void;
  readonly onMark: (isMarked: boolean) => void;
  readonly onClose: () => void;
}

/** What can be done about one sentence: say that it is not understood, tell the teacher something, mark it. */
export function SentenceBox({
  sentence,
  text,
  word,
  allows,
  isMarked,
  onSend,
  onMark,
  onClose,
}: SentenceBoxProps) {
  const [words, setWords] = useState('');
  const [told, setTold] = useState('');
  const send = (event: NewEvent, answer: string) => {
    onSend({ sentence, ...event });
    setTold(answer);
  };
  return (
    <Box title="This sentence" onClose={onClose}>
      <blockquote>{text}</blockquote>
      {word.words.length > 0 && <WordPart {...word} />}
      <p role="status">{told}</p>
      {allows.comment && (
        <section>
          <button
            type="button"
            onClick={() =>
              send(
                { kind: 'comment', text: 'I don’t understand this.' },
                'Your teacher will see that you do not understand this.',
              )
            }
          >
            I don’t understand this
          </button>
          <h3>Tell your teacher</h3>
          <div className="chips">
            {PHRASES.map((phrase) => (
              <button
                key={phrase}
                type="button"
                onClick={() => send({ kind: 'comment', text: phrase }, `Sent: “${phrase}”`)}
              >
                {phrase}
              </button>
            ))}
          </div>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              if (words.trim() === '') return;
              send({ kind: 'comment', text: words.trim() }, 'Sent to your teacher.');
              setWords('');
            }}
          >
            <label>
              In your own words
              <textarea
                rows={2}
                maxLength={1000}
                value={words}
                onChange={({ target }) => setWords(target.value)}
              />
            </label>
            <button type="submit" disabled={words.trim() === ''}>
              Send
            </button>
          </form>
        </section>
      )}
      {allows.mark && (
        <section>
          <h3>For yourself</h3>
          <button type="button" aria-pressed={isMarked} onClick={() => onMark(!isMarked)}>
            {isMarked ? 'Take the mark away' : 'Mark this sentence'}
          </button>
        </section>
      )}
    </Box>
  );
}
