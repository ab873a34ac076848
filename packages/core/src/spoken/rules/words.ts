import {
  ABBREVIATIONS,
  BEFORE_NUMBER,
  CAPITAL_WORDS,
  NEEDS_STOP_OR_CAPITALS,
  SYMBOLS,
  WORD_ACRONYMS,
} from '../words/englishWords.ts';
import type { Rule, RuleInput } from '../types.ts';
import { neighbour, spaceOnly } from './context.ts';
import { readNumber, sayNumber, sayWhole } from './englishNumbers.ts';
import { plainWords } from './plain.ts';
import { romanRules, romanValue } from './romanNumerals.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

/** Whether a word is a web or mail address, in angle brackets or not. */
export function isAddress(word: string): boolean {
  const written = plainWord(word);
  return /^(https?:\/\/|www\.)\S+$/iu.test(written) || /^[^\s@]+@[^\s@]+\.\p{L}{2,}$/u.test(written);
}

const plainWord = (word: string) => word.replace(/^<(.+)>$/u, '$1');

/** Web and mail addresses: dots, slashes and the at sign are said, the scheme is not. */
const address: Rule = {
  name: 'address',
  apply({ token }) {
    if (!isAddress(token.text)) return undefined;
    const shown = plainWord(token.text)
      .replace(/^https?:\/\//iu, '')
      .replace(/\/$/u, '');
    return [
      shown
        .split(/([./@_#?=&:%~+-])/u)
        .flatMap((piece) => ADDRESS_MARKS[piece] ?? (piece === '' ? [] : sayAddressPiece(piece))),
    ];
  },
};

// prettier-ignore
const ADDRESS_MARKS: Readonly<Record<string, string[]>> = lookupTable({
  '.': ['dot'], '/': ['slash'], '@': ['at'], _: ['underscore'], '#': ['hash'], '?': ['question', 'mark'], '=': ['equals'], '&': ['and'], ':': ['colon'],
  '%': ['per', 'cent'], '~': ['tilde'], '+': ['plus'], '-': ['dash'],
});

/** No. 7, p. 12, Fig. 3, #4, Ch. IV. */
const beforeNumber: Rule = {
  name: 'abbreviation before a number',
  apply(input) {
    const attached = /^(pp?|figs?|#|§|q)\.?(\d+)$/iu.exec(input.token.text);
    const number = readNumber(attached?.[2] ?? '');
    const attachedSaid = BEFORE_NUMBER[attached?.[1]?.toLowerCase() ?? ''];
    if (number && attachedSaid !== undefined) return [[attachedSaid, ...sayNumber(number, input.locale)]];
    const said = BEFORE_NUMBER[input.token.text.toLowerCase()];
    const next = neighbour(input, 1)?.text ?? '';
    if (said === undefined || !/^\.?\s*$/u.test(input.token.gapAfter)) return undefined;
    const hasStop = input.token.gapAfter.startsWith('.');
    const needsStop = /^(no|nos|b|c|d|p|ex|art|sec|q|ca)$/iu.test(input.token.text);
    if (needsStop && !hasStop) return undefined;
    const isRoman = romanValue(next) !== undefined && (next.length > 1 || neighbour(input, 2) === undefined);
    const isPrelim = /^pp?$/iu.test(input.token.text) && /^[ivxlc]{1,6}$/u.test(next);
    const isEra = /^ca?$/iu.test(input.token.text) && /^(?:AD|BC|BCE|CE)$/u.test(next);
    return /^\d/u.test(next) || (hasStop && (isRoman || isPrelim || isEra)) ? [[said]] : undefined;
  },
};

/** Words in capitals that begin sentences and are no names. */
const SMALL_OPENING =
  /^(?:It|He|She|We|They|You|I|The|A|An|This|That|There|Then|In|On|At|Is|Are|Was|From|To|By|Go|Turn|Our|My|His|Her|Its|Their|If|When|After|Before|And|But)$/u;

/** A*, B**: grades with stars. */
const grade: Rule = {
  name: 'grade',
  apply: ({ token }) => {
    const match = /^([A-G])(\*{1,2})$/u.exec(token.text);
    return match ? [[match[1] ?? '', ...[...(match[2] ?? '')].map(() => 'star')]] : undefined;
  },
};

/** St: "street" after a name or number, "saint" before a name. */
const saintOrStreet: Rule = {
  name: 'saint or street',
  apply(input) {
    if (input.token.text !== 'St') return undefined;
    const before = neighbour(input, -1)?.text ?? '';
    const next = neighbour(input, 1)?.text ?? '';
    const nameFollows = /^\p{Lu}\p{Ll}/u.test(next) && /^\.?\s+$/u.test(input.token.gapAfter);
    const nameBefore =
      /^\p{Lu}\p{Ll}/u.test(before) && spaceOnly(input.token.gapBefore) && !SMALL_OPENING.test(before);
    // "Mill St. It is long": the stop ends the sentence where a word follows that no saint is called.
    const opensSentence = input.token.gapAfter.startsWith('.') && SMALL_OPENING.test(next);
    return [[nameBefore && (!nameFollows || opensSentence) ? 'street' : 'saint']];
  },
};

/** Rd, Ave, Dr after a name: kinds of streets, where the doctor is not meant. */
const road: Rule = {
  name: 'kind of street',
  apply(input) {
    const said = ROADS[input.token.text];
    if (said === undefined) return undefined;
    const before = neighbour(input, -1)?.text ?? '';
    const next = neighbour(input, 1)?.text ?? '';
    if (!/^\p{Lu}\p{Ll}+(?:[’']s)?$/u.test(before) || !spaceOnly(input.token.gapBefore)) return undefined;
    const isTitle =
      input.token.text === 'Dr' &&
      (/^\p{Lu}\p{Ll}/u.test(next) || !/^\d|^\p{Lu}/u.test(neighbour(input, -2)?.text ?? ''));
    return isTitle ? undefined : [[said]];
  },
};

const ROADS: Readonly<Record<string, string>> = lookupTable({
  Rd: 'road', Ave: 'avenue', Av: 'avenue', Dr: 'drive', Ln: 'lane', Sq: 'square', Cres: 'crescent', Gdns: 'gardens', Pl: 'place', Terr: 'terrace', Cl: 'close', Pk: 'park', Blvd: 'boulevard', Hwy: 'highway', Ct: 'court',
}); // prettier-ignore

/** c/o, w/c, w/e, n/a and their like: two letters separated by a stroke. */
const careOf: Rule = {
  name: 'abbreviation',
  apply({ token }) {
    const said = STROKES[token.text.toLowerCase()];
    return said === undefined ? undefined : [said.split(' ')];
  },
};

const STROKES: Readonly<Record<string, string>> = lookupTable({
  'c/o': 'care of', 'w/c': 'week commencing', 'w/e': 'week ending', 'w/b': 'week beginning', 'n/a': 'not applicable', 'h/w': 'homework', 'y/n': 'yes or no', 't/f': 'true or false', 'w/o': 'without', 'm/f': 'male or female',
}); // prettier-ignore

/** "No." that ends a sentence or a clause is an answer, not a number. */
const noAnswer: Rule = {
  name: 'plain',
  apply(input) {
    if (!/^no$/iu.test(input.token.text) || !input.token.gapAfter.startsWith('.')) return undefined;
    return /^\.\s*["”’']|[“"‘]$/u.test(input.token.gapAfter) || /[“"‘]$/u.test(input.token.gapBefore)
      ? [[input.token.text]]
      : undefined;
  },
};

/** Dr, e.g., etc., with their possessives. */
const abbreviation: Rule = {
  name: 'abbreviation',
  apply(input) {
    const match = /^(.+?)([’']s)?$/u.exec(input.token.text);
    const written = (match?.[1] ?? '').replace(/\.$/u, '');
    const key = written.toLowerCase();
    const said = Object.hasOwn(ABBREVIATIONS, key) ? ABBREVIATIONS[key] : undefined;
    if (said === undefined) return undefined;
    const marked = input.token.gapAfter.startsWith('.') || /^\p{Lu}{2,}$/u.test(written);
    if (NEEDS_STOP_OR_CAPITALS.has(key) && !marked) return undefined;
    const words = said.split(' ');
    if (match?.[2] !== undefined) words.push(`${words.pop() ?? ''}'s`);
    return [words];
  },
};

/** BBC and U.S. by letters, NASA as a word, CAPITALS in a heading as words. */
const capitals: Rule = {
  name: 'capitals',
  apply(input) {
    const match = /^((?:\p{Lu}\.){2,}|\p{Lu}{2,})([’']?s|s[’'])?$/u.exec(input.token.text);
    if (!match) return undefined;
    const [, written = '', ending] = match;
    const plainLetters = written.replace(/\./gu, '');
    const isWord =
      !written.includes('.') && (WORD_ACRONYMS.has(plainLetters) || saidAsWord(plainLetters, input));
    const words = isWord ? [plainLetters.toLowerCase()] : [...plainLetters];
    if (ending !== undefined) words.push(`${words.pop() ?? ''}'s`);
    return [words];
  },
};

/** A sign that stands alone or between other signs: "+", "=", "&". */
const symbol: Rule = {
  name: 'symbol',
  apply(input) {
    const { text } = input.token;
    if (!/^[^\p{L}\p{N}]+$|^[\p{Script=Greek}µ²³½¼¾⅓⅔]$/u.test(text)) return undefined;
    const said = [...text].flatMap((sign) => SYMBOLS[sign]?.split(' ') ?? []);
    return said.length > 0 ? [said] : undefined;
  },
};

/** Words with signs inside: "x²", "R&D", "and/or", "#tides". */
const mixed: Rule = {
  name: 'letters and signs',
  apply({ token, locale }) {
    if (!/[\p{L}\p{N}]/u.test(token.text) || !/[\p{Sm}\p{So}π&@#%²³^~]|\d/u.test(token.text))
      return undefined;
    const pieces =
      token.text.match(/\d{1,3}(?:,\d{3})+|\d+(?:\.\d+)?|[\p{L}\p{M}'’]+|[^\p{L}\p{N}\s]|[²³½¼¾]/gu) ?? [];
    const said = pieces.flatMap((piece) => sayPiece(piece, locale));
    return said.length > 0 ? [said] : undefined;
  },
};

/** The article "A" at the head of a sentence is a word, not a letter. */
const article: Rule = {
  name: 'plain',
  apply(input) {
    if (input.token.text !== 'A') return undefined;
    const next = neighbour(input, 1)?.text ?? '';
    return /^\p{Ll}|^\p{Lu}\p{Ll}/u.test(next) && spaceOnly(input.token.gapAfter) && input.index === 0
      ? [['a']]
      : undefined;
  },
};

export const wordRules: { readonly special: readonly Rule[]; readonly general: readonly Rule[] } = {
  special: [address, noAnswer, beforeNumber],
  general: [
    grade,
    saintOrStreet,
    road,
    careOf,
    ...romanRules,
    abbreviation,
    capitals,
    symbol,
    article,
    mixed,
  ],
};

/** In a line set wholly in capitals all words are words; elsewhere only long, sayable ones. */
function saidAsWord(letters: string, input: RuleInput): boolean {
  if (CAPITAL_WORDS.has(letters) && letters !== 'US' && letters !== 'IT') return true;
  const others = input.tokens.filter((token) => /\p{L}/u.test(token.text));
  const isNextToCapitals = [-1, 1].some((by) => /^\p{Lu}{3,}$/u.test(neighbour(input, by)?.text ?? ''));
  const shouting = others.length > 1 && others.every((token) => token.text === token.text.toUpperCase());
  const sayable = /[AEIOUY]/u.test(letters) && !/[^AEIOUY]{4,}/u.test(letters);
  return sayable && (shouting || letters.length >= 6 || (isNextToCapitals && letters.length >= 4));
}

function sayAddressPiece(piece: string): string[] {
  if (/^www$/iu.test(piece)) return ['W', 'W', 'W'];
  return plainWords(piece).flatMap((word) => (/^\d+$/u.test(word) ? sayWhole(word, 'en-GB') : [word]));
}

function sayPiece(piece: string, locale: string): string[] {
  const number = readNumber(piece);
  if (number) return sayNumber(number, locale);
  const said = SYMBOLS[piece];
  if (said !== undefined && piece !== '-' && piece !== '/' && piece !== '_' && piece !== '*')
    return said.split(' ');
  if (!/[\p{L}\p{N}]/u.test(piece)) return [];
  return /^\p{Lu}{2,4}$/u.test(piece) || /^\p{L}$/u.test(piece)
    ? [...piece.toUpperCase()]
    : plainWords(piece);
}
