import type { Doubtful as DoubtfulWord, Pupil } from '@aurelfield/api';
import { Check, PencilLine, Volume2 } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { useAcceptWord, useDoubtful } from '../../api/doubtQueries.ts';
import { useHandouts } from '../../api/handoutQueries.ts';
import { fetchSample } from '../../api/pupilQueries.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/say.ts';
import { useUndo } from '../../ui/Undo.tsx';
import { useSound } from '../../ui/useSound.ts';

const Section = styled.section`
  display: grid;
  gap: 0.6rem;
  margin-top: 2.2rem;

  p {
    margin: 0;
  }
`;

const Words = styled.ol`
  margin: 0.75rem 0 0;
  padding: 0;
  list-style: none;

  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0.15rem 1rem;
    padding: 0.6rem 0.25rem;
    border-bottom: 1px solid var(--line);
    overflow-wrap: anywhere;
  }

  b {
    font-size: 1.1rem;
  }

  .place {
    grid-column: 1 / -1;
    color: var(--quiet);
    font-size: 0.95rem;
  }

  mark {
    background: var(--accent-soft);
    color: var(--ink);
    border-radius: 4px;
    padding: 0 0.15em;
  }
`;

interface DoubtfulProps {
  readonly pupils: readonly Pupil[];
  /** Takes a word into the form beside. */
  readonly onPutRight: (word: string) => void;
}

/** Words of one handout that a voice may say wrongly, waiting for a decision. */
export function Doubtful({ pupils, onPutRight }: DoubtfulProps) {
  const handouts = useHandouts();
  const [handoutId, setHandoutId] = useState<string>();
  const [pupilId, setPupilId] = useState<string>();
  const pupil = pupils.find(({ id }) => id === pupilId) ?? pupils[0];
  const found = useDoubtful(handoutId, pupil?.id);
  if ((handouts.data?.length ?? 0) === 0 || !pupil) return null;
  return (
    <Section aria-labelledby="doubtful">
      <h2 id="doubtful">Words to listen to first</h2>
      <p>
        Names, rare spellings and other words of a handout that a voice may say wrongly, the most doubtful
        first.
      </p>
      <Row>
        <div style={{ flex: '1 1 14rem' }}>
          <Choice
            label="Handout"
            value={handoutId}
            placeholder="Choose a handout"
            options={(handouts.data ?? []).map(({ id, title }) => ({ id, name: title }))}
            onChange={setHandoutId}
          />
        </div>
        <div style={{ flex: '1 1 10rem' }}>
          <Choice
            label="In the voice of"
            value={pupil.id}
            options={pupils.map(({ id, name }) => ({ id, name }))}
            onChange={setPupilId}
          />
        </div>
      </Row>
      {found.isLoading && <p aria-busy="true">Looking through the handout …</p>}
      {found.isError && (
        <Notice kind="error" action={<Button onPress={() => void found.refetch()}>Try again</Button>}>
          {messageOf(found.error)}
        </Notice>
      )}
      {found.data?.words.length === 0 && (
        <Notice kind="hint">No word of this handout is doubtful, or all are decided.</Notice>
      )}
      {found.data && found.data.words.length > 0 && (
        <>
          <Fact>
            {count(found.data.words.length, 'word')}, said by {found.data.voice}
          </Fact>
          <Words>
            {found.data.words.map((word) => (
              <WordRow key={word.written} word={word} pupil={pupil} onPutRight={onPutRight} />
            ))}
          </Words>
        </>
      )}
    </Section>
  );
}

interface WordRowProps {
  readonly word: DoubtfulWord;
  readonly pupil: Pupil;
  readonly onPutRight: (word: string) => void;
}

function WordRow({ word, pupil, onPutRight }: WordRowProps) {
  const accept = useAcceptWord();
  const tell = useUndo();
  const { play, error } = useSound();
  const [place] = word.places;
  const { voices, pace, pitch, loudness, pauses, choices } = pupil.profile;
  return (
    <li>
      <span>
        <b>{word.written}</b> <Fact>{word.doubts.join(', ')}</Fact>
        <br />
        {word.ipa !== null && (
          <span>
            now said /{word.ipa}/{word.respelling !== null && `, ${word.respelling}`}
            {word.syllables !== null && `, ${count(word.syllables, 'syllable')}`}
          </span>
        )}
      </span>
      <Row>
        <IconButton
          aria-label={`Hear ${word.written}`}
          onPress={() =>
            play(() =>
              fetchSample({
                text: word.written,
                language: 'en-GB',
                profile: { voices, pace, pitch, loudness, pauses, choices },
              }),
            )
          }
        >
          <Volume2 size={18} aria-hidden />
        </IconButton>
        <IconButton aria-label={`Put ${word.written} right`} onPress={() => onPutRight(word.written)}>
          <PencilLine size={18} aria-hidden />
        </IconButton>
        <IconButton
          aria-label={`${word.written} is said well`}
          onPress={() =>
            accept.mutate(
              { word: word.written, back: false },
              {
                onSuccess: () =>
                  tell({
                    text: `“${word.written}” is taken to be said well.`,
                    undo: () => accept.mutate({ word: word.written, back: true }),
                  }),
              },
            )
          }
        >
          <Check size={18} aria-hidden />
        </IconButton>
      </Row>
      {place && (
        <span className="place">
          … {before(place.around, word.written)}
          <mark>{word.written}</mark>
          {after(place.around, word.written)} …
          {word.places.length > 1 && ` and ${word.places.length - 1} more`}
        </span>
      )}
      {(error ?? (accept.isError ? messageOf(accept.error) : undefined)) !== undefined && (
        <Notice kind="error">{error ?? messageOf(accept.error)}</Notice>
      )}
    </li>
  );
}

function before(around: string, written: string): string {
  return around.slice(0, Math.max(0, around.indexOf(written)));
}

function after(around: string, written: string): string {
  return around.slice(Math.max(0, around.indexOf(written)) + written.length);
}
