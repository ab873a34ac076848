import type { Edit } from './edits.ts';
import type { SampleRange } from './samples.ts';
import type { Timeline } from './timeline.ts';

/**
 * What is left before the first word and after the last one when the ends are trimmed. Seconds: a breath, and
 * what rings on.
 */
const [BEFORE, AFTER] = [0.15, 0.4];

/**
 * Takes away what lies before the first word and after the last; nothing where there is no more than a
 * breath.
 */
export function trimmedEnds(timeline: Timeline): Edit | undefined {
  const words = wordsInOrder(timeline);
  const [first, last] = [words[0], words.at(-1)];
  if (!first || !last) return undefined;
  const start = Math.max(0, first.from - Math.round(BEFORE * timeline.sampleRate));
  const end = Math.min(timeline.samples, last.to + Math.round(AFTER * timeline.sampleRate));
  return together([
    ...(end < timeline.samples ? [{ kind: 'cut' as const, from: end, to: timeline.samples }] : []),
    ...(start > 0 ? [{ kind: 'cut' as const, from: 0, to: start }] : []),
  ]);
}

/** A silence between two words. */
export interface Pause extends SampleRange {
  /** Whether a sentence ends before it. */
  readonly betweenSentences: boolean;
}

/** The pauses between words that last longer than so many samples. */
export function pausesLongerThan(timeline: Timeline, samples: number): Pause[] {
  const words = wordsInOrder(timeline);
  return words.flatMap((word, i) => {
    const next = words[i + 1];
    return next && next.from - word.to > samples
      ? [{ from: word.to, to: next.from, betweenSentences: next.sentence !== word.sentence }]
      : [];
  });
}

/**
 * Makes all pauses that are longer than `longest` so long; what is taken out is their middle, so that the
 * ends of words ring out. Samples.
 */
export function shortenedPauses(timeline: Timeline, longest: number): Edit | undefined {
  return together(
    pausesLongerThan(timeline, longest)
      .reverse()
      .map(({ from, to }) => {
        const start = from + Math.ceil(longest / 2);
        return { kind: 'cut' as const, from: start, to: start + (to - from - longest) };
      }),
  );
}

/** Makes all pauses between sentences at least `least` samples long, by silence in their middle. */
export function lengthenedPauses(timeline: Timeline, least: number): Edit | undefined {
  return together(
    pausesLongerThan(timeline, -1)
      .filter(({ from, to, betweenSentences }) => betweenSentences && to - from < least)
      .reverse()
      .map(({ from, to }) => ({
        kind: 'insert-silence' as const,
        at: Math.floor((from + to) / 2),
        samples: least - (to - from),
      })),
  );
}

/**
 * The stretch of a sentence from the middle of the pause before it to the middle of the pause after it: what
 * is moved when it is moved.
 */
export function wholeSentence(timeline: Timeline, sentence: number): SampleRange {
  const own = timeline.sentences[sentence];
  if (!own) return { from: 0, to: 0 };
  const others = timeline.sentences.filter((one, i) => i !== sentence && one.to > one.from);
  const before = Math.max(0, ...others.map(({ to }) => to).filter((to) => to <= own.from));
  const after = Math.min(
    timeline.samples,
    ...others.map(({ from }) => from).filter((from) => from >= own.to),
  );
  return {
    from: before === 0 ? 0 : Math.round((before + own.from) / 2),
    to: after === timeline.samples ? after : Math.round((own.to + after) / 2),
  };
}

function together(edits: readonly Edit[]): Edit | undefined {
  return edits.length === 0 ? undefined : edits.length === 1 ? edits[0] : { kind: 'together', edits };
}

/** Words that are heard, in the order in which they are. */
function wordsInOrder({ sentences }: Timeline): (SampleRange & { readonly sentence: number })[] {
  return sentences
    .flatMap(({ words }, sentence) => words.map(({ from, to }) => ({ from, to, sentence })))
    .filter(({ from, to }) => to > from)
    .sort((a, b) => a.from - b.from);
}
