import { languageOf } from '../languages/languages.ts';

/** Spoken words that a clause has to have on either side of such a pause. */
const CLAUSE = 5;

/** Spoken words that are said in one breath without a thought. Common practice, no source. */
const LONGEST = 18;
/** Fewer words than this are not set apart. */
const SHORTEST = 5;

/**
 * Where a reader pauses without a mark: before a clause that its first word introduces ("because", "but")
 * where there is enough on both sides, and in stretches that are very long before any word that may open one,
 * as near to the middle as there is one.
 * @param words displayed words in lower case, with how many spoken words each has.
 * @param hasBreak whether a pause follows the word at an index.
 * @returns indices of the words after which a breath is taken, in order.
 */
export function breathsIn(
  words: readonly { readonly text: string; readonly spoken: number }[],
  hasBreak: (index: number) => boolean,
  language: string,
): number[] {
  const { clauses: known } = languageOf(language);
  if (known === undefined) return [];
  const { openers, pausedBefore: clauses } = known;
  const breaths: number[] = [];
  let from = 0;
  words.forEach((_, i) => {
    if (i < words.length - 1 && !hasBreak(i)) return;
    for (const [start, end] of clausesIn(words, from, i + 1, clauses)) {
      splitSpan(words, start, end, openers, breaths);
      if (end <= i) breaths.push(end - 1);
    }
    from = i + 1;
  });
  return breaths;
}

/** A stretch split before its clauses. */
function clausesIn(
  words: readonly { readonly text: string; readonly spoken: number }[],
  from: number,
  to: number,
  clauses: ReadonlySet<string>,
): [from: number, to: number][] {
  const lengthOf = (start: number, end: number) =>
    words.slice(start, end).reduce((sum, { spoken }) => sum + spoken, 0);
  const parts: [number, number][] = [];
  let start = from;
  for (let i = from + 1; i < to; i++) {
    if (!clauses.has(words[i]?.text ?? '')) continue;
    if (lengthOf(start, i) < CLAUSE || lengthOf(i, to) < CLAUSE) continue;
    parts.push([start, i]);
    start = i;
  }
  parts.push([start, to]);
  return parts;
}

function splitSpan(
  words: readonly { readonly text: string; readonly spoken: number }[],
  from: number,
  to: number,
  openers: ReadonlySet<string>,
  breaths: number[],
): void {
  const lengths = words.slice(from, to).map(({ spoken }) => spoken);
  const whole = lengths.reduce((sum, length) => sum + length, 0);
  if (whole <= LONGEST) return;
  let best: { at: number; distance: number } | undefined;
  let before = 0;
  for (let i = from; i < to; i++) {
    const opens = i > from && openers.has(words[i]?.text ?? '') && !openers.has(words[i - 1]?.text ?? '');
    if (opens && before >= SHORTEST && whole - before >= SHORTEST) {
      const distance = Math.abs(before - whole / 2);
      if (best === undefined || distance < best.distance) best = { at: i, distance };
    }
    before += words[i]?.spoken ?? 0;
  }
  if (best === undefined) return;
  splitSpan(words, from, best.at, openers, breaths);
  breaths.push(best.at - 1);
  splitSpan(words, best.at, to, openers, breaths);
}
