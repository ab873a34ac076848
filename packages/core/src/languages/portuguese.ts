import type { Language } from './language.ts';
import { clockWith, same, words } from './words.ts';

/**
 * Portuguese; usage from memory and common practice, months and units checked against the CLDR through
 * `Intl`.
 */
// prettier-ignore
export const portuguese: Language = {
  tag: 'pt',
  guesserCode: 'por',
  recogniserCode: 'por',
  functionWords: words('o a os as de do da dos das que e em um uma para com não por no na nos nas se mais como mas ao à é são foi seu sua seus suas ou quando muito já está também só pelo pela até isso ela ele entre depois sem mesmo aos ter toda todo pessoa direito sua ser tem'),
  sampleSentence: 'Quando o rio muda, os barcos viram com ele, e todo o porto olha para o outro lado.',
  spoken: {
    minus: 'menos', plus: 'mais', equals: 'igual a', times: 'vezes', dividedBy: 'dividido por', lessThan: 'menor que', greaterThan: 'maior que', percent: 'por cento', to: 'a', point: 'vírgula', decimal: ',', figuresApart: false, zero: 'zero',
    fractions: { '1/2': 'um meio', '1/3': 'um terço', '2/3': 'dois terços', '1/4': 'um quarto', '3/4': 'três quartos', '1/5': 'um quinto', '1/8': 'um oitavo', '1/10': 'um décimo' },
    units: { mm: ['milímetro', 'milímetros'], cm: ['centímetro', 'centímetros'], m: ['metro', 'metros'], km: ['quilómetro', 'quilómetros'], 'm²': ['metro quadrado', 'metros quadrados'], mg: ['miligrama', 'miligramas'], g: ['grama', 'gramas'], kg: ['quilograma', 'quilogramas'], t: ['tonelada', 'toneladas'], ml: ['mililitro', 'mililitros'], l: ['litro', 'litros'], s: ['segundo', 'segundos'], min: ['minuto', 'minutos'], h: ['hora', 'horas'], 'km/h': ['quilómetro por hora', 'quilómetros por hora'], '°C': ['grau Celsius', 'graus Celsius'], '°': ['grau', 'graus'], W: same('watts'), V: same('volts') },
    currencies: { '€': ['euro', 'euros'], '£': ['libra', 'libras'], $: ['dólar', 'dólares'], R$: ['real', 'reais'] },
    months: 'janeiro fevereiro março abril maio junho julho agosto setembro outubro novembro dezembro'.split(' '),
    days: (day) => (day === 1 ? 'primeiro' : undefined), of: 'de', clock: clockWith('e', 'horas'),
    abbreviations: { sr: 'senhor', sra: 'senhora', dr: 'doutor', dra: 'doutora', etc: 'et cetera', 'p.ex': 'por exemplo', pág: 'página', nº: 'número', cap: 'capítulo', fig: 'figura' },
  },
};
