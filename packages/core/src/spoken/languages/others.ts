import type { LanguageData } from '../words/languageData.ts';
import { lookupTable } from '../../text/lookupTable.ts';

/** Languages as data; usage from memory and common practice, months and units checked against the CLDR through `Intl`. docs/speech.md tells how to add one. */

const same = (word: string) => [word, word] as const;
const clockWith =
  (between: string, whole = between) =>
  (hour: string, minute: string): readonly string[] =>
    minute === '00'
      ? [hour, ...whole.split(' ').filter(Boolean)]
      : [hour, ...between.split(' ').filter(Boolean), minute.replace(/^0(?=\d)/u, '')];

const german: LanguageData = {
  minus: 'minus', plus: 'plus', equals: 'gleich', times: 'mal', dividedBy: 'geteilt durch', lessThan: 'kleiner als', greaterThan: 'größer als', percent: 'Prozent', to: 'bis', point: 'Komma', decimal: ',', figuresApart: true, zero: 'null',
  fractions: { '1/2': 'ein halb', '1/3': 'ein Drittel', '2/3': 'zwei Drittel', '1/4': 'ein Viertel', '3/4': 'drei Viertel', '1/5': 'ein Fünftel', '1/8': 'ein Achtel', '1/10': 'ein Zehntel' },
  units: { mm: same('Millimeter'), cm: same('Zentimeter'), m: same('Meter'), km: same('Kilometer'), 'm²': same('Quadratmeter'), 'km²': same('Quadratkilometer'), 'cm³': same('Kubikzentimeter'), 'm³': same('Kubikmeter'), mg: same('Milligramm'), g: same('Gramm'), kg: same('Kilogramm'), t: ['Tonne', 'Tonnen'], ml: same('Milliliter'), l: same('Liter'), s: ['Sekunde', 'Sekunden'], min: ['Minute', 'Minuten'], h: ['Stunde', 'Stunden'], 'km/h': same('Kilometer pro Stunde'), 'm/s': same('Meter pro Sekunde'), '°C': same('Grad Celsius'), '°': same('Grad'), W: same('Watt'), V: same('Volt'), A: same('Ampere'), kW: same('Kilowatt'), Hz: same('Hertz') },
  currencies: { '€': same('Euro'), '£': same('Pfund'), $: same('Dollar') },
  months: 'Januar Februar März April Mai Juni Juli August September Oktober November Dezember'.split(' '),
  days: (day) => germanOrdinal(day), of: undefined, clock: clockWith('Uhr'),
  abbreviations: { 'z.b': 'zum Beispiel', 'd.h': 'das heißt', bzw: 'beziehungsweise', usw: 'und so weiter', 'u.a': 'unter anderem', ca: 'circa', nr: 'Nummer', str: 'Straße', dr: 'Doktor', vgl: 'vergleiche', abb: 'Abbildung', kap: 'Kapitel', jh: 'Jahrhundert', st: 'Sankt', hr: 'Herr', fr: 'Frau' },
}; // prettier-ignore

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

