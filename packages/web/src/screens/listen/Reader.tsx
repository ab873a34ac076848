import type {
  Handout,
  LeftOutView,
  MarkColour,
  Pupil,
  Reading,
  ReadingSentence,
  Side,
  StudyMark,
  TextView,
} from '@aurelfield/api';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { useDoubtful, useLeftOut } from '../../api/doubtQueries.ts';
import {
  useBlockMarks,
  useCast,
  useChangeStudyMarks,
  useDecided,
  useStudyMarks,
} from '../../api/listeningQueries.ts';
import type { ReadingPlayer } from '@aurelfield/player';
import type { ReadingTrack } from '../../player/usePlayer.ts';
import { usePlayerState, useTrack } from '../../player/usePlayer.ts';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { recall, remember } from '../../storage/memory.ts';
import { MenuChoice } from '../../ui/MenuChoice.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { contentsOf, findInBlocks, sectionBeside } from './blockGroups.ts';
import { Controls } from './Controls.tsx';
import { isWorthALook, notesOf, type Note } from './notes.ts';
import { Page } from './Page.tsx';
import { SelectionBar } from './SelectionBar.tsx';
import { recallShortcuts, rememberShortcuts } from './shortcuts.ts';
import { keepSpeed, speedBeside, speedOf } from './speeds.ts';
import { selectedRanges, type SelectedRange } from './studyMarks.ts';
import { Timeline } from './Timeline.tsx';
import { AboutWord, type PlacedWord } from './tools/AboutWord.tsx';
import { Contents } from './tools/Contents.tsx';
import { FindInPage } from './tools/FindInPage.tsx';
import { KeyboardShortcuts } from './tools/KeyboardShortcuts.tsx';
import { NoteList } from './tools/NoteList.tsx';
import { nameOf, SeveralVoices } from './tools/SeveralVoices.tsx';
import { SideSheet } from './tools/SideSheet.tsx';
import { StudyMarks } from './tools/StudyMarks.tsx';
import { TwoLanguages } from './tools/TwoLanguages.tsx';
import { useFollowing } from './useFollowing.ts';
import { useKeys } from './useKeys.ts';

const Room = styled.div`
  display: flex;
  flex-direction: column;

  .sheets {
    position: relative;
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 1rem;
    align-items: start;
  }

  .sheets[data-tool='true'] {
    grid-template-columns: minmax(0, 1fr) minmax(0, 23rem);
  }

  @media (max-width: 1080px) {
    .sheets[data-tool='true'] {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

const ToolRow = styled.div`
  display: flex;
  align-items: center;
  gap: 0.1rem;
  margin-bottom: 0.6rem;
  overflow-x: auto;
  scrollbar-width: none;

  button {
    flex: none;
    min-height: 2.5rem;
  }

  [aria-pressed='true'] {
    background: var(--accent-soft);
  }
`;

/** The player: first for the keys, last for the eyes. */
const Desk = styled.section`
  order: 2;
  position: sticky;
  bottom: 0;
  z-index: 10;
  margin-inline: calc(-1 * clamp(1rem, 3vw, 2.5rem));
  padding: 0.6rem clamp(1rem, 3vw, 2.5rem) 0.7rem;
  border-top: 1px solid var(--line);
  background: var(--surface);

  @media (max-width: 640px), (max-height: 520px) {
    padding-block: 0.2rem 0.3rem;
  }

  @media (max-height: 300px) {
    position: static;
  }
`;

const BackToVoice = styled(Button)`
  position: absolute;
  inset: auto 1rem calc(100% + 0.6rem) auto;
  box-shadow: var(--shadow);
