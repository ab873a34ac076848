import type { Abbreviations } from '../languages/language.ts';
import { languageOf } from '../languages/languages.ts';

const NONE: Abbreviations = { neverLast: new Set(), beforeNumber: new Set() };

/** The abbreviation list of a language; an empty one for a language we have none for. */
export function abbreviationsFor(language: string): Abbreviations {
  return languageOf(language).abbreviations ?? NONE;
}
