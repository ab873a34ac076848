import { pupilInputSchema, type Profile, type Pupil } from '@aurelfield/api';
import { type ColourVision } from '@aurelfield/core/readingStyle';
import { baseLanguage } from '@aurelfield/core/text';
import { Redo2, Undo2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Tab, TabList, TabPanel, Tabs } from 'react-aria-components';
import { Link, useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { ApiError } from '../../api/client.ts';
import { usePupils, useSavePupil, useVoices } from '../../api/pupilQueries.ts';
import { usePalette } from '../../readingStyle/usePalette.ts';
import { Button, IconButton, SolidButton } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { recall, remember } from '../../storage/memory.ts';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { useDebouncedValue } from '../../ui/useDebouncedValue.ts';
import { useUndoKeys } from '../../ui/useUndoKeys.ts';
import { AboutPanel } from './AboutPanel.tsx';
import { ConflictNotice } from './ConflictNotice.tsx';
import { HistoryPanel } from './HistoryPanel.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { HighlightPanel } from './HighlightPanel.tsx';
import { PacePanel } from './PacePanel.tsx';
import { PagePanel } from './PagePanel.tsx';
import { SaidPanel } from './SaidPanel.tsx';
import { SamplePage } from './SamplePage.tsx';
import { SampleSentence, sentenceOfPupil } from './SampleSentence.tsx';
import { SideBySide } from './SideBySide.tsx';
import { useSampleSound } from './useSampleSound.ts';
import { useTuning } from './useTuning.ts';
import { VoicePanel } from './VoicePanel.tsx';

const Desk = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 1.25rem;
  align-items: start;

  > .heard {
    position: sticky;
    top: 1rem;
    display: grid;
    gap: 1rem;
  }

  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);

    > .heard {
      position: static;
    }
  }
`;

const Panels = styled(Tabs)`
  min-width: 0;

  [role='tablist'] {
    display: flex;
    flex-wrap: wrap;
    gap: 0.15rem;
    border-bottom: 1px solid var(--line);
  }

  [role='tab'] {
    padding: 0.55rem 0.8rem;
    border-bottom: 3px solid transparent;
    font-weight: 600;
    cursor: pointer;
  }

  [role='tab'][data-selected] {
    border-bottom-color: var(--accent);
  }

  [role='tabpanel'] {
    display: grid;
    gap: 1rem;
    padding-top: 1rem;
  }
