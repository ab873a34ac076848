import type { BlockView, Handout, Look, ReadingSentence } from '@aurelfield/api';
import { CELL_SEPARATOR } from '@aurelfield/core';
import { ImageIcon } from 'lucide-react';
import { memo, useEffect, useMemo, useRef, type MouseEvent } from 'react';
import styled, { css } from 'styled-components';
import type { PlayerState, ReadingPlayer, ReadingTrack } from '../../player/readingPlayer.ts';
import { wordOffsetAt } from './caret.ts';
import { Margin } from './Margin.tsx';

const Paper = styled.article<{ $look: Look }>`
  --page-ground: ${({ $look }) => `var(--page-${$look.ground})`};
  padding: clamp(1rem, 3vw, 2.2rem) clamp(0.9rem, 3vw, 2.2rem) 3rem;
  border: 1px solid var(--line);
  border-radius: calc(var(--radius) + 4px) calc(var(--radius) + 4px) 0 0;
  border-bottom: 0;
  background: var(--page-ground);
  font-size: ${({ $look }) => $look.textSize / 16}rem;
  line-height: ${({ $look }) => $look.lineSpacing};
`;

const Section = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 9.5rem) minmax(0, 44rem);
  gap: 0 clamp(1rem, 3vw, 2.5rem);
  content-visibility: auto;
  contain-intrinsic-size: auto 8rem;
  padding-block: 0.35em;

  h2,
  h3,
  p {
    margin: 0;
    overflow-wrap: anywhere;
  }

  h2 {
    font-size: 1.45em;
    line-height: 1.3;
  }

  h3 {
    font-size: 1.15em;
    line-height: 1.4;
  }

  .item {
    padding-inline-start: 1.6em;
    position: relative;
  }

  .row {
    display: grid;
    grid-auto-flow: column;
    grid-auto-columns: minmax(0, 1fr);
    gap: 0 1em;
    border-bottom: 1px solid var(--line);
  }

  .head {
    font-weight: 650;
  }

  .picture {
    padding: 0.6em 0.9em;
    border-inline-start: 3px solid var(--edge);
    font-style: italic;
  }

  .equation {
    padding-inline-start: 2em;
    font-variant-numeric: lining-nums;
  }

  .label {
    position: absolute;
    inset-inline-start: 0;
    color: var(--quiet);
  }

  @media (max-width: 860px) {
    grid-template-columns: minmax(0, 1fr);

    .margin {
      display: none;
    }
  }
`;

/** A ground behind inline text that keeps its shape on every line and moves no letter. */
const lozenge = css`
  border-radius: 0.28em;
  -webkit-box-decoration-break: clone;
  box-decoration-break: clone;
`;

const Sentence = styled.span`
  cursor: pointer;

  &[data-current='true'] {
    ${lozenge}
    padding: 0.12em 0.16em;
    margin-inline: -0.16em;
    background: var(--sentence);
  }

  [data-lit='true'] {
    ${lozenge}
    padding: 0.08em 0.1em;
    margin-inline: -0.1em;
    background: var(--lit);
    color: var(--on-lit);
  }
