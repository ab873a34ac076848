import { describe, expect, test } from 'vitest';
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
