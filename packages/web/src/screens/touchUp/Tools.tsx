import type { RecordingView } from '@aurelfield/api';
import {
  lengthenedPauses,
  pausesLongerThan,
  shortenedPauses,
  TREATMENT_LIMITS,
  trimmedEnds,
  wholeSentence,
  type Edit,
  type SampleRange,
  type Timeline,
} from '@aurelfield/core/timeline';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Amount } from '../../ui/fields.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { place, seconds } from './formatEdit.ts';

interface ToolsProps {
  readonly recording: RecordingView;
  readonly timeline: Timeline;
  readonly selection: SampleRange;
  readonly onStep: (edit: Edit) => void;
}

const QUARTER = 0.25;

/** What can be done to the selection. */
export function SelectionTools({ timeline, selection, onStep }: ToolsProps) {
  const [tempo, setTempo] = useState(0.9);
  const [pitch, setPitch] = useState(1);
  const { sampleRate } = timeline;
  const isEmpty = selection.to <= selection.from;
  const { from, to } = selection;
  const sentence = timeline.sentences.findIndex(
    (one) => from >= one.from && from < Math.max(one.to, one.from + 1),
  );
  const move = (direction: -1 | 1) => {
    const edit = movedSentence(timeline, sentence, direction);
    if (edit) onStep(edit);
  };
  return (
    <Card aria-label="The selection">
      <h2>The selection</h2>
      <Fact role="status">
        {isEmpty
          ? `At ${place(from, sampleRate)}. Drag over the waveform, or press a word, to select a stretch.`
          : `${place(from, sampleRate)} to ${place(to, sampleRate)}, ${seconds(to - from, sampleRate)}`}
      </Fact>
      <Row>
        <Button isDisabled={isEmpty} onPress={() => onStep({ kind: 'cut', from, to })}>
          Cut out
        </Button>
        <Button isDisabled={isEmpty} onPress={() => onStep({ kind: 'mute', from, to })}>
          Silence
        </Button>
        <Button
          onPress={() =>
            onStep({ kind: 'insert-silence', at: from, samples: Math.round(QUARTER * sampleRate) })
          }
        >
          Pause before it
        </Button>
        <Button isDisabled={isEmpty} onPress={() => onStep({ kind: 'gain', decibels: 3, from, to })}>
          Louder
        </Button>
        <Button isDisabled={isEmpty} onPress={() => onStep({ kind: 'gain', decibels: -3, from, to })}>
          Softer
        </Button>
        <Button isDisabled={isEmpty} onPress={() => onStep({ kind: 'fade', direction: 'in', from, to })}>
          Fade in
        </Button>
        <Button isDisabled={isEmpty} onPress={() => onStep({ kind: 'fade', direction: 'out', from, to })}>
          Fade out
        </Button>
      </Row>
      <Amount
        label="Tempo"
        value={tempo}
        min={TREATMENT_LIMITS.tempo.least}
        max={TREATMENT_LIMITS.tempo.most}
        step={0.05}
        say={(value) => `${Math.round(value * 100)} %`}
        onChange={setTempo}
      />
      <Amount
        label="Pitch"
        value={pitch}
        min={-6}
        max={6}
        step={0.5}
        say={(value) => `${value > 0 ? '+' : ''}${value} ${Math.abs(value) === 1 ? 'semitone' : 'semitones'}`}
        onChange={setPitch}
      />
      <Row>
        <Button
          isDisabled={isEmpty || tempo === 1}
          onPress={() => onStep({ kind: 'treat', treatment: { kind: 'tempo', factor: tempo }, from, to })}
        >
          Change the tempo
        </Button>
        <Button
          isDisabled={isEmpty || pitch === 0}
          onPress={() => onStep({ kind: 'treat', treatment: { kind: 'pitch', semitones: pitch }, from, to })}
        >
          Change the pitch
        </Button>
      </Row>
      <Row>
        <Button isDisabled={!movedSentence(timeline, sentence, -1)} onPress={() => move(-1)}>
          Move sentence left
        </Button>
        <Button isDisabled={!movedSentence(timeline, sentence, 1)} onPress={() => move(1)}>
          Move sentence right
        </Button>
      </Row>
    </Card>
  );
}

/** What can be done to all of it at once. */
export function WholeTools({ recording, timeline, onStep }: Omit<ToolsProps, 'selection'>) {
  const [longest, setLongest] = useState(1);
  const [least, setLeast] = useState(0.5);
  const { sampleRate, samples } = timeline;
  const trimmed = trimmedEnds(timeline);
  const shortened = shortenedPauses(timeline, Math.round(longest * sampleRate));
  const lengthened = lengthenedPauses(timeline, Math.round(least * sampleRate));
  const all = { from: 0, to: samples };
  const apply = (edit: Edit | undefined) => {
    if (edit) onStep(edit);
  };
  return (
    <Card aria-label="All of it">
      <h2>All of it</h2>
      <Row>
        <Button isDisabled={!trimmed} onPress={() => apply(trimmed)}>
          Trim the ends
        </Button>
        <Button
          onPress={() =>
            onStep({
              kind: 'treat',
              treatment: { kind: 'clean', noise: 12, floor: [...recording.floor] },
              ...all,
            })
          }
        >
          Less noise
        </Button>
        <Button onPress={() => onStep({ kind: 'treat', treatment: { kind: 'clean', lowCut: 80 }, ...all })}>
          Less rumble
        </Button>
      </Row>
      <Amount
        label="Pauses are no longer than"
        value={longest}
        min={0.2}
        max={3}
        step={0.1}
        say={(value) =>
          `${value.toFixed(1)} s; ${pausesLongerThan(timeline, Math.round(value * sampleRate)).length} are longer`
        }
        onChange={setLongest}
      />
      <Button isDisabled={!shortened} onPress={() => apply(shortened)}>
        Shorten them
      </Button>
      <Amount
        label="Between sentences at least"
        value={least}
        min={0.2}
        max={3}
        step={0.1}
        say={(value) => `${value.toFixed(1)} s`}
        onChange={setLeast}
      />
      <Button isDisabled={!lengthened} onPress={() => apply(lengthened)}>
        Lengthen those that are shorter
      </Button>
      <Fact>
        In readings it is brought to the loudness of the voices by itself
        {Math.abs(recording.gain) >= 0.5 &&
          ` (${recording.gain > 0 ? '+' : ''}${recording.gain.toFixed(1)} dB)`}
        .
      </Fact>
    </Card>
  );
}

/** A sentence taken before the one before it, or behind the one after it. */
function movedSentence(timeline: Timeline, sentence: number, direction: -1 | 1): Edit | undefined {
  const own = timeline.sentences[sentence];
  if (!own || own.to <= own.from) return undefined;
  const order = timeline.sentences
    .map((one, nth) => ({ ...one, nth }))
    .filter((one) => one.to > one.from)
    .sort((a, b) => a.from - b.from);
  const other = order[order.findIndex(({ nth }) => nth === sentence) + direction];
  if (!other) return undefined;
  const range = wholeSentence(timeline, sentence);
  const neighbour = wholeSentence(timeline, other.nth);
  return { kind: 'move', ...range, at: direction < 0 ? neighbour.from : neighbour.to };
}
