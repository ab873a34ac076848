import { ENGLISH_NUMBERS, FRACTION_SIGNS } from '../words/englishWords.ts';
import { digitByDigit } from '../numbers.ts';
import type { Rule } from '../types.ts';
import { plainWord, neighbour, spaceOnly } from './context.ts';
import { marksOf } from './marks.ts';
import { sayFraction } from './linear.ts';
import { pluralOf, readNumber, sayNumber, sayOrdinal, sayRange, sayWhole } from './englishNumbers.ts';

/** 1st, 22nd, 103rd. */
const ordinal: Rule = {
  name: 'ordinal',
  apply({ token, locale }) {
    const match = /^(\d{1,3}(?:,\d{3})+|\d+)(?:st|nd|rd|th)$/iu.exec(token.text);
    return match ? [sayOrdinal((match[1] ?? '').replace(/,/gu, ''), locale)] : undefined;
  },
};

/** 01632 960 123, +44 1632 960123: groups of digits that begin with 0 or +, digit by digit. */
const phone: Rule = {
  name: 'telephone number',
  apply(input) {
    const group = /^(\+?)(\d{2,})$/u.exec(input.token.text);
    if (!group || (group[1] === '' && !(group[2] ?? '').startsWith('0'))) return undefined;
    const groups = [group[0]];
    for (
      let by = 1;
      /^\d{3,}$/u.test(neighbour(input, by)?.text ?? '') &&
      spaceOnly(neighbour(input, by - 1)?.gapAfter ?? '');
      by++
    ) {
      groups.push(neighbour(input, by)?.text ?? '');
    }
    const digits = groups.join('').replace(/\D/gu, '').length;
    if (digits < 7) return undefined;
    return groups.map((text) => [
      ...(text.startsWith('+') ? ['plus'] : []),
      ...digitByDigit(text.replace(/\D/gu, ''), ENGLISH_NUMBERS),
    ]);
  },
};

/**
 * 1 000 000, 12 500: thousands separated by spaces. Every group is a displayed word, of which the first says all
 * but the last word.
 */
const grouped: Rule = {
  name: 'number',
  apply(input) {
    if (!/^[1-9]\d{0,2}$/u.test(input.token.text)) return undefined;
    const groups = [input.token.text];
    let isTight = false;
    for (let by = 1; /^\d{3}$/u.test(neighbour(input, by)?.text ?? ''); by++) {
      const gap = neighbour(input, by - 1)?.gapAfter ?? '';
      if (!/^[ \u00a0\u202f\u2009]$/u.test(gap)) break;
      isTight ||= gap !== ' ';
      groups.push(neighbour(input, by)?.text ?? '');
    }
    if (groups.length < 2 || !(isTight || groups.at(-1) === '000')) return undefined;
    const said = sayWhole(groups.join(''), input.locale);
    if (said.length < groups.length) return undefined;
    const first = said.length - groups.length + 1;
    return groups.map((_, i) => (i === 0 ? said.slice(0, first) : said.slice(first + i - 1, first + i)));
  },
};

