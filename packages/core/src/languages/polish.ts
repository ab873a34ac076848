import type { Language } from './language.ts';
import { clockWith, same, words } from './words.ts';

const POLISH_DAYS = 'pierwszego,drugiego,trzeciego,czwartego,piątego,szóstego,siódmego,ósmego,dziewiątego,dziesiątego,jedenastego,dwunastego,trzynastego,czternastego,piętnastego,szesnastego,siedemnastego,osiemnastego,dziewiętnastego,dwudziestego,dwudziestego pierwszego,dwudziestego drugiego,dwudziestego trzeciego,dwudziestego czwartego,dwudziestego piątego,dwudziestego szóstego,dwudziestego siódmego,dwudziestego ósmego,dwudziestego dziewiątego,trzydziestego,trzydziestego pierwszego'.split(','); // prettier-ignore

/**
 * Polish; usage from memory and common practice, months and units checked against the CLDR through `Intl`.
 */
// prettier-ignore
export const polish: Language = {
  tag: 'pl',
  guesserCode: 'pol',
  recogniserCode: 'pol',
  functionWords: words('i w na z do nie się jest to że o od po za jak przez lub oraz dla ale co jego jej ich być są tym tego był była było przy ten ta każdy człowiek prawo ma a'),
  photoWords: words('w na z jest nie sie ze oraz po od dla czy tak co jak mam moj jego przy przez ma'),
  abbreviations: {
    neverLast: words('dr mgr prof np tj tzn ul św im'),
    beforeNumber: words('nr s str rys rozdz art'),
  },
  announced: { link: 'link' },
  sampleSentence: 'Kiedy rzeka zawraca, łodzie obracają się razem z nią, a cały port patrzy w drugą stronę.',
  spoken: {
    minus: 'minus', plus: 'plus', equals: 'równa się', times: 'razy', dividedBy: 'podzielić przez', lessThan: 'mniejsze niż', greaterThan: 'większe niż', percent: 'procent', to: 'do', point: 'przecinek', decimal: ',', figuresApart: false, zero: 'zero',
    fractions: { '1/2': 'jedna druga', '1/3': 'jedna trzecia', '2/3': 'dwie trzecie', '1/4': 'jedna czwarta', '3/4': 'trzy czwarte', '1/5': 'jedna piąta', '1/8': 'jedna ósma', '1/10': 'jedna dziesiąta' },
    units: { mm: ['milimetr', 'milimetrów'], cm: ['centymetr', 'centymetrów'], m: ['metr', 'metrów'], km: ['kilometr', 'kilometrów'], 'm²': ['metr kwadratowy', 'metrów kwadratowych'], mg: ['miligram', 'miligramów'], g: ['gram', 'gramów'], kg: ['kilogram', 'kilogramów'], t: ['tona', 'ton'], ml: ['mililitr', 'mililitrów'], l: ['litr', 'litrów'], s: ['sekunda', 'sekund'], min: ['minuta', 'minut'], h: ['godzina', 'godzin'], 'km/h': ['kilometr na godzinę', 'kilometrów na godzinę'], '°C': ['stopień Celsjusza', 'stopni Celsjusza'], '°': ['stopień', 'stopni'], W: ['wat', 'watów'], V: ['wolt', 'woltów'] },
    currencies: { '€': same('euro'), '£': ['funt', 'funtów'], $: ['dolar', 'dolarów'], zł: ['złoty', 'złotych'] },
    months: 'stycznia lutego marca kwietnia maja czerwca lipca sierpnia września października listopada grudnia'.split(' '),
    days: (day) => POLISH_DAYS[day - 1], of: undefined, clock: clockWith(''),
    abbreviations: { dr: 'doktor', mgr: 'magister', prof: 'profesor', np: 'na przykład', itd: 'i tak dalej', itp: 'i tym podobne', tj: 'to jest', ul: 'ulica', nr: 'numer', str: 'strona', św: 'święty', ok: 'około', godz: 'godzina', r: 'roku' },
  },
};
