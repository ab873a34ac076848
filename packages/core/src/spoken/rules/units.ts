import {
  AMERICAN_SPELLING,
  FRACTION_SIGNS,
  PREFIXED,
  PREFIXES,
  RAISED,
  TONNES,
  UNITS,
} from '../words/englishWords.ts';
import type { Rule, RuleInput } from '../types.ts';
import { neighbour, spaceOnly } from './context.ts';
import { isMany, readNumber, sayNumber, sayRange, sayWhole } from './englishNumbers.ts';
import { plain, sayPower } from './linear.ts';
import { marksOf } from './marks.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

const ATTACHED =
  /^([-−–+]?[\d,.]*\d(?:[-–—][\d,.]*\d)?|\d*[½¼¾⅓⅔⅛⅜⅝⅞])(\p{L}[\p{L}µμ²³/⁻¹⋅·☉⊕]*|[%‰℃℉]|°[CF]?)$/u;
/** Units that are words of their own where a space stands before them: "3in", but "3 in a row". */
const ONLY_ATTACHED: Readonly<Record<string, readonly [string, string]>> = lookupTable({
  in: ['inch', 'inches'],
  MP: ['megapixel', 'megapixels'],
});
const POWERS: Readonly<Record<string, string>> = lookupTable({
  '²': 'square',
  '2': 'square',
  '³': 'cubic',
  '3': 'cubic',
});

/** 5kg, 20°C, 7%, 12%, 250mA. */
const attachedUnit: Rule = {
  name: 'number with unit',
  apply(input) {
    const { token, locale } = input;
    const match = ATTACHED.exec(token.text);
    const amount = sayAmount(match?.[1] ?? '', locale);
    // "1st" is an ordinal, "1 st" a stone.
    if (!match || !amount || match[2] === 'st') return undefined;
    if (match[2] === 'm' && POPULATION.test(neighbours(input))) return [[...amount.said, 'million']];
    if (match[2] === 'm' && /\dh(?:rs?)?$/u.test(neighbour(input, -1)?.text ?? ''))
      return [[...amount.said, amount.many ? 'minutes' : 'minute']];
    const own = ONLY_ATTACHED[match[2] ?? '']?.[amount.many ? 1 : 0];
    const unit = own === undefined ? sayUnit(match[2] ?? '', amount.many, locale) : [own];
    return unit === undefined ? undefined : [join(amount.said, unit)];
  },
};

/** a 90° angle, a 180° turn: what is turned by so many degrees. */
const degreeOf: Rule = {
  name: 'number with unit',
  apply(input) {
    const degrees = /^(\d+)°$/u.exec(input.token.text)?.[1];
    const next = neighbour(input, 1)?.text ?? '';
    if (degrees === undefined || !/^(?:angles?|turns?|rotations?|bends?|clockwise turn)$/u.test(next))
      return undefined;
    return [[...sayWhole(degrees, input.locale), 'degree']];
  },
};

/** 4×400m, 2x250g: so many times a quantity. */
const multiple: Rule = {
  name: 'number with unit',
  apply(input) {
    const match = /^(\d+)[×x](\d[\d.,]*\p{L}+)$/u.exec(input.token.text);
    const said =
      match && attachedUnit.apply({ ...input, token: { ...input.token, text: match[2] ?? '' } })?.[0];
    return match && said ? [[...sayWhole(match[1] ?? '', input.locale), 'times', ...said]] : undefined;
  },
};

const POPULATION =
  /\b(?:pop|population|people|inhabitants|visitors|tourists|viewers|followers|downloads|users|sales)\b/iu;

function neighbours({ tokens }: RuleInput): string {
  return tokens.map(({ text }) => text).join(' ');
}

