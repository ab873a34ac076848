import { abbreviationsFor } from './abbreviations.ts';
import { wholeCharacters } from './longBlocks.ts';

/** A half-open range of UTF-16 units in a block's text. */
export interface Range {
  readonly start: number;
  readonly end: number;
}

/**
 * No sentence is longer than this; a longer one is split at a comma or space so that it can be said and
 * cancelled.
 */
export const MAX_SENTENCE_CHARACTERS = 600;

const segmenters = new Map<string, Intl.Segmenter>();

/**
 * Sentences of a block's text, in order, white space trimmed, covering everything that is not white space.
 * Breaks are those of Unicode UAX #29 (`Intl.Segmenter`), less those after an abbreviation or an initial and
 * before a small letter ("“Stop!” he said"); what is longer than {@link MAX_SENTENCE_CHARACTERS} is split.
 */
export function sentencesOf(text: string, language: string): Range[] {
  const merged: Range[] = [];
  const segmenter = segmenterFor(language);
  for (const window of windowsOf(text))
    for (const { segment, index } of segmenter.segment(text.slice(window.start, window.end))) {
      const last = merged.at(-1);
      const start = window.start + index;
      const end = start + segment.length;
      if (last !== undefined && continues(tailOf(text, last), text.slice(start, end), language))
        merged[merged.length - 1] = { start: last.start, end };
      else merged.push({ start, end });
    }
  return merged
    .flatMap((range) => splitLong(text, trimmed(text, range)))
    .filter((range) => range.end > range.start);
}

/** The breaker takes time with the square of the length; a longer text is broken window by window. */
const WINDOW = 4000;
/**
 * Of the text before a break so much is looked at to tell whether the sentence goes on; no abbreviation is as
 * long.
 */
const TAIL = 80;

/** Windows that end with a line or a word. */
function windowsOf(text: string): Range[] {
  const windows: Range[] = [];
  let start = 0;
  while (text.length - start > WINDOW) {
    const window = text.slice(start, start + WINDOW);
    const cut = [window.lastIndexOf('\n'), window.lastIndexOf(' ')].find((at) => at > WINDOW / 2);
    const end = start + (cut === undefined ? wholeCharacters(window) : cut + 1);
    windows.push({ start, end });
    start = end;
  }
  windows.push({ start, end: text.length });
  return windows;
}

function tailOf(text: string, { start, end }: Range): string {
  return text.slice(Math.max(start, end - TAIL), end);
}

function segmenterFor(language: string): Intl.Segmenter {
  let segmenter = segmenters.get(language);
  if (segmenter === undefined) {
    segmenter = new Intl.Segmenter(language, { granularity: 'sentence' });
    segmenters.set(language, segmenter);
  }
  return segmenter;
}

/** @param before the end of the sentence so far. */
function continues(before: string, after: string, language: string): boolean {
  const next = after.trimStart();
  if (next === '' || /^[\p{P}\p{S}\s]+$/u.test(before)) return true;
  if (/\n\s*$/u.test(before)) return false;
  if (/^\p{Ll}/u.test(next)) return true;
  // "3 + ? = 10" and "x != 4" go on, and so does a sentence whose note has its number behind the stop.
  if (/[?!]\s*$/u.test(before) && /^[=+\-−–×÷<>]/u.test(next)) return true;
  if (/^[⁰¹²³⁴-⁹]+(?:\s|$)/u.test(next)) return true;
  const word = /([\p{L}\p{N}.&]+)\.\s*$/u.exec(before)?.[1];
  if (word === undefined) return false;
  if (/^\p{Lu}$/u.test(word) && word !== 'I' && /^\p{Lu}/u.test(next)) return true;
  const abbreviations = abbreviationsFor(language);
  const key = word.toLowerCase();
  if (abbreviations.beforeNumber.has(key)) return /^(?:[\p{N}IVXLC]|AD\b|BC)/u.test(next);
  if (MAY_BE_LAST.has(key) && OPENING.test(next)) return false;
  if (language.startsWith('de') && GERMAN_ORDINAL.test(before)) return true;
  return abbreviations.neverLast.has(key);
}

/**
 * Abbreviations of a street, a measure and the like, which end sentences where a word follows that no name
 * is.
 */
const MAY_BE_LAST = new Set(['st', 'ft', 'dr', 'mt', 'approx', 'v']);
const OPENING =
  /^(?:It|He|She|We|They|You|The|This|That|These|There|Then|In|On|At|Is|Are|Was|From|To|By|Go|Turn|Our|My|His|Her|Its|Their|If|When|After|Before|And|But|So|A|An)\s/u;
/**
 * "Am 1. Mai", "der 3. Band": a figure with a stop is an ordinal after an article or a preposition with one.
 */
const GERMAN_ORDINAL =
  /(?:^|\s)(?:am|im|vom|zum|beim|der|die|das|dem|den|des|bis|und|jeder|jede|jedes|sein|ihr|unser)\s+\d{1,2}\.\s*$/iu;

function trimmed(text: string, { start, end }: Range): Range {
  const slice = text.slice(start, end);
  return { start: start + (slice.length - slice.trimStart().length), end: start + slice.trimEnd().length };
}

function splitLong(text: string, range: Range): Range[] {
  const parts: Range[] = [];
  let start = range.start;
  while (range.end - start > MAX_SENTENCE_CHARACTERS) {
    const window = text.slice(start, start + MAX_SENTENCE_CHARACTERS);
    const cut = start + breakPoint(window);
    parts.push(trimmed(text, { start, end: cut }));
    start = cut;
  }
  parts.push(trimmed(text, { start, end: range.end }));
  return parts;
}

function breakPoint(window: string): number {
  const half = window.length / 2;
  for (const mark of [/[;:—–]\s/gu, /,\s/gu, /\s/gu]) {
    let last = -1;
    for (const match of window.matchAll(mark)) last = match.index + match[0].length;
    if (last > half) return last;
  }
  return wholeCharacters(window);
}
