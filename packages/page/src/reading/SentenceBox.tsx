import type { Allows } from '@aurelfield/api/pupilPage';
import { useState } from 'react';
import { Box } from '../Box.tsx';
import { WordPart, type WordPartProps } from './WordPart.tsx';
import type { NewEvent } from '../records/outbox.ts';

/** Phrases that say at a tap what many want to say. */
const PHRASES = ['Too fast for me', 'Please explain this', 'I like this', 'A word sounds wrong'];

export interface SentenceBoxProps {
  readonly sentence: number;
  readonly text: string;
  readonly allows: Allows;
  readonly word: WordPartProps;
  readonly isMarked: boolean;
  /** Sends an event. @returns whether the server has it already. */
  readonly onSend: (event: NewEvent) => Promise<boolean>;
  readonly onMark: (isMarked: boolean) => void;
  readonly onClose: () => void;
}

/**
 * What can be done about one sentence: say that it is not understood, tell the teacher something, mark it.
 */
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
  const [message, setMessage] = useState('');
  const send = async (event: NewEvent, answer: string) => {
    setMessage('Sending …');
    const isSent = await onSend({ sentence, ...event });
    setMessage(isSent ? answer : 'Saved on this device. It will be sent when you are online.');
  };
  return (
    <Box title="This sentence" onClose={onClose}>
      <blockquote>{text}</blockquote>
      {word.words.length > 0 && <WordPart {...word} />}
      <p role="status">{message}</p>
      {allows.comment && (
        <section>
          <div data-scan-row>
            <button
              type="button"
              onClick={() =>
                void send(
                  { kind: 'comment', text: 'I don’t understand this.' },
                  'Sent. Your teacher will see that you don’t understand this.',
                )
              }
            >
              I don’t understand this
            </button>
          </div>
          <h3>Tell your teacher</h3>
          <div className="chips" data-scan-row>
            {PHRASES.map((phrase) => (
              <button
                key={phrase}
                type="button"
                onClick={() => void send({ kind: 'comment', text: phrase }, `Sent: “${phrase}”`)}
              >
                {phrase}
              </button>
            ))}
          </div>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              if (words.trim() === '') return;
              void send({ kind: 'comment', text: words.trim() }, 'Sent to your teacher.');
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
            <button type="submit" data-scan-skip disabled={words.trim() === ''}>
              Send
            </button>
          </form>
        </section>
      )}
      {allows.mark && (
        <section data-scan-row>
          <h3>For yourself</h3>
          <button type="button" aria-pressed={isMarked} onClick={() => onMark(!isMarked)}>
            {isMarked ? 'Remove the mark' : 'Mark this sentence'}
          </button>
        </section>
      )}
    </Box>
  );
}
