import { AMERICAN_SPELLING, UNITS } from '../languages/englishWords.ts';
import type { Rule } from '../types.ts';
import { neighbour, spaceOnly } from './context.ts';
import { isMany, readNumber, sayNumber, sayRange } from './englishNumbers.ts';

const ATTACHED = /^([-−+]?[\d,.]*\d(?:[-–—][\d,.]*\d)?)(\p{L}[\p{L}µμ²³/⁻¹]*|[%‰]|°[CF]?)$/u;
/** Units that are words of their own where a space stands before them: "3in", but "3 in a row". */
const ONLY_ATTACHED: Readonly<Record<string, readonly [string, string]>> = { in: ['inch', 'inches'] };
const POWERS: Readonly<Record<string, string>> = { '²': 'square', '2': 'square', '³': 'cubic', '3': 'cubic' };

/** 5kg, 20°C, 7%, 12%. */
const attachedUnit: Rule = {
  name: 'number with unit',
  apply({ token, locale }) {
    const match = ATTACHED.exec(token.text);
    const amount = sayAmount(match?.[1] ?? '', locale);
    // "1st" is an ordinal, "1 st" a stone.
    if (!match || !amount || match[2] === 'st') return undefined;
    const own = ONLY_ATTACHED[match[2] ?? '']?.[amount.many ? 1 : 0];
    const unit = own === undefined ? sayUnit(match[2] ?? '', amount.many, locale) : [own];
    return unit === undefined ? undefined : [[...amount.said, ...unit]];
  },
};

/** 3.5 km/h, 20 °C, 5 m²: the unit is the next word. */
const spacedUnit: Rule = {
  name: 'number and unit',
  apply(input) {
    const amount = sayAmount(input.token.text, input.locale);
    const symbol = neighbour(input, 1)?.text;
    if (!amount || symbol === undefined || !spaceOnly(input.token.gapAfter)) return undefined;
    const unit = sayUnit(symbol, amount.many, input.locale);
    return unit === undefined ? undefined : [amount.said, unit];
  },
};

/** A compound unit without a number before it, as in "measured in km/h". */
const loneUnit: Rule = {
  name: 'unit',
  apply({ token, locale }) {
    const compound = /[/²³]|°[CF]$/u.test(token.text) && token.text.length > 1;
    const unit = compound ? sayUnit(token.text, true, locale) : undefined;
    return unit === undefined ? undefined : [unit];
  },
};

export const unitRules: readonly Rule[] = [attachedUnit, spacedUnit, loneUnit];

/** A number or a range of them, and whether what it counts is many. */
function sayAmount(text: string, locale: string): { said: string[]; many: boolean } | undefined {
  const number = readNumber(text);
  if (number) return { said: sayNumber(number, locale), many: isMany(number) };
  const range = sayRange(text, locale);
  return range && { said: range, many: true };
}

/** Says a unit symbol, also a power or a quotient of units ("g/cm³"); `undefined` if any part is not a unit. */
function sayUnit(symbol: string, many: boolean, locale: string): string[] | undefined {
  const [top = '', ...below] = symbol.split('/');
  const numerator = sayPower(top, many);
  const denominators = below.map((part) => sayPower(part, false));
  if (numerator === undefined || denominators.includes(undefined)) return undefined;
  const said = [numerator, ...denominators.map((unit) => `per ${unit ?? ''}`)].join(' ');
  const spelled = /^en-US/iu.test(locale)
    ? AMERICAN_SPELLING.reduce((text, [from, to]) => text.replace(from, to), said)
    : said;
  return spelled.split(' ');
}

function sayPower(symbol: string, many: boolean): string | undefined {
  const match = /^(.+?)([²³]|(?<=m)[23])?$/u.exec(symbol);
  // The micro sign and the Greek letter look alike.
  const forms = UNITS[(match?.[1] ?? '').replace('μ', 'µ')];
  if (!forms) return undefined;
  const power = POWERS[match?.[2] ?? ''];
  const unit = many ? forms[1] : forms[0];
  if (power === undefined) return unit;
  // Time is squared, space is square: metres per second squared, grams per square metre.
  return match?.[1] === 's' ? `${unit} ${power === 'square' ? 'squared' : 'cubed'}` : `${power} ${unit}`;
}
