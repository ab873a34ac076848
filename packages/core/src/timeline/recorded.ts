import { FULL } from './piece.ts';
import type { SampleRange } from './samples.ts';
import type { Timeline } from './timeline.ts';

/**
 * A displayed word of a recorded sentence: what is said for it and when, in samples of the recording; null
 * where it is left out.
 */
export interface RecordedWord {
  readonly spoken: readonly string[];
  readonly from: number | null;
  readonly to: number | null;
}

/**
 * A recording as a timeline: one piece, and when the words of its text are said. What is left out stands at
 * the end of the word before it, with no length.
 */
export function recordedTimeline(
  id: string,
  sampleRate: number,
  samples: number,
  sentences: readonly { readonly words: readonly RecordedWord[] }[],
): Timeline {
  let end = 0;
  return {
    sampleRate,
    samples,
    pieces: [{ source: { kind: 'recording', id }, from: 0, to: samples, gain: 0, fade: FULL }],
    sentences: sentences.map(({ words }) => {
      const ranges = words.map(({ from, to }) => {
        const placed =
          from === null || to === null
            ? { from: end, to: end }
            : { from: Math.min(samples, from), to: Math.min(samples, to) };
        end = placed.to;
        return placed;
      });
      const heard = ranges.filter(({ from, to }) => to > from);
      return {
        from: heard[0]?.from ?? ranges[0]?.from ?? end,
        to: heard.at(-1)?.to ?? ranges.at(-1)?.to ?? end,
        words: ranges,
      };
    }),
  };
}

/**
 * What of a recording belongs to a sentence before its first word, and at most after its last one where
 * nothing follows. Seconds.
 */
const [LEAD, TAIL] = [0.06, 0.4];
/** Less of its words than this is nothing: what a cut has left at its edges. Seconds. */
const SHORTEST = 0.03;

/** The stretch of a recording that is heard for one of its sentences. */
export interface RecordedSpan extends SampleRange {
  /** When its displayed words are heard, from its own first sample on. */
  readonly words: readonly SampleRange[];
  /** Samples after its last word: the speaker's own pause. */
  readonly trailingSilence: number;
}

/**
 * The stretch for a sentence: up to where the next one begins, so that the speaker's pauses stay; nothing
 * where no word of it is heard.
 */
export function recordedSpanOf(timeline: Timeline, sentence: number): RecordedSpan | undefined {
  const own = timeline.sentences[sentence];
  const heard = own?.words.reduce((sum, { from, to }) => sum + to - from, 0) ?? 0;
  if (!own || heard < SHORTEST * timeline.sampleRate) return undefined;
  const { sampleRate, samples, sentences } = timeline;
  const lead = Math.round(LEAD * sampleRate);
  const beginningOf = (first: number) => {
    const before = sentences.reduce((most, { to }) => (to <= first ? Math.max(most, to) : most), 0);
    return Math.max(before, first - lead);
  };
  const next = sentences.reduce(
    (least, one) => (one.to > one.from && one.from >= own.to ? Math.min(least, one.from) : least),
    Infinity,
  );
  const from = beginningOf(own.from);
  const to =
    next === Infinity ? Math.min(samples, own.to + Math.round(TAIL * sampleRate)) : beginningOf(next);
  return {
    from,
    to,
    words: own.words.map((word) => ({
      from: Math.max(0, Math.min(word.from, own.to) - from),
      to: Math.max(0, Math.min(word.to, own.to) - from),
    })),
    trailingSilence: to - own.to,
  };
}

/**
 * When each spoken word of a plan is heard, out of the displayed words that were recorded: a plan can say
 * more than the speaker did ("heading"), or say it otherwise ("1066"). What has no counterpart stands where
 * its neighbours meet.
 * @param planned spoken words of the plan.
 * @param recorded displayed words with their times, `ranges` being those times.
 */
export function spokenTimes(
  planned: readonly string[],
  recorded: readonly Pick<RecordedWord, 'spoken'>[],
  ranges: readonly SampleRange[],
): SampleRange[] {
  const said = recorded.flatMap(({ spoken }, word) => {
    const { from, to } = ranges[word] ?? { from: 0, to: 0 };
    const part = (to - from) / Math.max(1, spoken.length);
    return spoken.map((text, i) => ({
      text,
      from: Math.round(from + i * part),
      to: Math.round(from + (i + 1) * part),
    }));
  });
  const pairs = commonWords(
    planned,
    said.map(({ text }) => text),
  );
  const found: SampleRange[] = [];
  let [before, taken] = [0, 0];
  for (let i = 0; i < planned.length;) {
    const pair = pairs[i];
    const own = pair === undefined ? undefined : said[pair];
    if (own && pair !== undefined) {
      const from = Math.max(before, own.from);
      before = Math.max(from, own.to);
      found.push({ from, to: before });
      taken = pair + 1;
      i += 1;
      continue;
    }
    // A run of words without a counterpart shares the time of those that it stands for.
    let end = i;
    while (end < planned.length && pairs[end] === undefined) end += 1;
    const next = pairs[end] ?? said.length;
    const instead = said.slice(taken, next).filter(({ from, to }) => to > from);
    const from = Math.max(before, instead[0]?.from ?? before);
    const to = Math.max(from, instead.at(-1)?.to ?? from);
    for (let k = i; k < end; k++) {
      const at = (share: number) => Math.round(from + ((to - from) * share) / (end - i));
      found.push({ from: at(k - i), to: at(k - i + 1) });
    }
    before = to;
    taken = next;
    i = end;
  }
  return found;
}

/** For each word of the first list its counterpart in the second, by the longest common subsequence. */
function commonWords(one: readonly string[], other: readonly string[]): (number | undefined)[] {
  const width = other.length + 1;
  const lengths = new Uint16Array((one.length + 1) * width);
  for (let i = one.length - 1; i >= 0; i--)
    for (let j = other.length - 1; j >= 0; j--)
      lengths[i * width + j] =
        one[i] === other[j]
          ? (lengths[(i + 1) * width + j + 1] ?? 0) + 1
          : Math.max(lengths[(i + 1) * width + j] ?? 0, lengths[i * width + j + 1] ?? 0);
  const found: (number | undefined)[] = one.map(() => undefined);
  for (let i = 0, j = 0; i < one.length && j < other.length;) {
    if (one[i] === other[j]) found[i++] = j++;
    else if ((lengths[(i + 1) * width + j] ?? 0) >= (lengths[i * width + j + 1] ?? 0)) i += 1;
    else j += 1;
  }
  return found;
}