const spanish: LanguageData = {
  minus: 'menos', plus: 'más', equals: 'igual a', times: 'por', dividedBy: 'entre', lessThan: 'menor que', greaterThan: 'mayor que', percent: 'por ciento', to: 'a', point: 'coma', decimal: ',', figuresApart: false, zero: 'cero',
  fractions: { '1/2': 'un medio', '1/3': 'un tercio', '2/3': 'dos tercios', '1/4': 'un cuarto', '3/4': 'tres cuartos', '1/5': 'un quinto', '1/8': 'un octavo', '1/10': 'un décimo' },
  units: { mm: ['milímetro', 'milímetros'], cm: ['centímetro', 'centímetros'], m: ['metro', 'metros'], km: ['kilómetro', 'kilómetros'], 'm²': ['metro cuadrado', 'metros cuadrados'], 'cm³': ['centímetro cúbico', 'centímetros cúbicos'], mg: ['miligramo', 'miligramos'], g: ['gramo', 'gramos'], kg: ['kilogramo', 'kilogramos'], t: ['tonelada', 'toneladas'], ml: ['mililitro', 'mililitros'], l: ['litro', 'litros'], s: ['segundo', 'segundos'], min: ['minuto', 'minutos'], h: ['hora', 'horas'], 'km/h': ['kilómetro por hora', 'kilómetros por hora'], 'm/s': ['metro por segundo', 'metros por segundo'], '°C': ['grado Celsius', 'grados Celsius'], '°': ['grado', 'grados'], W: ['vatio', 'vatios'], V: ['voltio', 'voltios'] },
  currencies: { '€': ['euro', 'euros'], '£': ['libra', 'libras'], $: ['dólar', 'dólares'] },
  months: 'enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre'.split(' '),
  days: (day) => (day === 1 ? 'uno' : undefined), of: 'de', clock: clockWith('y', 'en punto'),
  abbreviations: { sr: 'señor', sra: 'señora', srta: 'señorita', dr: 'doctor', dra: 'doctora', etc: 'etcétera', 'p.ej': 'por ejemplo', pág: 'página', págs: 'páginas', núm: 'número', ud: 'usted', uds: 'ustedes', cap: 'capítulo', fig: 'figura' },
}; // prettier-ignore

const italian: LanguageData = {
  minus: 'meno', plus: 'più', equals: 'uguale', times: 'per', dividedBy: 'diviso', lessThan: 'minore di', greaterThan: 'maggiore di', percent: 'per cento', to: 'a', point: 'virgola', decimal: ',', figuresApart: false, zero: 'zero',
  fractions: { '1/2': 'un mezzo', '1/3': 'un terzo', '2/3': 'due terzi', '1/4': 'un quarto', '3/4': 'tre quarti', '1/5': 'un quinto', '1/8': 'un ottavo', '1/10': 'un decimo' },
  units: { mm: ['millimetro', 'millimetri'], cm: ['centimetro', 'centimetri'], m: ['metro', 'metri'], km: ['chilometro', 'chilometri'], 'm²': ['metro quadrato', 'metri quadrati'], mg: ['milligrammo', 'milligrammi'], g: ['grammo', 'grammi'], kg: ['chilogrammo', 'chilogrammi'], t: ['tonnellata', 'tonnellate'], ml: ['millilitro', 'millilitri'], l: ['litro', 'litri'], s: ['secondo', 'secondi'], min: ['minuto', 'minuti'], h: ['ora', 'ore'], 'km/h': ['chilometro orario', 'chilometri orari'], '°C': ['grado Celsius', 'gradi Celsius'], '°': ['grado', 'gradi'], W: same('watt'), V: same('volt') },
  currencies: { '€': same('euro'), '£': ['sterlina', 'sterline'], $: ['dollaro', 'dollari'] },
  months: 'gennaio febbraio marzo aprile maggio giugno luglio agosto settembre ottobre novembre dicembre'.split(' '),
  days: (day) => (day === 1 ? 'primo' : undefined), of: undefined, clock: clockWith('e', 'in punto'),
  abbreviations: { sig: 'signor', 'sig.ra': 'signora', dott: 'dottor', prof: 'professor', ecc: 'eccetera', 'p.es': 'per esempio', pag: 'pagina', n: 'numero', cap: 'capitolo', fig: 'figura' },
}; // prettier-ignore