`;

interface PageProps {
  readonly player: ReadingPlayer;
  readonly state: PlayerState;
  readonly track: ReadingTrack;
  readonly blocks: readonly BlockView[];
  readonly look: Look;
  readonly language: string;
  readonly handout: Handout;
  readonly pupilId: string;
}

/** The handout's text in the pupil's look. The sentence being read is parted into words, one of which is lit. */
export function Page({ player, state, track, blocks, look, language, handout, pupilId }: PageProps) {
  const turning = useMemo(() => ({ handout, pupilId }), [handout, pupilId]);
  const byBlock = useMemo(() => sentencesByBlock(track), [track]);
  const currentBlock = track.sentences[state.sentence]?.block ?? 0;
  const page = useFollowing(state);
  return (
    <Paper
      ref={page}
      $look={look}
      lang={language}
      dir="auto"
      aria-label="The handout"
      onClick={(event) => goToClicked(event, player, track)}
    >
      {blocks.map((block, index) => (
        <BlockRow
          key={index}
          block={block}
          sentences={byBlock.get(index) ?? NONE}
          startsAt={startOf(track, byBlock.get(index)?.[0]?.index)}
          sentence={index === currentBlock ? state.sentence : -1}
          word={index === currentBlock ? state.word : -1}
          wholeSentence={look.lit === 'word-and-sentence'}
          player={player}
          turning={turning}
        />
      ))}
    </Paper>
  );
}

const NONE: readonly ReadingSentence[] = [];

/** The second at which a block begins to be heard; none where nothing of it is said. */
function startOf(track: ReadingTrack, sentence: number | undefined): number | undefined {
  return sentence === undefined ? undefined : track.secondOf(sentence);
}

interface BlockRowProps {
  readonly turning: { readonly handout: Handout; readonly pupilId: string };
  readonly block: BlockView;
  readonly sentences: readonly ReadingSentence[];
  readonly startsAt: number | undefined;
  readonly sentence: number;
  readonly word: number;
  readonly wholeSentence: boolean;
  readonly player: ReadingPlayer;
}

const BlockRow = memo(function BlockRow({
  block,
  sentences,
  startsAt,
  sentence,
  word,
  wholeSentence,
  player,
  turning,
}: BlockRowProps) {
  const text = partsOf(block.text, sentences).map((part, nth, all) =>
    part.sentence === undefined ? (
      block.type === 'table-row' ? (
        emptyCells(part.text, nth, all.length)
      ) : (
        part.text
      )
    ) : (
      <Sentence
        key={part.sentence.index}
        data-sentence={part.sentence.index}
        data-current={wholeSentence && part.sentence.index === sentence}
      >
        {part.sentence.index === sentence ? (
          <Words text={block.text} sentence={part.sentence} lit={word} />
        ) : (
          part.text
        )}
      </Sentence>
    ),
  );
  return (
    <Section dir="auto">
      <Margin
        sentences={sentences}
        startsAt={startsAt}
        text={block.text}
        player={player}
        turning={turning}
        block={block.id ?? ''}
        isEquation={block.type === 'equation'}
      />
      <div lang={block.language} style={{ display: 'contents' }}>
        <BlockText block={block}>{text}</BlockText>
      </div>
    </Section>
  );
});

function BlockText({ block, children }: { readonly block: BlockView; readonly children: React.ReactNode }) {
  if (block.type === 'heading')
    return block.level === undefined || block.level <= 1 ? <h2>{children}</h2> : <h3>{children}</h3>;
  if (block.type === 'paragraph') return <p>{children}</p>;
  if (block.type === 'equation') return <p className="equation">{children}</p>;
  if (block.type === 'table-row')
    return <p className={block.heads === undefined ? 'row head' : 'row'}>{children}</p>;
  if (block.type === 'picture')
    return (
      <p className="picture">
        <ImageIcon size={20} aria-label="Picture:" /> {children}
      </p>
    );
  return (
    <p className="item">
      {block.label === undefined && <span className="label">•</span>}
      {children}
    </p>
  );
}

function Words({
  text,
  sentence,
  lit,
}: {
  readonly text: string;
  readonly sentence: ReadingSentence;
  readonly lit: number;
}) {
  return (
    <>
      {sentence.words.map((word, index) => {
        const before = text.slice(sentence.words[index - 1]?.end ?? sentence.start, word.start);
        return (
          <span key={index}>
            {before}
            <span data-word={index} data-lit={index === lit}>
              {text.slice(word.start, word.end)}
            </span>
          </span>
        );
      })}
      {text.slice(sentence.words.at(-1)?.end ?? sentence.start, sentence.end)}
    </>
  );
}

/** Between two filled cells of a row stands one separator more than there are empty cells; before the first and after the last as many as there are. */
function emptyCells(between: string, nth: number, count: number): React.ReactNode {
  const separators = between.split(CELL_SEPARATOR).length - 1;
  const empty = nth > 0 && nth < count - 1 ? separators - 1 : separators;
  return Array.from({ length: Math.max(0, empty) }, (_, i) => <span key={`${nth} ${i}`} />);
}

function partsOf(
  text: string,
  sentences: readonly ReadingSentence[],
): { text: string; sentence?: ReadingSentence }[] {
  const parts: { text: string; sentence?: ReadingSentence }[] = [];
  let at = 0;
  for (const sentence of sentences) {
    if (sentence.start > at) parts.push({ text: text.slice(at, sentence.start) });
    parts.push({ text: text.slice(sentence.start, sentence.end), sentence });
    at = sentence.end;
  }
  if (at < text.length) parts.push({ text: text.slice(at) });
  return parts;
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
  // A text that was marked is meant to be copied, not heard.
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

/** Keeps the sentence being read in the middle of the window; leaves the page alone while nothing plays. */
function useFollowing(state: PlayerState) {
  const page = useRef<HTMLElement>(null);
  const { sentence, status } = state;
  useEffect(() => {
    if (status !== 'playing') return;
    const element = page.current?.querySelector(`[data-sentence="${sentence}"]`);
    if (!element) return;
    const { top, bottom } = element.getBoundingClientRect();
    const comfortable = top > window.innerHeight * 0.12 && bottom < window.innerHeight * 0.68;
    const calm = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    if (!comfortable) element.scrollIntoView({ block: 'center', behavior: calm ? 'auto' : 'smooth' });
  }, [sentence, status]);
  return page;
}
