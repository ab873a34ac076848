import type { BlockMarks, ReadingSentence, StudyMark } from '@aurelfield/api';
import { memo, type ReactNode } from 'react';

/** What is drawn into a block's text beside what is lit. */
export interface TextMarks {
  readonly words: BlockMarks['words'];
  readonly study: readonly Pick<StudyMark, 'id' | 'start' | 'end' | 'colour' | 'note'>[];
  readonly found: readonly { readonly start: number; readonly end: number; readonly isCurrent: boolean }[];
}

export const NO_MARKS: TextMarks = { words: [], study: [], found: [] };

interface SpanProps {
  readonly text: string;
  readonly from: number;
  readonly to: number;
  readonly marks: TextMarks;
}

/** A stretch of a block's text with its marks; the text itself stays as it is, letter for letter. */
export const Span = memo(function Span({ text, from, to, marks }: SpanProps): ReactNode {
  const edges = new Set<number>([from, to]);
  const add = (...places: readonly number[]) => {
    for (const place of places) if (place > from && place < to) edges.add(place);
  };
  for (const { start, end, breaks } of marks.words) if (start < to && end > from) add(start, end, ...breaks);
  for (const { start, end } of [...marks.study, ...marks.found])
    if (start < to && end > from) add(start, end);
  if (edges.size === 2 && !touches(marks, from)) return text.slice(from, to);
  const sorted = [...edges].sort((a, b) => a - b);
  return sorted
    .slice(0, -1)
    .map((start, i) => <Piece key={start} text={text} from={start} to={sorted[i + 1] ?? to} marks={marks} />);
});

function touches({ words, study, found }: TextMarks, at: number): boolean {
  return [...words, ...study, ...found].some(({ start, end }) => start <= at && end > at);
}

function Piece({ text, from, to, marks }: SpanProps): ReactNode {
  const word = marks.words.find(({ start, end }) => start <= from && end >= to);
  const study = marks.study.find(({ start, end }) => start <= from && end >= to);
  const found = marks.found.find(({ start, end }) => start <= from && end >= to);
  const nth = word ? word.breaks.filter((at) => at <= from).length : 0;
  const isSyllable = word !== undefined && word.breaks.length > 0;
  const beginsSyllable = isSyllable && (word.breaks.includes(from) || word.start === from);
  let content: ReactNode = text.slice(from, to);
  if (isSyllable || word?.wordClass)
    content = (
      <span
        {...(isSyllable ? { 'data-syllable': nth % 2, 'data-begins': beginsSyllable && nth > 0 } : {})}
        {...(word.wordClass ? { 'data-class': word.wordClass } : {})}
      >
        {content}
      </span>
    );
  if (found) content = <mark data-found={found.isCurrent ? 'current' : 'other'}>{content}</mark>;
  if (study)
    content = (
      <mark
        data-study={study.colour}
        title={study.note === '' ? study.colour : `${study.colour}: ${study.note}`}
      >
        {content}
      </mark>
    );
  return content;
}

/** The words of the sentence that is read, each by itself, so that one can be lit. */
export function Words({
  text,
  sentence,
  here,
  isHighlighted,
  marks,
}: {
  readonly text: string;
  readonly sentence: ReadingSentence;
  /** The word that is read; -1 in a silence. */
  readonly here: number;
  /** Whether it is lit itself. */
  readonly isHighlighted: boolean;
  readonly marks: TextMarks;
}) {
  return (
    <>
      {sentence.words.map((word, index) => {
        const before = sentence.words[index - 1]?.end ?? sentence.start;
        return (
          <span key={index}>
            {before < word.start && <Span text={text} from={before} to={word.start} marks={marks} />}
            <span
              data-word={index}
              data-here={index === here}
              data-highlighted={isHighlighted && index === here}
            >
              <Span text={text} from={word.start} to={word.end} marks={marks} />
            </span>
          </span>
        );
      })}
      <Span text={text} from={sentence.words.at(-1)?.end ?? sentence.start} to={sentence.end} marks={marks} />
    </>
  );
}