/** 3/4, ½, 2½, and "2 1/3" with the whole number before. */
const fraction: Rule = {
  name: 'fraction',
  apply(input) {
    const sign = /^(\d*)([½¼¾⅓⅔⅕⅛⅜⅝⅞])$/u.exec(input.token.text);
    if (sign) {
      const part = (FRACTION_SIGNS[sign[2] ?? ''] ?? '').split(' ');
      return [
        sign[1] === '' ? withoutArticle(part) : [...sayWhole(sign[1] ?? '', input.locale), 'and', ...part],
      ];
    }
    if (
      /^(?:1\/2|½)$/u.test(input.token.text) &&
      /^(?:price|term|time|fare|way|past|dozen|board|marathon|mile|day)$/u.test(
        plainWord(neighbour(input, 1)),
      )
    )
      return [['half']];
    const match = /^(\d{1,3})[/⁄](\d{1,3})$/u.exec(input.token.text);
    if (!match) return undefined;
    const [, top = '', bottom = ''] = match;
    const isScore =
      marksOf(input).score &&
      (Number(bottom) >= 10 || /^(?:scored|got)$/u.test(plainWord(neighbour(input, -1)))) &&
      plainWord(neighbour(input, 1)) !== 'of';
    const ofThings =
      Number(bottom) % 10 === 0 &&
      spaceOnly(input.token.gapAfter) &&
      /^(?:people|children|pupils|students|adults|men|women|teenagers|households|voters|patients|dentists)$/u.test(
        neighbour(input, 1)?.text ?? '',
      );
    if (isScore || ofThings)
      return [[...sayWhole(top, input.locale), 'out', 'of', ...sayWhole(bottom, input.locale)]];
    if (/^(?:24\/7|50\/50|9\/11|7\/7)$/u.test(input.token.text))
      return [[...sayWhole(top, input.locale), ...sayWhole(bottom, input.locale)]];
    const afterWhole = /^\d+$/u.test(neighbour(input, -1)?.text ?? '') && spaceOnly(input.token.gapBefore);
    const isPart = Number(top) < Number(bottom) && Number(top) > 0;
    return [[...(afterWhole && isPart ? ['and'] : []), ...sayFraction(top, bottom, input.locale)]];
  },
};

/** 10–12, 3-5. */
const range: Rule = {
  name: 'range',
  apply({ token, locale }) {
    const said = sayRange(token.text, locale);
    return said && [said];
  },
};

/** 3:1, 10:20:5. */
const ratio: Rule = {
  name: 'ratio',
  apply({ token, locale }) {
    if (!/^\d+(?::\d+)+$/u.test(token.text)) return undefined;
    return [
      token.text.split(':').flatMap((part, i) => [...(i === 0 ? [] : ['to']), ...sayWhole(part, locale)]),
    ];
  },
};

/** "/10" and "__/20" of a mark. */
const outOf: Rule = {
  name: 'marks',
  apply({ token, locale }) {
    const blank = /^_{2,}\/(\d{1,3})$/u.exec(token.text)?.[1];
    if (blank !== undefined) return [['blank', 'out', 'of', ...sayWhole(blank, locale)]];
    const isMark = /^\d{1,3}$/u.test(token.text) && /(?:^|[\s([_])\/$/u.test(token.gapBefore);
    return isMark ? [['out', 'of', ...sayWhole(token.text, locale)]] : undefined;
  },
};

/** 24, 1,024, 3.5, -7, 007, and a possessive or plural of them. */
const plainNumber: Rule = {
  name: 'number',
  apply(input) {
    const match = /^(.*\d)([’']s|s)?$/u.exec(input.token.text);
    const number = readNumber(match?.[1] ?? '');
    if (!match || !number) return undefined;
    const said = sayNumber(number, input.locale);
    if (match[2] !== undefined)
      said.push(match[2] === 's' ? pluralOf(said.pop() ?? '') : `${said.pop() ?? ''}'s`);
    return [said];
  },
};

/** 1.2.3: numbers of sections, said with "point". */
const sectionNumber: Rule = {
  name: 'section number',
  apply({ token, locale }) {
    if (!/^\d{1,3}(?:\.\d{1,3}){2,}$/u.test(token.text)) return undefined;
    return [
      token.text.split('.').flatMap((part, i) => [...(i === 0 ? [] : ['point']), ...sayWhole(part, locale)]),
    ];
  },
};

export const numberRules: readonly Rule[] = [
  outOf,
  ordinal,
  grouped,
  phone,
  fraction,
  range,
  ratio,
  sectionNumber,
  plainNumber,
];

function withoutArticle(words: string[]): string[] {
  return words[0] === 'a' || words[0] === 'an' ? ['one', ...words.slice(1)] : words;
}
