import * as english from './words/englishWords.ts';
import { ENGLISH_NUMBERS } from './words/englishWords.ts';
import { sayUnit } from './rules/units.ts';

/** Prefixes that only lengths, weights, volumes and pressures take. */
const EVERYDAY_PREFIX = /^(?:centi|deci|deca|hecto)$/u;
const EVERYDAY_UNIT = /^(?:m|g|l|Pa)$/u;

/**
 * Every word that the rules of English can say for figures, signs, units, money, months, elements and
 * abbreviations, in small letters and in order; single letters, which are said by their names, are not among
 * them.
 */
export function ruleVocabulary(): string[] {
  const prefixed = Object.entries(english.PREFIXES).flatMap(([sign, prefix]) =>
    Object.keys(english.PREFIXED)
      .filter((unit) => !EVERYDAY_PREFIX.test(prefix) || EVERYDAY_UNIT.test(unit))
      .flatMap((unit) => [false, true].flatMap((many) => sayUnit(sign + unit, many, 'en-GB') ?? [])),
  );
  const ordinals = ENGLISH_NUMBERS.units
    .concat(ENGLISH_NUMBERS.tens)
    .map((word) => english.IRREGULAR_ORDINALS[word] ?? `${word.trim().replace(/y$/u, 'ie')}th`);
  const money = [...Object.values(english.CURRENCIES), ...Object.values(english.NAMED_CURRENCIES)].flatMap(
    ({ one, many, centOne, centMany }) => [one, many, centOne, centMany],
  );
  const said = [
    ...Object.values(english.UNITS).flat(),
    ...prefixed,
    ...Object.values(english.SYMBOLS),
    ...Object.values(english.FRACTION_SIGNS),
    ...Object.values(english.MAGNITUDES),
    ...Object.values(english.ELEMENT_NAMES),
    ...Object.values(english.ABBREVIATIONS),
    ...Object.values(english.BEFORE_NUMBER),
    ...Object.values(english.WEEKDAYS),
    ...english.MONTHS,
    ...ENGLISH_NUMBERS.units,
    ...ENGLISH_NUMBERS.tens,
    ...ENGLISH_NUMBERS.scales,
    ...ordinals,
    ...money,
    ...[ENGLISH_NUMBERS.hundred, ENGLISH_NUMBERS.minus, ENGLISH_NUMBERS.point, ENGLISH_NUMBERS.and],
  ];
  const words = said.flatMap((phrase) => phrase.toLowerCase().match(/\p{L}{2,}/gu) ?? []);
  return [...new Set(words)].sort();
}
