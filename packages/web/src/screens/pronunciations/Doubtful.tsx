import type { Doubtful as DoubtfulWord, DoubtfulQueue, Pupil } from '@aurelfield/api';
import { Check, Clock, PencilLine, Volume2 } from 'lucide-react';
import { useState, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { useAcceptWord, useDoubtful, useDoubtfulQueue } from '../../api/doubtQueries.ts';
import { useHandouts } from '../../api/handoutQueries.ts';
import { fetchSampleSound } from '../../api/pupilQueries.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';
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

const ALL = 'all';

/**
 * Words that a voice may say wrongly, of one handout or of all current ones, waiting for a decision: right,
 * fix, or leave for later.
 */
export function Doubtful({ pupils, onPutRight }: DoubtfulProps) {
  const handouts = useHandouts();
  const [handoutId, setHandoutId] = useState<string>();
  const [pupilId, setPupilId] = useState<string>();
  const pupil = pupils.find(({ id }) => id === pupilId) ?? pupils[0];
  const one = useDoubtful(handoutId === ALL ? undefined : handoutId, pupil?.id);
  const all = useDoubtfulQueue(pupil?.id, handoutId === ALL);
  const found = handoutId === ALL ? all : one;
  const words: readonly (DoubtfulWord & Partial<Pick<DoubtfulQueue['words'][number], 'heardIn'>>)[] =
    found.data?.words ?? [];
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
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
          <SelectField
            label="Handout"
            value={handoutId}
            placeholder="Choose a handout"
            options={[
              { id: ALL, name: 'All handouts' },
              ...(handouts.data ?? []).map(({ id, title }) => ({ id, name: title })),
            ]}
            onChange={setHandoutId}
          />
        </div>
        <div style={{ flex: '1 1 10rem' }}>
          <SelectField
            label="In the voice of"
            value={pupil.id}
            options={pupils.map(({ id, name }) => ({ id, name }))}
            onChange={setPupilId}
          />
        </div>
      </Row>
      {found.isLoading && (
        <p aria-busy="true">
          {handoutId === ALL ? 'Looking through all handouts …' : 'Looking through the handout …'}
        </p>
      )}
      {found.isError && (
        <Notice kind="error" action={<Button onPress={() => void found.refetch()}>Try again</Button>}>
          {messageOf(found.error)}
        </Notice>
      )}
      {found.data?.words.length === 0 && (
        <Notice kind="hint">No word here is doubtful, or all are decided.</Notice>
      )}
      {found.data && found.data.words.length > 0 && (
        <>
          <Fact>
            {count(found.data.words.length, 'word')}. With a word in focus: H hears it, R is right, F fixes
            it, L leaves it for later.
          </Fact>
          <Words>
            {words
              .filter(({ written }) => !left.has(written))
              .map((word) => (
                <WordRow
                  key={word.written}
                  word={word}
                  heardIn={word.heardIn ?? []}
                  pupil={pupil}
                  onPutRight={onPutRight}
                  onLeave={() => setLeft((before) => new Set([...before, word.written]))}
                />
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
  readonly onLeave: () => void;
  /** Handouts that it stands in, where all are looked through. */
  readonly heardIn: readonly { readonly id: string; readonly title: string }[];
}

function WordRow({ word, pupil, heardIn, onPutRight, onLeave }: WordRowProps) {
  const accept = useAcceptWord();
  const offerUndo = useUndo();
  const { play, error } = useSound();
  const [place] = word.places;
  const { voices, pace, pitch, loudness, pauses, choices } = pupil.profile;
  const hear = () =>
    play(() =>
      fetchSampleSound({
        text: word.written,
        language: 'en-GB',
        profile: { voices, pace, pitch, loudness, pauses, choices },
      }),
    );
  const acceptIt = () =>
    accept.mutate(
      { word: word.written, back: false },
      {
        onSuccess: () =>
          offerUndo({
            text: `“${word.written}” is marked as correct.`,
            undo: () => accept.mutate({ word: word.written, back: true }),
          }),
      },
    );
  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const act = { h: hear, r: acceptIt, f: () => onPutRight(word.written), l: onLeave }[
      event.key.toLowerCase()
    ];
    if (!act) return;
    event.preventDefault();
    // The next word's first button takes the keys when this one goes.
    const next = event.currentTarget.nextElementSibling?.querySelector<HTMLElement>('button');
    act();
    if (event.key.toLowerCase() !== 'h' && event.key.toLowerCase() !== 'f') next?.focus();
  };
  return (
    <li onKeyDown={onKey}>
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
        <IconButton aria-label={`Hear ${word.written}`} onPress={() => hear()}>
          <Volume2 size={18} aria-hidden />
        </IconButton>
        <IconButton aria-label={`Put ${word.written} right`} onPress={() => onPutRight(word.written)}>
          <PencilLine size={18} aria-hidden />
        </IconButton>
        <IconButton aria-label={`${word.written} is correct`} onPress={() => acceptIt()}>
          <Check size={18} aria-hidden />
        </IconButton>
        <IconButton aria-label={`Leave ${word.written} for later`} onPress={onLeave}>
          <Clock size={18} aria-hidden />
        </IconButton>
      </Row>
      {heardIn.length > 0 && (
        <span className="place">
          Heard in{' '}
          {heardIn.slice(0, 4).map(({ id, title }, i) => (
            <span key={id}>
              {i > 0 && ', '}
              <Link to={`/listen/${id}?pupil=${pupil.id}`}>{title}</Link>
            </span>
          ))}
          {heardIn.length > 4 && ` and ${heardIn.length - 4} more`}
        </span>
      )}
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
