import { describe, expect, test } from 'vitest';
import cldrUnits from './cldrUnits.json' with { type: 'json' };
import { expandSentence } from './expand.ts';

/** Dates, units and currencies as the Unicode CLDR has them, through Intl. */
const say = (text: string, locale = 'en-GB') =>
  expandSentence(text, locale)
    .map(({ spoken }) => spoken.join(' '))
    .join(' ');

/** Short forms that cannot be told from something likelier in a handout, or that no handout has. */
const NOT_READ = new Set([
  'foot narrow', // 3′ may be minutes of arc
  'inch narrow',
  'inch short', // "3 in" is mostly followed by "the"
  'minute narrow', // 3m is three metres
  'month narrow',
  'stone narrow', // 3st is an ordinal's slip
  'day narrow', // single letters
  'week narrow',
  'year narrow',
  'byte narrow',
  'fluid-ounce short', // the American ones carry their country
  'fluid-ounce narrow',
  'gallon short',
  'gallon narrow',
  'mile-scandinavian short',
  'mile-scandinavian narrow',
]);

describe.each(Intl.supportedValuesOf('unit'))('unit %s', (unit) => {
  test.each(['short', 'narrow'] as const)('as %s', (unitDisplay) => {
    if (NOT_READ.has(`${unit} ${unitDisplay}`)) return;
    for (const amount of [1, 3]) {
      const write = (display: 'short' | 'narrow' | 'long') =>
        new Intl.NumberFormat('en-GB', { style: 'unit', unit, unitDisplay: display }).format(amount);
      expect(say(write(unitDisplay)), write(unitDisplay)).toBe(say(write('long')));
    }
  });
});

/** Units of the CLDR that are said otherwise here, or not by a rule, with the reason. */
const OTHERWISE: Readonly<Record<string, string>> = {
  'acceleration-g-force': 'a capital G alone is a letter',
  'area-dunam': 'not abbreviated',
  'concentr-part': 'not abbreviated',
  'concentr-ofglucose': 'not abbreviated in schools',
  'consumption-mile-per-gallon': 'the country is said after it, as written',
  'duration-century': 'c is circa, or a variable',
  'duration-decade': 'December',
  'duration-quarter': 'quarters of a year are named in business only',
  'electric-ampere': 'amps, as teachers say',
  'electric-milliampere': 'amps, as teachers say',
  'energy-foodcalorie': 'the capital is not heard',
  'graphics-em': 'not abbreviated',
  'graphics-pixel-per-centimeter': 'not used in schools',
  'graphics-dot-per-centimeter': 'not used in schools',
  'length-earth-radius': 'Earth with a capital',
  'length-picometer': '3 pm is a time',
  'graphics-megapixel': 'an MP sits in parliament; 12MP in one is read',
  'length-inch': '3 in is mostly followed by "the"',
  'length-mile-scandinavian': 'not used in schools',
  'length-point': 'pt is a pint',
  'mass-ton': 'not abbreviated in British English',
  'mass-ounce-troy': 'not used in schools',
  'mass-grain': 'gr is a grade, a group, a gram',
  'pressure-ofhg': 'no unit',
  'pressure-pound-force-per-square-inch': 'pounds per square inch, as teachers say',
  'pressure-bar': 'three bar',
  'speed-beaufort': 'B is a letter',
  'temperature-generic': 'degrees, as of angles',
  'torque-pound-force-foot': 'not used in schools',
  'force-kilogram-force': 'kilograms of force, as pounds of force',
  'volume-acre-foot': 'not used in schools',
  'magnetic-tesla': 'tesla for many, as teachers say',
  'electric-henry': 'henries (CLDR: henrys)',
  'temperature-rankine': 'not used in schools',
  'angle-arc-minute': 'two words',
  'angle-arc-second': 'two words',
};
const FOREIGN =
  /-jp$|metric$|imperial$|-it$|^volume-(?:gallon|quart|cup|fluid-ounce|dessert-spoon|shaku)$|gasoline|permyriad|rod$|chain$|slug$|fortnight$/u;
/** One capital letter that needs a sentence that speaks of what it measures. */
const NEEDS_SENTENCE = new Set(['electric-coulomb', 'electric-farad', 'electric-siemens']);

describe('units of the CLDR (cldr-units-full, en-GB)', () => {
  test.each(Object.entries(cldrUnits).filter(([unit]) => !(unit in OTHERWISE) && !FOREIGN.test(unit)))(
    '%s',
    (unit, [one, inFull, three, allInFull]) => {
      const context = NEEDS_SENTENCE.has(unit) ? 'A capacitor: ' : '';
      expect(say(`${context}${one ?? ''}`)).toBe(say(`${context}${inFull ?? ''}`));
      expect(say(`${context}${three ?? ''}`)).toBe(say(`${context}${allInFull ?? ''}`));
    },
  );
});

describe.each(['GBP', 'USD', 'EUR', 'JPY', 'INR', 'CHF', 'PLN', 'CNY', 'KRW', 'AUD', 'CAD', 'NZD', 'HKD', 'SEK', 'NOK', 'DKK'])('%s', (currency) => {
  test('is said with the last word of its name', () => {
    for (const amount of [1, 3]) {
      const written = new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(amount);
      const name = new Intl.NumberFormat('en-GB', { style: 'currency', currency, currencyDisplay: 'name', minimumFractionDigits: 0 }).format(amount);
      expect(say(written).split(' ').at(-1), written).toBe(name.split(' ').at(-1));
      expect(say(written)).toMatch(amount === 1 ? /^one / : /^three /);
    }
  });
}); // prettier-ignore

describe.each(['en-GB', 'en-US', 'en-CA', 'en-AU'])('dates in %s', (locale) => {
  test('in figures have the month that the locale puts there', () => {
    for (let month = 0; month < 12; month++) {
      const date = new Date(Date.UTC(2024, month, 17));
      const format = (options: Intl.DateTimeFormatOptions) =>
        new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' }).format(date);
      const figures = format({ day: '2-digit', month: '2-digit', year: 'numeric' });
      expect(say(figures, locale), figures).toContain(format({ month: 'long' }));
      expect(say(figures, locale)).toContain('seventeenth');
    }
  });

  test('with month names are the same date', () => {
    const date = new Date(Date.UTC(2024, 4, 1));
    const long = new Intl.DateTimeFormat(locale, { dateStyle: 'long', timeZone: 'UTC' }).format(date);
    const medium = new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeZone: 'UTC' }).format(date);
    expect(say(long, locale)).toMatch(/May/u);
    expect(say(long, locale)).toMatch(/first/u);
    expect(say(medium, locale)).toMatch(/twenty twenty four$/u);
  });
});
