import type { RecordingView } from '@aurelfield/api';
import type { Peaks } from '@aurelfield/core/audio';
import type { SampleRange } from '@aurelfield/core/timeline';
import { useEffect, useState, type KeyboardEvent } from 'react';
import { Link, useParams } from 'react-router';
import { soundAddress, usePeaks, useRecording } from '../../api/recordingQueries.ts';
import { Button, SolidButton } from '../../ui/Button.tsx';
import { Desk } from '../../ui/Desk.tsx';
import { SelectField } from '../../ui/fields.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { useUndoKeys } from '../../ui/useUndoKeys.ts';
import { HandoutTrouble } from '../HandoutTrouble.tsx';
import { place } from './formatEdit.ts';
import { StepList } from './StepList.tsx';
import { SpanPlayer } from './spanPlayer.ts';
import { SelectionTools, WholeTools } from './Tools.tsx';
import { useTouchUp } from './useTouchUp.ts';
import { Waveform } from './Waveform.tsx';
import { WordCheck } from './WordCheck.tsx';
import { movedEdge } from './words.ts';

/**
 * A recording is touched up: its sound by steps that can all be taken back, its words where they were not
 * found well.
 */
export function TouchUp() {
  const { recordingId = '' } = useParams();
  const recording = useRecording(recordingId);
  const peaks = usePeaks(recordingId, recording.data?.state === 'ready');
  if (recording.isPending) return <p aria-busy="true">Fetching the recording …</p>;
  if (recording.isError)
    return (
      <HandoutTrouble title="Touch up" error={recording.error} onRetry={() => void recording.refetch()} />
    );
  if (recording.data.state !== 'ready')
    return (
      <>
        <ScreenTitle title="Touch up" />
        <Notice kind="hint">
          The words of this recording have not been found yet.{' '}
          <Link to={`/record/${recording.data.handoutId}`}>Look at it again</Link> when they are.
        </Notice>
      </>
    );
  return (
    <>
      {peaks.isError && (
        <Notice kind="error" action={<Button onPress={() => void peaks.refetch()}>Try again</Button>}>
          {messageOf(peaks.error)}
        </Notice>
      )}
      <TouchUpOf key={recordingId} recording={recording.data} recorded={peaks.data} />
    </>
  );
}

const ZOOMS = ['8', '20', '50', '100', '200', '400'] as const;
const SIDES = [
  { id: 'edited', name: 'As edited' },
  { id: 'original', name: 'As it was recorded' },
] as const;
const VIEWS = [
  { id: 'sound', name: 'The sound' },
  { id: 'words', name: 'The words’ times' },
] as const;

