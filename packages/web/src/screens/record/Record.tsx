import type { Handout, Prompt } from '@aurelfield/api';
import { Mic, Pause, Square, Upload } from 'lucide-react';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { Link, useParams } from 'react-router';
import { useHandout } from '../../api/handoutQueries.ts';
import { usePrompts, useRecordingChanges, useRecordings } from '../../api/recordingQueries.ts';
import { Button, PlainButton, SolidButton } from '../../ui/Button.tsx';
import { Desk } from '../../ui/Desk.tsx';
import { Amount, SelectField } from '../../ui/fields.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { recall, remember } from '../../storage/memory.ts';
import { clock } from '../../ui/format.ts';
import { HandoutTrouble } from '../HandoutTrouble.tsx';
import { LevelBar } from './LevelBar.tsx';
import { Prompter } from './Prompter.tsx';
import { RecordingList } from './RecordingList.tsx';
import { ALL, nameOf, rangeOf, scopeOf, sectionsOf, sentenceAfter, type Chosen } from './scope.ts';
import { useRecorder, type Recorder } from './useRecorder.ts';

const SOUND_TYPES = [
  'audio/*',
  'video/*',
  '.mp3',
  '.m4a',
  '.ogg',
  '.opus',
  '.flac',
  '.wav',
  '.mp4',
  '.webm',
  '.mov',
];
const PACE_KEY = 'aurelfield:prompter-pace';

/** A handout read by a person: into the microphone, or in a sound file. */
export function Record() {
  const { handoutId = '' } = useParams();
  const handout = useHandout(handoutId);
  const prompts = usePrompts(handoutId);
  if (handout.isPending || prompts.isPending) return <p aria-busy="true">Fetching the handout …</p>;
  if (handout.isError || prompts.isError)
    return (
      <HandoutTrouble
        title="Record it yourself"
        error={handout.error ?? prompts.error}
        onRetry={() => void handout.refetch().then(() => prompts.refetch())}
      />
    );
  return <RecordOf key={handoutId} handout={handout.data} prompts={prompts.data.prompts} />;
}

function RecordOf({ handout, prompts }: { readonly handout: Handout; readonly prompts: readonly Prompt[] }) {
  const recordings = useRecordings(handout.id);
  const changes = useRecordingChanges(handout.id);
  const recorder = useRecorder(handout.id, () => void changes.refresh());
  const [chosen, setChosen] = useState<Chosen>(ALL);
  const scope = scopeOf(chosen, prompts);
  const drop = () => {
    const { take } = recorder;
    recorder.drop();
    if (take) changes.remove.mutate(take.id);
  };
  return (
    <>
      <ScreenTitle title={`Record it yourself: ${handout.title}`}>
        <Row>
          <Link to={`/listen/${handout.id}`}>Listen</Link>
          <Link to={`/proof/${handout.id}`}>Check text</Link>
        </Row>
      </ScreenTitle>
      {prompts.length === 0 ? (
        <Notice kind="hint">
          Nothing in this handout is read aloud. <Link to={`/proof/${handout.id}`}>Write its text</Link>, then
          come back here.
        </Notice>
      ) : (
        <Desk $narrow="last">
          <div>
            <Card aria-label="Record">
              <What
                chosen={chosen}
                prompts={prompts}
                onChoose={setChosen}
                isFixed={recorder.take !== undefined}
              />
              <Controls
                recorder={recorder}
                onBegin={() => recorder.begin(nameOf(chosen, prompts), scope)}
                onDrop={drop}
              />
              <Reading prompts={prompts} chosen={chosen} onChoose={setChosen} recorder={recorder} />
            </Card>
            <Card aria-label="A sound file">
              <h2>Or bring a sound file</h2>
              <Row>
                <FileTrigger
                  acceptedFileTypes={SOUND_TYPES}
                  onSelect={(files) => {
                    const [file] = files ?? [];
                    if (file) changes.bring.mutate({ file, scope });
                  }}
                >
                  <Button isDisabled={changes.bring.isPending}>
                    <Upload size={18} aria-hidden /> Choose a file
                  </Button>
                </FileTrigger>
                <Fact>
                  {changes.bring.isPending
                    ? 'It is being sent …'
                    : 'MP3, M4A, Ogg, FLAC, WAV or a video, up to an hour and a half: by anybody, of just what is chosen above.'}
                </Fact>
              </Row>
              {changes.bring.isError && <Notice kind="error">{messageOf(changes.bring.error)}</Notice>}
            </Card>
          </div>
          <div>
            <Card aria-label="Recordings">
              <h2>Recordings</h2>
              {recordings.isError && (
                <Notice
                  kind="error"
                  action={<Button onPress={() => void recordings.refetch()}>Try again</Button>}
                >
                  {messageOf(recordings.error)}
                </Notice>
              )}
              {recordings.data && (
                <RecordingList
                  recordings={recordings.data}
                  changes={changes}
                  inMaking={recorder.take?.id}
                  onTakeUp={recorder.takeUp}
                  onEndAsItIs={(one) => void recorder.endAsItIs(one)}
                />
              )}
              <Fact>
                Where a sentence is in several recordings the newest is heard. A sentence that was changed
                since is said by the pupil’s voice.
              </Fact>
            </Card>
          </div>
        </Desk>
      )}
    </>
  );
}

