import { ENGLISH_NUMBERS, IRREGULAR_ORDINALS } from '../words/englishWords.ts';
import { cardinal, digitByDigit } from '../numbers.ts';

/** A plain number as written: sign, whole part with or without thousands commas, fraction. */
export interface WrittenNumber {
  readonly negative: boolean;
  readonly plus: boolean;
  /** Digits of the whole part without separators; may be empty (".5"). */
  readonly whole: string;
  /** Digits after the point; `undefined` without one. */
  readonly fraction: string | undefined;
}

const NUMBER = /^([-−–+])?(?:(\d{1,3}(?:,\d{3})+|\d+)(?:\.(\d+))?|\.(\d+))$/u;

/** Reads "1,024", "-3.5", "+7" or ".5"; `undefined` for anything else. */
export function readNumber(text: string): WrittenNumber | undefined {
  const match = NUMBER.exec(text);
  if (!match) return undefined;
  const [, sign, whole, fraction, leadingPointFraction] = match;
  return {
    negative: sign === '-' || sign === '−' || sign === '–',
    plus: sign === '+',
    whole: (whole ?? '').replace(/,/gu, ''),
    fraction: fraction ?? leadingPointFraction,
  };
}

/** "twelve point five", "minus three", "one hundred and five" (American: "one hundred five"). */
export function sayNumber(number: WrittenNumber, locale: string): string[] {
  const said: string[] = [];
  if (number.negative) said.push(ENGLISH_NUMBERS.minus);
  if (number.plus) said.push('plus');
  const { whole, fraction } = number;
  const leadingZero = whole.length > 1 && whole.startsWith('0');
  if (leadingZero) said.push(...digitByDigit(whole, ENGLISH_NUMBERS));
  else said.push(...sayWhole(whole === '' ? '0' : whole, locale));
  if (fraction !== undefined) said.push(ENGLISH_NUMBERS.point, ...digitByDigit(fraction, ENGLISH_NUMBERS));
  return said;
}

/** Cardinal of a string of digits in the locale's style. */
export function sayWhole(digits: string, locale: string): string[] {
  return cardinal(digits, ENGLISH_NUMBERS, { and: !/^en-(US|CA)/iu.test(locale) });
}

/** Ordinal of a string of digits: "21" → twenty first. */
export function sayOrdinal(digits: string, locale: string): string[] {
  const words = sayWhole(digits, locale);
  const last = words.at(-1) ?? '';
  const irregular = IRREGULAR_ORDINALS[last];
  const ordinal = irregular ?? (last.endsWith('y') ? `${last.slice(0, -1)}ieth` : `${last}th`);
  return [...words.slice(0, -1), ordinal];
}

/**
 * A year of one to four digits: nineteen eighty seven, nineteen oh five, two thousand and five, twenty ten.
 */
export function sayYear(year: number, locale: string): string[] {
  const century = Math.floor(year / 100);
  const rest = year % 100;
  if (year < 1000 || (year >= 2000 && year < 2010) || year % 1000 === 0)
    return sayWhole(String(year), locale);
  const first = sayWhole(String(century), locale);
  if (rest === 0) return [...first, ENGLISH_NUMBERS.hundred];
  return rest < 10
    ? [...first, 'oh', ...sayWhole(String(rest), locale)]
    : [...first, ...sayWhole(String(rest), locale)];
}

/** Many of a number word: "eighties", "twos". */
export function pluralOf(word: string): string {
  if (word.endsWith('y')) return `${word.slice(0, -1)}ies`;
  return word.endsWith('x') ? `${word}es` : `${word}s`;
}

/** Whether a counted thing takes its plural. "1" and "-1" do not; "1.0" and "0.5" do. */
export function isMany(number: WrittenNumber): boolean {
  return !(number.whole.replace(/^0+/u, '') === '1' && number.fraction === undefined);
}

const RANGE = /^([\d,.]*\d)([-–—])([\d,.]*\d)$/u;

/** "10–12" with "to" between; a hyphen only between rising numbers. `undefined` for anything else. */
export function sayRange(text: string, locale: string): string[] | undefined {
  const match = RANGE.exec(text);
  const from = readNumber(match?.[1] ?? '');
  const to = readNumber(match?.[3] ?? '');
  if (!match || !from || !to) return undefined;
  if (match[2] === '-' && valueOf(from) >= valueOf(to)) return undefined;
  return [...sayNumber(from, locale), 'to', ...sayNumber(to, locale)];
}

function valueOf({ whole, fraction }: WrittenNumber): number {
  return Number(`${whole}.${fraction ?? '0'}`);
}
