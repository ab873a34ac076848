import { francAll } from 'franc-min';
import { FUNCTION_WORDS } from './functionWords.ts';
import { lookupTable } from './lookupTable.ts';

/** ISO 639-3, as the guesser answers, → BCP 47, for the languages a handout here is likely to be in. */
// prettier-ignore
const BCP47: Readonly<Record<string, string>> = lookupTable({
  eng: 'en', fra: 'fr', deu: 'de', spa: 'es', ita: 'it', por: 'pt', pol: 'pl', nld: 'nl', swe: 'sv', ron: 'ro', tur: 'tr',
  ces: 'cs', hun: 'hu', ell: 'el', rus: 'ru', ukr: 'uk', arb: 'ar', urd: 'ur', hin: 'hi', ben: 'bn', pan: 'pa', guj: 'gu',
  tam: 'ta', jpn: 'ja', kor: 'ko', cmn: 'zh', vie: 'vi', ind: 'id', zlm: 'ms', som: 'so', yor: 'yo', pes: 'fa', heb: 'he',
  tha: 'th', amh: 'am', srp: 'sr', bul: 'bg', hrv: 'hr', bos: 'bs',
});

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
/** A share of letters at which a text is in a script; Japanese is written with Chinese characters between its own. */
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
 * Guesses the language of a text as a BCP 47 tag, by its function words and, where those say nothing, by its letter
 * sequences.
 * @param expected what the text says of itself, or what a class mostly gives out: taken where the text does not say otherwise.
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
    const known = FUNCTION_WORDS[language];
    return known ? words.filter((word) => known.has(word)).length / words.length : 0;
  };
  const own = shareOf(baseLanguage(expected));
  const [best, share] = Object.keys(FUNCTION_WORDS)
    .map((language) => [language, shareOf(language)] as const)
    .reduce<readonly [string, number]>((most, one) => (one[1] > most[1] ? one : most), ['', 0]);
  if (own >= CLEAR_SHARE && share < own * CLEARLY_MORE) return expected;
  return share >= CLEAR_SHARE && share >= own * CLEARLY_MORE ? best : undefined;
}

function bySequences(sample: string, letters: number, expected: string): string {
  const ranked = francAll(sample);
  const ownScore = ranked.find(([code]) => BCP47[code] === baseLanguage(expected))?.[1] ?? 0;
  // The scores of a long text lie close together: only the first place counts there.
  if (letters < SHORT_LETTERS && ownScore >= NEARLY_AS_LIKELY) return expected;
  const best = ranked[0]?.[0];
  if (best === undefined || best === 'und') return expected;
  const guessed = BCP47[best] ?? best;
  return baseLanguage(guessed) === baseLanguage(expected) ? expected : guessed;
}

const GUESSABLE = new Set([...Object.values(BCP47), ...Object.keys(FUNCTION_WORDS)]);

/** Whether `guessLanguage` knows a language at all. */
export function canBeGuessed(tag: string): boolean {
  return GUESSABLE.has(baseLanguage(tag));
}

/** The language without region or script: "en-GB" → "en". */
export function baseLanguage(tag: string): string {
  return tag.split('-')[0]?.toLowerCase() ?? tag;
}