function TouchUpOf({
  recording,
  recorded,
}: {
  readonly recording: RecordingView;
  readonly recorded: Peaks | undefined;
}) {
  const [view, setView] = useState<'sound' | 'words'>('sound');
  const [side, setSide] = useState<'edited' | 'original'>('edited');
  // Words are put right where they were recorded; edits move them along.
  const isOriginal = view === 'words' || side === 'original';
  const touch = useTouchUp(recording, recorded, isOriginal);
  const { timeline, words, saver } = touch;
  const { sampleRate, samples } = timeline;
  const [zoom, setZoom] = useState<(typeof ZOOMS)[number]>('200');
  const [asked, setSelection] = useState<SampleRange>({ from: 0, to: 0 });
  const selection = { from: Math.min(asked.from, samples), to: Math.min(asked.to, samples) };
  const [player] = useState(() => new SpanPlayer());
  const [isPlaying, setPlaying] = useState(false);
  const [error, setError] = useState<string>();
  useEffect(() => {
    const stopTelling = player.onState(() => setPlaying(player.isPlaying));
    return () => {
      stopTelling();
      player.stop();
    };
  }, [player]);
  useUndoKeys(touch.undo, touch.redo);

  const play = async (from: number, to?: number) => {
    setError(undefined);
    try {
      await saver.settled();
      await player.play({
        address: soundAddress(recording.id, {
          from,
          ...(to === undefined ? {} : { to }),
          version: isOriginal ? 'original' : saver.revision,
        }),
        from,
        sampleRate,
      });
    } catch (failure) {
      // Whoever stops before it begins wants no message.
      if (!(failure instanceof DOMException && failure.name === 'AbortError'))
        setError('The sound cannot be played just now. Try again.');
    }
  };
  const hear = () => {
    if (player.isPlaying) player.stop();
    else void play(selection.from, selection.to > selection.from ? selection.to : undefined);
  };
  const step: typeof touch.step = (edit) => {
    player.stop();
    touch.step(edit);
    if (edit.kind === 'cut') setSelection({ from: edit.from, to: edit.from });
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const isEmpty = selection.to <= selection.from;
    const { from, to } = selection;
    const keys: Readonly<Record<string, (() => void) | undefined>> = {
      ' ': hear,
      ...(isOriginal || isEmpty
        ? {}
        : {
            Delete: () => step({ kind: 'cut', from, to }),
            Backspace: () => step({ kind: 'cut', from, to }),
            m: () => step({ kind: 'mute', from, to }),
            '+': () => step({ kind: 'gain', decibels: 3, from, to }),
            '-': () => step({ kind: 'gain', decibels: -3, from, to }),
          }),
      ...(isOriginal
        ? {}
        : { p: () => step({ kind: 'insert-silence', at: from, samples: Math.round(0.25 * sampleRate) }) }),
    };
    const act = keys[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  };
  const chosen = words.findIndex(
    ({ from, to }) => from === selection.from && (to === selection.to || to === from),
  );
  const own = words[chosen];
  const setWords = async (changed: Parameters<typeof touch.setWords>[0]) => {
    await touch.setWords(changed);
    const [only] = changed;
    if (changed.length === 1 && only && only.from !== null && only.to !== null)
      setSelection({ from: only.from, to: only.to });
  };
  const moveEdge = async (edge: 'from' | 'to', sample: number) => {
    const range = movedEdge(words, chosen, edge, sample, SHORTEST_WORD * sampleRate, samples);
    if (!range || !own) return;
    try {
      await setWords([
        { sentence: own.sentence, word: own.word, from: Math.round(range.from), to: Math.round(range.to) },
      ]);
    } catch (failure) {
      setError(messageOf(failure));
    }
  };
  return (
    <>
      <ScreenTitle title={`Touch up: ${recording.name}`}>
        <Row>
          <Link to={`/record/${recording.handoutId}`}>Record it yourself</Link>
          <Link to={`/listen/${recording.handoutId}`}>Listen</Link>
        </Row>
      </ScreenTitle>
      <Row>
        <SolidButton onPress={hear}>
          {isPlaying ? 'Stop' : selection.to > selection.from ? 'Hear the selection' : 'Play'}
        </SolidButton>
        <SelectField label="Show" hideLabel value={view} options={VIEWS} onChange={setView} />
        {view === 'sound' && (
          <SelectField label="Hear" hideLabel value={side} options={SIDES} onChange={setSide} />
        )}
        <SelectField
          label="Zoom"
          hideLabel
          value={zoom}
          options={ZOOMS.map((id) => ({ id, name: formatWidth(Number(id)) }))}
          onChange={setZoom}
        />
        <Fact>
          {place(samples, sampleRate)} in all
          {touch.saved.kind === 'saving' ? ', saving …' : ''}
        </Fact>
      </Row>
      <p id="touch-up-keys" style={{ marginBlock: '0.5rem' }}>
        <Fact>
          Arrow keys go from word to word, with Shift they select on. Space hears
          {isOriginal
            ? '.'
            : ', Delete cuts out, M silences, P puts a pause in, + and − make louder and softer, Ctrl Z undoes.'}
          {view === 'words' && ' The edges of the chosen word can be dragged.'}
        </Fact>
      </p>
      {error !== undefined && <Notice kind="error">{error}</Notice>}
      {recorded === undefined && <p aria-busy="true">Fetching the waveform …</p>}
      <Waveform
        peaks={touch.peaks}
        samples={samples}
        sampleRate={sampleRate}
        words={words}
        zoom={Number(zoom)}
        selection={selection}
        onSelect={setSelection}
        onKey={onKey}
        player={player}
        edges={
          view === 'words' && own && own.state !== 'missing'
            ? { word: own, onMove: (edge, sample) => void moveEdge(edge, sample) }
            : undefined
        }
      />
      <Desk $narrow="last">
        <div>
          {view === 'words' ? (
            <WordCheck
              words={words}
              samples={samples}
              sampleRate={sampleRate}
              chosen={chosen}
              onChoose={({ from, to }) => setSelection({ from, to })}
              onSet={(changed) => setWords([...changed])}
              heard={() => (player.isPlaying ? player.sample : undefined)}
              playFrom={(sample) => void play(Math.round(sample))}
              stop={() => player.stop()}
            />
          ) : side === 'original' ? (
            <Notice kind="hint">
              This is the recording as it was made. Choose “As edited” to go on with your steps.
            </Notice>
          ) : (
            <>
              <SelectionTools recording={recording} timeline={timeline} selection={selection} onStep={step} />
              <WholeTools recording={recording} timeline={timeline} onStep={step} />
            </>
          )}
        </div>
        <div>
          <StepList
            steps={touch.steps}
            sampleRate={sampleRate}
            saved={touch.saved}
            undo={touch.undo}
            redo={touch.redo}
            onOriginal={touch.toOriginal}
            onRetry={() => saver.retry()}
          />
        </div>
      </Desk>
    </>
  );
}

/** Seconds that a word lasts at the least. */
const SHORTEST_WORD = 0.02;

/** About how much of the recording is seen in a wide window. */
function formatWidth(pixelsPerSecond: number): string {
  const seconds = 1200 / pixelsPerSecond;
  return seconds >= 60 ? `${Math.round(seconds / 60)} min` : `${Math.round(seconds)} s`;
}
