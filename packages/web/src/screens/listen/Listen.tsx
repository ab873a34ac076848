import type { Handout, Pupil } from '@aurelfield/api';
import { useEffect } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { useChangeHandout, useHandout } from '../../api/handoutQueries.ts';
import { usePupils } from '../../api/pupilQueries.ts';
import { useReading, useText } from '../../api/readingQueries.ts';
import { ApiError } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/fields.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Row, Sheet } from '../../ui/layout.tsx';
import { recall, remember } from '../../ui/memory.ts';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { languageName } from '../../ui/say.ts';
import { Agree } from './Agree.tsx';
import { HandoutTrouble } from '../HandoutTrouble.tsx';
import { Reader } from './Reader.tsx';

const LAST_PUPIL_KEY = 'aurelfield:pupil';

/** The page as a pupil gets it: choose the pupil, then listen. */
export function Listen() {
  const { handoutId = '' } = useParams();
  const handout = useHandout(handoutId);
  const pupils = usePupils();
  if (handout.isPending || pupils.isPending) return <p aria-busy="true">Fetching the handout …</p>;
  if (handout.isError || pupils.isError) {
    return (
      <HandoutTrouble
        title="Listen"
        error={handout.error ?? pupils.error}
        onRetry={() => void handout.refetch().then(() => pupils.refetch())}
      />
    );
  }
  return <ListenTo handout={handout.data} pupils={pupils.data} />;
}

function ListenTo({ handout, pupils }: { readonly handout: Handout; readonly pupils: readonly Pupil[] }) {
  const [query, setQuery] = useSearchParams();
  const wanted = query.get('pupil') ?? recall(LAST_PUPIL_KEY);
  const pupil = pupils.find(({ id }) => id === wanted) ?? pupils[0];
  const reading = useReading(handout, pupil);
  const text = useText(reading.data?.textHash, handout);
  const cost = reading.data?.cost;
  const mustAgree = cost !== null && cost !== undefined && !cost.agreed && cost.characters > 0;
  useEffect(() => {
    if (pupil) remember(LAST_PUPIL_KEY, pupil.id);
  }, [pupil]);
  return (
    <>
      <ScreenTitle title={handout.title}>
        {pupil && (
          <Row>
            <Link to={`/proof/${handout.id}`}>Proof the text</Link>
            <span aria-hidden>For</span>
            <Choice
              label="Pupil"
              hideLabel
              value={pupil.id}
              options={pupils.map(({ id, name }) => ({ id, name }))}
              onChange={(id) => setQuery({ pupil: id }, { replace: true })}
            />
          </Row>
        )}
      </ScreenTitle>
      {!pupil && (
        <Sheet>
          <h2>Who is it for?</h2>
          <p>
            A reading has the voice, pace and pauses of a pupil. <Link to="/pupils/new">Add a pupil</Link>,
            then come back here.
          </p>
        </Sheet>
      )}
      {reading.isError && (
        <Notice kind="error" action={<Button onPress={() => void reading.refetch()}>Try again</Button>}>
          {messageOf(reading.error)}
          {reading.error instanceof ApiError && reading.error.problem === 'no-voice' && (
            <ChangeLanguage handout={handout} />
          )}
        </Notice>
      )}
      {text.isError && (
        <Notice kind="error" action={<Button onPress={() => void text.refetch()}>Try again</Button>}>
          {messageOf(text.error)}
        </Notice>
      )}
      {pupil && reading.isPending && !reading.isError && <p aria-busy="true">Getting the reading ready …</p>}
      {pupil && reading.data && mustAgree && reading.data.cost && (
        <Agree reading={reading.data} cost={reading.data.cost} />
      )}
      {pupil && reading.data && text.data && !mustAgree && (
        <Reader
          key={reading.data.id}
          handout={handout}
          text={text.data}
          pupil={pupil}
          reading={reading.data}
        />
      )}
    </>
  );
}

/** Mends a wrongly guessed language where it shows. */
function ChangeLanguage({ handout }: { readonly handout: Handout }) {
  const change = useChangeHandout(handout.id);
  return (
    <Row>
      <Button onPress={() => change.mutate({ language: 'en-GB' })} isDisabled={change.isPending}>
        Read it as {languageName('en-GB')}
      </Button>
    </Row>
  );
}
