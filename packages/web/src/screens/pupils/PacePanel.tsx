import type { Profile } from '@aurelfield/api';
import { FLUENCY_SOURCE, FLUENCY_YEARS, suggestPace, type Season } from '@aurelfield/core/literacy';
import { PACE_RANGE, PAUSE_RANGE, pausesAtPace, PITCH_RANGE } from '@aurelfield/core/speech';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Amount, SelectField, Field } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import { formatPitch } from './differences.ts';
import type { PanelProps } from './panel.ts';

const LOUDNESS = [
  { id: 'default', name: 'As usual' },
  { id: 'louder', name: 'Louder, for noisy rooms' },
] as const;

const SEASONS: readonly { id: Season; name: string }[] = [
  { id: 'autumn', name: 'Autumn' },
  { id: 'winter', name: 'Winter' },
  { id: 'spring', name: 'Spring' },
];

const PAUSES = [
  ['comma', 'At a comma'],
  ['sentence', 'After a sentence'],
  ['paragraph', 'After a paragraph'],
  ['heading', 'After a heading'],
] as const;

/** Pace, pauses, pitch and loudness. */
export function PacePanel({ profile, onChange, year }: PanelProps & { readonly year: string }) {
  const { pace, pauses, pausesByPace } = profile;
  const setPace = (next: number) =>
    onChange({ pace: next, ...(pausesByPace ? { pauses: pausesAtPace(next) } : {}) });
  return (
    <>
      <Amount
        label="Pace"
        value={pace}
        {...PACE_RANGE}
        step={5}
        say={(value) => `${value} words a minute`}
        onChange={setPace}
      />
      <FluencyHint year={year} onTake={setPace} />
      <Amount
        label="Pitch"
        value={profile.pitch}
        {...PITCH_RANGE}
        step={0.5}
        say={formatPitch}
        onChange={(pitch) => onChange({ pitch })}
      />
      <SelectField
        label="Loudness"
        value={profile.loudness}
        options={LOUDNESS}
        onChange={(loudness) => onChange({ loudness })}
      />
      <h3>Pauses</h3>
      <CheckboxField
        isSelected={pausesByPace}
        onChange={(byPace) =>
          onChange({ pausesByPace: byPace, ...(byPace ? { pauses: pausesAtPace(pace) } : {}) })
        }
      >
        Automatic
      </CheckboxField>
      {PAUSES.map(([name, label]) => (
        <Amount
          key={name}
          label={label}
          value={pauses[name]}
          {...PAUSE_RANGE}
          step={0.05}
          say={(value) => `${value.toFixed(2)} seconds`}
          onChange={(value) => onChange({ pausesByPace: false, pauses: { ...pauses, [name]: value } })}
        />
      ))}
    </>
  );
}

/** A pace to begin with, from how many words the pupil reads correctly in a minute. */
function FluencyHint({
  year: ofPupil,
  onTake,
}: {
  readonly year: string;
  readonly onTake: (pace: Profile['pace']) => void;
}) {
  const [words, setWords] = useState('');
  const [year, setYear] = useState(/\d+/u.exec(ofPupil)?.[0] ?? '');
  const [season, setSeason] = useState<Season>('autumn');
  const figure = { wordsCorrect: Number(words), year: Number(year), season };
  const isKnown =
    words.trim() !== '' &&
    figure.wordsCorrect >= 0 &&
    figure.wordsCorrect <= 400 &&
    figure.year >= FLUENCY_YEARS.min &&
    figure.year <= FLUENCY_YEARS.max;
  const suggestion = isKnown ? suggestPace(figure) : undefined;
  return (
    <details>
      <summary>Begin from a reading-fluency figure</summary>
      <Row style={{ margin: '0.6rem 0', alignItems: 'end' }}>
        <Field
          label="Words read correctly in a minute"
          inputMode="numeric"
          value={words}
          onChange={setWords}
        />
        <Field
          label={`School year, ${FLUENCY_YEARS.min} to ${FLUENCY_YEARS.max}`}
          inputMode="numeric"
          value={year}
          onChange={setYear}
        />
        <SelectField label="Time of year" value={season} options={SEASONS} onChange={setSeason} />
      </Row>
      {suggestion && (
        <>
          <p>
            <strong>{suggestion.pace} words a minute.</strong> The voice goes a tenth ahead of the pupil’s own
            reading, and stays where it still sounds natural. {formatBetween(suggestion)}
          </p>
          <p>
            <Fact>
              {FLUENCY_SOURCE}; going a tenth ahead is common practice. A place to begin: the ear decides.
            </Fact>
          </p>
          <Button onPress={() => onTake(suggestion.pace)}>Take {suggestion.pace} words a minute</Button>
        </>
      )}
    </details>
  );
}

function formatBetween({ between: [low, high], median, grade }: ReturnType<typeof suggestPace>): string {
  if (median === null) return 'The norms have no figure for this time of year.';
  const place =
    low === 0
      ? `Fewer than ${high} in 100 readers`
      : high === 100
        ? `More than ${low} in 100 readers`
        : `Between ${low} and ${high} in 100 readers`;
  return `${place} of this age (grade ${grade} of the norms) read fewer; half of them read at least ${median}.`;
}
