import type { CleanUp } from '../imported.ts';
import type { RecognisedWord } from './hocr.ts';

/** Small words that recognisers join to the next one where the gap is narrow. */
const JOINED = /^(of|to|in|is|as|at|by|on|or|the|and|for|a)(\p{Ll}+)$/u;
/** … or to the one before. */
const TRAILING = /^(\p{L}{2,})(of|the|a)$/u;
/** What is no word for sure is as doubtful as this at most. */
const ODD = 60;
/** A sign of punctuation inside a word, or a figure beside letters that is none of a unit. */
const INSIDE =
  /[\p{L}\p{N}][,;?!’"*%{}[\]|~=+][\p{L}\p{N}]|\p{L}\d\p{L}|[{}|~¢©®«»§¥€$]\p{L}|\p{L}[{}|~¢©®«»§¥]/u;
const RAISED = /^(?:\d*(?:[mck]?m|dm))[?*’”"'°]$/u;

/**
 * Words as a reader would correct them without asking: "ofa" → "of", "a"; "2eggs" → "2", "eggs"; a bar before a word is an I. What is no word and has no such cause is made doubtful, however sure the recogniser was.
 * @param cleanUps where what was done is noted.
 */
export function mended(
  words: readonly RecognisedWord[],
  isWord: (word: string) => boolean,
  cleanUps: CleanUp[],
): RecognisedWord[] {
  const note = (before: string, after: string) =>
    cleanUps.push({ rule: 'words parted', block: 0, before, after });
  const single = words.filter((word) => !words.some((other) => covers(other, word)));
  return single.flatMap((word, i) => {
    const { text } = word;
    const next = single[i + 1]?.line === word.line ? single[i + 1] : undefined;
    if (/^[|¦]$/u.test(text) && next && /^\p{Ll}/u.test(next.text)) return { ...word, text: 'I' };
    const at = partedAt(text, isWord);
    if (at !== undefined) {
      note(text, `${text.slice(0, at)} ${text.slice(at)}`);
      return [part(word, 0, at), part(word, at, text.length)];
    }
    return isOdd(text, next?.text, isWord) ? { ...word, confidence: Math.min(word.confidence, ODD) } : word;
  });
}

/** Whether a letter or two lie within another word that was read at the same place, and more surely: recognisers read some places twice. */
function covers(other: RecognisedWord, word: RecognisedWord): boolean {
  if (other === word || other.width * other.height <= word.width * word.height * 1.5) return false;
  if (word.text.length > 2 || other.confidence < word.confidence + 10) return false;
  const wide = Math.min(other.x + other.width, word.x + word.width) - Math.max(other.x, word.x);
  const high = Math.min(other.y + other.height, word.y + word.height) - Math.max(other.y, word.y);
  return wide > 0 && high > 0 && wide * high > word.width * word.height * 0.7;
}

/** Where two words were read as one; undefined in one word. */
function partedAt(text: string, isWord: (word: string) => boolean): number | undefined {
  const [, bare = '', rest = ''] = /^([\p{L}\p{N}]+)([.,;:!?’”)]*)$/u.exec(text) ?? [];
  if (bare === '' || isWord(bare) || rest.length > 2) return undefined;
  const count = /^(\d+)(\p{Ll}{4,})$/u.exec(bare);
  if (count?.[1] !== undefined && isWord(count[2] ?? '')) return count[1].length;
  const [, small = '', after = ''] = JOINED.exec(bare) ?? [];
  if (small !== '' && isWord(after) && (after.length >= 3 || after === 'a' || after === 'it'))
    return small.length;
  const [, before = '', last = ''] = TRAILING.exec(bare) ?? [];
  return last !== '' && before.length >= 3 && isWord(before) ? before.length : undefined;
}

function part(word: RecognisedWord, from: number, to: number): RecognisedWord {
  const { text, x, width } = word;
  return {
    ...word,
    text: text.slice(from, to),
    x: x + (width * from) / text.length,
    width: (width * (to - from)) / text.length,
  };
}

/** Whether a recognised word is none: letters and signs mixed, a raised figure read as a mark, or small letters that no word has. */
function isOdd(text: string, next: string | undefined, isWord: (word: string) => boolean): boolean {
  if (INSIDE.test(text)) return true;
  if (RAISED.test(text) && (next === undefined || /^[\p{Ll}(]/u.test(next) || !/\?$/u.test(text)))
    return true;
  const [, bare = ''] = /^[("‘“']*(\p{Ll}{2,})[.,;:!?’”')]*$/u.exec(text) ?? [];
  return bare !== '' && !isKnown(bare, isWord);
}

/** Whether a word, or what it is a form of, is in the list. */
function isKnown(word: string, isWord: (word: string) => boolean): boolean {
  const plain = word.normalize('NFD').replace(/\p{M}/gu, '');
  return [
    word,
    plain,
    word.replace(/s$/u, ''),
    word.replace(/(?:ed|es|ing|ly|er)$/u, ''),
    word.replace(/(?:ed|ing|er)$/u, 'e'),
    word.replace(/ies$/u, 'y'),
  ].some(isWord);
}
