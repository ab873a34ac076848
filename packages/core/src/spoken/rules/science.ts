import { ELEMENTS, ENGLISH_NUMBERS, LOWERED, RAISED } from '../languages/englishWords.ts';
import { digitByDigit } from '../numbers.ts';
import type { Rule } from '../types.ts';
import { readNumber, sayNumber, sayWhole } from './englishNumbers.ts';

const PLAIN_SIGNS = '0123456789-+';

/** H2O, CO₂, NaCl, Ca(OH)2: letters and numbers; a formula has a figure or more than one element with a two-letter symbol among them. */
const formula: Rule = {
  name: 'chemical formula',
  apply({ token, locale }) {
    const text = lowered(token.text);
    if (!/^(?:[A-Z][a-z]?\d*|\((?:[A-Z][a-z]?\d*)+\)\d*)+$/u.test(text)) return undefined;
    if (/^[A-Z]+s$/u.test(text)) return undefined;
    const parts = text.match(/[A-Z][a-z]?|\d+/gu) ?? [];
    const symbols = parts.filter((part) => !/\d/u.test(part));
    const hasFigure = symbols.length !== parts.length;
    if (!symbols.every((symbol) => ELEMENTS.has(symbol))) return undefined;
    if (
      symbols.length < 2
        ? !LOWERED_FIGURE.test(token.text)
        : !hasFigure && !symbols.some((symbol) => symbol.length === 2)
    )
      return undefined;
    return [parts.flatMap((part) => (/\d/u.test(part) ? sayWhole(part, locale) : [...part.toUpperCase()]))];
  },
};

/** 10⁶, 10^6, 3×10⁻⁴, 5², x³, x₁. */
const power: Rule = {
  name: 'power',
  apply({ token, locale }) {
    const match = /^(?:([\d.,]*\d)[×x])?([\d.,]*\d|\p{L})(?:\^([-−]?\d+)|([⁰¹²³⁴⁵⁶⁷⁸⁹⁻⁺]+))$/u.exec(
      token.text,
    );
    if (!match) return undefined;
    const [, factor, base = '', caret, raised] = match;
    const exponent = (caret ?? plainFigures(raised ?? '', RAISED)).replace('−', '-');
    const number = readNumber(base);
    const said = number ? sayNumber(number, locale) : [base.toUpperCase()];
    const first = readNumber(factor ?? '');
    return [
      [...(first ? [...sayNumber(first, locale), 'times'] : []), ...said, ...sayExponent(exponent, locale)],
    ];
  },
};

/** x₁, v₀: a letter with a lowered figure. */
const index: Rule = {
  name: 'index',
  apply({ token, locale }) {
    const match = /^(\p{L})([₀₁₂₃₄₅₆₇₈₉]+)$/u.exec(token.text);
    return match
      ? [[(match[1] ?? '').toUpperCase(), ...sayWhole(plainFigures(match[2] ?? '', LOWERED), locale)]]
      : undefined;
  },
};

/** 978-0-306-40615-7: long numbers parted by hyphens, digit by digit. */
const code: Rule = {
  name: 'code',
  apply({ token }) {
    if (!/^\d+(?:-\d+){2,}$/u.test(token.text) || token.text.replace(/\D/gu, '').length < 9) return undefined;
    return [digitByDigit(token.text.replace(/\D/gu, ''), ENGLISH_NUMBERS)];
  },
};

/** v2.1 */
const version: Rule = {
  name: 'version',
  apply({ token, locale }) {
    const match = /^[vV](\d+(?:\.\d+)*)$/u.exec(token.text);
    if (!match) return undefined;
    return [
      [
        'version',
        ...(match[1] ?? '')
          .split('.')
          .flatMap((part, i) => [...(i === 0 ? [] : ['point']), ...sayWhole(part, locale)]),
      ],
    ];
  },
};

export const scienceRules: readonly Rule[] = [formula, power, index, code, version];

const LOWERED_FIGURE = /[₀₁₂₃₄₅₆₇₈₉]/u;

function sayExponent(exponent: string, locale: string): string[] {
  if (exponent === '2') return ['squared'];
  if (exponent === '3') return ['cubed'];
  const number = readNumber(exponent);
  return number ? ['to', 'the', 'power', 'of', ...sayNumber(number, locale)] : [];
}

function lowered(text: string): string {
  return plainFigures(text, LOWERED);
}

function plainFigures(text: string, figures: string): string {
  return [...text]
    .map((sign) => (figures.includes(sign) ? (PLAIN_SIGNS[figures.indexOf(sign)] ?? sign) : sign))
    .join('');
}
