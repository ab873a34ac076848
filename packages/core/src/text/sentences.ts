import { abbreviationsFor } from './abbreviations.ts';

/** A half-open range of UTF-16 units in a block's text. */
export interface Range {
  readonly start: number;
  readonly end: number;
}

/** No sentence is longer than this; a longer one is parted at a comma or space so that it can be said and cancelled. */
export const MAX_SENTENCE_CHARACTERS = 600;

const segmenters = new Map<string, Intl.Segmenter>();

/**
 * Sentences of a block's text, in order, white space trimmed, covering everything that is not white space.
 * Breaks are those of Unicode UAX #29 (`Intl.Segmenter`), less those after an abbreviation or an initial and before a
 * small letter ("“Stop!” he said"); what is longer than {@link MAX_SENTENCE_CHARACTERS} is parted.
 */
export function sentencesOf(text: string, language: string): Range[] {
  const merged: Range[] = [];
  for (const { segment, index } of segmenterFor(language).segment(text)) {
    const last = merged.at(-1);
    const end = index + segment.length;
    if (last !== undefined && continues(text.slice(last.start, last.end), text.slice(index, end), language)) {
      merged[merged.length - 1] = { start: last.start, end };
    } else {
      merged.push({ start: index, end });
    }
  }
  return merged
    .flatMap((range) => partLong(text, trimmed(text, range)))
    .filter((range) => range.end > range.start);
}

function segmenterFor(language: string): Intl.Segmenter {
  let segmenter = segmenters.get(language);
  if (segmenter === undefined) {
    segmenter = new Intl.Segmenter(language, { granularity: 'sentence' });
    segmenters.set(language, segmenter);
  }
  return segmenter;
}

function continues(before: string, after: string, language: string): boolean {
  const next = after.trimStart();
  if (next === '' || /^[\p{P}\p{S}\s]+$/u.test(before)) return true;
  if (/\n\s*$/u.test(before)) return false;
  if (/^\p{Ll}/u.test(next)) return true;
  const word = /([\p{L}\p{N}.&]+)\.\s*$/u.exec(before)?.[1];
  if (word === undefined) return false;
  if (/^\p{Lu}$/u.test(word) && word !== 'I' && /^\p{Lu}/u.test(next)) return true;
  const abbreviations = abbreviationsFor(language);
  const key = word.toLowerCase();
  if (abbreviations.beforeNumber.has(key)) return /^[\p{N}IVXLC]/u.test(next);
  return abbreviations.neverLast.has(key);
}

function trimmed(text: string, { start, end }: Range): Range {
  const slice = text.slice(start, end);
  return { start: start + (slice.length - slice.trimStart().length), end: start + slice.trimEnd().length };
}

function partLong(text: string, range: Range): Range[] {
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
  const lastUnit = window.charCodeAt(window.length - 1);
  const splitsPair = lastUnit >= 0xd800 && lastUnit <= 0xdbff;
  return splitsPair ? window.length - 1 : window.length;
}