const portuguese: LanguageData = {
  minus: 'menos', plus: 'mais', equals: 'igual a', times: 'vezes', dividedBy: 'dividido por', lessThan: 'menor que', greaterThan: 'maior que', percent: 'por cento', to: 'a', point: 'vírgula', decimal: ',', figuresApart: false, zero: 'zero',
  fractions: { '1/2': 'um meio', '1/3': 'um terço', '2/3': 'dois terços', '1/4': 'um quarto', '3/4': 'três quartos', '1/5': 'um quinto', '1/8': 'um oitavo', '1/10': 'um décimo' },
  units: { mm: ['milímetro', 'milímetros'], cm: ['centímetro', 'centímetros'], m: ['metro', 'metros'], km: ['quilómetro', 'quilómetros'], 'm²': ['metro quadrado', 'metros quadrados'], mg: ['miligrama', 'miligramas'], g: ['grama', 'gramas'], kg: ['quilograma', 'quilogramas'], t: ['tonelada', 'toneladas'], ml: ['mililitro', 'mililitros'], l: ['litro', 'litros'], s: ['segundo', 'segundos'], min: ['minuto', 'minutos'], h: ['hora', 'horas'], 'km/h': ['quilómetro por hora', 'quilómetros por hora'], '°C': ['grau Celsius', 'graus Celsius'], '°': ['grau', 'graus'], W: same('watts'), V: same('volts') },
  currencies: { '€': ['euro', 'euros'], '£': ['libra', 'libras'], $: ['dólar', 'dólares'], R$: ['real', 'reais'] },
  months: 'janeiro fevereiro março abril maio junho julho agosto setembro outubro novembro dezembro'.split(' '),
  days: (day) => (day === 1 ? 'primeiro' : undefined), of: 'de', clock: clockWith('e', 'horas'),
  abbreviations: { sr: 'senhor', sra: 'senhora', dr: 'doutor', dra: 'doutora', etc: 'et cetera', 'p.ex': 'por exemplo', pág: 'página', nº: 'número', cap: 'capítulo', fig: 'figura' },
}; // prettier-ignore

const dutch: LanguageData = {
  minus: 'min', plus: 'plus', equals: 'is', times: 'keer', dividedBy: 'gedeeld door', lessThan: 'kleiner dan', greaterThan: 'groter dan', percent: 'procent', to: 'tot', point: 'komma', decimal: ',', figuresApart: false, zero: 'nul',
  fractions: { '1/2': 'een half', '1/3': 'een derde', '2/3': 'twee derde', '1/4': 'een kwart', '3/4': 'drie kwart', '1/5': 'een vijfde', '1/8': 'een achtste', '1/10': 'een tiende' },
  units: { mm: same('millimeter'), cm: same('centimeter'), m: same('meter'), km: same('kilometer'), 'm²': same('vierkante meter'), mg: same('milligram'), g: same('gram'), kg: same('kilogram'), t: same('ton'), ml: same('milliliter'), l: same('liter'), s: ['seconde', 'seconden'], min: ['minuut', 'minuten'], h: same('uur'), 'km/h': same('kilometer per uur'), '°C': ['graad Celsius', 'graden Celsius'], '°': ['graad', 'graden'], W: same('watt'), V: same('volt') },
  currencies: { '€': same('euro'), '£': same('pond'), $: same('dollar') },
  months: 'januari februari maart april mei juni juli augustus september oktober november december'.split(' '),
  days: () => undefined, of: undefined, clock: clockWith('uur'),
  abbreviations: { dhr: 'de heer', mevr: 'mevrouw', dr: 'doctor', enz: 'enzovoort', bijv: 'bijvoorbeeld', bv: 'bijvoorbeeld', blz: 'bladzijde', nr: 'nummer', 'd.w.z': 'dat wil zeggen', ca: 'circa', hfst: 'hoofdstuk' },
}; // prettier-ignore

