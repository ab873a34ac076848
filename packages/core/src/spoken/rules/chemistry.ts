import { ELEMENT_NAMES, ELEMENTS, FRACTION_SIGNS, LOWERED, RAISED } from '../words/englishWords.ts';
import type { Rule, RuleInput } from '../types.ts';
import { sayWhole } from './englishNumbers.ts';
import { marksOf } from './marks.ts';
import { plain } from './linear.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

const STATES: Readonly<Record<string, string>> = lookupTable({
  s: 'solid',
  l: 'liquid',
  g: 'gas',
  aq: 'aqueous',
});

const GROUP = String.raw`(?:[A-Z][a-z]?[\d₀-₉]*|[(\[](?:[A-Z][a-z]?[\d₀-₉]*)+[)\]][\d₀-₉]*)`;
const FORMULA = new RegExp(
  String.raw`^(\d*[½¼¾⅓⅔]?)(${GROUP}+(?:[·•.]\d*${GROUP}+)*)([⁰¹²³⁴-⁹]*[⁺⁻]|\d?[+−]|\^\d?[+−-])?(?:\((s|l|g|aq)\)?)?$`,
  'u',
);

/** H2O, 2H₂O, NaCl(aq), Ca(OH)2, SO₄²⁻, Mg2+, CuSO₄·5H₂O. */
const formula: Rule = {
  name: 'chemical formula',
  apply(input) {
    const { text } = input.token;
    const match = FORMULA.exec(text);
    if (!match) return undefined;
    const [, coefficient = '', body = '', charge, state] = match;
    const symbols = body.match(/[A-Z][a-z]?/gu) ?? [];
    if (!symbols.every((symbol) => ELEMENTS.has(symbol))) return undefined;
    if (!isFormula(input, { text, body, symbols, coefficient, charge, state })) return undefined;
    return [
      [
        ...(coefficient === '' ? [] : sayCoefficient(coefficient, input.locale)),
        ...sayBody(body, input.locale),
        ...(charge === undefined ? [] : sayCharge(charge, input.locale)),
        ...(state === undefined ? [] : [STATES[state] ?? '']),
      ],
    ];
  },
};

/** Fe²⁺/Fe³⁺: two formulae with a stroke between. */
const pair: Rule = {
  name: 'chemical formula',
  apply(input) {
    const parts = input.token.text.split('/');
    if (parts.length !== 2 || !/[⁺⁻₀-₉]/u.test(input.token.text)) return undefined;
    const said = parts.map((text) => formula.apply({ ...input, token: { ...input.token, text } })?.[0]);
    return said[0] && said[1] ? [[...said[0], ...said[1]]] : undefined;
  },
};

/** ²³⁵U, ¹⁴C: the element and its mass number, which by name is said as two figures or more. */
const isotope: Rule = {
  name: 'isotope',
  apply({ token, locale }) {
    const match = /^([⁰¹²³⁴-⁹]{1,3})(?:[₀-₉]{1,3})?([A-Z][a-z]?)$/u.exec(token.text);
    const name = ELEMENT_NAMES[match?.[2] ?? ''];
    if (!match || name === undefined) return undefined;
    const mass = plain(match[1] ?? '', RAISED);
    const figures =
      mass.length === 3 ? [...mass].flatMap((figure) => sayWhole(figure, locale)) : sayWhole(mass, locale);
    return [[name, ...figures]];
  },
};

export const chemistryRules: readonly Rule[] = [isotope, formula, pair];

interface FormulaParts {
  readonly text: string;
  readonly body: string;
  readonly symbols: readonly string[];
  readonly coefficient: string;
  readonly charge: string | undefined;
  readonly state: string | undefined;
}

/**
 * Whether letters that could be symbols of elements are: a word in capitals is none, nor is a class ("4B").
 */
function isFormula(
  input: RuleInput,
  { text, body, symbols, coefficient, charge, state }: FormulaParts,
): boolean {
  if (/^[A-Z]+s$|^WW[12]$/u.test(text)) return false;
  if (marksOf(input).reaction) return true;
  const raisedCharge = charge !== undefined && /[⁺⁻]/u.test(charge);
  if (/[₀-₉]/u.test(body) || raisedCharge || (state !== undefined && text.includes('('))) return true;
  if (charge !== undefined) return symbols.some((symbol) => symbol.length === 2) && /\d[+−-]/u.test(text);
  if (coefficient !== '' && !/\d/u.test(body)) return false;
  if (symbols.length < 2) return false;
  return /\d/u.test(body) || symbols.some((symbol) => symbol.length === 2);
}

function sayCoefficient(text: string, locale: string): string[] {
  const part = FRACTION_SIGNS[text.at(-1) ?? ''];
  if (part === undefined) return sayWhole(text, locale);
  const whole = text.slice(0, -1);
  return whole === ''
    ? part.replace(/^an? /u, 'one ').split(' ')
    : [...sayWhole(whole, locale), 'and', ...part.split(' ')];
}

function sayBody(body: string, locale: string): string[] {
  return (plain(body, LOWERED).match(/[A-Z][a-z]?|\d+|[·•.]/gu) ?? []).flatMap((part) =>
    /^\d/u.test(part) ? sayWhole(part, locale) : /^[·•.]$/u.test(part) ? ['dot'] : [...part.toUpperCase()],
  );
}

function sayCharge(charge: string, locale: string): string[] {
  const written = plain(charge, RAISED).replace('^', '').replace('−', '-');
  const figures = written.replace(/\D/gu, '');
  return [...(figures === '' ? [] : sayWhole(figures, locale)), written.includes('-') ? 'minus' : 'plus'];
}
