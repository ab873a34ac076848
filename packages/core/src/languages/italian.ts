import type { Language } from './language.ts';
import { clockWith, same, words } from './words.ts';

/**
 * Italian; usage from memory and common practice, months and units checked against the CLDR through `Intl`.
 */
// prettier-ignore
export const italian: Language = {
  tag: 'it',
  guesserCode: 'ita',
  recogniserCode: 'ita',
  functionWords: words('il lo la i gli le di che e un una in per non con del della dei delle è si da al alla come più ma anche se ci sono ha questo questa dal dalla nel nella degli agli nei ad ed o suo sua suoi sue loro ogni tutti essere dello all sull individuo l era'),
  photoWords: words('il lo gli della che e una con per sono nel questo le la di un del al non mi ti anche ma si'),
  announced: { link: 'link' },
  sampleSentence: 'Quando il fiume gira, le barche girano con lui, e tutto il porto guarda dall’altra parte.',
  spoken: {
    minus: 'meno', plus: 'più', equals: 'uguale', times: 'per', dividedBy: 'diviso', lessThan: 'minore di', greaterThan: 'maggiore di', percent: 'per cento', to: 'a', point: 'virgola', decimal: ',', figuresApart: false, zero: 'zero',
    fractions: { '1/2': 'un mezzo', '1/3': 'un terzo', '2/3': 'due terzi', '1/4': 'un quarto', '3/4': 'tre quarti', '1/5': 'un quinto', '1/8': 'un ottavo', '1/10': 'un decimo' },
    units: { mm: ['millimetro', 'millimetri'], cm: ['centimetro', 'centimetri'], m: ['metro', 'metri'], km: ['chilometro', 'chilometri'], 'm²': ['metro quadrato', 'metri quadrati'], mg: ['milligrammo', 'milligrammi'], g: ['grammo', 'grammi'], kg: ['chilogrammo', 'chilogrammi'], t: ['tonnellata', 'tonnellate'], ml: ['millilitro', 'millilitri'], l: ['litro', 'litri'], s: ['secondo', 'secondi'], min: ['minuto', 'minuti'], h: ['ora', 'ore'], 'km/h': ['chilometro orario', 'chilometri orari'], '°C': ['grado Celsius', 'gradi Celsius'], '°': ['grado', 'gradi'], W: same('watt'), V: same('volt') },
    currencies: { '€': same('euro'), '£': ['sterlina', 'sterline'], $: ['dollaro', 'dollari'] },
    months: 'gennaio febbraio marzo aprile maggio giugno luglio agosto settembre ottobre novembre dicembre'.split(' '),
    days: (day) => (day === 1 ? 'primo' : undefined), of: undefined, clock: clockWith('e', 'in punto'),
    abbreviations: { sig: 'signor', 'sig.ra': 'signora', dott: 'dottor', prof: 'professor', ecc: 'eccetera', 'p.es': 'per esempio', pag: 'pagina', n: 'numero', cap: 'capitolo', fig: 'figura' },
  },
};
