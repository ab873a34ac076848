import { emojiIn, hasEmoji } from './emoji.ts';
import type { Range } from './sentences.ts';

const segmenters = new Map<string, Intl.Segmenter>();

/** Scripts written without spaces: there every segment of the word breaker is a word of its own. */
const UNSPACED =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;

/** Marks that part two words even without a space: dashes, an ellipsis. */
const PARTING = /^[—–―…]$|^\.{2,}$/u;

/** A run between spaces that may hold several words. */
const NEEDS_BREAKING =
  /[—–―…\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]|\.{2,}/u;

/** Characters that are said although they are neither letters nor digits. */
const SAID = /[\p{L}\p{N}\p{M}\p{Sc}%‰°+−×÷=<>≤≥≠≈±√∠π&@#_~^/\\*§†²³½¼¾µΩ⁰¹⁴⁵⁶⁷⁸⁹⁻₀₁₂₃₄₅₆₇₈₉]/u;

/** Characters that may stand at a word's edge and belong to it. */
const LEADING = /[\p{L}\p{N}\p{Sc}#@+−√∠±~_.≤≥≠≈<>=×÷&%°§-]/u;
const TRAILING = /[\p{L}\p{N}\p{M}\p{Sc}%‰°+_²³⁰¹⁴⁵⁶⁷⁸⁹₀₁₂₃₄₅₆₇₈₉=<>≤≥≠≈±π×÷&#@§−√'’]/u;

/**
 * The displayed words of `text`: what stands between white space (or, in scripts without spaces, between word breaks), without the
 * punctuation around it; a dash between two words parts them, and an emoji is a word of its own. Pieces with nothing to say (a lone dash, quotes) are no words.
 * Ranges are relative to `text`, in order, and do not overlap.
 */
export function wordsOf(text: string, language: string): Range[] {
  const words: Range[] = [];
  for (const run of text.matchAll(/\S+/gu)) {
    if (hasEmoji(run[0])) {
      let at = 0;
      for (const { start, end } of emojiIn(run[0])) {
        addRun(text, run.index + at, run[0].slice(at, start), language, words);
        words.push({ start: run.index + start, end: run.index + end });
        at = end;
      }
      addRun(text, run.index + at, run[0].slice(at), language, words);
    } else addRun(text, run.index, run[0], language, words);
  }
  return words;
}

function addRun(text: string, from: number, run: string, language: string, words: Range[]): void {
  // The word breaker is slow on long texts, and most runs between spaces are one word as they are.
  if (NEEDS_BREAKING.test(run)) breakRun(text, from, run, language, words);
  else addWord(text, from, from + run.length, words);
}

function breakRun(text: string, from: number, run: string, language: string, words: Range[]): void {
  let start = -1;
  const close = (end: number) => {
    if (start >= 0) addWord(text, start, end, words);
    start = -1;
  };
  for (const { segment, index } of segmenterFor(language).segment(run)) {
    const at = from + index;
    if (PARTING.test(segment) && !isRange(text, at, segment.length)) close(at);
    else if (UNSPACED.test(segment)) {
      close(at);
      addWord(text, at, at + segment.length, words);
    } else if (start < 0) start = at;
  }
  close(from + run.length);
}

/** A dash between two digits or amounts ("10–12", "£3–£5") belongs to one word. */
function isRange(text: string, at: number, length: number): boolean {
  return /\p{N}/u.test(text[at - 1] ?? '') && /[\p{N}\p{Sc}]/u.test(text[at + length] ?? '');
}

function segmenterFor(language: string): Intl.Segmenter {
  let segmenter = segmenters.get(language);
  if (segmenter === undefined) {
    segmenter = new Intl.Segmenter(language, { granularity: 'word' });
    segmenters.set(language, segmenter);
  }
  return segmenter;
}

function addWord(text: string, from: number, to: number, words: Range[]): void {
  let start = from;
  let end = to;
  while (start < end && !LEADING.test(charAt(text, start))) start += charAt(text, start).length;
  while (end > start && !TRAILING.test(charBefore(text, end))) end -= charBefore(text, end).length;
  while (end > start && /['’]/u.test(charBefore(text, end)) && !endsInPossessive(text, start, end)) end -= 1;
  const inner = text.slice(start, end);
  while (
    start < end &&
    /^[.-]/u.test(text.slice(start, end)) &&
    !/^[.-]\p{N}|^-\p{Sc}/u.test(text.slice(start, end))
  )
    start += 1;
  if (keepsLastStop(inner) && text[end] === '.') end += 1;
  if (end > start && SAID.test(text.slice(start, end))) words.push({ start, end });
}

function endsInPossessive(text: string, start: number, end: number): boolean {
  return /s['’]$/u.test(text.slice(start, end)) && !/^['’‘]/u.test(text[start - 1] ?? '');
}

/** "e.g." and "U.S." keep their last stop; "bog." does not. */
function keepsLastStop(word: string): boolean {
  return /^(?:\p{L}\.)+\p{L}$/u.test(word);
}

function charAt(text: string, index: number): string {
  return String.fromCodePoint(text.codePointAt(index) ?? 0);
}

function charBefore(text: string, index: number): string {
  const unit = text.charCodeAt(index - 1);
  return unit >= 0xdc00 && unit <= 0xdfff && index >= 2
    ? text.slice(index - 2, index)
    : text.slice(index - 1, index);
}
