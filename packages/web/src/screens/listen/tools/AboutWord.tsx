import type { EntryInput, Handout, Occurrence, Pupil, Scope, WordFactsView } from '@aurelfield/api';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { useOccurrence, useOtherReadings, useVariants } from '../../../api/doubtQueries.ts';
import { fetchWord, useImpact, useWordFacts } from '../../../api/listeningQueries.ts';
import { fetchSampleSound } from '../../../api/pupilQueries.ts';
import { fetchHeard, useRemoveEntry, useSaveEntry } from '../../../api/pronunciationQueries.ts';
import { Button, PlainButton, SolidButton } from '../../../ui/Button.tsx';
import { SelectField, Field } from '../../../ui/fields.tsx';
import { Fact, Row } from '../../../ui/layout.tsx';
import { messageOf, Notice } from '../../../ui/Notice.tsx';
import { count } from '../../../ui/format.ts';
import { ImpactNote } from '../../pronunciations/ImpactNote.tsx';
import { useDebouncedValue } from '../../../ui/useDebouncedValue.ts';
import { useSound } from '../../../ui/useSound.ts';
import { useUndo } from '../../../ui/Undo.tsx';

const Word = styled.p`
  font-family: var(--face-title);
  font-size: 1.5rem;
  overflow-wrap: anywhere;
`;

const Meanings = styled.ol`
  display: grid;
  gap: 0.5rem;
  margin: 0;
  padding-inline-start: 1.3rem;

  em {
    color: var(--quiet);
  }
`;

const Ways = styled.ul`
  display: grid;
  gap: 0.4rem;
  margin: 0;
  padding: 0;
  list-style: none;

  button {
    width: 100%;
    height: auto;
    justify-content: flex-start;
    text-align: start;
  }
`;

/** A word of the handout and where it stands. */
export interface PlacedWord {
  readonly written: string;
  /** The block's id. */
  readonly block: string;
  readonly start: number;
  /** The sentence around it, and where it begins there. */
  readonly sentence: string;
  readonly at: number;
}

interface AboutWordProps {
  readonly handout: Handout;
  readonly language: string;
  readonly pupil: Pupil;
  readonly word: PlacedWord;
  /** Something was changed: the reading continues from this sentence with the change. */
  readonly onChanged: () => void;
}

/**
 * Everything about one word: hear it, what it means, and have it said otherwise – here, or for everyone whom
 * it concerns.
 */
export function AboutWord({ handout, language, pupil, word, onChanged }: AboutWordProps) {
  const { written } = word;
  const facts = useWordFacts({
    word: written,
    language,
    pupilId: pupil.id,
    sentence: word.sentence,
    start: word.at,
  });
  const { play, error } = useSound();
  const hear = (way: 'normal' | 'slowly' | 'syllables') =>
    play(() => fetchWord({ word: written, language, pupilId: pupil.id, way }));
  return (
    <>
      <Word>{facts.data?.syllables ? facts.data.syllables.parts.join('·') : written}</Word>
      <Row>
        <Button onPress={() => hear('normal')}>Hear it</Button>
        <Button onPress={() => hear('slowly')}>Slowly</Button>
        <Button onPress={() => hear('syllables')}>In syllables</Button>
      </Row>
      {error !== undefined && <Notice kind="error">{error}</Notice>}
      {facts.isPending && <p aria-busy="true">Looking the word up …</p>}
      {facts.isError && <Notice kind="error">{messageOf(facts.error)}</Notice>}
      {facts.data && (
        <Facts facts={facts.data} onRead={(text) => play(() => fetchRead(text, language, pupil))} />
      )}
      <SaidWrongly handout={handout} pupil={pupil} word={word} onChanged={onChanged} />
    </>
  );
}

/** A text read aloud in the pupil's way. */
function fetchRead(text: string, language: string, { profile }: Pupil) {
  const { readingStyle: _readingStyle, ...sounding } = profile;
  return fetchSampleSound({ text: text.slice(0, 300), language, profile: sounding });
}

