import type { SpokenWords } from '../../languages/language.ts';
import type { Rule, RuleInput } from '../types.ts';
import { neighbour, spaceOnly } from './context.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

/** The rules of a language that is given as data. Whole numbers stay figures, which its engine says. */
export function rulesOf(given: SpokenWords): readonly Rule[] {
  const data: SpokenWords = {
    ...given,
    fractions: lookupTable(given.fractions),
    units: lookupTable(given.units),
    currencies: lookupTable(given.currencies),
    abbreviations: lookupTable(given.abbreviations),
  };
  const grouping = data.decimal === ',' ? String.raw`\.` : ',';
  const WHOLE = String.raw`\d{1,3}(?:${grouping}\d{3})+|\d+`;
  const AMOUNT = String.raw`([-−–+])?(${WHOLE})(?:${data.decimal === ',' ? ',' : String.raw`\.`}(\d+))?`;
  const number = new RegExp(`^${AMOUNT}$`, 'u');
  const withUnit = new RegExp(`^${AMOUNT}(%|‰|°C?|[€£$]|\\p{L}[\\p{L}/²³]{0,4})$`, 'u');
  const beforeAmount = new RegExp(`^(R?[€£$])${AMOUNT}$`, 'u');
  const range = new RegExp(`^(${WHOLE})[-–](${WHOLE})([%])?$`, 'u');

  const whole = (digits: string) => digits.replace(/\D/gu, '');
  const say = (sign: string | undefined, digits: string, fraction: string | undefined): string[] => [
    ...(sign === undefined ? [] : [sign === '+' ? data.plus : data.minus]),
    whole(digits),
    ...(fraction === undefined ? [] : [data.point, ...figures(fraction)]),
  ];
  const figures = (fraction: string): string[] => {
    if (data.figuresApart) return [...fraction];
    const zeros = /^0+(?=[1-9])/u.exec(fraction)?.[0].length ?? 0;
    return [...Array.from({ length: zeros }, () => data.zero), fraction.slice(zeros)];
  };
  const isMany = (digits: string, fraction: string | undefined) =>
    whole(digits) !== '1' || fraction !== undefined;
  const unitOf = (symbol: string, many: boolean): string[] | undefined => {
    if (symbol === '%') return data.percent.split(' ');
    const forms = data.units[symbol] ?? data.currencies[symbol];
    return forms && (many ? forms[1] : forms[0]).split(' ');
  };
  const money = (
    digits: string,
    fraction: string | undefined,
    symbol: string,
    sign: string | undefined,
  ): string[] | undefined => {
    const forms = data.currencies[symbol];
    if (!forms) return undefined;
    const name = (isMany(digits, undefined) ? forms[1] : forms[0]).split(' ');
    const start = sign === undefined ? [] : [sign === '+' ? data.plus : data.minus];
    // "12,50 €": the hundredths follow the name.
    if (fraction?.length === 2)
      return [...start, whole(digits), ...name, ...(fraction === '00' ? [] : [fraction.replace(/^0/u, '')])];
    return [...say(sign, digits, fraction), ...(isMany(digits, fraction) ? forms[1] : forms[0]).split(' ')];
  };

  const rule = (
    name: string,
    apply: (input: RuleInput) => readonly (readonly string[])[] | undefined,
  ): Rule => ({ name, apply });
  return [
    rule('date in figures', ({ token }) => {
      const match = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})$/u.exec(token.text);
      const month = data.months[Number(match?.[2]) - 1];
      const day = Number(match?.[1]);
      if (!match || month === undefined || day < 1 || day > 31) return undefined;
      const of = data.of === undefined ? [] : [data.of];
      return [[...(data.days(day) ?? String(day)).split(' '), ...of, month, ...of, match[3] ?? '']];
    }),
    rule('day and month', (input) => {
      const match = /^(\d{1,2})\.?$/u.exec(input.token.text);
      const next = neighbour(input, 1)?.text.toLowerCase() ?? '';
      const isMonth = data.months.some((month) => month.toLowerCase() === next);
      const day = Number(match?.[1]);
      const said = match && isMonth && day >= 1 && day <= 31 ? data.days(day) : undefined;
      return said === undefined ? undefined : [said.split(' ')];
    }),
    rule('clock time', ({ token, ...rest }) => {
      const match = /^([01]?\d|2[0-4])[:h]([0-5]\d)h?$/u.exec(token.text);
      if (!match) return undefined;
      const said = data.clock(String(Number(match[1])), match[2] ?? '').filter((word) => word !== '');
      const next = rest.tokens[rest.index + 1]?.text.toLowerCase();
      // "14:30 Uhr": it is said once, between hour and minute.
      return next !== undefined &&
        spaceOnly(token.gapAfter) &&
        said.some((word) => word.toLowerCase() === next) &&
        /^(?:uhr|uur|horas)$/u.test(next)
        ? [
            said
              .slice(
                0,
                said.findIndex((word) => word.toLowerCase() === next),
              )
              .concat([]),
            said.slice(said.findIndex((word) => word.toLowerCase() === next)),
          ]
        : [said];
    }),
    rule('money', ({ token }) => {
      const match = beforeAmount.exec(token.text);
      const said = match && money(match[3] ?? '', match[4], match[1] ?? '', match[2]);
      return said ? [said] : undefined;
    }),
    rule('number with unit', ({ token }) => {
      const match = withUnit.exec(token.text);
      if (!match) return undefined;
      const [, sign, digits = '', fraction, symbol = ''] = match;
      const amount = money(digits, fraction, symbol, sign);
      if (amount) return [amount];
      const unit = unitOf(symbol, isMany(digits, fraction));
      return unit && [[...say(sign, digits, fraction), ...unit]];
    }),
    rule('number and unit', (input) => {
      const match = number.exec(input.token.text);
      const symbol = neighbour(input, 1)?.text ?? '';
      if (!match || !spaceOnly(input.token.gapAfter)) return undefined;
      const [, sign, digits = '', fraction] = match;
      const amount = money(digits, fraction, symbol, sign);
      if (amount) {
        const named = amount.findIndex(
          (word) => /^\p{L}/u.test(word) && word !== data.minus && word !== data.plus && word !== data.point,
        );
        return named > 0 ? [amount.slice(0, named), amount.slice(named)] : undefined;
      }
      const unit = unitOf(symbol, isMany(digits, fraction));
      return unit && [say(sign, digits, fraction), unit];
    }),
    rule('fraction', ({ token }) => {
      const said = data.fractions[SIGNS[token.text] ?? token.text.replace('⁄', '/')];
      return said === undefined ? undefined : [said.split(' ')];
    }),
    rule('range', ({ token }) => {
      const match = range.exec(token.text);
      if (!match) return undefined;
      return [
        [
          whole(match[1] ?? ''),
          data.to,
          whole(match[2] ?? ''),
          ...(match[3] === undefined ? [] : data.percent.split(' ')),
        ],
      ];
    }),
    rule('number', ({ token }) => {
      const match = number.exec(token.text);
      // A leading nought is part of a code or a telephone number: figure by figure.
      if (/^0\d+$/u.test(token.text)) return [[...token.text]];
      return match ? [say(match[1], match[2] ?? '', match[3])] : undefined;
    }),
    rule('abbreviation', ({ token }) => {
      const key = token.text.toLowerCase().replace(/\.$/u, '');
      const said = data.abbreviations[key];
      const isMarked = token.gapAfter.startsWith('.') || token.text.includes('.');
      return said !== undefined && isMarked ? [said.split(' ')] : undefined;
    }),
    rule('symbol', (input) => {
      const said = signOf(input.token.text, data);
      return said === undefined ? undefined : [said.split(' ')];
    }),
  ];
}

const SIGNS: Readonly<Record<string, string>> = lookupTable({
  '½': '1/2',
  '⅓': '1/3',
  '⅔': '2/3',
  '¼': '1/4',
  '¾': '3/4',
  '⅕': '1/5',
  '⅛': '1/8',
});

function signOf(text: string, data: SpokenWords): string | undefined {
  const said = lookupTable({
    '+': data.plus, '-': data.minus, '−': data.minus, '–': data.minus, '=': data.equals, '×': data.times, '·': data.times, '*': data.times, '÷': data.dividedBy, ':': data.dividedBy, '<': data.lessThan, '>': data.greaterThan, '%': data.percent,
  }); // prettier-ignore
  return said[text];
}
