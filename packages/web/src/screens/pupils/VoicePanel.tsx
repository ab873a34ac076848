import type { Profile, VoiceInfo } from '@aurelfield/api';
import { baseLanguage } from '@aurelfield/core/text';
import { useState } from 'react';
import { Label, Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';
import { useMissingVoices, useVoices } from '../../api/pupilQueries.ts';
import { PlainButton } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { languageName } from '../../ui/format.ts';
import type { PanelProps } from './panel.ts';
import { qualitiesOf, formatVoice, voicesLike, type Wanted } from './voiceQualities.ts';

const Found = styled(RadioGroup)`
  display: grid;
  gap: 0.15rem;
  max-height: 17rem;
  overflow: auto;
  padding: 0.2rem;

  > .react-aria-Label {
    font-weight: 600;
  }
`;

const Voice = styled(Radio)`
  padding: 0.4rem 0.7rem;
  border: 2px solid transparent;
  border-radius: var(--radius);
  cursor: pointer;

  &[data-hovered] {
    background: var(--accent-soft);
  }

  &[data-selected] {
    border-color: var(--accent);
    font-weight: 650;
  }
`;

const ANY = 'any';
const HEIGHTS = [
  { id: ANY, name: 'Higher or lower' },
  { id: 'higher', name: 'Higher' },
  { id: 'lower', name: 'Lower' },
] as const;
const SOUNDS = [
  { id: ANY, name: 'Natural or plain' },
  { id: 'natural', name: 'Natural' },
  { id: 'plain', name: 'Plain (clearest when quick)' },
] as const;
const MANNERS = [
  { id: ANY, name: 'Brisk or calm' },
  { id: 'brisk', name: 'Brisk' },
  { id: 'calm', name: 'Calm' },
  { id: 'even', name: 'In between' },
] as const;

/** Voices found by what they are like; choosing one lets it be heard. */
export function VoicePanel({
  profile,
  onChange,
  onLanguage,
}: PanelProps & { readonly onLanguage: (language: string) => void }) {
  const available = useVoices();
  const missing = useMissingVoices();
  const all = available.data ?? [];
  const { voices } = profile;
  const languages = [...new Set(all.map((voice) => baseLanguage(voice.language)))];
  const [language, setLanguage] = useState(Object.keys(voices)[0] ?? 'en');
  const own = Object.keys(voices);
  const show = (next: string) => {
    setLanguage(next);
    onLanguage(next);
  };
  return (
    <>
      <Row>
        <SelectField
          label="Language"
          value={language}
          options={[...new Set([...own, ...languages])].map((id) => ({
            id,
            name: `${languageName(id)}${voices[id] === undefined ? '' : ' – chosen'}`,
          }))}
          onChange={show}
        />
        {own.length > 1 && voices[language] !== undefined && (
          <PlainButton
            onPress={() => {
              const { [language]: _gone, ...rest } = voices;
              onChange({ voices: rest });
              show(Object.keys(rest)[0] ?? 'en');
            }}
          >
            Leave {languageName(language)} out
          </PlainButton>
        )}
      </Row>
      <Finder
        key={language}
        language={language}
        voices={all.filter((voice) => baseLanguage(voice.language) === language)}
        chosen={voices[language]}
        onChoose={(id) => onChange({ voices: { ...voices, [language]: id } })}
      />
      {missing.data?.map((sentence) => (
        <Notice key={sentence} kind="hint">
          {sentence}
        </Notice>
      ))}
    </>
  );
}

function Finder({
  language,
  voices,
  chosen,
  onChoose,
}: {
  readonly language: string;
  readonly voices: readonly VoiceInfo[];
  readonly chosen: Profile['voices'][string] | undefined;
  readonly onChoose: (id: string) => void;
}) {
  const [wanted, setWanted] = useState<Wanted>({});
  const want = (quality: keyof Wanted, value: string) =>
    setWanted((before) => {
      const { [quality]: _before, ...rest } = before;
      return value === ANY ? rest : { ...rest, [quality]: value };
    });
  const accents = [...new Set(voices.map((voice) => qualitiesOf(voice).accent))];
  const found = voicesLike(voices, wanted);
  return (
    <>
      <Row>
        <SelectField
          label="Height"
          hideLabel
          value={wanted.height ?? ANY}
          options={HEIGHTS}
          onChange={(value) => want('height', value)}
        />
        <SelectField
          label="Sound"
          hideLabel
          value={wanted.sound ?? ANY}
          options={SOUNDS}
          onChange={(value) => want('sound', value)}
        />
        <SelectField
          label="Manner"
          hideLabel
          value={wanted.manner ?? ANY}
          options={MANNERS}
          onChange={(value) => want('manner', value)}
        />
        {accents.length > 1 && (
          <SelectField
            label="Accent"
            hideLabel
            value={wanted.accent ?? ANY}
            options={[
              { id: ANY, name: 'Any accent' },
              ...accents.map((accent) => ({ id: accent, name: accent })),
            ]}
            onChange={(value) => want('accent', value)}
          />
        )}
      </Row>
      <Found value={chosen ?? null} onChange={onChoose}>
        <Label>
          {found.length} {found.length === 1 ? 'voice' : 'voices'} for {languageName(language)}
        </Label>
        {found.map((voice) => (
          <Voice key={voice.id} value={voice.id}>
            {formatVoice(voice)}
          </Voice>
        ))}
      </Found>
      {found.length === 0 && <Fact>No match. Remove a filter.</Fact>}
      {chosen === undefined && <Fact>Automatic (best free voice)</Fact>}
    </>
  );
}
