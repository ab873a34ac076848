import { pupilInputSchema, type Profile, type Pupil, type PupilInput } from '@aurelfield/api';
import {
  baseLanguage,
  DEFAULT_CHOICES,
  DEFAULT_PACE,
  DEFAULT_PAUSES,
  PACE_RANGE,
  PITCH_RANGE,
} from '@aurelfield/core';
import { Volume2 } from 'lucide-react';
import { useState, type FormEvent } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { fetchSample, useMissingVoices, usePupils, useSavePupil, useVoices } from '../../api/pupilQueries.ts';
import { Button, SolidButton } from '../../ui/Button.tsx';
import { Amount, Choice, Field } from '../../ui/fields.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Row, Sheet } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { languageName } from '../../ui/say.ts';
import { useSound } from '../../ui/useSound.ts';

const Columns = styled.form`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
  gap: 1.25rem;
  align-items: start;
`;

const SAMPLE =
  'When the river turns, the boats turn with it, and the whole harbour points the other way. Nobody has told them to.';

const NEW_PUPIL: PupilInput = {
  name: '',
  note: '',
  profile: {
    voices: { en: 'espeak-en-gb-higher-1' },
    pace: DEFAULT_PACE,
    pitch: 0,
    loudness: 'usual',
    pauses: DEFAULT_PAUSES,
    choices: DEFAULT_CHOICES,
    look: { textSize: 22, lineSpacing: 1.8, ground: 'plain', lit: 'word-and-sentence' },
  },
};

const GROUNDS = [
  { id: 'plain', name: 'Plain' },
  { id: 'reed', name: 'Reed (pale yellow)' },
  { id: 'tide', name: 'Tide (pale blue)' },
  { id: 'heather', name: 'Heather (pale violet)' },
] as const;

const LOUDNESS = [
  { id: 'usual', name: 'As usual' },
  { id: 'louder', name: 'Louder, for noisy rooms' },
] as const;

const EMOJI = [
  { id: 'named', name: 'By their names' },
  { id: 'left-out', name: 'Left out' },
] as const;

const CITATIONS = [
  { id: 'said', name: 'Said, as in (Ward, 2011)' },
  { id: 'left-out', name: 'Left out' },
] as const;

const ANNOUNCEMENTS = [
  { id: 'none', name: 'Said as they stand' },
  { id: 'headings', name: 'Announced: “heading” is said first' },
] as const;

const ZERO = [
  { id: 'zero', name: '“zero”, as in zero point five' },
  { id: 'nought', name: '“nought”, as in nought point five' },
] as const;

const FRACTIONS = [
  { id: 'named', name: 'By name: three quarters' },
  { id: 'over', name: 'By figures: three over four' },
] as const;

const BRACKETS = [
  { id: 'said', name: 'Said: “open bracket … close bracket”' },
  { id: 'paused', name: 'Heard as short pauses' },
] as const;

const LIT = [
  { id: 'word-and-sentence', name: 'The word, and its sentence' },
  { id: 'word', name: 'The word alone' },
] as const;

/** A pupil's profile, tuned by ear. */
export function EditPupil() {
  const { pupilId = 'new' } = useParams();
  const pupils = usePupils();
  if (pupils.isPending) return <p aria-busy="true">Fetching the pupil …</p>;
  if (pupils.isError) return <Notice kind="error">{messageOf(pupils.error)}</Notice>;
  const pupil = pupils.data.find(({ id }) => id === pupilId);
  if (!pupil && pupilId !== 'new') {
    return (
      <>
        <ScreenTitle title="This pupil is not on the list" />
        <Link to="/pupils">To the pupils</Link>
      </>
    );
  }
  return <Editor key={pupilId} pupil={pupil} />;
}

