import type { BlockView, ReadingStyle, ReadingSentence } from '@aurelfield/api';
import { CELL_SEPARATOR } from '@aurelfield/core/text';
import { ImageIcon } from 'lucide-react';
import { memo, type ReactNode } from 'react';
import styled from 'styled-components';
import type { ReadingPlayer } from '@aurelfield/player';
import { Margin } from './Margin.tsx';
import { Span, Words, type TextMarks } from './MarkedText.tsx';
import type { Note } from './notes.ts';

const Section = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 9.5rem) minmax(0, 1fr);
  gap: 0 clamp(1rem, 3vw, 2.5rem);
  content-visibility: auto;
  contain-intrinsic-size: auto 8rem;
  padding-block: calc(var(--p-paragraph) / 2);

  h2,
  h3,
  p {
    margin: 0;
    max-width: var(--p-column);
    overflow-wrap: anywhere;
  }

  h2 {
    font-size: 1.45em;
  }

  h3 {
    font-size: 1.15em;
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
    max-width: none;
    border-bottom: 1px solid color-mix(in srgb, var(--p-ink) 35%, transparent);
  }

  .head {
    font-weight: 650;
  }

  .picture {
    padding: 0.6em 0.9em;
    border-inline-start: 3px solid color-mix(in srgb, var(--p-ink) 50%, transparent);
    font-style: italic;
  }

  .equation {
    padding-inline-start: 2em;
    font-variant-numeric: lining-nums;
  }

  .parallelText {
    padding-inline-start: 1em;
    border-inline-start: 3px solid color-mix(in srgb, var(--p-ink) 30%, transparent);
  }

  .label {
    position: absolute;
    inset-inline-start: 0;
    opacity: 0.75;
  }

  @media (max-width: 860px) {
    grid-template-columns: minmax(0, 1fr);

    .margin {
      display: none;
    }
  }
`;

const Sentence = styled.span`
  cursor: pointer;
`;

interface BlockRowProps {
  readonly index: number;
  readonly within: 'list' | 'table' | 'block';
  readonly block: BlockView;
  readonly sentences: readonly ReadingSentence[];
  readonly startsAt: number | undefined;
  readonly sentence: number;
  readonly word: number;
  readonly highlight: ReadingStyle['highlight'];
  readonly marks: TextMarks;
  readonly notes: readonly Note[];
  readonly onNote: (note: Note, block: number) => void;
  readonly player: ReadingPlayer;
  /** Who speaks, by the number of the sentence. */
  readonly speakers: ReadonlyMap<number, string>;
}

/** One block of the page, with its margin. */
export const BlockRow = memo(function BlockRow({
  index,
  within,
  block,
  sentences,
  startsAt,
  sentence,
  word,
  highlight,
  marks,
  notes,
  onNote,
  player,
  speakers,
}: BlockRowProps) {
  const highlightsSentence = highlight === 'sentence' || highlight === 'word-and-sentence';
  const highlightedWord = highlight === 'word' || highlight === 'word-and-sentence';
  const isTable = within === 'table';
  const cell = isTable ? { role: block.columnHeaders === undefined ? 'columnheader' : 'cell' } : {};
  const text = partsOf(block.text, sentences).map((part, nth, all) => {
    if (part.sentence === undefined)
      return isTable ? (
        emptyCells(block.text.slice(part.from, part.to), nth, all.length)
      ) : (
        <Span key={part.from} text={block.text} {...part} marks={marks} />
      );
    const { index: number } = part.sentence;
    const isNow = number === sentence;
    const who = speakers.get(number);
    return (
      <Sentence
        key={number}
        data-sentence={number}
        data-now={isNow}
        data-current={highlightsSentence && isNow}
        {...(who === undefined ? {} : { 'data-speaker': who, title: who })}
        {...cell}
      >
        {isNow ? (
          <Words
            text={block.text}
            sentence={part.sentence}
            here={word}
            isHighlighted={highlightedWord}
            marks={marks}
          />
        ) : (
          <Span text={block.text} from={part.from} to={part.to} marks={marks} />
        )}
      </Sentence>
    );
  });
  const role = within === 'list' ? 'listitem' : isTable ? 'row' : undefined;
  return (
    <Section dir="auto" role={role} data-block={index}>
      <Margin
        notes={notes}
        startsAt={startsAt}
        player={player}
        block={index}
        onNote={onNote}
        speakers={speakersOf(sentences, speakers)}
        isCell={isTable}
      />
      <div lang={block.language} style={{ display: 'contents' }}>
        <BlockText block={block}>{text}</BlockText>
      </div>
    </Section>
  );
});

function BlockText({ block, children }: { readonly block: BlockView; readonly children: ReactNode }) {
  const parallelText = block.id?.endsWith('~parallelText') ? ' parallelText' : '';
  if (block.type === 'heading')
    return block.level === undefined || block.level <= 1 ? (
      <h2 data-text>{children}</h2>
    ) : (
      <h3 data-text>{children}</h3>
    );
  if (block.type === 'paragraph')
    return (
      <p data-text className={parallelText.trim()}>
        {children}
      </p>
    );
  if (block.type === 'equation')
    return (
      <p data-text className="equation">
        {children}
      </p>
    );
  if (block.type === 'table-row')
    return (
      <p data-text role="presentation" className={block.columnHeaders === undefined ? 'row head' : 'row'}>
        {children}
      </p>
    );
  if (block.type === 'picture')
    return (
      <p data-text className="picture">
        <ImageIcon size={20} aria-label="Picture:" /> {children}
      </p>
    );
  return (
    <p data-text className={`item${parallelText}`}>
      {block.label === undefined && (
        <span className="label" aria-hidden>
          •
        </span>
      )}
      {children}
    </p>
  );
}

/**
 * Between two filled cells of a row stands one separator more than there are empty cells; before the first
 * and after the last as many as there are.
 */
function emptyCells(between: string, nth: number, count: number): ReactNode {
  const separators = between.split(CELL_SEPARATOR).length - 1;
  const empty = nth > 0 && nth < count - 1 ? separators - 1 : separators;
  return Array.from({ length: Math.max(0, empty) }, (_, i) => <span key={`${nth} ${i}`} role="cell" />);
}

function partsOf(
  text: string,
  sentences: readonly ReadingSentence[],
): { readonly from: number; readonly to: number; readonly sentence?: ReadingSentence }[] {
  const parts: { from: number; to: number; sentence?: ReadingSentence }[] = [];
  let at = 0;
  for (const sentence of sentences) {
    if (sentence.start > at) parts.push({ from: at, to: sentence.start });
    parts.push({ from: sentence.start, to: sentence.end, sentence });
    at = sentence.end;
  }
  if (at < text.length) parts.push({ from: at, to: text.length });
  return parts;
}

function speakersOf(sentences: readonly ReadingSentence[], speakers: ReadonlyMap<number, string>): string {
  if (speakers.size === 0) return '';
  return [...new Set(sentences.flatMap(({ index }) => speakers.get(index) ?? []))].join(', ');
}
