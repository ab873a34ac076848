import { describe, expect, test } from 'vitest';
import { sentencesOf } from '../text/sentences.ts';
import { expandSentence } from './expand.ts';
import { LANGUAGES } from '../languages/languages.ts';

const say = (text: string, language: string) =>
  sentencesOf(text, language)
    .flatMap(({ start, end }) =>
      expandSentence(text.slice(start, end), language).flatMap((word) => word.spoken),
    )
    .join(' ');

/** Whole numbers stay figures: the engine counts. Usage is common practice, no source. */
const CASES: Readonly<Record<string, readonly (readonly [written: string, said: string])[]>> = {
  de: [
    ['Es sind −4 °C.', 'Es sind minus 4 Grad Celsius'], ['–12 °C', 'minus 12 Grad Celsius'], ['3/4 der Klasse', 'drei Viertel der Klasse'], ['½ l Milch', 'ein halb l Milch'], ['12,50 m', '12 Komma 5 0 Meter'], ['1.250 Boote', '1250 Boote'], ['1.250,5 kg', '1250 Komma 5 Kilogramm'],
    ['12,50 €', '12 Euro 50'], ['25 %', '25 Prozent'], ['25%', '25 Prozent'], ['Am 1. Mai regnet es.', 'Am ersten Mai regnet es'], ['am 12.05.2026', 'am zwölften Mai 2026'], ['um 14:30', 'um 14 Uhr 30'], ['um 14:30 Uhr', 'um 14 Uhr 30'], ['um 9:00', 'um 9 Uhr'], ['S. 3–7', 'S 3 bis 7'],
    ['z.B. Moor', 'zum Beispiel Moor'], ['Nr. 4', 'Nummer 4'], ['5 + 3 = 8', '5 plus 3 gleich 8'], ['5 - 3 = 2', '5 minus 3 gleich 2'], ['80 km/h', '80 Kilometer pro Stunde'], ['Tel. 0163 22', 'Tel 0 1 6 3 22'],
  ],
  es: [
    ['−4 °C', 'menos 4 grados Celsius'], ['3/4', 'tres cuartos'], ['12,50 m', '12 coma 50 metros'], ['12,05', '12 coma cero 5'], ['1.250', '1250'], ['25 %', '25 por ciento'], ['12,50 €', '12 euros 50'], ['el 12/05/2026', 'el 12 de mayo de 2026'], ['1 m', '1 metro'], ['5 km', '5 kilómetros'], ['a las 14:30', 'a las 14 y 30'], ['6 × 7 = 42', '6 por 7 igual a 42'], ['la Sra. Mora', 'la señora Mora'],
  ],
  it: [['−4 °C', 'meno 4 gradi Celsius'], ['3/4', 'tre quarti'], ['12,50 m', '12 virgola 50 metri'], ['1.250', '1250'], ['25%', '25 per cento'], ['€ 5', '€ 5'], ['€5', '5 euro'], ['il 12/05/2026', 'il 12 maggio 2026'], ['80 km/h', '80 chilometri orari']],
  pt: [['−4 °C', 'menos 4 graus Celsius'], ['1/2', 'um meio'], ['12,50 m', '12 vírgula 50 metros'], ['1.250', '1250'], ['25%', '25 por cento'], ['em 12/05/2026', 'em 12 de maio de 2026'], ['14h30', '14 e 30']],
  nl: [['−4 °C', 'min 4 graden Celsius'], ['3/4', 'drie kwart'], ['12,50 m', '12 komma 50 meter'], ['1.250', '1250'], ['25%', '25 procent'], ['bijv. veen', 'bijvoorbeeld veen'], ['om 14:30', 'om 14 uur 30']],
  pl: [['−4 °C', 'minus 4 stopni Celsjusza'], ['3/4', 'trzy czwarte'], ['12,50 m', '12 przecinek 50 metrów'], ['25%', '25 procent'], ['12,50 zł', '12 złotych 50'], ['12.05.2026', 'dwunastego maja 2026'], ['np. mech', 'na przykład mech']],
  cy: [['−4 °C', 'minws 4 gradd Celsius'], ['3/4', 'tri chwarter'], ['12.5 km', '12 pwynt 5 cilometr'], ['1,250', '1250'], ['25%', '25 y cant'], ['£5', '5 punt']],
  fr: [['p. 3-7', 'page trois à sept'], ['au XIXe siècle', 'au dix neuvième siècle'], ['le 12/05/2026', 'le douze mai deux mille vingt six'], ['–4 °C', 'moins quatre degrés Celsius'], ['3/4', 'trois quarts'], ['5 - 3 = 2', 'cinq moins trois égale deux']],
}; // prettier-ignore

describe.each(Object.entries(CASES))('%s', (language, cases) => {
  test.each(cases)('%s → %s', (written, said) => {
    expect(say(written, language)).toBe(said);
  });
});

// Names of months and units against the Unicode CLDR, as the JavaScript engine carries it.
const UNITS: Readonly<Record<string, string>> = {
  mm: 'millimeter', cm: 'centimeter', m: 'meter', km: 'kilometer', g: 'gram', kg: 'kilogram', ml: 'milliliter', l: 'liter', s: 'second', min: 'minute', h: 'hour', '°': 'degree', '°C': 'celsius', 'km/h': 'kilometer-per-hour',
}; // prettier-ignore
/**
 * Where a language says it otherwise than the CLDR does: mutated after a number, or the word of a trade (the
 * CLDR's Dutch degree is one of an arc). Usage of the trade.
 */
const OTHERWISE = new Set(['cy', 'nl h', 'nl °']);

describe.each(LANGUAGES.flatMap(({ tag, spoken }) => (spoken ? [[tag, spoken] as const] : [])))(
  '%s against the CLDR',
  (base, data) => {
    const language = base === 'pt' ? 'pt-PT' : base;
    test('months, as they stand in a date', () => {
      const format = new Intl.DateTimeFormat(language, { day: 'numeric', month: 'long', timeZone: 'UTC' });
      data.months.forEach((name, month) => {
        const parts = format.formatToParts(Date.UTC(2026, month, 5));
        expect(name).toBe(parts.find(({ type }) => type === 'month')?.value);
      });
    });

    test.each(Object.entries(UNITS))('%s', (symbol, unit) => {
      if (OTHERWISE.has(language) || OTHERWISE.has(`${language} ${symbol}`)) return;
      const named = (amount: number) =>
        new Intl.NumberFormat(language, { style: 'unit', unit, unitDisplay: 'long' })
          .format(amount)
          .replace(/^\d+\s*/u, '');
      const forms = data.units[symbol];
      expect(forms?.map((form) => form.replace('’', "'"))).toEqual(
        [named(1), named(5)].map((form) => form.replace('’', "'")),
      );
    });
  },
);