function Editor({ pupil }: { readonly pupil: Pupil | undefined }) {
  const navigate = useNavigate();
  const save = useSavePupil();
  const [input, setInput] = useState<PupilInput>(pupil ?? NEW_PUPIL);
  const [tried, setTried] = useState(false);
  const checked = pupilInputSchema.safeParse(input);
  const nameError = tried
    ? checked.error?.issues.find((issue) => issue.path[0] === 'name')?.message
    : undefined;
  const setProfile = (change: Partial<Profile>) =>
    setInput((before) => ({ ...before, profile: { ...before.profile, ...change } }));
  const { profile } = input;
  const { pauses, choices, look } = profile;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (!checked.success) return;
    save.mutate({ id: pupil?.id, input: checked.data }, { onSuccess: () => void navigate('/pupils') });
  };
  const pause = (name: keyof typeof pauses, label: string) => (
    <Amount
      label={label}
      value={pauses[name]}
      min={0}
      max={4}
      step={0.05}
      say={(value) => `${value.toFixed(2)} s`}
      onChange={(value) => setProfile({ pauses: { ...pauses, [name]: value } })}
    />
  );
  return (
    <>
      <ScreenTitle title={pupil?.name ?? 'A new pupil'} />
      <Columns onSubmit={submit} noValidate>
        <Sheet>
          <h2>Who</h2>
          <Field
            label="Name"
            value={input.name}
            onChange={(name) => setInput({ ...input, name })}
            error={nameError}
          />
          <Field
            label="Note"
            rows={3}
            value={input.note}
            onChange={(note) => setInput({ ...input, note })}
            description="What helps; for you only."
          />
          <h2>Voice</h2>
          <Voices voices={profile.voices} onChange={(voices) => setProfile({ voices })} />
          <Hear profile={profile} />
        </Sheet>
        <Sheet>
          <h2>Pace, pitch, loudness</h2>
          <Amount
            label="Pace"
            value={profile.pace}
            {...PACE_RANGE}
            step={5}
            say={(value) => `${value} words a minute`}
            onChange={(pace) => setProfile({ pace })}
          />
          <Amount
            label="Pitch"
            value={profile.pitch}
            {...PITCH_RANGE}
            step={0.5}
            say={sayPitch}
            onChange={(pitch) => setProfile({ pitch })}
          />
          <Choice
            label="Loudness"
            value={profile.loudness}
            options={LOUDNESS}
            onChange={(loudness) => setProfile({ loudness })}
          />
          <h2>Pauses</h2>
          {pause('comma', 'At a comma')}
          {pause('sentence', 'After a sentence')}
          {pause('paragraph', 'After a paragraph')}
          {pause('heading', 'After a heading')}
        </Sheet>
        <Sheet>
          <h2>The page</h2>
          <Amount
            label="Size of the text"
            value={look.textSize}
            min={16}
            max={64}
            step={1}
            say={(value) => `${value} pixels`}
            onChange={(textSize) => setProfile({ look: { ...look, textSize } })}
          />
          <Amount
            label="Line spacing"
            value={look.lineSpacing}
            min={1.2}
            max={3}
            step={0.1}
            say={(value) => value.toFixed(1)}
            onChange={(lineSpacing) => setProfile({ look: { ...look, lineSpacing } })}
          />
          <Choice
            label="Ground"
            value={look.ground}
            options={GROUNDS}
            onChange={(ground) => setProfile({ look: { ...look, ground } })}
          />
          <Choice
            label="Lit while reading"
            value={look.lit}
            options={LIT}
            onChange={(lit) => setProfile({ look: { ...look, lit } })}
          />
          <h2>What is said</h2>
          <Choice
            label="Emoji"
            value={choices.emoji}
            options={EMOJI}
            onChange={(emoji) => setProfile({ choices: { ...choices, emoji } })}
          />
          <Choice
            label="Sources in brackets"
            value={choices.citations}
            options={CITATIONS}
            onChange={(citations) => setProfile({ choices: { ...choices, citations } })}
          />
          <Choice
            label="Headings"
            value={choices.announcements}
            options={ANNOUNCEMENTS}
            onChange={(announcements) => setProfile({ choices: { ...choices, announcements } })}
          />
          <Choice
            label="The figure 0"
            value={choices.zero ?? 'zero'}
            options={ZERO}
            onChange={(zero) => setProfile({ choices: { ...choices, zero } })}
          />
          <Choice
            label="Brackets in sums"
            value={choices.brackets ?? 'said'}
            options={BRACKETS}
            onChange={(brackets) => setProfile({ choices: { ...choices, brackets } })}
          />
          <Choice
            label="Fractions such as 3/4"
            value={choices.fractions ?? 'named'}
            options={FRACTIONS}
            onChange={(fractions) => setProfile({ choices: { ...choices, fractions } })}
          />
          {save.isError && <Notice kind="error">{messageOf(save.error)}</Notice>}
          <Row>
            <SolidButton type="submit" isDisabled={save.isPending}>
              {save.isPending ? 'Saving …' : 'Save'}
            </SolidButton>
            <Link to="/pupils">Leave without saving</Link>
          </Row>
        </Sheet>
      </Columns>
    </>
  );
}

function Voices({
  voices,
  onChange,
}: {
  readonly voices: Profile['voices'];
  readonly onChange: (voices: Profile['voices']) => void;
}) {
  const available = useVoices();
  const missing = useMissingVoices();
  const all = available.data ?? [];
  const languages = [...new Set(all.map((voice) => baseLanguage(voice.language)))];
  const others = languages.filter((language) => voices[language] === undefined);
  return (
    <>
      {Object.entries(voices).map(([language, id]) => (
        <Choice
          key={language}
          label={languageName(language)}
          value={id}
          options={all
            .filter((voice) => baseLanguage(voice.language) === language)
            .map((voice) => ({ id: voice.id, name: voice.label }))}
          onChange={(chosen) => onChange({ ...voices, [language]: chosen })}
        />
      ))}
      <Choice
        label="Another language"
        value={undefined}
        placeholder="None"
        options={others.map((language) => ({ id: language, name: languageName(language) }))}
        onChange={(language) => {
          const first = all.find((voice) => baseLanguage(voice.language) === language);
          if (first) onChange({ ...voices, [language]: first.id });
        }}
      />
      {missing.data?.map((sentence) => (
        <Notice key={sentence} kind="hint">
          {sentence}
        </Notice>
      ))}
    </>
  );
}

/** Says the sample sentence with the settings as they are now. */
function Hear({ profile }: { readonly profile: Profile }) {
  const [text, setText] = useState(SAMPLE);
  const { play, error } = useSound();
  const { voices, pace, pitch, loudness, pauses, choices } = profile;
  return (
    <>
      <Field label="A sentence to try it on" rows={3} value={text} onChange={setText} />
      <Row>
        <Button
          onPress={() =>
            play(() =>
              fetchSample({
                text,
                language: 'en-GB',
                profile: { voices, pace, pitch, loudness, pauses, choices },
              }),
            )
          }
          isDisabled={text.trim() === ''}
        >
          <Volume2 size={18} aria-hidden /> Hear it now
        </Button>
      </Row>
      {error !== undefined && <Notice kind="error">{error}</Notice>}
    </>
  );
}

function sayPitch(value: number): string {
  if (value === 0) return 'the voice’s own';
  return `${Math.abs(value)} ${Math.abs(value) === 1 ? 'semitone' : 'semitones'} ${value > 0 ? 'higher' : 'lower'}`;
}