function Facts({
  facts,
  onRead,
}: {
  readonly facts: WordFactsView;
  readonly onRead: (text: string) => void;
}) {
  const { ipa, respelling, syllables, meanings, family } = facts;
  return (
    <>
      <Fact>
        {[
          ipa === null ? '' : `/${ipa}/`,
          respelling ?? '',
          syllables
            ? `${count(syllables.parts.length, 'syllable')}, by ${syllables.by === 'dictionary' ? 'the dictionary' : 'rule'}`
            : '',
        ]
          .filter((part) => part !== '')
          .join(' · ')}
      </Fact>
      {meanings.length > 0 ? (
        <Meanings aria-label="Meanings">
          {meanings.map(({ part, meaning, example }, i) => (
            <li key={i}>
              <em>{part}</em> {meaning}
              {example !== null && <Fact> “{example}”</Fact>}{' '}
              <PlainButton onPress={() => onRead(meaning)}>Read this meaning</PlainButton>
            </li>
          ))}
        </Meanings>
      ) : (
        <Fact>No definition found.</Fact>
      )}
      {family.length > 0 && <Fact>Word family: {family.join(', ')}</Fact>}
    </>
  );
}

type Reach = 'place' | 'handout' | Scope;

function SaidWrongly({
  handout,
  pupil,
  word,
  onChanged,
}: Pick<AboutWordProps, 'handout' | 'pupil' | 'word' | 'onChanged'>) {
  const { block, start, written } = word;
  const variants = useVariants(written);
  const others = useOtherReadings(handout.id, word);
  const change = useOccurrence(handout.id);
  const save = useSaveEntry();
  const remove = useRemoveEntry();
  const offerUndo = useUndo();
  const { play, error } = useSound();
  const [said, setSaid] = useState('');
  const [reach, setReach] = useState<Reach>('place');
  const [done, setDone] = useState<string>();
  const own = handout.occurrences.find((place) => place.block === block && place.start === start);
  // A sign or figure is said by words, a word by its sounds.
  const kind = /\p{L}{2}/u.test(written) ? ('respelling' as const) : ('alias' as const);
  // What belongs to a word is not part of its entry: possessives are carried along.
  const base = written.replace(/['’]s$/u, '');
  const scope = reach === 'place' || reach === 'handout' ? undefined : reach;
  const list = scope === undefined ? undefined : { scope, scopeValue: valueOf(scope, handout, pupil) };
  const impact = useImpact(
    { written: base, caseSensitive: false, scope: scope ?? 'school', scopeValue: list?.scopeValue ?? '' },
    list !== undefined,
  );
  const typed = useDebouncedValue(said.trim(), 300);
  const wrong = change.isError ? messageOf(change.error) : save.isError ? messageOf(save.error) : error;
  const finish = (where: string) => {
    setSaid('');
    setDone(`“${written}” is said so ${where} from now on.`);
    onChanged();
  };
  const setHere = (way: Pick<Occurrence, 'kind' | 'said'>, everywhere: boolean) =>
    change.mutate(
      { set: { block, start, written, ...way, everywhere } },
      { onSuccess: () => finish(everywhere ? 'in all of this handout' : 'in this place') },
    );
  const apply = (way: Pick<EntryInput, 'kind' | 'said'>) => {
    setDone(undefined);
    if (list === undefined) {
      setHere(way, reach === 'handout');
      return;
    }
    const input: EntryInput = { ...way, ...list, written: base, caseSensitive: false, partOfSpeech: 'any' };
    const whom = nameOf(list.scope, handout, pupil);
    // Opening the reading again closes this panel: the message must outlive it.
    save.mutateAsync({ id: undefined, input }).then(
      ({ id }) =>
        offerUndo({
          text: `“${written}” is saved for ${whom}.`,
          undo: () => remove.mutate(id),
        }),
      // The mutation's own state tells what went wrong.
      () => undefined,
    );
  };
  const reset = () => {
    change.reset();
    save.reset();
    setDone(undefined);
  };
  return (
    <section aria-label="Pronounced wrongly?" style={{ display: 'grid', gap: '0.7rem' }}>
      <h3>Pronounced wrongly?</h3>
      {own && (
        <Row>
          <Fact>Said here as {own.kind === 'ipa' ? `/${own.said}/` : own.said}</Fact>
          <PlainButton
            onPress={() =>
              change.mutate(
                { back: own, everywhere: reach === 'handout' },
                { onSuccess: () => finish('as everywhere else') },
              )
            }
          >
            As everywhere else
          </PlainButton>
        </Row>
      )}
      <SelectField
        label="Use this for"
        value={reach}
        options={reachesOf(handout, pupil)}
        onChange={(next) => {
          reset();
          setReach(next);
        }}
      />
      {list && impact.data && <ImpactNote impact={impact.data} />}
      {(variants.data?.length ?? 0) > 0 && (
        <Ways aria-label="Its other sounds">
          {variants.data?.map(({ ipa, respelling, meaning }) => (
            <li key={ipa}>
              <Button
                onPress={() => apply({ kind: 'ipa', said: ipa })}
                isDisabled={change.isPending || save.isPending}
              >
                <span>
                  <b>{respelling}</b> {meaning}
                </span>
              </Button>
            </li>
          ))}
        </Ways>
      )}
      {(others.data?.ways.length ?? 0) > 0 && (
        <Ways aria-label="Other ways to read it">
          {others.data?.ways.map((way) => (
            <li key={way}>
              <Button
                onPress={() => apply({ kind: 'alias', said: way })}
                isDisabled={change.isPending || save.isPending}
              >
                {way}
              </Button>
            </li>
          ))}
        </Ways>
      )}
      <form
        style={{ display: 'grid', gap: '0.7rem' }}
        onSubmit={(event) => {
          event.preventDefault();
          if (said.trim() !== '') apply({ kind, said: said.trim() });
        }}
      >
        <Field
          label={kind === 'alias' ? 'In other words, as in three over four' : 'Respelled, as in SAL-oh'}
          value={said}
          onChange={(next) => {
            reset();
            setSaid(next);
          }}
        />
        {wrong !== undefined && <Notice kind="error">{wrong}</Notice>}
        <Row>
          <Button
            isDisabled={typed === ''}
            onPress={() =>
              play(() =>
                fetchHeard({
                  written: base,
                  said: said.trim(),
                  kind,
                  caseSensitive: false,
                  pupilId: pupil.id,
                }),
              )
            }
          >
            Listen
          </Button>
          <SolidButton type="submit" isDisabled={said.trim() === '' || change.isPending || save.isPending}>
            Save pronunciation
          </SolidButton>
        </Row>
      </form>
      <div role="status">{done}</div>
      <Link to={`/pronunciations?written=${encodeURIComponent(base)}`}>All lists</Link>
    </section>
  );
}

function reachesOf(handout: Handout, pupil: Pupil): { id: Reach; name: string }[] {
  return [
    { id: 'place', name: 'Only here' },
    { id: 'handout', name: 'All of this handout' },
    { id: 'pupil', name: `${pupil.name}, in every handout` },
    ...(handout.className === '' ? [] : [{ id: 'class' as const, name: `The class ${handout.className}` }]),
    ...(handout.subject === '' ? [] : [{ id: 'subject' as const, name: `The subject ${handout.subject}` }]),
    { id: 'school', name: 'The whole school' },
  ];
}

function valueOf(scope: Scope, handout: Handout, pupil: Pupil): string {
  return { pupil: pupil.id, class: handout.className, subject: handout.subject, school: '' }[scope];
}

function nameOf(scope: Scope, handout: Handout, pupil: Pupil): string {
  return {
    pupil: pupil.name,
    class: handout.className,
    subject: handout.subject,
    school: 'the whole school',
  }[scope];
}
