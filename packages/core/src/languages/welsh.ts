import type { Language } from './language.ts';
import { clockWith, same, words } from './words.ts';

/** Welsh; usage from memory and common practice, months and units checked against the CLDR through `Intl`. */
// prettier-ignore
export const welsh: Language = {
  tag: 'cy',
  recogniserCode: 'cym',
  functionWords: words('y yr a i o yn ar mae gan am ei eu oedd bod wedi hawl neu pob gyda at fel nid yw ac sydd un na dim ond er mewn iddo iddi hyn ni nhw roedd bydd'),
  photoWords: words('yr yn ac mae ar gan wedi mewn ei eu ni nid oedd fel dydd un ond hefyd eich fy dw chi'),
  sampleSentence: 'Pan fydd yr afon yn troi, mae’r cychod yn troi gyda hi.',
  spoken: {
    minus: 'minws', plus: 'plws', equals: 'yn hafal i', times: 'lluosi', dividedBy: 'wedi rhannu â', lessThan: 'yn llai na', greaterThan: 'yn fwy na', percent: 'y cant', to: 'i', point: 'pwynt', decimal: '.', figuresApart: true, zero: 'dim',
    fractions: { '1/2': 'hanner', '1/3': 'traean', '2/3': 'dau draean', '1/4': 'chwarter', '3/4': 'tri chwarter', '1/5': 'un rhan o bump', '1/8': 'un rhan o wyth', '1/10': 'un rhan o ddeg' },
    units: { mm: same('milimetr'), cm: same('centimetr'), m: same('metr'), km: same('cilometr'), mg: same('miligram'), g: same('gram'), kg: same('cilogram'), ml: same('mililitr'), l: same('litr'), s: same('eiliad'), min: same('munud'), h: same('awr'), 'km/h': same('cilometr yr awr'), '°C': same('gradd Celsius'), '°': same('gradd') },
    currencies: { '€': same('ewro'), '£': same('punt'), $: same('doler') },
    months: 'Ionawr Chwefror Mawrth Ebrill Mai Mehefin Gorffennaf Awst Medi Hydref Tachwedd Rhagfyr'.split(' '),
    days: () => undefined, of: undefined, clock: clockWith(''),
    abbreviations: { mr: 'mistar', dr: 'doctor', ayyb: 'ac yn y blaen', 'e.e': 'er enghraifft', tud: 'tudalen', rhif: 'rhif' },
  },
};