`;

const HEAR_KEY = 'aurelfield:hear-changes';
/** A change is heard when it has rested this long: a slider that is dragged would speak at every step. */
const REST_MILLISECONDS = 160;

/** A pupil's way of listening, tuned by ear. */
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
  return <Editor key={pupilId} pupil={pupil} others={pupils.data.filter(({ id }) => id !== pupilId)} />;
}

function Editor({ pupil, others }: { readonly pupil: Pupil | undefined; readonly others: readonly Pupil[] }) {
  const navigate = useNavigate();
  const save = useSavePupil();
  const voices = useVoices().data ?? [];
  const tuning = useTuning(pupil);
  const { input, set, setProfile } = tuning;
  const { profile } = input;
  const [reason, setReason] = useState('');
  const [tried, setTried] = useState(false);
  const [isSaved, setSaved] = useState(false);
  const [tab, setTab] = useState<string>(pupil ? 'voice' : 'about');
  const [vision, setVision] = useState<ColourVision>();
  const [language, setLanguage] = useState(Object.keys(profile.voices)[0] ?? 'en');
  const [sentence, setSentence] = useState(() => sentenceOfPupil(pupil?.id, language));
  const [aside, setAside] = useState<readonly Profile[]>([]);
  const [hearsChanges, setHearsChanges] = useState(recall(HEAR_KEY) !== false);
  const sound = useSampleSound();
  const palette = usePalette(profile.readingStyle);
  const spoken = speakingTag(language, profile, voices);
  const hear = (one: Profile) => sound.play(sentence, spoken, one);
  useHeardChanges(profile, hearsChanges, sentence, hear);
  useUndoKeys(tuning.undo, tuning.redo);

  const checked = pupilInputSchema.safeParse(input);
  const nameError = tried
    ? checked.error?.issues.find((issue) => issue.path[0] === 'name')?.message
    : undefined;
  const store = (after?: () => void, revision = tuning.revision) => {
    setTried(true);
    if (!checked.success) {
      setTab('about');
      return;
    }
    const change = {
      ...checked.data,
      reason,
      trials: [...tuning.trials],
      ...(revision === undefined ? {} : { revision }),
    };
    save.mutate(
      { id: pupil?.id, change },
      {
        onSuccess: () => {
          tuning.done();
          setSaved(true);
          after?.();
        },
      },
    );
  };
  useEffect(() => {
    if (isSaved) void navigate('/pupils');
  }, [isSaved, navigate]);
  const isConflict = save.error instanceof ApiError && save.error.code === 'changed';
  return (
    <>
      <ScreenTitle title={pupil?.name ?? 'A new pupil'}>
        <Row>
          <IconButton aria-label="Undo" isDisabled={!tuning.undo} onPress={() => tuning.undo?.()}>
            <Undo2 size={18} aria-hidden />
          </IconButton>
          <IconButton aria-label="Redo" isDisabled={!tuning.redo} onPress={() => tuning.redo?.()}>
            <Redo2 size={18} aria-hidden />
          </IconButton>
          <SolidButton onPress={() => store()} isDisabled={save.isPending}>
            {save.isPending ? 'Saving …' : 'Save'}
          </SolidButton>
          <Link to="/pupils">Back to the pupils</Link>
        </Row>
      </ScreenTitle>
      <LeaveGuard
        when={tuning.isChanged && !isSaved}
        onSave={store}
        onDiscard={tuning.done}
        isSaving={save.isPending}
      />
      {tuning.wasKept && tuning.isChanged && (
        <Notice kind="hint" action={<Button onPress={tuning.discard}>Discard changes</Button>}>
          These changes were left unsaved here. They are not saved yet.
        </Notice>
      )}
      {isConflict && pupil && (
        <ConflictNotice
          pupilId={pupil.id}
          mine={input}
          voices={voices}
          onChooseTheirs={(theirs) => {
            save.reset();
            tuning.rebase(theirs, false);
          }}
          onKeepMine={(theirs) => {
            tuning.rebase(theirs, true);
            store(undefined, theirs.revision);
          }}
        />
      )}
      {save.isError && !isConflict && <Notice kind="error">{messageOf(save.error)}</Notice>}
      <Desk>
        <div className="heard">
          <SampleSentence pupilId={pupil?.id} language={language} text={sentence} onChange={setSentence} />
          <SamplePage
            text={sentence}
            profile={profile}
            sound={sound}
            vision={vision}
            hearsChanges={hearsChanges}
            onHearChanges={(wanted) => {
              setHearsChanges(wanted);
              remember(HEAR_KEY, wanted);
            }}
            onPlay={() => hear(profile)}
          />
          <Card>
            <SideBySide
              profile={profile}
              stored={tuning.stored?.profile ?? profile}
              voices={voices}
              sentence={sentence}
              isSounding={sound.state !== 'silent'}
              onHear={hear}
              onChoose={(chosen, trial) => {
                setProfile(chosen);
                tuning.addTrial(trial);
              }}
              aside={aside}
              onAside={setAside}
            />
          </Card>
        </div>
        <Card>
          <Panels selectedKey={tab} onSelectionChange={(key) => setTab(String(key))}>
            <TabList aria-label="Settings">
              <Tab id="voice">Voice</Tab>
              <Tab id="pace">Pace and pauses</Tab>
              <Tab id="said">What is read out</Tab>
              <Tab id="page">The page</Tab>
              <Tab id="highlight">Highlighting</Tab>
              <Tab id="about">About</Tab>
              <Tab id="history">History</Tab>
            </TabList>
            <TabPanel id="voice">
              <VoicePanel
                profile={profile}
                onChange={setProfile}
                onLanguage={(next) => {
                  setLanguage(next);
                  setSentence(sentenceOfPupil(pupil?.id, next));
                }}
              />
            </TabPanel>
            <TabPanel id="pace">
              <PacePanel profile={profile} onChange={setProfile} year={input.year} />
            </TabPanel>
            <TabPanel id="said">
              <SaidPanel profile={profile} onChange={setProfile} />
            </TabPanel>
            <TabPanel id="page">
              <PagePanel profile={profile} onChange={setProfile} palette={palette} />
            </TabPanel>
            <TabPanel id="highlight">
              <HighlightPanel
                profile={profile}
                onChange={setProfile}
                palette={palette}
                vision={vision}
                onVision={setVision}
              />
            </TabPanel>
            <TabPanel id="about">
              <AboutPanel
                input={input}
                pupil={pupil}
                others={others}
                nameError={nameError}
                onChange={set}
                onProfile={setProfile}
              />
            </TabPanel>
            <TabPanel id="history">
              <HistoryPanel
                pupilId={pupil?.id}
                profile={profile}
                voices={voices}
                onHear={hear}
                onBringBack={(earlier, from) => {
                  setProfile(earlier);
                  setReason(`Restored from ${from}`);
                }}
                onSetAside={(earlier) => setAside([...aside, earlier].slice(-3))}
              />
            </TabPanel>
          </Panels>
          {tuning.isChanged && pupil && (
            <Field
              label="Why it is changed (for the history, if you like)"
              value={reason}
              onChange={setReason}
              placeholder="Lost the thread at 150"
            />
          )}
          <Fact role="status">
            {tuning.isChanged ? 'Not saved yet; kept in this browser meanwhile.' : pupil ? 'Saved.' : ''}
          </Fact>
        </Card>
      </Desk>
    </>
  );
}

/**
 * Plays the sample whenever something that is heard has changed and rests; never by itself when the screen
 * opens.
 */
function useHeardChanges(
  profile: Profile,
  wanted: boolean,
  sentence: string,
  hear: (profile: Profile) => void,
): void {
  const { readingStyle: _readingStyle, fileKind: _kind, fileQuality: _quality, ...sounding } = profile;
  const name = useMemo(() => JSON.stringify(sounding), [sounding]);
  const rested = useDebouncedValue(name, REST_MILLISECONDS);
  const heard = useRef(name);
  const say = useRef(hear);
  useEffect(() => {
    say.current = hear;
  });
  useEffect(() => {
    if (rested === heard.current || rested !== name) return;
    heard.current = rested;
    if (wanted && sentence.trim() !== '') say.current(profile);
  }, [rested, name, wanted, sentence, profile]);
}

/** The tag of the language that a sample is spoken in: that of the chosen voice. */
function speakingTag(
  language: string,
  { voices: chosen }: Profile,
  voices: readonly { readonly id: string; readonly language: string }[],
): string {
  return (
    voices.find(({ id }) => id === chosen[language])?.language ??
    voices.find((voice) => baseLanguage(voice.language) === language)?.language ??
    (language === 'en' ? 'en-GB' : language)
  );
}