const polish: LanguageData = {
  minus: 'minus', plus: 'plus', equals: 'równa się', times: 'razy', dividedBy: 'podzielić przez', lessThan: 'mniejsze niż', greaterThan: 'większe niż', percent: 'procent', to: 'do', point: 'przecinek', decimal: ',', figuresApart: false, zero: 'zero',
  fractions: { '1/2': 'jedna druga', '1/3': 'jedna trzecia', '2/3': 'dwie trzecie', '1/4': 'jedna czwarta', '3/4': 'trzy czwarte', '1/5': 'jedna piąta', '1/8': 'jedna ósma', '1/10': 'jedna dziesiąta' },
  units: { mm: ['milimetr', 'milimetrów'], cm: ['centymetr', 'centymetrów'], m: ['metr', 'metrów'], km: ['kilometr', 'kilometrów'], 'm²': ['metr kwadratowy', 'metrów kwadratowych'], mg: ['miligram', 'miligramów'], g: ['gram', 'gramów'], kg: ['kilogram', 'kilogramów'], t: ['tona', 'ton'], ml: ['mililitr', 'mililitrów'], l: ['litr', 'litrów'], s: ['sekunda', 'sekund'], min: ['minuta', 'minut'], h: ['godzina', 'godzin'], 'km/h': ['kilometr na godzinę', 'kilometrów na godzinę'], '°C': ['stopień Celsjusza', 'stopni Celsjusza'], '°': ['stopień', 'stopni'], W: ['wat', 'watów'], V: ['wolt', 'woltów'] },
  currencies: { '€': same('euro'), '£': ['funt', 'funtów'], $: ['dolar', 'dolarów'], zł: ['złoty', 'złotych'] },
  months: 'stycznia lutego marca kwietnia maja czerwca lipca sierpnia września października listopada grudnia'.split(' '),
  days: (day) => POLISH_DAYS[day - 1], of: undefined, clock: clockWith(''),
  abbreviations: { dr: 'doktor', mgr: 'magister', prof: 'profesor', np: 'na przykład', itd: 'i tak dalej', itp: 'i tym podobne', tj: 'to jest', ul: 'ulica', nr: 'numer', str: 'strona', św: 'święty', ok: 'około', godz: 'godzina', r: 'roku' },
}; // prettier-ignore

const POLISH_DAYS = 'pierwszego,drugiego,trzeciego,czwartego,piątego,szóstego,siódmego,ósmego,dziewiątego,dziesiątego,jedenastego,dwunastego,trzynastego,czternastego,piętnastego,szesnastego,siedemnastego,osiemnastego,dziewiętnastego,dwudziestego,dwudziestego pierwszego,dwudziestego drugiego,dwudziestego trzeciego,dwudziestego czwartego,dwudziestego piątego,dwudziestego szóstego,dwudziestego siódmego,dwudziestego ósmego,dwudziestego dziewiątego,trzydziestego,trzydziestego pierwszego'.split(','); // prettier-ignore

const welsh: LanguageData = {
  minus: 'minws', plus: 'plws', equals: 'yn hafal i', times: 'lluosi', dividedBy: 'wedi rhannu â', lessThan: 'yn llai na', greaterThan: 'yn fwy na', percent: 'y cant', to: 'i', point: 'pwynt', decimal: '.', figuresApart: true, zero: 'dim',
  fractions: { '1/2': 'hanner', '1/3': 'traean', '2/3': 'dau draean', '1/4': 'chwarter', '3/4': 'tri chwarter', '1/5': 'un rhan o bump', '1/8': 'un rhan o wyth', '1/10': 'un rhan o ddeg' },
  units: { mm: same('milimetr'), cm: same('centimetr'), m: same('metr'), km: same('cilometr'), mg: same('miligram'), g: same('gram'), kg: same('cilogram'), ml: same('mililitr'), l: same('litr'), s: same('eiliad'), min: same('munud'), h: same('awr'), 'km/h': same('cilometr yr awr'), '°C': same('gradd Celsius'), '°': same('gradd') },
  currencies: { '€': same('ewro'), '£': same('punt'), $: same('doler') },
  months: 'Ionawr Chwefror Mawrth Ebrill Mai Mehefin Gorffennaf Awst Medi Hydref Tachwedd Rhagfyr'.split(' '),
  days: () => undefined, of: undefined, clock: clockWith(''),
  abbreviations: { mr: 'mistar', dr: 'doctor', ayyb: 'ac yn y blaen', 'e.e': 'er enghraifft', tud: 'tudalen', rhif: 'rhif' },
}; // prettier-ignore

export const OTHER_LANGUAGES: Readonly<Record<string, LanguageData>> = lookupTable({
  de: german, es: spanish, it: italian, pt: portuguese, nl: dutch, pl: polish, cy: welsh,
}); // prettier-ignore
