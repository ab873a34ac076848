import { MONTHS, SHORT_MONTHS, WEEKDAYS } from '../languages/englishWords.ts';
import type { Rule, RuleInput } from '../types.ts';
import { neighbour, spaceOnly } from './context.ts';
import { sayOrdinal, sayYear } from './englishNumbers.ts';

const NUMERIC = /^(\d{1,4})([/.-])(\d{1,2})\2(\d{1,4})$/u;
const DAY = /^(\d{1,2})(?:st|nd|rd|th)?$/u;

/** 12/05/2024 and 2024-05-12: the month first for American readers, the day first for all others. */
const numericDate: Rule = {
  name: 'date in figures',
  apply({ token, locale }) {
    const match = NUMERIC.exec(token.text);
    if (!match) return undefined;
    const [, first = '', , second = '', third = ''] = match;
    const isoOrder = first.length === 4;
    const monthFirst = /^en-US/iu.test(locale);
    const year = Number(isoOrder ? first : third);
    const month = Number(isoOrder || !monthFirst ? second : first);
    const day = Number(isoOrder ? third : monthFirst ? second : first);
    if (!isDate(day, month) || (!isoOrder && third.length !== 4 && third.length !== 2)) return undefined;
    const fullYear = isoOrder || third.length === 4 ? year : year + (year < 50 ? 2000 : 1900);
    return [
      [
        'the',
        ...sayOrdinal(String(day), locale),
        'of',
        MONTHS[month - 1] ?? '',
        ...sayYear(fullYear, locale),
      ],
    ];
  },
};

/** 5 December 2024, 5th Dec. */
const dayMonth: Rule = {
  name: 'day and month',
  apply(input) {
    const day = DAY.exec(input.token.text)?.[1];
    const month = monthOf(input, 1);
    if (
      day === undefined ||
      month === undefined ||
      !isDate(Number(day), month) ||
      !spaceOnly(input.token.gapAfter)
    )
      return undefined;
    const hasArticle = /^the$/iu.test(neighbour(input, -1)?.text ?? '');
    const said = [
      [...(hasArticle ? [] : ['the']), ...sayOrdinal(day, input.locale), 'of'],
      [MONTHS[month - 1] ?? ''],
    ];
    return [...said, ...yearAfter(input, 2)];
  },
};

/** December 5, 2024. */
const monthDay: Rule = {
  name: 'month and day',
  apply(input) {
    const month = monthOf(input, 0);
    const day = DAY.exec(neighbour(input, 1)?.text ?? '')?.[1];
    if (month === undefined || day === undefined || !isDate(Number(day), month)) return undefined;
    if (!/^\.?\s+$/u.test(input.token.gapAfter)) return undefined;
    const said = [[MONTHS[month - 1] ?? ''], ['the', ...sayOrdinal(day, input.locale)]];
    return [...said, ...yearAfter(input, 2)];
  },
};

/** Dec 2024, and "Jan." where a month's short name stands before a year. */
const shortMonth: Rule = {
  name: 'short month',
  apply(input) {
    const month = SHORT_MONTHS[input.token.text.toLowerCase()];
    const year = yearAfter(input, 1);
    if (month === undefined || year.length === 0 || !/^\p{Lu}/u.test(input.token.text)) return undefined;
    return [[MONTHS[month - 1] ?? ''], ...year];
  },
};

/** "Mon 5 May": a short weekday before a day. */
const shortWeekday: Rule = {
  name: 'short weekday',
  apply(input) {
    const weekday = WEEKDAYS[input.token.text.toLowerCase()];
    const isCapital = /^\p{Lu}/u.test(input.token.text);
    const next = neighbour(input, 1)?.text ?? '';
    return weekday !== undefined && isCapital && /^\d{1,2}/u.test(next) ? [[weekday]] : undefined;
  },
};

export const dateRules: readonly Rule[] = [numericDate, dayMonth, monthDay, shortMonth, shortWeekday];

function isDate(day: number, month: number): boolean {
  return day >= 1 && day <= 31 && month >= 1 && month <= 12;
}

function monthOf(input: RuleInput, by: number): number | undefined {
  const text = by === 0 ? input.token.text : (neighbour(input, by)?.text ?? '');
  if (!/^\p{Lu}/u.test(text)) return undefined;
  const full = MONTHS.indexOf(text);
  return full >= 0 ? full + 1 : SHORT_MONTHS[text.toLowerCase()];
}

function yearAfter(input: RuleInput, by: number): string[][] {
  const token = neighbour(input, by);
  const gap = neighbour(input, by - 1)?.gapAfter ?? '';
  if (token === undefined || !/^[12]\d{3}$/u.test(token.text) || !/^[.,]?\s+$/u.test(gap)) return [];
  return [sayYear(Number(token.text), input.locale)];
}
