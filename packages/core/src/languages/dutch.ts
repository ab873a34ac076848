import type { Language } from './language.ts';
import { clockWith, same, words } from './words.ts';

/** Dutch; usage from memory and common practice, months and units checked against the CLDR through `Intl`. */
// prettier-ignore
export const dutch: Language = {
  tag: 'nl',
  guesserCode: 'nld',
  recogniserCode: 'nld',
  functionWords: words('de het een en van in is dat op te zijn met voor niet die aan er om ook als dan maar bij door naar uit worden wordt over nog of tot heeft hun zich zij hij deze dit werd meer tegen onder ieder een recht'),
  sampleSentence: 'Als de rivier keert, keren de boten mee, en de hele haven kijkt de andere kant op.',
  spoken: {
    minus: 'min', plus: 'plus', equals: 'is', times: 'keer', dividedBy: 'gedeeld door', lessThan: 'kleiner dan', greaterThan: 'groter dan', percent: 'procent', to: 'tot', point: 'komma', decimal: ',', figuresApart: false, zero: 'nul',
    fractions: { '1/2': 'een half', '1/3': 'een derde', '2/3': 'twee derde', '1/4': 'een kwart', '3/4': 'drie kwart', '1/5': 'een vijfde', '1/8': 'een achtste', '1/10': 'een tiende' },
    units: { mm: same('millimeter'), cm: same('centimeter'), m: same('meter'), km: same('kilometer'), 'm²': same('vierkante meter'), mg: same('milligram'), g: same('gram'), kg: same('kilogram'), t: same('ton'), ml: same('milliliter'), l: same('liter'), s: ['seconde', 'seconden'], min: ['minuut', 'minuten'], h: same('uur'), 'km/h': same('kilometer per uur'), '°C': ['graad Celsius', 'graden Celsius'], '°': ['graad', 'graden'], W: same('watt'), V: same('volt') },
    currencies: { '€': same('euro'), '£': same('pond'), $: same('dollar') },
    months: 'januari februari maart april mei juni juli augustus september oktober november december'.split(' '),
    days: () => undefined, of: undefined, clock: clockWith('uur'),
    abbreviations: { dhr: 'de heer', mevr: 'mevrouw', dr: 'doctor', enz: 'enzovoort', bijv: 'bijvoorbeeld', bv: 'bijvoorbeeld', blz: 'bladzijde', nr: 'nummer', 'd.w.z': 'dat wil zeggen', ca: 'circa', hfst: 'hoofdstuk' },
  },
};
