import {
  textSelectionSchema,
  type Handout,
  type Pupil,
  type Reading,
  type TextSelection,
  type TextView,
} from '@aurelfield/api';
import { useEffect, useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { ApiError } from '../../api/client.ts';
import { useChangeHandout, useHandout } from '../../api/handoutQueries.ts';
import { cancelJob } from '../../api/jobQueries.ts';
import { usePupils } from '../../api/pupilQueries.ts';
import { makeRest, useReading, useReadingProgress, useText } from '../../api/readingQueries.ts';
import { usePlayer, type HandOver } from '../../player/usePlayer.ts';
import { Button } from '../../ui/Button.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { recall, remember } from '../../storage/memory.ts';
import { MenuSelect } from '../../ui/MenuSelect.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { Progress } from '../../ui/Progress.tsx';
import { clock, count, languageName } from '../../ui/format.ts';
import { HandoutTrouble } from '../HandoutTrouble.tsx';
import { formatVoice } from '../pupils/voiceQualities.ts';
import { Agree } from './Agree.tsx';
import { LeftOut } from './LeftOut.tsx';
import { Reader } from './Reader.tsx';
import type { Tool } from './tools/tools.ts';
import { Save } from './Save.tsx';
import type { PlacedWord } from './tools/AboutWord.tsx';

const Facts = styled(Row)`
  justify-content: space-between;
  margin-bottom: 0.75rem;

  @media (max-height: 520px) {
    display: none;
  }
`;

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
  return <ListenTo key={handout.data.id} handout={handout.data} pupils={pupils.data} />;
}

function ListenTo({ handout, pupils }: { readonly handout: Handout; readonly pupils: readonly Pupil[] }) {
  const [query, setQuery] = useSearchParams();
  const wanted = query.get('pupil') ?? recall(LAST_PUPIL_KEY);
  const pupil = pupils.find(({ id }) => id === wanted) ?? pupils[0];
  const textSelection = textSelectionSchema.catch('original').parse(query.get('text'));
  const reading = useReading(handout, pupil, textSelection);
  const [tool, setTool] = useState<Tool>();
  const [word, setWord] = useState<PlacedWord>();
  const text = useText(reading.data?.textHash, handout);
  // While the next reading is opened, the one before plays on, in its own pupil's look.
  const heard = pupils.find(({ id }) => id === reading.data?.pupilId) ?? pupil;
  const handOver = useRef<HandOver>(undefined);
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
            <Link to={`/proof/${handout.id}`}>Check text</Link>
            <Link to={`/record/${handout.id}`}>Record it yourself</Link>
            <Link to={`/pupils/${pupil.id}`}>{pupil.name}’s settings</Link>
            <span aria-hidden>For</span>
            <MenuSelect
              label="Pupil"
              value={pupil.id}
              options={pupils.map(({ id, name }) => ({ id, name }))}
              onChange={(id) =>
                setQuery((before) => ({ ...Object.fromEntries(before), pupil: id }), { replace: true })
              }
              focusAfter={() => document.querySelector<HTMLElement>('article[aria-label="The handout"]')}
            />
          </Row>
        )}
      </ScreenTitle>
      {!pupil && (
        <Card>
          <h2>Who is it for?</h2>
          <p>
            A reading has the voice, pace and pauses of a pupil. <Link to="/pupils/new">Add a pupil</Link>,
            then come back here.
          </p>
        </Card>
      )}
      {reading.isError && (
        <Notice kind="error" action={<Button onPress={() => void reading.refetch()}>Try again</Button>}>
          {messageOf(reading.error)}
          {reading.error instanceof ApiError && reading.error.code === 'no-voice' && (
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
      {heard && reading.data && text.data && !mustAgree && !reading.isError && (
        <OpenReading
          key={reading.data.id}
          handout={handout}
          text={text.data}
          pupil={heard}
          reading={reading.data}
          handOver={handOver}
          textSelection={textSelection}
          onTextSelection={(next) =>
            setQuery((before) => ({ ...Object.fromEntries(before), text: next }), { replace: true })
          }
          tool={tool}
          onTool={setTool}
          word={word}
          onWord={setWord}
        />
      )}
    </>
  );
}

interface OpenReadingProps {
  readonly handout: Handout;
  /** What the reading was made of, whatever the handout has become since. */
  readonly text: TextView;
  readonly pupil: Pupil;
  readonly reading: Reading;
  /** Where the reading before was, and whether it played. */
  readonly handOver: { current: HandOver | undefined };
  readonly textSelection: TextSelection;
  readonly onTextSelection: (textSelection: TextSelection) => void;
  /** What stands open beside the page; it stays open when another reading takes the place of this one. */
  readonly tool: Tool | undefined;
  readonly onTool: (tool: Tool | undefined) => void;
  readonly word: PlacedWord | undefined;
  readonly onWord: (word: PlacedWord) => void;
}

/** A reading that can be listened to, followed and saved. */
function OpenReading({ handout, text, pupil, reading, handOver, ...others }: OpenReadingProps) {
  const following = useReadingProgress(reading.id);
  const progress = following.data ?? reading;
  const { player, error } = usePlayer(reading, progress, handOver);
  const { job } = progress;
  const making = job?.state === 'waiting' || job?.state === 'running';
  const incomplete = progress.duration === null && !making;
  return (
    <>
      <Facts>
        <Fact>
          {formatVoice(progress.voice)} · {progress.pace} words a minute
          {progress.duration === null ? '' : ` · ${clock(progress.duration)} long`}
        </Fact>
        <LeftOut reading={reading} />
        <Save reading={reading} pupil={pupil} />
      </Facts>
      {making && job && (
        <Row style={{ marginBottom: '1rem' }}>
          <div style={{ flex: '1 1 14rem' }}>
            <Progress
              label={`Preparing audio: ${progress.made.toLocaleString('en-GB')} of ${count(progress.sentences, 'sentence')}`}
              done={progress.made}
              total={progress.planned ? progress.sentences : 0}
            />
          </div>
          <Button onPress={() => void cancelJob(job.id).then(() => following.refetch())}>Stop</Button>
        </Row>
      )}
      {incomplete && (
        <Notice
          kind={job?.state === 'failed' ? 'error' : 'hint'}
          action={
            <Button onPress={() => void makeRest(reading.id).then(() => following.refetch())}>
              Finish the rest
            </Button>
          }
        >
          {job?.error ??
            'Not all audio is ready. You can listen anyway: each sentence is prepared when you reach it.'}
        </Notice>
      )}
      {error && <Notice kind="error">{messageOf(error)}</Notice>}
      {!player && !error && <p aria-busy="true">Fetching the sentences …</p>}
      {player && player.track.sentences.length === 0 && (
        <Notice kind="hint">There is nothing in this handout that can be said.</Notice>
      )}
      {player && player.track.sentences.length > 0 && (
        <Reader player={player} handout={handout} text={text} pupil={pupil} reading={progress} {...others} />
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
