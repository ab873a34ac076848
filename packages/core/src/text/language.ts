import { francAll } from 'franc-min';
import { baseLanguage, LANGUAGES, languageOf } from '../languages/languages.ts';
import { lookupTable } from '../lib/lookupTable.ts';

/** Tags by the codes that the guesser answers with. */
const TAGS: Readonly<Record<string, string>> = lookupTable(
  Object.fromEntries(
    LANGUAGES.flatMap(({ tag, guesserCode }) => (guesserCode === undefined ? [] : [[guesserCode, tag]])),
  ),
);

/** Scripts that one language here is written in; of the others, letters say nothing by themselves. */
const SCRIPTS: readonly (readonly [script: RegExp, language: string])[] = [
  [/[\p{Script=Hiragana}\p{Script=Katakana}]/gu, 'ja'],
  [/\p{Script=Han}/gu, 'zh'],
  [/\p{Script=Hangul}/gu, 'ko'],
  [/\p{Script=Greek}/gu, 'el'],
  [/\p{Script=Hebrew}/gu, 'he'],
  [/\p{Script=Thai}/gu, 'th'],
  [/\p{Script=Devanagari}/gu, 'hi'],
  [/\p{Script=Bengali}/gu, 'bn'],
  [/\p{Script=Tamil}/gu, 'ta'],
  [/\p{Script=Gurmukhi}/gu, 'pa'],
  [/\p{Script=Gujarati}/gu, 'gu'],
  [/\p{Script=Ethiopic}/gu, 'am'],
];
/**
 * A share of letters at which a text is in a script; Japanese is written with Chinese characters between its
 * own.
 */
const [MOSTLY, PARTLY] = [0.5, 0.15];

const SAMPLE_CHARACTERS = 4000;
const ENOUGH_LETTERS = 40;
const ENOUGH_OF_SCRIPT = 8;
/** A share of function words at which a text is in their language. */
const CLEAR_SHARE = 0.2;
/** How much larger it must be than that of the expected language. */
const CLEARLY_MORE = 1.25;
/** Words that are enough to count shares of. */
const ENOUGH_WORDS = 8;
/** A score of letter sequences that is as good as the best one, for short texts without function words. */
const NEARLY_AS_LIKELY = 0.92;
/** Letters below which letter sequences tell little. */
const SHORT_LETTERS = 300;

/**
 * Guesses the language of a text as a BCP 47 tag, by its function words and, where those say nothing, by its
 * letter sequences.
 * @param expected what the text says of itself, or what a class mostly gives out: taken where the text does
 * not say otherwise.
 */
export function guessLanguage(text: string, expected = 'en-GB'): string {
  const sample = text.slice(0, SAMPLE_CHARACTERS);
  const letters = sample.match(/\p{L}/gu)?.length ?? 0;
  if (letters >= ENOUGH_OF_SCRIPT) {
    const own = byScript(sample, letters);
    if (own !== undefined) return baseLanguage(expected) === own ? expected : own;
  }
  if (letters < ENOUGH_LETTERS) return expected;
  return byFunctionWords(sample, expected) ?? bySequences(sample, letters, expected);
}

function byScript(sample: string, letters: number): string | undefined {
  const shareOf = (script: RegExp) => (sample.match(script)?.length ?? 0) / letters;
  return SCRIPTS.find(([script, language]) => shareOf(script) >= (language === 'ja' ? PARTLY : MOSTLY))?.[1];
}

function byFunctionWords(sample: string, expected: string): string | undefined {
  const words = sample.toLowerCase().match(/\p{L}+/gu) ?? [];
  if (words.length < ENOUGH_WORDS) return undefined;
  const shareOf = (language: string) => {
    const known = languageOf(language).functionWords;
    return known ? words.filter((word) => known.has(word)).length / words.length : 0;
  };
  const own = shareOf(baseLanguage(expected));
  const [best, share] = LANGUAGES.map(({ tag }) => [tag, shareOf(tag)] as const)

    .reduce<readonly [string, number]>((most, one) => (one[1] > most[1] ? one : most), ['', 0]);
  if (own >= CLEAR_SHARE && share < own * CLEARLY_MORE) return expected;
  return share >= CLEAR_SHARE && share >= own * CLEARLY_MORE ? best : undefined;
}

function bySequences(sample: string, letters: number, expected: string): string {
  const ranked = francAll(sample);
  const ownScore = ranked.find(([code]) => TAGS[code] === baseLanguage(expected))?.[1] ?? 0;
  // The scores of a long text lie close together: only the first place counts there.
  if (letters < SHORT_LETTERS && ownScore >= NEARLY_AS_LIKELY) return expected;
  const best = ranked[0]?.[0];
  if (best === undefined || best === 'und') return expected;
  const guessed = TAGS[best] ?? best;
  return baseLanguage(guessed) === baseLanguage(expected) ? expected : guessed;
}

const GUESSABLE = new Set(
  LANGUAGES.filter(({ guesserCode, functionWords }) => guesserCode ?? functionWords).map(({ tag }) => tag),
);

/** Whether `guessLanguage` knows a language at all. */
export function canBeGuessed(tag: string): boolean {
  return GUESSABLE.has(baseLanguage(tag));
}