/** 10%–20%, 20°C–25°C, 5kg–10kg: two amounts with their units. */
const quantityRange: Rule = {
  name: 'range',
  apply(input) {
    const match = /^([^–-]*\d[^–-]*)[–-](\d[^–-]*)$/u.exec(input.token.text);
    if (!match) return undefined;
    const [from, to] = [match[1], match[2]].map(
      (text) => attachedUnit.apply({ ...input, token: { ...input.token, text: text ?? '' } })?.[0],
    );
    return from && to && [[...from, 'to', ...to]];
  },
};

/** 3.5 km/h, 20 °C, 5 m², 4.2 J/(g °C), 3 m s⁻², 3 fl oz: the unit is the next word, or more of them. */
const spacedUnit: Rule = {
  name: 'number and unit',
  apply(input) {
    const amount = sayAmount(input.token.text, input.locale) ?? powerOfTen(input);
    const symbol = neighbour(input, 1)?.text;
    if (!amount || symbol === undefined || !spaceOnly(input.token.gapAfter)) return undefined;
    const after = neighbour(input, 1)?.gapAfter ?? '';
    const next = neighbour(input, 2)?.text ?? '';
    if (symbol === 'fl' && next === 'oz') return [amount.said, ['fluid'], [amount.many ? 'ounces' : 'ounce']];
    if (symbol === 'in')
      return isInches(input) ? [amount.said, [amount.many ? 'inches' : 'inch']] : undefined;
    const power = SPELT_POWERS[symbol.toLowerCase().replace(/\.$/u, '')];
    if (power !== undefined && /^[.\s]+$/u.test(after)) {
      const length = LENGTHS.test(next) ? formsOf(next)?.[amount.many ? 1 : 0] : undefined;
      return length === undefined ? undefined : [amount.said, [power], [spelledFor(length, input.locale)]];
    }
    const divided = /^(.+)\/\((.+)$/u.exec(symbol);
    if (divided && /^\s+$/u.test(after)) {
      const [top, first, second] = [
        sayUnit(divided[1] ?? '', amount.many, input.locale),
        sayUnit(divided[2] ?? '', false, input.locale),
        sayUnit(next.replace(/\)$/u, ''), false, input.locale),
      ];
      return top && first && second
        ? [amount.said, [...top, 'per', ...first], ['per', ...second]]
        : undefined;
    }
    const named = marksOf(input).electric ? ELECTRICAL[symbol]?.[amount.many ? 1 : 0] : undefined;
    if (named !== undefined) return [amount.said, [named]];
    const products = unitsMultiplied(input, 1, amount.many);
    const inverses = inverseUnits(input, 2 + products.length);
    // What is counted is the last of the units that are multiplied: "five newton metres".
    const unit = sayUnit(symbol, amount.many && products.length === 0, input.locale);
    if (unit === undefined) return undefined;
    return [amount.said, leadsInto(amount.said, unit), ...products, ...inverses];
  },
};

/** "sq" and "cu" before a unit of length: "3 sq ft". */
const SPELT_POWERS: Readonly<Record<string, string>> = lookupTable({ sq: 'square', cu: 'cubic' });
const LENGTHS = /^(?:[cmk]?m|in|ft|yd|mi)$/u;

/**
 * Units whose symbol is one capital letter that mostly is something else: a class, a mark, a part. They are
 * read where the sentence speaks of what they measure.
 */
const ELECTRICAL: Readonly<Record<string, readonly [string, string]>> = lookupTable({
  C: ['coulomb', 'coulombs'],
  F: ['farad', 'farads'],
  H: ['henry', 'henries'],
  S: ['siemens', 'siemens'],
  T: ['tesla', 'tesla'],
});

const MULTIPLIED = /^(?:[NJW] m|kg m|[AC] [sm]|[VW] (?:s|h)|Pa s)$/u;

