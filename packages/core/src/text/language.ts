import { francAll } from 'franc-min';
import { lookupTable } from './lookupTable.ts';

/** ISO 639-3, as the guesser answers, → BCP 47, for the languages a handout here is likely to be in. */
// prettier-ignore
const BCP47: Readonly<Record<string, string>> = lookupTable({
  eng: 'en', fra: 'fr', deu: 'de', spa: 'es', ita: 'it', por: 'pt', pol: 'pl', nld: 'nl', swe: 'sv', ron: 'ro', tur: 'tr',
  ces: 'cs', hun: 'hu', ell: 'el', rus: 'ru', ukr: 'uk', arb: 'ar', urd: 'ur', hin: 'hi', ben: 'bn', pan: 'pa', guj: 'gu',
  tam: 'ta', jpn: 'ja', kor: 'ko', cmn: 'zh', vie: 'vi', ind: 'id', zlm: 'ms', som: 'so', yor: 'yo', pes: 'fa', heb: 'he',
  tha: 'th', amh: 'am', srp: 'sr', bul: 'bg', hrv: 'hr', bos: 'bs',
});

const SAMPLE_CHARACTERS = 4000;
const ENOUGH_LETTERS = 40;
const NEARLY_AS_LIKELY = 0.92;

/**
 * Guesses the language of a text as a BCP 47 tag. Short texts, and texts that are nearly as likely to be in `expected`,
 * are taken to be in `expected`: a class mostly hands out one language.
 */
export function guessLanguage(text: string, expected = 'en-GB'): string {
  const sample = text.slice(0, SAMPLE_CHARACTERS);
  if ((sample.match(/\p{L}/gu)?.length ?? 0) < ENOUGH_LETTERS) return expected;
  const ranked = francAll(sample);
  const expectedBase = baseLanguage(expected);
  const ownScore = ranked.find(([code]) => BCP47[code] === expectedBase)?.[1] ?? 0;
  if (ownScore >= NEARLY_AS_LIKELY) return expected;
  const best = ranked[0]?.[0];
  return best === undefined || best === 'und' ? expected : (BCP47[best] ?? best);
}

const GUESSABLE = new Set(Object.values(BCP47));

/** Whether `guessLanguage` knows a language at all: it does not know Welsh, for one. */
export function canBeGuessed(tag: string): boolean {
  return GUESSABLE.has(baseLanguage(tag));
}

/** The language without region or script: "en-GB" → "en". */
export function baseLanguage(tag: string): string {
  return tag.split('-')[0]?.toLowerCase() ?? tag;
}
