import { neighbour, spaceOnly } from '../rules/context.ts';
import type { Rule, RuleInput } from '../types.ts';
import { romanValue } from '../rules/romanNumerals.ts';
import { frenchCardinal } from './frenchNumbers.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

const MONTHS = new Set(
  'janvier février mars avril mai juin juillet août septembre octobre novembre décembre'.split(' '),
);
const MONTH_LIST = [...MONTHS];
const NUMBER = /^([-−–])?(\d+)(?:,(\d+))?$/u;
const UNITS: Readonly<Record<string, readonly [string, string]>> = lookupTable({
  '%': ['pour cent', 'pour cent'], '€': ['euro', 'euros'], km: ['kilomètre', 'kilomètres'], m: ['mètre', 'mètres'], cm: ['centimètre', 'centimètres'], mm: ['millimètre', 'millimètres'],
  kg: ['kilogramme', 'kilogrammes'], g: ['gramme', 'grammes'], l: ['litre', 'litres'], h: ['heure', 'heures'], min: ['minute', 'minutes'], s: ['seconde', 'secondes'],
  '°C': ['degré Celsius', 'degrés Celsius'], '°': ['degré', 'degrés'], 'km/h': ['kilomètre à l\'heure', 'kilomètres à l\'heure'],
}); // prettier-ignore
const ABBREVIATIONS: Readonly<Record<string, string>> = lookupTable({
  m: 'monsieur',
  mm: 'messieurs',
  mme: 'madame',
  mmes: 'mesdames',
  mlle: 'mademoiselle',
  dr: 'docteur',
  etc: 'et cetera',
});

/** 3,5 and −7; "virgule" before each further figure, a leading nought said by itself. */
function sayNumber(text: string): string[] | undefined {
  const match = NUMBER.exec(text);
  if (!match) return undefined;
  const [, sign, whole = '', fraction] = match;
  const zeros = /^0+(?=[1-9])/u.exec(fraction ?? '')?.[0].length ?? 0;
  const decimals =
    fraction === undefined
      ? []
      : ['virgule', ...Array.from({ length: zeros }, () => 'zéro'), ...frenchCardinal(fraction)];
  return [...(sign === undefined ? [] : ['moins']), ...frenchCardinal(whole), ...decimals];
}

/** Whole numbers separated by spaces: "12 000". */
function groupedNumber(input: RuleInput): { digits: string; taken: number } | undefined {
  if (!/^\d{1,3}$/u.test(input.token.text)) return undefined;
  let digits = input.token.text;
  let taken = 1;
  while (
    /^\d{3}$/u.test(neighbour(input, taken)?.text ?? '') &&
    /^[ \u00a0\u202f]$/u.test(neighbour(input, taken - 1)?.gapAfter ?? '')
  ) {
    digits += neighbour(input, taken)?.text ?? '';
    taken += 1;
  }
  return taken > 1 ? { digits, taken } : undefined;
}

const grouped: Rule = {
  name: 'nombre',
  apply(input) {
    const number = groupedNumber(input);
    if (!number) return undefined;
    const words = frenchCardinal(number.digits);
    // Every group is a displayed word of its own: the first says the thousands, the last what is left.
    return Array.from({ length: number.taken }, (_, i) => {
      const from = Math.min(Math.floor((i * words.length) / number.taken), words.length - 1);
      const to =
        i === number.taken - 1
          ? words.length
          : Math.max(Math.floor(((i + 1) * words.length) / number.taken), from + 1);
      return words.slice(from, to);
    });
  },
};

/** 12/05/2024: le douze mai deux mille vingt quatre. */
const numericDate: Rule = {
  name: 'date en chiffres',
  apply(input) {
    const match = /^(\d{1,2})[/.](\d{1,2})[/.](\d{4})$/u.exec(input.token.text);
    const month = MONTH_LIST[Number(match?.[2]) - 1];
    if (!match || month === undefined || Number(match[1]) < 1 || Number(match[1]) > 31) return undefined;
    const hasArticle = /^(?:le|du|au|ce|dès)$/iu.test(neighbour(input, -1)?.text ?? '');
    return [
      [...(hasArticle ? [] : ['le']), ...sayDay(match[1] ?? ''), month, ...frenchCardinal(match[3] ?? '')],
    ];
  },
};

/** 1er mai, 14 mars. */
const dayMonth: Rule = {
  name: 'jour et mois',
  apply(input) {
    const day = /^(\d{1,2})(?:er)?$/u.exec(input.token.text)?.[1];
    if (day === undefined || !MONTHS.has((neighbour(input, 1)?.text ?? '').toLowerCase())) return undefined;
    return [sayDay(day)];
  },
};

/** 14h30, 14 h 30 and 9h. */
const clockTime: Rule = {
  name: 'heure',
  apply(input) {
    const match = /^(\d{1,2})h(\d{2})?$/u.exec(input.token.text);
    if (!match || Number(match[1]) > 24) return undefined;
    const hours = [
      ...feminine(frenchCardinal(match[1] ?? '')),
      match[1] === '1' || match[1] === '01' ? 'heure' : 'heures',
    ];
    return [match[2] === undefined || match[2] === '00' ? hours : [...hours, ...frenchCardinal(match[2])]];
  },
};