/** The units that follow the one at a place and multiply it: the m of "5 N m", of "6 kg m s⁻¹". */
function unitsMultiplied(input: RuleInput, at: number, many: boolean): string[][] {
  const symbol = neighbour(input, at);
  const next = neighbour(input, at + 1);
  if (!symbol || !next || !MULTIPLIED.test(`${symbol.text} ${next.text}`)) return [];
  // "5 W h" is as written; "5 kg m" is no unit but before another.
  if (symbol.text === 'kg' && !/^s⁻[¹²]$/u.test(neighbour(input, at + 2)?.text ?? '')) return [];
  const unit = /^[ \u00a0\u202f]$/u.test(symbol.gapAfter) && sayUnit(next.text, many, input.locale);
  return unit ? [unit] : [];
}

/** "5 in." at the end of a sentence, "5 in × 3 in", "5 in long": a measure; "5 in every 10" is none. */
function isInches(input: RuleInput): boolean {
  const next = neighbour(input, 2)?.text ?? '';
  const after = neighbour(input, 1)?.gapAfter ?? '';
  if (after.startsWith('.') && !/^\p{Ll}/u.test(next)) return true;
  if (/^(?:ft|foot|feet)$/u.test(neighbour(input, -1)?.text ?? '')) return true;
  return /^(?:×|x|by|long|wide|high|tall|deep|thick|across|apart|square)$/u.test(next) && spaceOnly(after);
}

/** The words s⁻¹, m⁻³ … that follow a unit: "per second", "per cubic metre". */
function inverseUnits(input: RuleInput, from: number): string[][] {
  const said: string[][] = [];
  for (let by = from; ; by++) {
    const match = /^(\p{L}{1,3})⁻([¹²³])$/u.exec(neighbour(input, by)?.text ?? '');
    const unit =
      match && sayUnit(`${match[1] ?? ''}${match[2] === '¹' ? '' : (match[2] ?? '')}`, false, input.locale);
    if (!unit || !/^[ \u00a0\u202f]$/u.test(neighbour(input, by - 1)?.gapAfter ?? '')) return said;
    said.push(['per', ...unit]);
  }
}

/** A compound unit without a number before it, as in "measured in km/h". */
const loneUnit: Rule = {
  name: 'unit',
  apply(input) {
    const { token, locale } = input;
    const before = neighbour(input, -1)?.text ?? '';
    if (before === '=') return undefined;
    const compound = /[/²³]|°[CF]$|⁻[¹²³]$/u.test(token.text) && token.text.length > 1;
    const unit =
      before === 'per'
        ? sayUnit(token.text, false, locale)
        : compound
          ? sayUnit(token.text, true, locale)
          : undefined;
    return unit === undefined ? undefined : [unit];
  },
};

/** 24-hr, 5-km, 2-min: the unit of what follows, always said for one. */
const hyphenUnit: Rule = {
  name: 'number with unit',
  apply({ token, locale }) {
    const match = /^(\d+(?:\.\d+)?)-(\p{L}{1,4})$/u.exec(token.text);
    const number = readNumber(match?.[1] ?? '');
    if (!match || !number || /^(?:a|t|s|h|in|st|to|of|by|or)$/u.test(match[2] ?? '')) return undefined;
    const unit = sayUnit(match[2] ?? '', false, locale);
    return unit === undefined ? undefined : [[...sayNumber(number, locale), ...unit]];
  },
};

/** The consumption "l/100 km" after its number: litres per one hundred kilometres. */
const consumption: Rule = {
  name: 'number and unit',
  apply(input) {
    const match = /^(.+)\/100(km)?$/u.exec(input.token.text);
    const isSpaced = match?.[2] === undefined;
    if (!match || (isSpaced && neighbour(input, 1)?.text !== 'km')) return undefined;
    const isMany = neighbour(input, -1)?.text !== '1';
    const top = sayUnit(match[1] ?? '', isMany, input.locale);
    const kilometres = sayUnit('km', true, input.locale);
    if (!top || !kilometres) return undefined;
    const hundred = [...top, 'per', ...sayWhole('100', input.locale)];
    return isSpaced ? [hundred, kilometres] : [[...hundred, ...kilometres]];
  },
};

