import { groupBlocks } from '@aurelfield/core/text';
import type { BlockMarks, BlockView, ReadingStyle, ReadingSentence, StudyMark } from '@aurelfield/api';
import { useMemo, type MouseEvent, type RefObject } from 'react';
import styled from 'styled-components';
import { LineGuide } from '../../readingStyle/LineGuide.tsx';
import { Paper } from '../../readingStyle/Paper.tsx';
import { usePalette } from '../../readingStyle/usePalette.ts';
import type { PlayerState, ReadingPlayer } from '@aurelfield/player';
import type { ReadingTrack } from '../../player/usePlayer.ts';
import type { FoundPlace } from './blockGroups.ts';
import { BlockRow } from './BlockRow.tsx';
import { wordOffsetAt } from './caret.ts';
import { NO_MARKS, type TextMarks } from './MarkedText.tsx';
import type { Note } from './notes.ts';

const Card = styled(Paper)`
  padding: clamp(0.8rem, 3vw, 2.2rem) clamp(0.9rem, 3vw, 2.2rem) 40vh;
  border: 1px solid var(--line);
  border-radius: calc(var(--radius) + 4px) calc(var(--radius) + 4px) 0 0;
  border-bottom: 0;

  &:focus-visible {
    outline: none;
  }

  mark {
    color: inherit;
  }

  mark[data-found] {
    background: color-mix(in srgb, var(--notice) 28%, var(--p-ground));
    box-shadow: 0 0 0 0.08em var(--notice);
  }

  mark[data-found='current'] {
    box-shadow: 0 0 0 0.16em var(--notice);
  }

  mark[data-study] {
    border-radius: 0.15em;
    background: color-mix(in srgb, var(--mark) 30%, var(--p-ground));
    box-shadow: inset 0 -0.12em 0 var(--mark);
  }

  mark[data-study='amber'] {
    --mark: #c98a00;
  }

  mark[data-study='fern'] {
    --mark: #3d9a50;
  }

  mark[data-study='sky'] {
    --mark: #2f86c9;
  }

  mark[data-study='rose'] {
    --mark: #cf4d74;
  }

  mark[data-study='violet'] {
    --mark: #8c62cf;
  }

  [data-highlighted='true'] mark {
    background: none;
  }
`;

interface PageProps {
  readonly page: RefObject<HTMLElement | null>;
  readonly player: ReadingPlayer;
  readonly state: PlayerState;
  readonly track: ReadingTrack;
  readonly blocks: readonly BlockView[];
  readonly readingStyle: ReadingStyle;
  readonly language: string;
  readonly notes: ReadonlyMap<number, readonly Note[]>;
  readonly onNote: (note: Note, block: number) => void;
  readonly blockMarks: readonly BlockMarks[] | undefined;
  readonly studyMarks: readonly StudyMark[];
  readonly found: readonly FoundPlace[];
  readonly foundAt: number;
  readonly speakers: ReadonlyMap<number, string>;
  /** A word was asked about. */
  readonly onWord: () => void;
}

/**
 * The handout's text in the pupil's look. The sentence being read is split into words, one of which is lit.
 */
