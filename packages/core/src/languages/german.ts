import type { Language } from './language.ts';
import { clockWith, same, words } from './words.ts';

/**
 * German; usage from memory and common practice, months and units checked against the CLDR through `Intl`.
 */
// prettier-ignore
export const german: Language = {
  tag: 'de',
  guesserCode: 'deu',
  recogniserCode: 'deu',
  functionWords: words('der die das und in den von zu mit ist des sich nicht dem ein eine auf für im es an auch als er sie wie hat aus bei nach wird sind einer eines einem einen zum zur oder noch war über nur so ihre sein seine wenn kann haben man unter vor durch aber mehr jeder jede ihr wir ich'),
  photoWords: words('der das und ist ein eine nicht mit auf zu den dem ich wir sie auch von im wie wo er es ihr sind hat einen zum zur'),
  abbreviations: {
    neverLast: words('dr hr fr prof z.b d.h u.a bzw ca vgl st'),
    beforeNumber: words('nr s abb kap bd'),
  },
  announced: { link: 'Link' },
  sampleSentence: 'Wenn der Fluss sich dreht, drehen sich die Boote mit ihm, und der ganze Hafen schaut in die andere Richtung.',
  spoken: {
    minus: 'minus', plus: 'plus', equals: 'gleich', times: 'mal', dividedBy: 'geteilt durch', lessThan: 'kleiner als', greaterThan: 'größer als', percent: 'Prozent', to: 'bis', point: 'Komma', decimal: ',', figuresApart: true, zero: 'null',
    fractions: { '1/2': 'ein halb', '1/3': 'ein Drittel', '2/3': 'zwei Drittel', '1/4': 'ein Viertel', '3/4': 'drei Viertel', '1/5': 'ein Fünftel', '1/8': 'ein Achtel', '1/10': 'ein Zehntel' },
    units: { mm: same('Millimeter'), cm: same('Zentimeter'), m: same('Meter'), km: same('Kilometer'), 'm²': same('Quadratmeter'), 'km²': same('Quadratkilometer'), 'cm³': same('Kubikzentimeter'), 'm³': same('Kubikmeter'), mg: same('Milligramm'), g: same('Gramm'), kg: same('Kilogramm'), t: ['Tonne', 'Tonnen'], ml: same('Milliliter'), l: same('Liter'), s: ['Sekunde', 'Sekunden'], min: ['Minute', 'Minuten'], h: ['Stunde', 'Stunden'], 'km/h': same('Kilometer pro Stunde'), 'm/s': same('Meter pro Sekunde'), '°C': same('Grad Celsius'), '°': same('Grad'), W: same('Watt'), V: same('Volt'), A: same('Ampere'), kW: same('Kilowatt'), Hz: same('Hertz') },
    currencies: { '€': same('Euro'), '£': same('Pfund'), $: same('Dollar') },
    months: 'Januar Februar März April Mai Juni Juli August September Oktober November Dezember'.split(' '),
    days: (day) => germanOrdinal(day), of: undefined, clock: clockWith('Uhr'),
    abbreviations: { 'z.b': 'zum Beispiel', 'd.h': 'das heißt', bzw: 'beziehungsweise', usw: 'und so weiter', 'u.a': 'unter anderem', ca: 'circa', nr: 'Nummer', str: 'Straße', dr: 'Doktor', vgl: 'vergleiche', abb: 'Abbildung', kap: 'Kapitel', jh: 'Jahrhundert', st: 'Sankt', hr: 'Herr', fr: 'Frau' },
  },
};

function germanOrdinal(day: number): string {
  const own: Readonly<Record<number, string>> = { 1: 'ersten', 3: 'dritten', 7: 'siebten', 8: 'achten' };
  const units =
    'null eins zwei drei vier fünf sechs sieben acht neun zehn elf zwölf dreizehn vierzehn fünfzehn sechzehn siebzehn achtzehn neunzehn'.split(
      ' ',
    );
  if (day < 20) return own[day] ?? `${units[day] ?? ''}ten`;
  const ten = day >= 30 ? 'dreißig' : 'zwanzig';
  const rest = day % 10;
  return rest === 0 ? `${ten}sten` : `${rest === 1 ? 'ein' : (units[rest] ?? '')}und${ten}sten`;
}