/** 5' 3", 5′ 3″, 6″: feet and inches. */
const feet: Rule = {
  name: 'feet and inches',
  apply(input) {
    const { token, locale } = input;
    const inches = /^(\d+(?:\.\d+)?|\d*[½¼¾])″$/u.exec(token.text)?.[1];
    if (inches !== undefined) {
      const amount = sayAmount(inches, locale);
      return amount && [[...amount.said, amount.many ? 'inches' : 'inch']];
    }
    const alone = /^(\d+)$/u.exec(token.text)?.[1];
    const isTall = /^(?:tall|high|long|wide|deep|across|square|fence|ladder|pole|plank)$/u.test(
      neighbour(input, 1)?.text ?? '',
    );
    if (alone !== undefined && /^['’′]\s/u.test(token.gapAfter) && isTall)
      return [[...sayWhole(alone, locale), alone === '1' ? 'foot' : 'feet']];
    if (alone !== undefined && /^"(?:\s|$)/u.test(token.gapAfter) && hasOddQuotes(input))
      return [[...sayWhole(alone, locale), isTall ? 'inches' : 'inch']];
    const whole = /^(\d+)['’′](\d{1,2})[″”]?$/u.exec(token.text);
    if (whole && (/[″”]$/u.test(token.text) || /^["”]/u.test(token.gapAfter)))
      return [
        [
          ...sayWhole(whole[1] ?? '', locale), whole[1] === '1' ? 'foot' : 'feet', ...sayWhole(whole[2] ?? '', locale), whole[2] === '1' ? 'inch' : 'inches',
        ],
      ]; // prettier-ignore
    const next = neighbour(input, 1);
    const foot = /^(\d+)′?$/u.exec(token.text)?.[1];
    const part = /^(\d+)″?$/u.exec(next?.text ?? '')?.[1];
    if (foot === undefined || part === undefined || next === undefined) return undefined;
    const isFoot = token.text.endsWith('′') || /^['’]\s?$/u.test(token.gapAfter);
    const isInch = next.text.endsWith('″') || /^["”]/u.test(next.gapAfter);
    if (!isFoot || !isInch) return undefined;
    return [
      [...sayWhole(foot, locale), foot === '1' ? 'foot' : 'feet'],
      [...sayWhole(part, locale), part === '1' ? 'inch' : 'inches'],
    ];
  },
};

/** Whether a sentence has a straight quotation mark that opens nothing, since another one lacks. */
function hasOddQuotes({ tokens }: RuleInput): boolean {
  const gaps = tokens.map(({ gapBefore }) => gapBefore).join('') + (tokens.at(-1)?.gapAfter ?? '');
  return (gaps.match(/"/gu)?.length ?? 0) % 2 === 1;
}

export const unitRules: readonly Rule[] = [
  feet,
  degreeOf,
  multiple,
  attachedUnit,
  quantityRange,
  hyphenUnit,
  consumption,
  spacedUnit,
  loneUnit,
];

/** A number, a range of them or a fraction, and whether what it counts is many. */
function sayAmount(text: string, locale: string): { said: string[]; many: boolean } | undefined {
  const number = readNumber(text);
  if (number) return { said: sayNumber(number, locale), many: isMany(number) };
  const fraction = /^(\d*)([½¼¾⅓⅔⅛⅜⅝⅞])$/u.exec(text);
  if (fraction) {
    const part = (FRACTION_SIGNS[fraction[2] ?? ''] ?? '').split(' ');
    if (fraction[1] !== '')
      return { said: [...sayWhole(fraction[1] ?? '', locale), 'and', ...part], many: true };
    return { said: fraction[2] === '½' ? ['half', 'a'] : [...part, 'of', 'a'], many: false };
  }
  const range = sayRange(text, locale);
  return range && { said: range, many: true };
}

/** "× 10⁻³ m": the power of ten before a unit. */
function powerOfTen(input: RuleInput): { said: string[]; many: boolean } | undefined {
  const match = /^10([⁰¹²³⁴-⁹⁻]+)$/u.exec(input.token.text);
  const power = match && sayPower(plain(match[1] ?? '', RAISED), input.locale);
  return power ? { said: ['ten', ...power], many: true } : undefined;
}

/** "half a" before a vowel is "half an". */
function join(amount: readonly string[], unit: readonly string[]): string[] {
  const isBeforeVowel = amount.at(-1) === 'a' && /^(?:hour|[aeiou])/iu.test(unit[0] ?? '');
  return isBeforeVowel ? [...amount.slice(0, -1), 'an', ...unit] : [...amount, ...unit];
}

/** As {@link join}, where the unit is a word of its own: the article stays with the amount. */
function leadsInto(amount: string[], unit: readonly string[]): string[] {
  const joined = join(amount, unit);
  amount.splice(0, amount.length, ...joined.slice(0, amount.length));
  return [...unit];
}

/**
 * Says a unit symbol, also a power or a quotient of units ("g/cm³"); `undefined` if any part is not a unit.
 */
export function sayUnit(symbol: string, many: boolean, locale: string): string[] | undefined {
  const inverse = /^(m|km|cm)s⁻([12¹²])$/u.exec(symbol);
  if (inverse)
    return sayUnit(`${inverse[1] ?? ''}/s${/[2²]/u.test(inverse[2] ?? '') ? '²' : ''}`, many, locale);
  const [top = '', ...below] = symbol.split('/');
  const numerator = sayMultiplied(top, many);
  const denominators = below.map((part) => sayMultiplied(part, false));
  if (numerator === undefined || denominators.includes(undefined)) return undefined;
  const said = [numerator, ...denominators.map((unit) => `per ${unit ?? ''}`)].join(' ');
  return spelledFor(said, locale).split(' ');
}

/** Units as the reader's country spells them. */
function spelledFor(units: string, locale: string): string {
  return /^en-US/iu.test(locale)
    ? AMERICAN_SPELLING.reduce((text, [from, to]) => text.replace(from, to), units)
    : units;
}

/** "N·m" → "newton metres": the last one is counted. */
function sayMultiplied(symbol: string, many: boolean): string | undefined {
  const parts = symbol.split(/[⋅·]/u);
  const said = parts.map((part, i) => sayRaised(part, many && i === parts.length - 1));
  return said.includes(undefined) ? undefined : said.join(' ');
}

function sayRaised(symbol: string, many: boolean): string | undefined {
  const match = /^(.+?)([²³]|(?<=m)[23])?$/u.exec(symbol);
  const forms = formsOf(match?.[1] ?? '') ?? (match?.[2] ? ONLY_ATTACHED[match[1] ?? ''] : undefined);
  if (!forms) return undefined;
  const power = POWERS[match?.[2] ?? ''];
  const unit = many ? forms[1] : forms[0];
  if (power === undefined) return unit;
  // Time is squared, space is square: metres per second squared, grams per square metre.
  return match?.[1] === 's' ? `${unit} ${power === 'square' ? 'squared' : 'cubed'}` : `${power} ${unit}`;
}

/** A unit for one and for many, with or without a prefix of the SI. */
function formsOf(written: string): readonly [string, string] | undefined {
  // The micro sign and the Greek letter look alike, and so do the signs of the ohm.
  const symbol = written.replace('μ', 'µ').replace('\u2126', 'Ω');
  const known = UNITS[symbol] ?? TONNES[symbol];
  if (known) return known;
  const match = /^(da|[pnµmcdhkMGT])(.+)$/u.exec(symbol);
  const base = PREFIXED[match?.[2] ?? ''];
  const prefix = PREFIXES[match?.[1] ?? ''];
  if (!base || prefix === undefined) return undefined;
  // The vowel of the prefix falls before "ohm": kilohm, megohm (NIST SP 811, 9.3).
  const stem = base[0] === 'ohm' ? prefix.replace(/[oa]$/u, '') : prefix;
  return [stem + base[0], stem + base[1]];
}
