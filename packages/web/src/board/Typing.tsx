import { completed, type Completion } from '@aurelfield/core/phrases';
import { useRef, useState } from 'react';
import type { BoardSource } from './boardSource.ts';
import { Letters } from './Letters.tsx';

const SUGGESTIONS = 5;

/** Type, complete words by a tap, say it. */
export function Typing({
  typed,
  onTyped,
  onSay,
  completion,
  spelling,
  hasLetters,
}: {
  readonly typed: string;
  readonly onTyped: (typed: string) => void;
  readonly onSay: () => void;
  readonly completion: Completion;
  readonly spelling: BoardSource['spelling'];
  /** Whether there are letters to press, for people who type with a switch. */
  readonly hasLetters: boolean;
}) {
  const field = useRef<HTMLTextAreaElement>(null);
  const [isLettersOpen, setLettersOpen] = useState(false);
  const [meant, setMeant] = useState<{ readonly word: string; readonly ways: readonly string[] }>();
  const lastWord = /([\p{L}'’-]+)[\s.,!?]*$/u.exec(typed)?.[1] ?? '';
  const take = (text: string) => {
    onTyped(text);
    // Where a switch is used the keys are its own, not the field's.
    if (!hasLetters) field.current?.focus();
  };
  return (
    <form
      className="speak"
      data-scan-hand
      onSubmit={(event) => {
        event.preventDefault();
        onSay();
      }}
    >
      <textarea
        ref={field}
        aria-label="Type what you want to say"
        placeholder="Type to speak"
        rows={1}
        spellCheck
        value={typed}
        onChange={(event) => onTyped(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || event.shiftKey) return;
          event.preventDefault();
          onSay();
        }}
      />
      <div className="categories" data-scan-row data-scan-order={3}>
        {hasLetters && (
          <button
            type="button"
            className="plain"
            aria-expanded={isLettersOpen}
            onClick={() => setLettersOpen(!isLettersOpen)}
          >
            Letters
          </button>
        )}
        <button type="submit" className="plain" disabled={typed.trim() === ''}>
          Say it
        </button>
        <button type="button" className="plain" disabled={typed === ''} onClick={() => take('')}>
          Clear
        </button>
        <button
          type="button"
          className="plain"
          disabled={lastWord === ''}
          onClick={() => {
            spelling(lastWord).then(
              (ways) => setMeant({ word: lastWord, ways }),
              () => setMeant({ word: lastWord, ways: [] }),
            );
          }}
        >
          Spelling
        </button>
      </div>
      <div
        className="categories"
        role="group"
        aria-label="Words that may come next"
        data-scan-row
        data-scan-order={3}
      >
        {completion.suggest(typed, SUGGESTIONS).map((word) => (
          <button key={word} type="button" className="plain" onClick={() => take(completed(typed, word))}>
            {word}
          </button>
        ))}
      </div>
      {meant && meant.word === lastWord && (
        <div
          className="categories"
          role="group"
          aria-label={`Spellings of ${meant.word}`}
          data-scan-row
          data-scan-order={3}
        >
          {meant.ways.length === 0 ? <span>“{meant.word}” has no other spelling here.</span> : null}
          {meant.ways.map((way) => (
            <button
              key={way}
              type="button"
              className="plain"
              onClick={() => {
                take(typed.replace(/([\p{L}'’-]+)([\s.,!?]*)$/u, `${way}$2`));
                setMeant(undefined);
              }}
            >
              {way}
            </button>
          ))}
        </div>
      )}
      {hasLetters && isLettersOpen && <Letters onPress={(change) => take(change(typed))} />}
    </form>
  );
}