/** 1er, 1re, 2e. */
const ordinal: Rule = {
  name: 'ordinal',
  apply({ token }) {
    const match = /^(\d+)(er|re|ère|e|ème)$/u.exec(token.text);
    if (!match) return undefined;
    if (match[1] === '1') return [[match[2] === 'er' ? 'premier' : 'première']];
    const words = frenchCardinal(match[1] ?? '');
    return [[...words.slice(0, -1), ordinalOf(words.at(-1) ?? '')]];
  },
};

/** 3,50 €, 5 %, 12 km, 20°C. */
const quantity: Rule = {
  name: 'nombre avec unité',
  apply(input) {
    const attached = /^([-−–]?\d+(?:,\d+)?)([%€°\p{L}][\p{L}/]*)$/u.exec(input.token.text);
    const number = sayNumber(attached?.[1] ?? input.token.text);
    const symbol = attached?.[2] ?? neighbour(input, 1)?.text ?? '';
    const unit = UNITS[symbol];
    if (!number || !unit || (!attached && !spaceOnly(input.token.gapAfter))) return undefined;
    const cents = symbol === '€' ? /^(\d+),(\d{2})$/u.exec(attached?.[1] ?? input.token.text) : null;
    const many = !/^[-−]?[01](?:,|$)/u.test(attached?.[1] ?? input.token.text);
    const said = cents ? frenchCardinal(cents[1] ?? '') : number;
    const rest = cents && cents[2] !== '00' ? frenchCardinal(cents[2] ?? '') : [];
    const named = [...(many ? unit[1] : unit[0]).split(' '), ...rest];
    return attached ? [[...said, ...named]] : [said, named];
  },
};

const plainNumber: Rule = {
  name: 'nombre',
  apply({ token }) {
    const said = sayNumber(token.text);
    return said && [said];
  },
};

const abbreviation: Rule = {
  name: 'abbreviation',
  apply({ token }) {
    const said = Object.hasOwn(ABBREVIATIONS, token.text.toLowerCase())
      ? ABBREVIATIONS[token.text.toLowerCase()]
      : undefined;
    const isTitle = /^\p{Lu}/u.test(token.text) || token.text === 'etc';
    return said !== undefined && isTitle && (token.text.length > 1 || token.gapAfter.startsWith('.'))
      ? [said.split(' ')]
      : undefined;
  },
};

/** XIXe, XXIe, Ier: centuries and rulers. */
const romanOrdinal: Rule = {
  name: 'ordinal',
  apply({ token }) {
    const match = /^([IVX]+)(er|re|e|ème)$/u.exec(token.text);
    const value = romanValue(match?.[1] ?? '');
    if (!match || value === undefined) return undefined;
    if (value === 1) return [[match[2] === 're' ? 'première' : 'premier']];
    const words = frenchCardinal(String(value));
    return [[...words.slice(0, -1), ordinalOf(words.at(-1) ?? '')]];
  },
};

/** p. 3, pp. 3-7, 3–7. */
const range: Rule = {
  name: 'intervalle',
  apply({ token }) {
    const match = /^(\d+)[-–](\d+)$/u.exec(token.text);
    return match ? [[...frenchCardinal(match[1] ?? ''), 'à', ...frenchCardinal(match[2] ?? '')]] : undefined;
  },
};

const page: Rule = {
  name: 'abbreviation',
  apply(input) {
    const said = { p: 'page', pp: 'pages', chap: 'chapitre', fig: 'figure', vol: 'volume', n: 'numéro' }[
      input.token.text.toLowerCase()
    ];
    const next = neighbour(input, 1)?.text ?? '';
    return said !== undefined && /^\.\s*$/u.test(input.token.gapAfter) && /^\d/u.test(next)
      ? [[said]]
      : undefined;
  },
};

// prettier-ignore
const SIGNS = lookupTable({ '+': 'plus', '-': 'moins', '−': 'moins', '–': 'moins', '=': 'égale', '×': 'fois', '*': 'fois', '÷': 'divisé par', '<': 'inférieur à', '>': 'supérieur à', '1/2': 'un demi', '½': 'un demi', '1/3': 'un tiers', '2/3': 'deux tiers', '1/4': 'un quart', '¼': 'un quart', '3/4': 'trois quarts', '¾': 'trois quarts' });

/** Signs between numbers, and simple fractions. */
const sign: Rule = {
  name: 'symbole',
  apply(input) {
    const said = SIGNS[input.token.text];
    return said === undefined ? undefined : [said.split(' ')];
  },
};

/** The rules of French in the order they are tried. */
export const frenchRules: readonly Rule[] = [
  grouped,
  numericDate,
  dayMonth,
  clockTime,
  ordinal,
  quantity,
  plainNumber,
  romanOrdinal,
  range,
  page,
  sign,
  abbreviation,
];

function sayDay(day: string): string[] {
  return Number(day) === 1 ? ['premier'] : frenchCardinal(day);
}

function feminine(words: string[]): string[] {
  return words.at(-1) === 'un' ? [...words.slice(0, -1), 'une'] : words;
}

function ordinalOf(word: string): string {
  if (word === 'cinq') return 'cinquième';
  if (word === 'neuf') return 'neuvième';
  return `${word.replace(/(?:e|s(?<=vingts|cents))$/u, '')}ième`;
}
