import { YEAR_CUES } from '../words/englishWords.ts';
import type { Rule, RuleInput } from '../types.ts';
import { plainWord, neighbour, spaceOnly } from './context.ts';
import { pluralOf, sayOrdinal, sayWhole, sayYear } from './englishNumbers.ts';

const ERA = /^(BCE|CE|BC|AD|B\.C\.?|A\.D\.?)$/u;

/**
 * the 1890s, the '60s. "60s" alone is a time in seconds, so a short decade wants "the" or an apostrophe
 * before it.
 */
export const decadeRule: Rule = {
  name: 'decade',
  apply(input) {
    const { token, locale } = input;
    const match = /^(?:(\d{2})(\d0)|(\d0))[’']?s$/u.exec(token.text);
    if (!match) return undefined;
    const [, century, decadeOf, short] = match;
    const inRange =
      /^[-–]$/u.test(token.gapBefore) && /^\d{2,4}0s$|^\d0s$/u.test(neighbour(input, -1)?.text ?? '');
    if (
      short !== undefined &&
      !inRange &&
      !/[’'‘]$/u.test(token.gapBefore) &&
      plainWord(neighbour(input, -1)) !== 'the'
    )
      return undefined;
    const leads =
      /^[-–]$/u.test(token.gapAfter) && /^(?:\d{2})?\d0s$/u.test(neighbour(input, 1)?.text ?? '')
        ? ['to']
        : [];
    const words =
      short === undefined
        ? sayYear(Number(`${century ?? ''}${decadeOf ?? ''}`), locale)
        : sayWhole(short, locale);
    return [[...words.slice(0, -1), pluralOf(words.at(-1) ?? ''), ...leads]];
  },
};

/** mid-1960s, pre-1914: a year after the beginning of a compound. */
const compoundYear: Rule = {
  name: 'year',
  apply({ token, locale }) {
    const match = /^(mid|pre|post|early|late|anti|inter)-([12]\d{3})(s)?$/iu.exec(token.text);
    if (!match) return undefined;
    const said = sayYear(Number(match[2]), locale);
    const last = said.pop() ?? '';
    return [[(match[1] ?? '').toLowerCase(), ...said, match[3] === undefined ? last : pluralOf(last)]];
  },
};

/** 19th C., 19th c., C19th: centuries. */
const century: Rule = {
  name: 'century',
  apply(input) {
    const attached = /^C(\d{1,2})(?:st|nd|rd|th)?$/u.exec(input.token.text);
    if (attached && /(?:st|nd|rd|th)$/u.test(input.token.text))
      return [[...sayOrdinal(attached[1] ?? '', input.locale), 'century']];
    const ordinal = /^(\d{1,2})(?:st|nd|rd|th)$/u.exec(input.token.text)?.[1];
    const next = neighbour(input, 1);
    if (ordinal === undefined || !/^[Cc]$/u.test(next?.text ?? '') || !spaceOnly(input.token.gapAfter))
      return undefined;
    return [sayOrdinal(ordinal, input.locale), ['century']];
  },
};

/** c.1485, c1485, fl. 1350: about a year. */
const circa: Rule = {
  name: 'year',
  apply({ token, locale }) {
    const year = /^ca?\.?(1\d{3}|20\d{2}|\d{3})$/u.exec(token.text)?.[1];
    return year === undefined ? undefined : [['circa', ...sayYear(Number(year), locale)]];
  },
};

/** 44 BCE, AD 43, 1200 BC. */
const eraYear: Rule = {
  name: 'year with era',
  apply(input) {
    const year = /^\d{1,4}$/u.exec(input.token.text)?.[0];
    const next = neighbour(input, 1)?.text ?? '';
    const before = neighbour(input, -1)?.text ?? '';
    if (year === undefined) return undefined;
    const said = sayYear(Number(year), input.locale);
    if (ERA.test(next) && spaceOnly(input.token.gapAfter)) return [said, letters(next)];
    return /^(AD|A\.D\.?)$/u.test(before) ? [said] : undefined;
  },
};

/** 1914–18, 1987–1992. */
const yearRange: Rule = {
  name: 'range of years',
  apply({ token, locale }) {
    const match = /^([12]\d{3})[-–]((?:[12]\d)?\d{2})$/u.exec(token.text);
    if (!match) return undefined;
    const [, from = '', to = ''] = match;
    const end =
      to.length === 4
        ? sayYear(Number(to), locale)
        : to.startsWith('0')
          ? ['oh', ...sayWhole(to.slice(1), locale)]
          : sayWhole(to, locale);
    return [[...sayYear(Number(from), locale), 'to', ...end]];
  },
};

/**
 * Four digits that are a year: after a word that years follow, in brackets or after a name and comma, or from
 * 1500 to 2099 where no counted thing follows. Common practice, no source.
 */
const year: Rule = {
  name: 'year',
  apply(input) {
    const match = /^([12]\d{3})([’']s)?$/u.exec(input.token.text);
    if (!match || !isYear(input, Number(match[1]))) return undefined;
    const said = sayYear(Number(match[1]), input.locale);
    return [match[2] === undefined ? said : [...said.slice(0, -1), `${said.at(-1) ?? ''}'s`]];
  },
};

export const yearRules: readonly Rule[] = [compoundYear, century, circa, eraYear, yearRange, year];

function isYear(input: RuleInput, value: number): boolean {
  const { token } = input;
  const next = neighbour(input, 1);
  const countedNext =
    next !== undefined &&
    spaceOnly(token.gapAfter) &&
    /^\p{Ll}{3,}s$/u.test(next.text) &&
    !/^(was|is|has|this|its|his)$/u.test(next.text);
  if (countedNext) return false;
  if (/[([]$|,\s$/u.test(token.gapBefore) && value >= 1000 && value < 2100) return true;
  if (YEAR_CUES.has(plainWord(neighbour(input, -1)))) return value >= 1000 && value < 2100;
  return value >= 1500 && value < 2100;
}

function letters(era: string): string[] {
  return [...era.replace(/\./gu, '')];
}
