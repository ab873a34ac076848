import type {
  Handout,
  MarkColour,
  Pupil,
  Reading,
  TextSelection,
  StudyMark,
  TextView,
} from '@aurelfield/api';
import type { ReadingPlayer } from '@aurelfield/player';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useBlockMarks, useChangeStudyMarks, useStudyMarks } from '../../api/listeningQueries.ts';
import { usePlayerState, useTrack } from '../../player/usePlayer.ts';
import { recall, remember } from '../../storage/memory.ts';
import { Button } from '../../ui/Button.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { contentsOf, findInBlocks, adjacentSection } from './blockGroups.ts';
import { Controls } from './Controls.tsx';
import type { Note } from './notes.ts';
import { Page } from './Page.tsx';
import { BackToVoice, Desk, ReaderLayout } from './ReaderLayout.ts';
import { SelectionBar } from './SelectionBar.tsx';
import { recallShortcuts, rememberShortcuts } from './shortcuts.ts';
import { keepSpeed, adjacentSpeed, speedOf } from './speeds.ts';
import { selectedRanges } from './studyMarks.ts';
import { Timeline } from './Timeline.tsx';
import { GAPS, ToolBar } from './ToolBar.tsx';
import { AboutWord, type PlacedWord } from './tools/AboutWord.tsx';
import { Contents } from './tools/Contents.tsx';
import { FindInPage } from './tools/FindInPage.tsx';
import { KeyboardShortcuts } from './tools/KeyboardShortcuts.tsx';
import { NoteList } from './tools/NoteList.tsx';
import { SeveralVoices } from './tools/SeveralVoices.tsx';
import { SidePanel } from './tools/SidePanel.tsx';
import { StudyMarks } from './tools/StudyMarks.tsx';
import { TITLES, type Tool } from './tools/tools.ts';
import { TwoLanguages } from './tools/TwoLanguages.tsx';
import { passageOf, placeAt, wordAt } from './trackPlaces.ts';
import { useDeskHeight } from './useDeskHeight.ts';
import { useFollowing } from './useFollowing.ts';
import { useKeys } from './useKeys.ts';
import { useNotes } from './useNotes.ts';
import { useSpeakers } from './useSpeakers.ts';

const ALL_NOTES_KEY = 'aurelfield:all-notes';
interface ReaderProps {
  readonly player: ReadingPlayer;
  readonly handout: Handout;
  readonly text: TextView;
  readonly pupil: Pupil;
  readonly reading: Reading;
  readonly textSelection: TextSelection;
  readonly onTextSelection: (textSelection: TextSelection) => void;
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
  textSelection,
  onTextSelection,
  tool,
  onTool: setTool,
  word,
  onWord: setWord,
}: ReaderProps) {
  const { blocks } = text;
  const { readingStyle } = pupil.profile;
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
  const blockMarks = useBlockMarks(text.hash, readingStyle.syllables !== 'none' || readingStyle.wordClasses);
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
    const block = adjacentSection(chapters, currentBlock, by);
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
    slower: () => setSpeed(adjacentSpeed(state.rate, -1)),
    faster: () => setSpeed(adjacentSpeed(state.rate, 1)),
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
      <ReaderLayout>
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
          <ToolBar
            player={player}
            state={state}
            tool={tool}
            onTool={open}
            onLoop={loopSentence}
            focusAfter={focusPage}
          />
          <div className="sheets" data-tool={tool !== undefined}>
            <div style={{ position: 'relative', minWidth: 0 }}>
              <Page
                page={page}
                player={player}
                state={state}
                track={track}
                blocks={blocks}
                readingStyle={readingStyle}
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
              <SidePanel title={TITLES[tool]} onClose={close}>
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
                    textSelection={textSelection}
                    onTextSelection={onTextSelection}
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
              </SidePanel>
            )}
          </div>
        </div>
      </ReaderLayout>
    </>
  );
}

const NO_STUDY_MARKS: readonly StudyMark[] = [];
declare global {
  interface Window {
    aurelfieldPlayer?: ReadingPlayer;
  }
}
