import { baseLanguage } from '../text/language.ts';
import { lookupTable } from '../text/lookupTable.ts';

/** Words a clause may begin with; a reader short of breath takes it before one of them. */
const OPENERS: Readonly<Record<string, ReadonlySet<string>>> = lookupTable({
  en: new Set(
    'and but or so because although though while when where which who whose that if unless until after before since as than with'.split(
      ' ',
    ),
  ),
  fr: new Set(
    'et mais ou donc car parce qui que dont quand lorsque si puisque comme afin pour avec'.split(' '),
  ),
});

/** Words before which a reader pauses wherever a clause of some length follows one of some length, written mark or not; such as open phrases as well ("that", "with", "and") are not among them. */
const CLAUSES: Readonly<Record<string, ReadonlySet<string>>> = lookupTable({
  en: new Set('because although though whereas while unless until but'.split(' ')),
  fr: new Set('car mais lorsque puisque tandis quoique'.split(' ')),
});
/** Spoken words that a clause has to have on either side of such a pause. */
const CLAUSE = 5;

/** Spoken words that are said in one breath without a thought. Common practice, no source. */
const LONGEST = 18;
/** Fewer words than this are not set apart. */
const SHORTEST = 5;

/**
 * Where a reader pauses without a mark: before a clause that is told by its first word ("because", "but") where there is enough on both sides, and in stretches that are very long before any word that may open one, as near to the middle
 * as there is one.
 * @param words displayed words in lower case, with how many spoken words each has.
 * @param hasBreak whether a pause follows the word at an index.
 * @returns indices of the words after which a breath is taken, in order.
 */
export function breathsIn(
  words: readonly { readonly text: string; readonly spoken: number }[],
  hasBreak: (index: number) => boolean,
  language: string,
): number[] {
  const openers = OPENERS[baseLanguage(language)];
  if (openers === undefined) return [];
  const clauses = CLAUSES[baseLanguage(language)] ?? new Set<string>();
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

/** A stretch parted before its clauses. */
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
