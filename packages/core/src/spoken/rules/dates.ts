import { MONTHS, SHORT_MONTHS, WEEKDAYS } from '../words/englishWords.ts';
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
    const fullYear = isoOrder || third.length === 4 ? year : year + (year < 40 ? 2000 : 1900);
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

/**
 * Mon 5 May, Tue., Mon–Fri, Sat & Sun: short names of weekdays beside a day, another weekday, a time or with
 * a stop.
 */
const shortWeekday: Rule = {
  name: 'short weekday',
  apply(input) {
    const { token } = input;
    const range = /^(\p{Lu}\p{Ll}+)[-–](\p{Lu}\p{Ll}+)$/u.exec(token.text);
    if (range) {
      const [from, to] = [weekdayOf(range[1]), weekdayOf(range[2])];
      return from !== undefined && to !== undefined ? [[from, 'to', to]] : undefined;
    }
    const weekday = weekdayOf(token.text);
    const next = neighbour(input, 1);
    if (weekday === undefined) return undefined;
    const following = weekdayOf(next?.text);
    if (/^\.?\s*[-–]\s*$/u.test(token.gapAfter) && following !== undefined)
      return [[weekday, 'to'], [following]];
    const before = neighbour(input, -1);
    const isNextToDay =
      /^\d{1,2}/u.test(next?.text ?? '') ||
      following !== undefined ||
      weekdayOf(before?.text) !== undefined ||
      (/^(?:&|and|or|to|am|pm|eve|morning|afternoon|evening|night)$/iu.test(next?.text ?? '') &&
        token.text !== 'Sun' &&
        token.text !== 'Sat') ||
      (/^(?:&|and|or|to)$/u.test(before?.text ?? '') && weekdayOf(neighbour(input, -2)?.text) !== undefined);
    const hasStop = token.gapAfter.startsWith('.') && (next !== undefined || token.text !== 'Sun');
    const isCertain = !/^(?:Sun|Sat|Mon|Wed)$/u.test(token.text);
    return isNextToDay || hasStop || isCertain ? [[weekday]] : undefined;
  },
};

/** by 31/10, on 3/11, Mon 3/11: a day without its year, after a word that days follow. */
const shortDate: Rule = {
  name: 'date in figures',
  apply(input) {
    const match = /^(\d{1,2})\/(\d{1,2})$/u.exec(input.token.text);
    const before = (neighbour(input, -1)?.text ?? '').toLowerCase();
    if (!match || /^(?:of|a|the|this)$/iu.test(neighbour(input, 1)?.text ?? '')) return undefined;
    const monthFirst = /^en-US/iu.test(input.locale);
    const [day, month] = (monthFirst ? [match[2], match[1]] : [match[1], match[2]]).map(Number) as [
      number,
      number,
    ];
    const isCue =
      /^(?:by|on|until|till|due|before|after|since|date|dated|deadline|closes|from|starts|ends|to|between|w\/c|w\/e)$/u.test(
        before,
      ) ||
      WEEKDAYS[before] !== undefined ||
      /day$/u.test(before);
    const isSure =
      day > 12 ||
      /^(?:by|due|until|till|date|dated|deadline|w\/c|w\/e)$/u.test(before) ||
      WEEKDAYS[before] !== undefined ||
      /day$/u.test(before);
    if (!isCue || !isSure || !isDate(day, month)) return undefined;
    return [['the', ...sayOrdinal(String(day), input.locale), 'of', MONTHS[month - 1] ?? '']];
  },
};

/** Sept.–Dec., Jan–Mar: two short months with a dash between. */
const monthRange: Rule = {
  name: 'range of months',
  apply(input) {
    const joined = /^(\p{Lu}\p{Ll}{2,3})[-–](\p{Lu}\p{Ll}{2,3})$/u.exec(input.token.text);
    const [from, to] = joined
      ? [SHORT_MONTHS[(joined[1] ?? '').toLowerCase()], SHORT_MONTHS[(joined[2] ?? '').toLowerCase()]]
      : [monthOf(input, 0), monthOf(input, 1)];
    if (from === undefined || to === undefined || (!joined && !/^\.?\s*[-–]\s*$/u.test(input.token.gapAfter)))
      return undefined;
    const said = [[MONTHS[from - 1] ?? '', 'to'], [MONTHS[to - 1] ?? '']];
    return joined ? [said.flat()] : said;
  },
};

/** "born in Jan.", "by Sept.": a short month with a stop or after a word that months follow. */
const loneMonth: Rule = {
  name: 'short month',
  apply(input) {
    const month = SHORT_MONTHS[input.token.text.toLowerCase()];
    if (month === undefined || !/^\p{Lu}/u.test(input.token.text)) return undefined;
    const before = (neighbour(input, -1)?.text ?? '').toLowerCase();
    const isCue = /^(?:in|by|until|till|since|from|every|each|last|next|early|late|mid|to|through)$/u.test(
      before,
    );
    // "Mar" and "Jan" are names too, "Dec" and "Sept" are not.
    const isCertain =
      /^(?:Sept|Dec|Nov|Oct|Aug|Feb)$/u.test(input.token.text) && input.token.gapAfter.startsWith('.');
    return isCue || isCertain ? [[MONTHS[month - 1] ?? '']] : undefined;
  },
};

export const dateRules: readonly Rule[] = [
  numericDate, dayMonth, monthDay, shortMonth, monthRange, loneMonth, shortWeekday, shortDate,
]; // prettier-ignore

function weekdayOf(text: string | undefined): string | undefined {
  return /^\p{Lu}/u.test(text ?? '') ? WEEKDAYS[(text ?? '').toLowerCase()] : undefined;
}

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