export function Page({
  page,
  player,
  state,
  track,
  blocks,
  readingStyle,
  language,
  notes,
  onNote,
  blockMarks,
  studyMarks,
  found,
  foundAt,
  speakers,
  onWord,
}: PageProps) {
  const palette = usePalette(readingStyle);
  const byBlock = useMemo(() => sentencesByBlock(track), [track]);
  const groups = useMemo(() => groupBlocks(blocks), [blocks]);
  const marks = useMemo(
    () => marksByBlock(blocks, blockMarks, studyMarks, found, foundAt),
    [blocks, blockMarks, studyMarks, found, foundAt],
  );
  const currentBlock = track.sentences[state.sentence]?.block ?? 0;
  const row = (index: number, within: 'list' | 'table' | 'block') => {
    const block = blocks[index];
    if (!block) return null;
    const own = byBlock.get(index) ?? NONE;
    const isCurrent = index === currentBlock;
    return (
      <BlockRow
        key={index}
        index={index}
        within={within}
        block={block}
        sentences={own}
        startsAt={startOf(track, own[0]?.index)}
        sentence={isCurrent ? state.sentence : -1}
        word={isCurrent ? state.word : -1}
        highlight={readingStyle.highlight}
        marks={marks.get(index) ?? NO_MARKS}
        notes={notes.get(index) ?? NO_NOTES}
        onNote={onNote}
        player={player}
        speakers={speakers}
      />
    );
  };
  return (
    <Card
      ref={page}
      readingStyle={readingStyle}
      palette={palette}
      lang={language}
      dir="auto"
      aria-label="The handout"
      tabIndex={-1}
      onClick={(event: MouseEvent) => goToClicked(event, player, track)}
      onDoubleClick={(event: MouseEvent) => {
        if (!(event.target instanceof Element) || !event.target.closest('[data-sentence]')) return;
        window.getSelection()?.removeAllRanges();
        goToClicked(event, player, track);
        player.pause();
        onWord();
      }}
    >
      {groups.map(({ kind, blocks: own }) =>
        kind === 'block' ? (
          row(own[0] ?? 0, 'block')
        ) : (
          <div key={own[0]} role={kind} {...(kind === 'table' ? { 'aria-label': 'Table' } : {})}>
            {own.map((index) => row(index, kind))}
          </div>
        ),
      )}
      <LineGuide page={page} readingStyle={readingStyle} at={`${state.sentence} ${state.word}`} />
    </Card>
  );
}

const NONE: readonly ReadingSentence[] = [];
const NO_NOTES: readonly Note[] = [];

/** The second at which a block begins to be heard; none where nothing of it is said. */
function startOf(track: ReadingTrack, sentence: number | undefined): number | undefined {
  return sentence === undefined ? undefined : track.secondOf(sentence);
}

function marksByBlock(
  blocks: readonly BlockView[],
  blockMarks: readonly BlockMarks[] | undefined,
  studyMarks: readonly StudyMark[],
  found: readonly FoundPlace[],
  foundAt: number,
): ReadonlyMap<number, TextMarks> {
  const marks = new Map<number, TextMarks>();
  const of = (index: number) => marks.get(index) ?? NO_MARKS;
  blockMarks?.forEach(({ words }, index) => words.length > 0 && marks.set(index, { ...of(index), words }));
  const numbers = new Map(blocks.map(({ id }, index) => [id, index]));
  for (const mark of studyMarks) {
    const index = numbers.get(mark.block);
    if (index !== undefined && !mark.lost)
      marks.set(index, { ...of(index), study: [...of(index).study, mark] });
  }
  found.forEach(({ block, start, end }, i) =>
    marks.set(block, { ...of(block), found: [...of(block).found, { start, end, isCurrent: i === foundAt }] }),
  );
  return marks;
}

function sentencesByBlock(track: ReadingTrack): Map<number, readonly ReadingSentence[]> {
  const byBlock = new Map<number, ReadingSentence[]>();
  for (const sentence of track.sentences) {
    const list = byBlock.get(sentence.block);
    if (list) list.push(sentence);
    else byBlock.set(sentence.block, [sentence]);
  }
  return byBlock;
}

function goToClicked(event: MouseEvent, player: ReadingPlayer, track: ReadingTrack): void {
  // A text that was marked is meant to be copied or heard by itself.
  if (!(event.target instanceof Element) || (window.getSelection()?.toString() ?? '') !== '') return;
  const element = event.target.closest<HTMLElement>('[data-sentence]');
  if (!element) return;
  const sentence = track.sentences[Number(element.dataset.sentence)];
  if (!sentence) return;
  const offset = wordOffsetAt(element, event.clientX, event.clientY);
  const word =
    offset === undefined
      ? 0
      : Math.max(
          0,
          sentence.words.findLastIndex(({ start }) => start - sentence.start <= offset),
        );
  void player.seek({ sentence: sentence.index, word }, true);
}