`;

export type Tool = 'contents' | 'find' | 'notes' | 'marks' | 'voices' | 'languages' | 'word' | 'shortcuts';
const TOOLS: readonly { readonly id: Tool; readonly name: string }[] = [
  { id: 'contents', name: 'Contents' },
  { id: 'find', name: 'Find' },
  { id: 'notes', name: 'Notes' },
  { id: 'marks', name: 'Marks' },
  { id: 'voices', name: 'Voices' },
  { id: 'languages', name: 'Two languages' },
  { id: 'shortcuts', name: 'Shortcuts' },
];
const TITLES: Readonly<Record<Tool, string>> = {
  contents: 'Contents',
  find: 'Find in the page',
  notes: 'Notes',
  marks: 'Study marks',
  voices: 'Several voices',
  languages: 'Two languages',
  word: 'About this word',
  shortcuts: 'Keyboard shortcuts',
};
const ALL_NOTES_KEY = 'aurelfield:all-notes';
/** Silences to say a sentence back in, as shares of its length. */
const GAPS = [0, 1, 1.5, 0.5] as const;
const GAP_NAMES: Readonly<Record<number, string>> = {
  0: 'No gap after a sentence',
  1: 'A gap as long as the sentence, to say it back',
  1.5: 'A gap half as long again',
  0.5: 'A gap half as long',
};

interface ReaderProps {
  readonly player: ReadingPlayer;
  readonly handout: Handout;
  readonly text: TextView;
  readonly pupil: Pupil;
  readonly reading: Reading;
  readonly side: Side;
  readonly onSide: (side: Side) => void;
  readonly tool: Tool | undefined;
  readonly onTool: (tool: Tool | undefined) => void;
  /** The word that is asked about. */
  readonly word: PlacedWord | undefined;
  readonly onWord: (word: PlacedWord) => void;
}

/** A reading that plays: the page, what can be done beside it, and the player. */
export function Reader({
  player,
  handout,
  text,
  pupil,
  reading,
  side,
  onSide,
  tool,
  onTool: setTool,
  word,
  onWord: setWord,
}: ReaderProps) {
  const { blocks } = text;
  const { look } = pupil.profile;
  const state = usePlayerState(player);
  const track = useTrack(player);
  const client = useQueryClient();
  const page = useRef<HTMLElement>(null);
  const desk = useRef<HTMLElement>(null);
  const [shortcuts, setShortcuts] = useState(recallShortcuts);
  const [allNotes, setAllNotes] = useState(recall(ALL_NOTES_KEY) === true);
  const [wanted, setWanted] = useState('');
  const [foundAt, setFoundAt] = useState(0);
  const { isFollowing, follow } = useFollowing(page, desk, state);
  useDeskHeight(desk);

  useEffect(() => {
    player.setRate(speedOf(pupil.id));
  }, [player, pupil.id]);
  useEffect(() => {
    // The sound's own element is handed to tests, which compare its clock with what is lit.
    window.aurelfieldPlayer = player;
    return () => {
      delete window.aurelfieldPlayer;
    };
  }, [player]);

  const speakers = useSpeakers(handout, text, track);
  const notes = useNotes(handout, pupil, reading, text, track, allNotes);
  const marks = useStudyMarks(handout.id);
  const changeMarks = useChangeStudyMarks(handout.id);
  const blockMarks = useBlockMarks(text.hash, look.syllables !== 'none' || look.wordClasses);
  const chapters = useMemo(() => contentsOf(blocks), [blocks]);
  const found = useMemo(() => findInBlocks(blocks, tool === 'find' ? wanted : ''), [blocks, wanted, tool]);
  const firstSentence = useCallback(
    (block: number) => track.sentences.find((one) => one.block >= block)?.index,
    [track],
  );
  const currentBlock = track.sentences[state.sentence]?.block ?? 0;
  const focusPage = () => page.current;
  const open = (next: Tool) => setTool(tool === next ? undefined : next);
  const close = () => {
    setTool(undefined);
    page.current?.focus({ preventScroll: true });
  };
  const setSpeed = (speed: number) => {
    keepSpeed(pupil.id, speed);
    player.setRate(speed);
  };
  const askAbout = (place = player.place) => {
    const asked = wordAt(track, text, place.sentence, place.word);
    if (!asked) return;
    setWord(asked);
    setTool('word');
  };
  const askAboutNote = (note: Note, _block: number) =>
    note.at && askAbout({ sentence: note.at.sentence, word: note.at.word });
  const goFound = (at: number) => {
    setFoundAt(at);
    const place = found[at] && placeAt(track, found[at]);
    if (place) void player.seek(place, false);
  };
  const playSelected = (repeat: boolean) => {
    const ranges = page.current ? selectedRanges(page.current, window.getSelection(), blocks) : [];
    const passage = passageOf(track, ranges);
    if (passage) void player.playPassage({ ...passage, repeat });
    return passage !== undefined;
  };
  const markSelected = (colour: MarkColour) => {
    const ranges = page.current ? selectedRanges(page.current, window.getSelection(), blocks) : [];
    for (const { block, start, end } of ranges) {
      const own = blocks[block];
      if (own?.id)
        changeMarks.mutate({
          add: { block: own.id, start, end, written: own.text.slice(start, end), colour },
        });
    }
    window.getSelection()?.removeAllRanges();
  };
  const loopSentence = () => {
    const { sentence } = player.place;
    if (state.passage) player.leavePassage();
    else if (!playSelected(true))
      void player.playPassage({
        from: { sentence, word: 0 },
        to: { sentence, word: Infinity },
        repeat: true,
      });
  };
  const goSection = (by: 1 | -1) => {
    const block = sectionBeside(chapters, currentBlock, by);
    const sentence = block === undefined ? undefined : firstSentence(block);
    if (sentence !== undefined) void player.seek({ sentence, word: 0 });
  };
  const nextGap = () =>
    player.setGap(GAPS[(GAPS.findIndex((gap) => gap === state.gap) + 1) % GAPS.length] ?? 0);

  useKeys(shortcuts, {
    play: player.toggle,
    'sentence-back': () => void player.previousSentence(),
    'sentence-on': () => void player.nextSentence(),
    'word-back': () => void player.stepWord(-1),
    'word-on': () => void player.stepWord(1),
    'paragraph-back': () => void player.stepBlock(-1),
    'paragraph-on': () => void player.stepBlock(1),
    'section-back': () => goSection(-1),
    'section-on': () => goSection(1),
    beginning: () => void player.seek({ sentence: 0, word: 0 }),
    repeat: () => void player.repeatSentence(),
    loop: loopSentence,
    gap: nextGap,
    hear: () => playSelected(false),
    slower: () => setSpeed(speedBeside(state.rate, -1)),
    faster: () => setSpeed(speedBeside(state.rate, 1)),
    word: () => askAbout(),
    follow,
    contents: () => open('contents'),
    find: () => open('find'),
    notes: () => open('notes'),
    marks: () => open('marks'),
  });

  return (
    <>
      {state.status === 'failed' && (
        <Notice kind="error" action={<Button onPress={() => void player.play()}>Try again</Button>}>
          {messageOf(state.error)}
        </Notice>
      )}
      {changeMarks.isError && <Notice kind="error">{messageOf(changeMarks.error)}</Notice>}
      <Room>
        <Desk ref={desk} aria-label="Listening">
          {!isFollowing && <BackToVoice onPress={follow}>Back to where it is read</BackToVoice>}
          <Timeline player={player} track={track} sentence={state.sentence} />
          <Controls
            player={player}
            state={state}
            track={track}
            pace={reading.pace}
            onSpeed={setSpeed}
            onWord={() => askAbout()}
            focusAfter={focusPage}
          />
        </Desk>
        <div>
          <ToolRow role="toolbar" aria-label="Beside the page">
            {TOOLS.map(({ id, name }) => (
              <PlainButton key={id} aria-pressed={tool === id} onPress={() => open(id)}>
                {name}
              </PlainButton>
            ))}
            <PlainButton onPress={() => void player.repeatSentence()}>Sentence again</PlainButton>
            <PlainButton aria-pressed={state.passage?.repeat === true} onPress={loopSentence}>
              Over and over
            </PlainButton>
            <MenuChoice
              label="A gap after each sentence, to say it back"
              placement="bottom start"
              value={String(state.gap)}
              options={GAPS.map((gap) => ({ id: String(gap), name: GAP_NAMES[gap] ?? '' }))}
              shown={state.gap === 0 ? 'No gaps' : 'Gaps'}
              onChange={(gap) => player.setGap(Number(gap))}
              focusAfter={focusPage}
            />
          </ToolRow>
          <div className="sheets" data-tool={tool !== undefined}>
            <div style={{ position: 'relative', minWidth: 0 }}>
              <Page
                page={page}
                player={player}
                state={state}
                track={track}
                blocks={blocks}
                look={look}
                language={text.language}
                notes={notes}
                onNote={askAboutNote}
                blockMarks={blockMarks.data}
                studyMarks={marks.data ?? NO_STUDY_MARKS}
                found={found}
                foundAt={foundAt}
                speakers={speakers}
                onWord={() => askAbout()}
              />
              <SelectionBar page={page} onHear={playSelected} onMark={markSelected} />
            </div>
            {tool !== undefined && (
              <SideSheet title={TITLES[tool]} onClose={close}>
                {tool === 'contents' && (
                  <Contents
                    chapters={chapters}
                    current={currentBlock}
                    firstSentence={firstSentence}
                    player={player}
                  />
                )}
                {tool === 'find' && (
                  <FindInPage
                    wanted={wanted}
                    onWanted={(next) => {
                      setWanted(next);
                      setFoundAt(0);
                    }}
                    count={found.length}
                    at={foundAt}
                    onGo={goFound}
                    onPlay={() => {
                      const place = found[foundAt] && placeAt(track, found[foundAt]);
                      if (place) void player.seek(place, true);
                    }}
                  />
                )}
                {tool === 'notes' && (
                  <NoteList
                    notes={notes}
                    all={allNotes}
                    onAll={(all) => {
                      setAllNotes(all);
                      remember(ALL_NOTES_KEY, all);
                    }}
                    player={player}
                    onNote={askAboutNote}
                  />
                )}
                {tool === 'marks' && (
                  <StudyMarks
                    handoutId={handout.id}
                    blocks={blocks}
                    language={text.language}
                    pupil={pupil}
                    onGo={(mark: StudyMark) => {
                      const block = blocks.findIndex(({ id }) => id === mark.block);
                      const place = placeAt(track, { block, start: mark.start });
                      if (place) void player.seek(place, false);
                    }}
                  />
                )}
                {tool === 'voices' && (
                  <SeveralVoices
                    handoutId={handout.id}
                    hash={handout.contentHash}
                    blocks={handout.blocks}
                    language={handout.language}
                    selected={() =>
                      page.current ? selectedRanges(page.current, window.getSelection(), blocks) : []
                    }
                  />
                )}
                {tool === 'languages' && (
                  <TwoLanguages
                    handoutId={handout.id}
                    hash={handout.contentHash}
                    language={handout.language}
                    pupil={pupil}
                    side={side}
                    onSide={onSide}
                  />
                )}
                {tool === 'word' && word && (
                  <AboutWord
                    key={`${word.block} ${word.start}`}
                    handout={handout}
                    language={text.language}
                    pupil={pupil}
                    word={word}
                    onChanged={() => void client.invalidateQueries({ queryKey: ['reading', handout.id] })}
                  />
                )}
                {tool === 'shortcuts' && (
                  <KeyboardShortcuts
                    shortcuts={shortcuts}
                    onChange={(next) => {
                      setShortcuts(next);
                      rememberShortcuts(next);
                    }}
                  />
                )}
              </SideSheet>
            )}
          </div>
        </div>
      </Room>
    </>
  );
}

const NO_STUDY_MARKS: readonly StudyMark[] = [];
const NOTHING_LEFT_OUT: readonly LeftOutView[] = [];

/** Notes of all blocks, by their number: those worth a look, or all. */
function useNotes(
  handout: Handout,
  pupil: Pupil,
  reading: Reading,
  text: TextView,
  track: ReadingTrack,
  all: boolean,
): ReadonlyMap<number, readonly Note[]> {
  const decided = useDecided(reading.id).data;
  const leftOut = useLeftOut(reading.id).data;
  // The voice is asked about words only when it has said them all: whoever listens goes first.
  const doubtful = useDoubtful(handout.id, reading.duration === null ? undefined : pupil.id).data;
  return useMemo(() => {
    const words = new Set((doubtful?.words ?? []).map(({ written }) => written.toLowerCase()));
    const byBlock = new Map<number, ReadingSentence[]>();
    for (const sentence of track.sentences) {
      const own = byBlock.get(sentence.block);
      if (own) own.push(sentence);
      else byBlock.set(sentence.block, [sentence]);
    }
    const notes = new Map<number, readonly Note[]>();
    text.blocks.forEach((block, index) => {
      const found = notesOf(block, index, byBlock.get(index) ?? [], {
        decided,
        doubtful: words,
        leftOut: leftOut ?? NOTHING_LEFT_OUT,
      });
      const shown = all ? found : found.filter(isWorthALook);
      if (shown.length > 0) notes.set(index, shown);
    });
    return notes;
  }, [decided, leftOut, doubtful, text, track, all]);
}

/** Who speaks, by the number of the sentence, where the handout is read in several voices. */
function useSpeakers(handout: Handout, text: TextView, track: ReadingTrack): ReadonlyMap<number, string> {
  const cast = useCast(handout.id, handout.contentHash).data;
  return useMemo(() => {
    const speakers = new Map<number, string>();
    if (!cast?.isOn) return speakers;
    for (const { index, block, start, end } of track.sentences) {
      const id = text.blocks[block]?.id;
      const speech = cast.speeches.find((one) => one.block === id && one.start <= start && one.end >= end);
      if (speech?.who) speakers.set(index, nameOf(speech.who));
    }
    return speakers;
  }, [cast, text, track]);
}

/** Tells the style sheets how high the player is. */
function useDeskHeight(desk: React.RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const element = desk.current;
    if (!element) return;
    const watcher = new ResizeObserver(() =>
      document.documentElement.style.setProperty('--desk', `${element.offsetHeight}px`),
    );
    watcher.observe(element);
    return () => watcher.disconnect();
  }, [desk]);
}

function wordAt(track: ReadingTrack, text: TextView, sentence: number, word: number): PlacedWord | undefined {
  const found = track.sentences[sentence];
  const range = found?.words[word];
  const block = found && text.blocks[found.block];
  if (!found || !range || !block) return undefined;
  return {
    written: block.text.slice(range.start, range.end),
    block: block.id,
    start: range.start,
    sentence: block.text.slice(found.start, found.end),
    at: range.start - found.start,
  };
}

/** The word at a place of the text. */
function placeAt(track: ReadingTrack, { block, start }: { readonly block: number; readonly start: number }) {
  const sentence = track.sentences.find((one) => one.block === block && start < one.end);
  if (!sentence) return undefined;
  return {
    sentence: sentence.index,
    word: Math.max(
      0,
      sentence.words.findLastIndex((word) => word.start <= start),
    ),
  };
}

/** The words of selected ranges, from the first to the last. */
function passageOf(track: ReadingTrack, ranges: readonly SelectedRange[]) {
  const [first, last] = [ranges[0], ranges.at(-1)];
  if (!first || !last) return undefined;
  const from = placeAt(track, first);
  const to = placeAt(track, { block: last.block, start: last.end - 1 });
  return from && to ? { from, to } : undefined;
}

declare global {
  interface Window {
    aurelfieldPlayer?: ReadingPlayer;
  }
}
