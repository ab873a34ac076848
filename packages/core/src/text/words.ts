import { emojiIn, hasEmoji } from './emoji.ts';
import type { Range } from './sentences.ts';
import { signsIn } from './signs.ts';

const segmenters = new Map<string, Intl.Segmenter>();

/** Scripts written without spaces: there every segment of the word breaker is a word of its own. */
const UNSPACED =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;

/** Marks that part two words even without a space: dashes, an ellipsis. */
const PARTING = /^[—–―…]$|^\.{2,}$/u;

/** A run between spaces that may hold several words. */
const NEEDS_BREAKING =
  /[—–―…\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]|\.{2,}/u;

/**
 * Characters that are said although they are neither letters nor digits: all that are mathematical or
 * pictures, but for the bars that part cells.
 */
const SAID = /(?![|¦])[\p{L}\p{N}\p{M}\p{Sc}\p{Sm}\p{So}%‰&@#_^/\\*§†⁻₋′″]/u;

/** Characters that may stand at a word's edge and belong to it. */
const LEADING = /(?![|¦])[\p{L}\p{N}\p{Sc}\p{Sm}\p{So}#@_.&%§⁻-]/u;
const TRAILING = /(?![|¦])[\p{L}\p{N}\p{M}\p{Sc}\p{Sm}\p{So}%‰_&#@§⁻₋′″'’]/u;

/** Signs of several characters that stand alone. */
const COMPOSITE = /^(?:-{1,2}>|<-{1,2}|<-{1,2}>|=>|<=>|>=|<=|!=|=\/=|\+\/-)$/u;

/** A gap to be filled in that is written with dots. */
const DOTTED_BLANK = /^(?:\.{5,}|…{2,})$/u;

/**
 * The displayed words of `text`: what stands between white space (or, in scripts without spaces, between word
 * breaks), without the punctuation around it; a dash between two words parts them, and an emoji is a word of
 * its own. Pieces with nothing to say (a lone dash, quotes) are no words. Ranges are relative to `text`, in
 * order, and do not overlap.
 */
export function wordsOf(text: string, language: string): Range[] {
  const words: Range[] = [];
  const signs = signsIn(text);
  for (const run of text.matchAll(/\S+/gu)) {
    if (
      COMPOSITE.test(run[0]) ||
      DOTTED_BLANK.test(run[0]) ||
      (run[0].length === 1 && signs.has(run.index))
    ) {
      words.push({ start: run.index, end: run.index + run[0].length });
    } else if (hasEmoji(run[0])) {
      let at = 0;
      for (const { start, end } of emojiIn(run[0])) {
        addRun(text, run.index + at, run[0].slice(at, start), language, signs, words);
        words.push({ start: run.index + start, end: run.index + end });
        at = end;
      }
      addRun(text, run.index + at, run[0].slice(at), language, signs, words);
    } else addRun(text, run.index, run[0], language, signs, words);
  }
  return words;
}

function addRun(
  text: string,
  from: number,
  run: string,
  language: string,
  signs: ReadonlySet<number>,
  words: Range[],
): void {
  // The word breaker is slow on long texts, and most runs between spaces are one word as they are.
  if (NEEDS_BREAKING.test(run)) breakRun(text, from, run, language, signs, words);
  else addWord(text, from, from + run.length, signs, words);
}

function breakRun(
  text: string,
  from: number,
  run: string,
  language: string,
  signs: ReadonlySet<number>,
  words: Range[],
): void {
  let start = -1;
  const close = (end: number) => {
    if (start >= 0) addWord(text, start, end, signs, words);
    start = -1;
  };
  for (const { segment, index } of segmenterFor(language).segment(run)) {
    const at = from + index;
    if (DOTTED_BLANK.test(segment)) {
      close(at);
      words.push({ start: at, end: at + segment.length });
    } else if (PARTING.test(segment) && !isRange(text, at, segment.length) && !isSign(text, at)) close(at);
    else if (UNSPACED.test(segment)) {
      close(at);
      addWord(text, at, at + segment.length, signs, words);
    } else if (start < 0) start = at;
  }
  close(from + run.length);
}

/** A dash between two digits or amounts ("10–12", "£3–£5", "9am–5pm", "5p–£1") belongs to one word. */
function isRange(text: string, at: number, length: number): boolean {
  return AMOUNT.test(text.slice(Math.max(0, at - 6), at)) && /[\p{N}\p{Sc}]/u.test(text[at + length] ?? '');
}

/** The end of an amount: a figure, with or without a short unit. */
const AMOUNT = /\p{N}(?:[ap]m|[ap]\.m\.|p|%|°[CF]?|[kcm]?m|k?g|st|nd|rd|th)?$/iu;

/** A dash right before a figure, with nothing or a bracket before it, is its sign: "–4 °C". */
function isSign(text: string, at: number): boolean {
  return (
    /[–—]/u.test(text[at] ?? '') &&
    /\p{N}/u.test(text[at + 1] ?? '') &&
    !/[^\s([{]/u.test(text[at - 1] ?? ' ')
  );
}

function segmenterFor(language: string): Intl.Segmenter {
  let segmenter = segmenters.get(language);
  if (segmenter === undefined) {
    segmenter = new Intl.Segmenter(language, { granularity: 'word' });
    segmenters.set(language, segmenter);
  }
  return segmenter;
}

function addWord(text: string, from: number, to: number, signs: ReadonlySet<number>, words: Range[]): void {
  let start = from;
  let end = to;
  const leads = () => LEADING.test(charAt(text, start)) || signs.has(start) || isSign(text, start);
  while (start < end && !leads()) start += charAt(text, start).length;
  while (end > start && !TRAILING.test(charBefore(text, end)) && !signs.has(end - 1))
    end -= charBefore(text, end).length;
  while (end > start && /['’]/u.test(charBefore(text, end)) && !endsInPossessive(text, start, end)) end -= 1;
  const inner = text.slice(start, end);
  while (
    start < end &&
    /^[.-]/u.test(text.slice(start, end)) &&
    !/^[.-]\p{N}|^-\p{Sc}/u.test(text.slice(start, end))
  )
    start += 1;
  if (keepsLastStop(inner) && text[end] === '.') end += 1;
  // The stars of a grade: "A*".
  if (/^[A-G]$/u.test(inner)) while (text[end] === '*') end += 1;
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
