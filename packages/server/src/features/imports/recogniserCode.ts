import { baseLanguage } from '@aurelfield/core';

/** ISO 639-3 codes, by which recognisers name languages, of ISO 639-1 codes that schools use most. */
const CODES: Readonly<Record<string, string>> = {
  ar: 'ara', cs: 'ces', cy: 'cym', da: 'dan', de: 'deu', en: 'eng', es: 'spa', fi: 'fin', fr: 'fra', ga: 'gle', hi: 'hin', hu: 'hun', it: 'ita', lt: 'lit', nl: 'nld', no: 'nor', pl: 'pol', pt: 'por', ro: 'ron',
  ru: 'rus', sk: 'slk', so: 'som', sv: 'swe', tr: 'tur', uk: 'ukr', ur: 'urd', vi: 'vie',
}; // prettier-ignore

/** How a recogniser names a language; nothing where it is not known, which leaves the choice to the recogniser. */
export function recogniserCode(language: string): string[] {
  const code = CODES[baseLanguage(language)];
  return code === undefined ? [] : [code];
}
