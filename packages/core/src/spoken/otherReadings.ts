import { baseLanguage } from '../languages/languages.ts';
import { DEFAULT_CHOICES, type SpokenChoices } from './choices.ts';
import { expandSentence, rulesFor, tokensOf } from './expand.ts';
import { SYMBOLS } from './words/englishWords.ts';
import { SUBJECTS } from './subject.ts';
import { lookupTable } from '../lib/lookupTable.ts';

/** More ways than these would not be looked through. */
const MOST = 8;

/**
 * Other ways in which a written word could be said: what each rule of the language that applies there makes
 * of it, with and without a subject, and its letters, figures and signs one by one. The way it is said now is
 * not among them.
 * @param start where the word stands in the sentence.
 * @returns spoken words; none for a word that is said as it is written.
 */
export function otherReadings(
  sentence: string,
  start: number,
  language: string,
  choices: SpokenChoices = DEFAULT_CHOICES,
): string[] {
  const tokens = tokensOf(sentence, language);
  const index = tokens.findIndex((token) => token.start === start);
  const token = tokens[index];
  const isCapitals = /^\p{Lu}{2,}$/u.test(token?.text ?? '');
  if (token === undefined || (/^[\p{L}\p{M}'’-]{2,}$/u.test(token.text) && !isCapitals)) return [];
  const current = expandSentence(sentence, language, { choices }).find((word) => word.start === start);
  const found = new Set<string>();
  for (const subject of [choices.subject, undefined, ...SUBJECTS])
    for (const rule of rulesFor(language)) {
      // Rules remember what a sentence's words are: each subject looks at words of its own.
      const own = tokens.map((one) => ({ ...one }));
      const words = rule.apply({ tokens: own, index, token: own[index] ?? token, locale: language, subject });
      if (words?.length === 1 && words[0] && words[0].length > 0) found.add(words[0].join(' '));
    }
  if (baseLanguage(language) === 'en') {
    for (const way of ofFraction(token.text, language)) found.add(way);
    found.add(oneByOne(token.text));
  }
  if (isCapitals) found.add(token.text.toLowerCase());
  found.delete(current?.spoken.join(' ') ?? '');
  found.delete('');
  return [...found].slice(0, MOST);
}

/** "3/4" → "three over four", "three out of four". */
function ofFraction(text: string, language: string): string[] {
  const [, top, bottom] = /^(\d{1,6})[/⁄](\d{1,6})$/u.exec(text) ?? [];
  if (top === undefined || bottom === undefined) return [];
  const say = (figures: string) =>
    expandSentence(figures, language)
      .flatMap(({ spoken }) => spoken)
      .join(' ');
  return ['over', 'out of'].map((between) => `${say(top)} ${between} ${say(bottom)}`);
}

/** "3/4" → "three slash four": signs by their names, figures one by one, letters by theirs. */
function oneByOne(text: string): string {
  return [...text]
    .flatMap((sign) => {
      if (/\d/u.test(sign)) return FIGURES[Number(sign)] ?? [];
      if (/\p{L}/u.test(sign)) return SYMBOLS[sign] ?? sign.toUpperCase();
      return NAMES[sign] ?? SYMBOLS[sign] ?? [];
    })
    .join(' ');
}

const FIGURES = 'zero one two three four five six seven eight nine'.split(' ');
/** What signs are called where they are only signs. */
const NAMES: Readonly<Record<string, string>> = lookupTable({ '/': 'slash', '.': 'dot', '-': 'dash', '–': 'dash', ':': 'colon', '(': 'open bracket', ')': 'close bracket', '*': 'star', '^': 'caret', '~': 'tilde', '|': 'bar' }); // prettier-ignore
