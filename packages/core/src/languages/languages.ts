import { dutch } from './dutch.ts';
import { english } from './english.ts';
import { french } from './french.ts';
import { german } from './german.ts';
import { italian } from './italian.ts';
import { polish } from './polish.ts';
import { portuguese } from './portuguese.ts';
import { spanish } from './spanish.ts';
import { welsh } from './welsh.ts';
import type { Language } from './language.ts';
import { RECOGNISED_ONLY } from './recognisedOnly.ts';
import { lookupTable } from '../lib/lookupTable.ts';

/** Every language that anything is known of. */
export const LANGUAGES: readonly Language[] = [
  dutch, english, french, german, italian, polish, portuguese, spanish, welsh, ...RECOGNISED_ONLY,
]; // prettier-ignore

const BY_TAG = lookupTable(Object.fromEntries(LANGUAGES.map((language) => [language.tag, language])));

/** What is known of a tag's language; nothing but the tag where that is nothing. */
export function languageOf(tag: string): Language {
  const base = baseLanguage(tag);
  return BY_TAG[base] ?? { tag: base };
}

/** The language without region or script: "en-GB" → "en". */
export function baseLanguage(tag: string): string {
  return tag.split('-')[0]?.toLowerCase() ?? tag;
}
