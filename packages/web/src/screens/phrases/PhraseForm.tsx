import { PHRASE_TINTS, type Phrase } from '@aurelfield/api';
import { PACE_RANGE, PITCH_RANGE } from '@aurelfield/core/speech';
import { baseLanguage } from '@aurelfield/core/text';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { fetchPhrase, storePicture } from '../../api/phraseQueries.ts';
import { useVoices } from '../../api/pupilQueries.ts';
import { ICONS } from '../../board/icons.ts';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { Amount, SelectField, Field } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { languageName } from '../../ui/format.ts';
import { useSound } from '../../ui/useSound.ts';
import { formatPitch } from '../pupils/differences.ts';
import { formatVoice } from '../pupils/voiceQualities.ts';
import { smallPicture } from './smallPicture.ts';

const Icons = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0.25rem;
  max-height: 11rem;
  overflow: auto;
  padding: 3px;

  button {
    display: grid;
    place-items: center;
    width: 2.6rem;
    height: 2.6rem;
    border: 1px solid var(--line);
    border-radius: 8px;
    background: var(--surface);
    color: var(--ink);
    cursor: pointer;
  }

  button[aria-pressed='true'] {
    border: 2px solid var(--accent);
    background: var(--accent-soft);
  }
`;

const TINT_NAMES = {
  stone: 'Stone grey',
  reed: 'Reed yellow',
  tide: 'Tide blue',
  heather: 'Heather violet',
  clay: 'Clay pink',
  moss: 'Moss green',
};
const LOUDNESS = [
  { id: 'default', name: 'As usual' },
  { id: 'louder', name: 'Louder' },
  { id: 'loudest', name: 'Extra loud' },
] as const;

interface PhraseFormProps {
  readonly phrase: Phrase;
  readonly onChange: (change: Partial<Phrase>) => void;
}

/** One phrase: what is said and how, and what its button looks like. */
export function PhraseForm({ phrase, onChange }: PhraseFormProps) {
  const voices = (useVoices().data ?? []).filter((voice) => voice.price === undefined);
  const { play, error } = useSound();
  const [wrong, setWrong] = useState<string>();
  const [variants, setVariants] = useState(phrase.variants.join('\n'));
  const { voice } = phrase;
  const setVoice = (change: Partial<Phrase['voice']>) => onChange({ voice: { ...voice, ...change } });
  const language = voices.find(({ id }) => id === voice.voice)?.language;
  const take = (file: File | undefined) => {
    if (!file) return;
    setWrong(undefined);
    smallPicture(file)
      .then(storePicture)
      .then(
        (picture) => onChange({ picture, icon: null }),
        (failure: unknown) => setWrong(messageOf(failure)),
      );
  };
  return (
    <>
      <Field label="Text to speak" rows={2} value={phrase.text} onChange={(text) => onChange({ text })} />
      <Row style={{ alignItems: 'start' }}>
        <Field
          label="On the button, if shorter"
          value={phrase.label}
          onChange={(label) => onChange({ label })}
        />
        <Field label="Category" value={phrase.category} onChange={(category) => onChange({ category })} />
      </Row>
      <Row>
        <Button
          isDisabled={phrase.text.trim() === ''}
          onPress={() => play(() => fetchPhrase({ text: phrase.text, voice }))}
        >
          Hear it
        </Button>
      </Row>
      {error !== undefined && <Notice kind="error">{error}</Notice>}
      <SelectField
        label="Colour"
        value={phrase.tint}
        options={PHRASE_TINTS.map((id) => ({ id, name: TINT_NAMES[id] }))}
        onChange={(tint) => onChange({ tint })}
      />
      <div role="group" aria-label="Picture">
        <Row>
          <FileTrigger
            acceptedFileTypes={['image/png', 'image/jpeg', 'image/webp']}
            onSelect={(files) => take(files?.[0])}
          >
            <Button>A picture of your own</Button>
          </FileTrigger>
          {(phrase.picture !== null || phrase.icon !== null) && (
            <PlainButton onPress={() => onChange({ picture: null, icon: null })}>No picture</PlainButton>
          )}
        </Row>
        {wrong !== undefined && <Notice kind="error">{wrong}</Notice>}
        <Icons>
          {Object.entries(ICONS).map(([name, Icon]) => (
            <button
              key={name}
              type="button"
              aria-label={name}
              title={name}
              aria-pressed={phrase.icon === name}
              onClick={() => onChange({ icon: name, picture: null })}
            >
              <Icon size={20} aria-hidden />
            </button>
          ))}
        </Icons>
      </div>
      <Field
        label="Other ways to say it, a line each"
        rows={3}
        value={variants}
        onChange={(text) => {
          setVariants(text);
          onChange({
            variants: text
              .split('\n')
              .map((line) => line.trim())
              .filter((line) => line !== '')
              .slice(0, 12),
          });
        }}
      />
      <SelectField
        label="Voice"
        value={voice.voice}
        options={voices.map((one) => ({
          id: one.id,
          name: `${baseLanguage(one.language) === baseLanguage(language ?? 'en') ? '' : `${languageName(baseLanguage(one.language))}: `}${formatVoice(one)}`,
        }))}
        onChange={(id) => setVoice({ voice: id })}
      />
      <Amount
        label="Pace"
        value={voice.pace}
        {...PACE_RANGE}
        step={5}
        say={(value) => `${value} words a minute`}
        onChange={(pace) => setVoice({ pace })}
      />
      <Amount
        label="Pitch"
        value={voice.pitch}
        {...PITCH_RANGE}
        step={0.5}
        say={formatPitch}
        onChange={(pitch) => setVoice({ pitch })}
      />
      <SelectField
        label="Loudness"
        value={voice.loudness}
        options={LOUDNESS}
        onChange={(loudness) => setVoice({ loudness })}
      />
    </>
  );
}
