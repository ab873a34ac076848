import type { Handout, Occurrence } from '@aurelfield/api';
import { useState } from 'react';
import { Dialog, DialogTrigger } from 'react-aria-components';
import { Link } from 'react-router';
import styled from 'styled-components';
import { useOccurrence, useOtherReadings, useVariants } from '../../api/doubtQueries.ts';
import { fetchHeard } from '../../api/pronunciationQueries.ts';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { Panel } from '../../ui/Panel.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { useSound } from '../../ui/useSound.ts';

const Words = styled(Panel)`
  h3 {
    margin: 0 0 0.6rem;
    font-size: 1.1rem;
  }

  form {
    display: grid;
    gap: 0.7rem;
    margin-top: 0.8rem;
  }

  ul {
    display: grid;
    gap: 0.4rem;
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li > button {
    width: 100%;
    justify-content: flex-start;
    text-align: start;
    height: auto;
  }
`;

/** A word of the handout and where it stands. */
export interface PlacedWord {
  readonly written: string;
  /** The block's id. */
  readonly block: string;
  readonly start: number;
}

interface ThisWordProps {
  readonly handout: Handout;
  readonly pupilId: string;
  readonly word: PlacedWord;
}

/** How the word at the place of listening is said: here alone, or (in the lists) everywhere. */
export function ThisWord({ handout, pupilId, word }: ThisWordProps) {
  return (
    <DialogTrigger>
      <PlainButton>Is “{word.written}” said wrongly?</PlainButton>
      <WaysPanel handout={handout} pupilId={pupilId} word={word} />
    </DialogTrigger>
  );
}

/** What opens beside the button that asks how a word is said; for a `DialogTrigger`. */
export function WaysPanel({ handout, pupilId, word }: ThisWordProps) {
  return (
    <Words placement="top end">
      <Dialog aria-label={`How “${word.written}” is said`}>
        {({ close }) => <Ways handout={handout} pupilId={pupilId} word={word} onDone={close} />}
      </Dialog>
    </Words>
  );
}

function Ways({ handout, pupilId, word, onDone }: ThisWordProps & { readonly onDone: () => void }) {
  const variants = useVariants(word.written);
  const readings = useOtherReadings(handout.id, word);
  const [everywhere, setEverywhere] = useState(false);
  const change = useOccurrence(handout.id);
  const [said, setSaid] = useState('');
  const { play, error } = useSound();
  const { block, start, written } = word;
  const own = handout.occurrences.find((place) => place.block === block && place.start === start);
  // A sign or figure is said by words, a word by its sounds.
  const kind = /\p{L}{2}/u.test(written) ? ('respelling' as const) : ('alias' as const);
  const set = (way: Pick<Occurrence, 'kind' | 'said'>) =>
    change.mutate({ set: { block, start, written, ...way, everywhere } }, { onSuccess: onDone });
  const wrong = change.isError ? messageOf(change.error) : error;
  return (
    <>
      <h3>
        “{written}”, {everywhere ? 'in all of this handout' : 'in this place'}
      </h3>
      {own && (
        <Row>
          <Fact>Said here as {own.kind === 'ipa' ? `/${own.said}/` : own.said}</Fact>
          <PlainButton onPress={() => change.mutate({ back: own, everywhere }, { onSuccess: onDone })}>
            As everywhere else
          </PlainButton>
        </Row>
      )}
      <Tick isSelected={everywhere} onChange={setEverywhere}>
        Wherever “{written}” stands in this handout
      </Tick>
      {(readings.data?.ways.length ?? 0) > 0 && (
        <ul aria-label="Other ways to read it">
          {readings.data?.ways.map((way) => (
            <li key={way}>
              <Button onPress={() => set({ kind: 'alias', said: way })} isDisabled={change.isPending}>
                {way}
              </Button>
            </li>
          ))}
        </ul>
      )}
      {(variants.data?.length ?? 0) > 0 && (
        <ul aria-label="Ways to say it">
          {variants.data?.map(({ ipa, respelling, meaning }) => (
            <li key={ipa}>
              <Button onPress={() => set({ kind: 'ipa', said: ipa })} isDisabled={change.isPending}>
                <span>
                  <b>{respelling}</b> {meaning}
                </span>
              </Button>
            </li>
          ))}
        </ul>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (said.trim() !== '') set({ kind, said });
        }}
      >
        <Field
          label={kind === 'alias' ? 'In other words, as in three over four' : 'Respelled, as in SAL-oh'}
          value={said}
          onChange={setSaid}
        />
        {wrong !== undefined && <Notice kind="error">{wrong}</Notice>}
        <Row>
          <Button
            isDisabled={said.trim() === ''}
            onPress={() => play(() => fetchHeard({ written, said, kind, caseSensitive: false, pupilId }))}
          >
            Hear it
          </Button>
          <Button type="submit" isDisabled={said.trim() === '' || change.isPending}>
            Say it so
          </Button>
        </Row>
      </form>
      <p>
        <Link to={`/pronunciations?written=${encodeURIComponent(written)}`}>Put it right everywhere</Link>
      </p>
    </>
  );
}
