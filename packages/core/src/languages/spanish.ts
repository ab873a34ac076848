import type { Language } from './language.ts';
import { clockWith, words } from './words.ts';

/**
 * Spanish; usage from memory and common practice, months and units checked against the CLDR through `Intl`.
 */
// prettier-ignore
export const spanish: Language = {
  tag: 'es',
  guesserCode: 'spa',
  recogniserCode: 'spa',
  functionWords: words('el la los las de del que y en un una se no por con para es su al lo como más pero sus le ya o este sí porque esta entre cuando muy sin sobre también me hasta hay donde quien desde todo nos durante todos uno les ni contra otros ese eso era ser son tiene toda persona derecho a'),
  photoWords: words('el los las una y es en que con por para del se al lo su muy de la un como pero hay esta yo mi'),
  abbreviations: {
    neverLast: words('sr sra srta dr dra d dña ud uds p.ej'),
    beforeNumber: words('núm pág págs fig cap vol art'),
  },
  announced: { link: 'enlace' },
  sampleSentence: 'Cuando el río cambia, las barcas giran con él, y todo el puerto mira hacia el otro lado.',
  spoken: {
    minus: 'menos', plus: 'más', equals: 'igual a', times: 'por', dividedBy: 'entre', lessThan: 'menor que', greaterThan: 'mayor que', percent: 'por ciento', to: 'a', point: 'coma', decimal: ',', figuresApart: false, zero: 'cero',
    fractions: { '1/2': 'un medio', '1/3': 'un tercio', '2/3': 'dos tercios', '1/4': 'un cuarto', '3/4': 'tres cuartos', '1/5': 'un quinto', '1/8': 'un octavo', '1/10': 'un décimo' },
    units: { mm: ['milímetro', 'milímetros'], cm: ['centímetro', 'centímetros'], m: ['metro', 'metros'], km: ['kilómetro', 'kilómetros'], 'm²': ['metro cuadrado', 'metros cuadrados'], 'cm³': ['centímetro cúbico', 'centímetros cúbicos'], mg: ['miligramo', 'miligramos'], g: ['gramo', 'gramos'], kg: ['kilogramo', 'kilogramos'], t: ['tonelada', 'toneladas'], ml: ['mililitro', 'mililitros'], l: ['litro', 'litros'], s: ['segundo', 'segundos'], min: ['minuto', 'minutos'], h: ['hora', 'horas'], 'km/h': ['kilómetro por hora', 'kilómetros por hora'], 'm/s': ['metro por segundo', 'metros por segundo'], '°C': ['grado Celsius', 'grados Celsius'], '°': ['grado', 'grados'], W: ['vatio', 'vatios'], V: ['voltio', 'voltios'] },
    currencies: { '€': ['euro', 'euros'], '£': ['libra', 'libras'], $: ['dólar', 'dólares'] },
    months: 'enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre'.split(' '),
    days: (day) => (day === 1 ? 'uno' : undefined), of: 'de', clock: clockWith('y', 'en punto'),
    abbreviations: { sr: 'señor', sra: 'señora', srta: 'señorita', dr: 'doctor', dra: 'doctora', etc: 'etcétera', 'p.ej': 'por ejemplo', pág: 'página', págs: 'páginas', núm: 'número', ud: 'usted', uds: 'ustedes', cap: 'capítulo', fig: 'figura' },
  },
};