const WHATS: readonly { readonly id: Chosen['what']; readonly name: string }[] = [
  { id: 'all', name: 'All of it' },
  { id: 'section', name: 'One section' },
  { id: 'sentence', name: 'One sentence' },
];

function What({
  chosen,
  prompts,
  onChoose,
  isFixed,
}: {
  readonly chosen: Chosen;
  readonly prompts: readonly Prompt[];
  readonly onChoose: (chosen: Chosen) => void;
  readonly isFixed: boolean;
}) {
  const sections = sectionsOf(prompts);
  if (isFixed) return <h2>{nameOf(chosen, prompts)}</h2>;
  const first = chosen.what === 'all' ? 0 : chosen.first;
  const sectionAt = (sentence: number) => sections.findLast((one) => one.first <= sentence)?.first ?? 0;
  return (
    <Row>
      <SelectField
        label="What is read"
        value={chosen.what}
        options={WHATS}
        onChange={(what) =>
          onChoose(what === 'all' ? ALL : { what, first: what === 'section' ? sectionAt(first) : first })
        }
      />
      {chosen.what === 'section' && (
        <SelectField
          label="Section"
          value={String(chosen.first)}
          options={sections.map((one) => ({ id: String(one.first), name: one.name }))}
          onChange={(id) => onChoose({ what: 'section', first: Number(id) })}
        />
      )}
      {chosen.what === 'sentence' && <Fact>Press a sentence of the text to choose it.</Fact>}
    </Row>
  );
}

function Reading({
  prompts,
  chosen,
  onChoose,
  recorder,
}: {
  readonly prompts: readonly Prompt[];
  readonly chosen: Chosen;
  readonly onChoose: (chosen: Chosen) => void;
  readonly recorder: Recorder;
}) {
  const [pace, setPace] = useState(() => Number(recall(PACE_KEY)) || 130);
  /** The sentence that was pressed last, and how much was recorded then. */
  const [pressed, setPressed] = useState({ sentence: 0, seconds: 0 });
  const range = rangeOf(chosen, prompts);
  const from = Math.max(range[0], Math.min(pressed.sentence, range[1] - 1));
  const passed = Math.max(0, recorder.seconds - pressed.seconds);
  const current = from + sentenceAfter(prompts.slice(from, range[1]), passed, pace);
  return (
    <>
      <Prompter
        prompts={prompts}
        range={range}
        current={current}
        onChoose={(sentence) => {
          setPressed({ sentence, seconds: recorder.seconds });
          if (chosen.what === 'sentence' && !recorder.take) onChoose({ what: 'sentence', first: sentence });
        }}
      />
      <Amount
        label="Scroll speed"
        value={pace}
        min={60}
        max={220}
        step={5}
        say={(value) => `${value} words a minute`}
        onChange={(value) => {
          setPace(value);
          remember(PACE_KEY, value);
        }}
      />
    </>
  );
}

function Controls({
  recorder,
  onBegin,
  onDrop,
}: {
  readonly recorder: Recorder;
  readonly onBegin: () => void;
  readonly onDrop: () => void;
}) {
  const { state, level, seconds, waiting, isAway, error, take } = recorder;
  return (
    <>
      {level && <LevelBar level={level} />}
      <Row>
        {(state === 'off' || (state === 'opening' && !take)) && (
          <Button isDisabled={state === 'opening'} onPress={recorder.open}>
            Try the microphone
          </Button>
        )}
        {!take && (
          <SolidButton isDisabled={state === 'opening' || state === 'ending'} onPress={onBegin}>
            <Mic size={18} aria-hidden /> Record
          </SolidButton>
        )}
        {state === 'recording' && (
          <Button onPress={recorder.pause}>
            <Pause size={18} aria-hidden /> Pause
          </Button>
        )}
        {state === 'paused' && (
          <SolidButton onPress={recorder.goOn}>
            <Mic size={18} aria-hidden /> Go on
          </SolidButton>
        )}
        {take && (
          <>
            <Button isDisabled={state === 'ending' || seconds === 0} onPress={() => void recorder.end()}>
              <Square size={18} aria-hidden /> Finish
            </Button>
            <PlainButton isDisabled={state === 'ending'} onPress={onDrop}>
              Discard
            </PlainButton>
          </>
        )}
        {state === 'listening' && <PlainButton onPress={recorder.close}>Turn the microphone off</PlainButton>}
      </Row>
      {take && (
        <p role="status">
          {state === 'recording' ? 'Recording' : state === 'ending' ? 'Handing it over' : 'Paused'},{' '}
          {clock(seconds)}.{' '}
          {waiting === 0
            ? 'Saved.'
            : isAway
              ? `Can’t reach Aurelfield: ${clock(waiting / 2)} are kept in this browser and sent later. ${state === 'ending' ? 'Leave this page open if you can.' : 'Keep reading.'}`
              : 'The last of it is on its way to the server.'}
        </p>
      )}
      {error !== undefined && <Notice kind="error">{error}</Notice>}
    </>
  );
}
