import { LANGUAGES } from '../../languages/languages.ts';
import type { RecognisedWord } from './hocr.ts';

/**
 * "À la carte", "de luxe" and names stand in English texts too: so many of a language's small words, of so
 * many kinds, are needed alone, or with letters that have accents.
 */
const ALONE = { hits: 4, kinds: 3 };
const WITH_ACCENTS = { hits: 3, kinds: 2, accented: 2 };
const ACCENTED = /[^\P{L}a-zA-Z]/u;

/**
 * The language besides English in which words of a page seem to be: that of whose small words most are there,
 * when there are several, or some and letters with accents.
 * @returns its code (ISO 639-2/T), or `undefined`.
 */
export function secondLanguageOf(page: readonly Pick<RecognisedWord, 'text'>[]): string | undefined {
  const plain = page.map(({ text }) => folded(text)).filter((word) => word !== '');
  const accented = page.filter(({ text }) => ACCENTED.test(text)).length;
  const found = LANGUAGES.map(({ recogniserCode, photoWords }) => {
    const hits = plain.filter((word) => photoWords?.has(word));
    return { code: recogniserCode, hits: hits.length, kinds: new Set(hits).size };
  })
    .filter(
      ({ hits, kinds }) =>
        (hits >= ALONE.hits && kinds >= ALONE.kinds) ||
        (hits >= WITH_ACCENTS.hits && kinds >= WITH_ACCENTS.kinds && accented >= WITH_ACCENTS.accented),
    )
    .sort((a, b) => b.kinds - a.kinds || b.hits - a.hits);
  return found[0]?.code;
}

/** How sure a recogniser must be of a word that differs by its accents alone, and by more. */
const SURE_ACCENT = 50;
const SURER = 5;
/** Words that may have lost an accent are as sure as this at most. */
const UNSURE = 60;

/**
 * Words of a page with those of a second reading, in another language, put in their places: where they differ
 * by accents alone, and where the first is no word and the second is surer.
 * @param isWord whether the first language has a word
 */
export function withLanguage(
  first: readonly RecognisedWord[],
  second: readonly RecognisedWord[],
  isWord: (word: string) => boolean,
): RecognisedWord[] {
  return first.map((word) => {
    const other = second.find((candidate) => isSamePlace(word, candidate));
    const isEnglish = isWord(letters(word.text));
    // Neither reading saw an accent in it, and no list can tell whether it has one.
    const unsure =
      isEnglish || !/\p{L}{3}/u.test(word.text)
        ? word
        : { ...word, confidence: Math.min(word.confidence, UNSURE) };
    if (!other || other.text === word.text) return ACCENTED.test(word.text) ? word : unsure;
    const isAccent = ACCENTED.test(other.text) && alike(word.text, other.text);
    if (isAccent ? other.confidence < SURE_ACCENT : isEnglish || other.confidence < word.confidence + SURER)
      return unsure;
    return { ...word, text: other.text, confidence: other.confidence };
  });
}

function letters(text: string): string {
  return text.replace(/[^\p{L}'’-]/gu, '').toLowerCase();
}

/** A word without accents, signs and capitals: "Ça" → "ca". */
function folded(text: string): string {
  return text
    .normalize('NFD')
    .replace(/[^\p{L}]/gu, '')
    .toLowerCase();
}

/**
 * Whether two readings are of the same letters, but for one where an accent was taken for a letter of its
 * own.
 */
function alike(a: string, b: string): boolean {
  const [one, two] = [folded(a).replace(/œ/gu, 'oe'), folded(b).replace(/œ/gu, 'oe')];
  if (one === two) return true;
  const [short, long] = one.length < two.length ? [one, two] : [two, one];
  const differing = [...long].filter((letter, i) => letter !== short[i]).length;
  return long.length - short.length <= 1 && long.length > 3 && differing <= 2;
}

function isSamePlace(a: RecognisedWord, b: RecognisedWord): boolean {
  const wide = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const high = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  const smaller = Math.min(a.width * a.height, b.width * b.height);
  const larger = Math.max(a.width * a.height, b.width * b.height);
  return wide > 0 && high > 0 && wide * high > smaller * 0.6 && smaller > larger * 0.4;
}
