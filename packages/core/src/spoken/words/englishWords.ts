import type { NumberWords } from '../numbers.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

/** English counting words, short scale. */
// prettier-ignore
export const ENGLISH_NUMBERS: NumberWords = {
  units:
    'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(' '),
  tens: ' ,ten,twenty,thirty,forty,fifty,sixty,seventy,eighty,ninety'.split(','),
  hundred: 'hundred',
  scales: ['', 'thousand', 'million', 'billion', 'trillion', 'quadrillion'],
  and: 'and',
  minus: 'minus',
  point: 'point',
};

/** Ordinals that are not the cardinal with "th". */
// prettier-ignore
export const IRREGULAR_ORDINALS: Readonly<Record<string, string>> = lookupTable({
  one: 'first', two: 'second', three: 'third', five: 'fifth', eight: 'eighth', nine: 'ninth', twelve: 'twelfth',
});

export const MONTHS =
  'January February March April May June July August September October November December'.split(' ');

/** Short month names as written with or without a stop. */
// prettier-ignore
export const SHORT_MONTHS: Readonly<Record<string, number>> = lookupTable({
  jan: 1, feb: 2, mar: 3, apr: 4, jun: 6, jul: 7, aug: 8, sep: 9, sept: 9, oct: 10, nov: 11, dec: 12,
});

// prettier-ignore
export const WEEKDAYS: Readonly<Record<string, string>> = lookupTable({
  mon: 'Monday', tue: 'Tuesday', tues: 'Tuesday', wed: 'Wednesday', thu: 'Thursday', thurs: 'Thursday', fri: 'Friday', sat: 'Saturday', sun: 'Sunday',
});

/** Currency sign → unit and hundredth, each one and many. */
export interface Currency {
  readonly one: string;
  readonly many: string;
  readonly centOne: string;
  readonly centMany: string;
}

export const CURRENCIES: Readonly<Record<string, Currency>> = lookupTable({
  '£': { one: 'pound', many: 'pounds', centOne: 'penny', centMany: 'pence' },
  $: { one: 'dollar', many: 'dollars', centOne: 'cent', centMany: 'cents' },
  '€': { one: 'euro', many: 'euros', centOne: 'cent', centMany: 'cents' },
  '¥': { one: 'yen', many: 'yen', centOne: 'sen', centMany: 'sen' },
  '₹': { one: 'rupee', many: 'rupees', centOne: 'paisa', centMany: 'paise' },
  '₩': { one: 'won', many: 'won', centOne: 'jeon', centMany: 'jeon' },
});

/**
 * Currencies whose sign carries letters, or that are written as ISO 4217 codes before the amount: "US$5",
 * "CHF 5".
 */
export const NAMED_CURRENCIES: Readonly<Record<string, Currency>> = lookupTable({
  US$: { one: 'U S dollar', many: 'U S dollars', centOne: 'cent', centMany: 'cents' },
  CA$: { one: 'Canadian dollar', many: 'Canadian dollars', centOne: 'cent', centMany: 'cents' },
  A$: { one: 'Australian dollar', many: 'Australian dollars', centOne: 'cent', centMany: 'cents' },
  NZ$: { one: 'New Zealand dollar', many: 'New Zealand dollars', centOne: 'cent', centMany: 'cents' },
  HK$: { one: 'Hong Kong dollar', many: 'Hong Kong dollars', centOne: 'cent', centMany: 'cents' },
  'JP¥': { one: 'yen', many: 'yen', centOne: 'sen', centMany: 'sen' },
  'CN¥': { one: 'yuan', many: 'yuan', centOne: 'fen', centMany: 'fen' },
  GBP: { one: 'pound', many: 'pounds', centOne: 'penny', centMany: 'pence' },
  USD: { one: 'U S dollar', many: 'U S dollars', centOne: 'cent', centMany: 'cents' },
  EUR: { one: 'euro', many: 'euros', centOne: 'cent', centMany: 'cents' },
  CHF: { one: 'Swiss franc', many: 'Swiss francs', centOne: 'rappen', centMany: 'rappen' },
  PLN: { one: 'zloty', many: 'zlotys', centOne: 'grosz', centMany: 'grosz' },
  SEK: { one: 'Swedish krona', many: 'Swedish kronor', centOne: 'ore', centMany: 'ore' },
  NOK: { one: 'Norwegian krone', many: 'Norwegian kroner', centOne: 'ore', centMany: 'ore' },
  DKK: { one: 'Danish krone', many: 'Danish kroner', centOne: 'ore', centMany: 'ore' },
});

/** Letters after an amount: "£1.2m". */
// prettier-ignore
export const MAGNITUDES: Readonly<Record<string, string>> = lookupTable({
  k: 'thousand', m: 'million', mn: 'million', bn: 'billion', b: 'billion', tn: 'trillion',
});

/** Unit symbol → said for one, said for many. Symbols of one letter count only after a number. */
// prettier-ignore
export const UNITS: Readonly<Record<string, readonly [string, string]>> = lookupTable({
  mm: ['millimetre', 'millimetres'], cm: ['centimetre', 'centimetres'], m: ['metre', 'metres'], km: ['kilometre', 'kilometres'],
  µm: ['micrometre', 'micrometres'], nm: ['nanometre', 'nanometres'],
  mg: ['milligram', 'milligrams'], g: ['gram', 'grams'], kg: ['kilogram', 'kilograms'], t: ['tonne', 'tonnes'],
  ml: ['millilitre', 'millilitres'], mL: ['millilitre', 'millilitres'], cl: ['centilitre', 'centilitres'], l: ['litre', 'litres'], L: ['litre', 'litres'],
  ms: ['millisecond', 'milliseconds'], s: ['second', 'seconds'], sec: ['second', 'seconds'], min: ['minute', 'minutes'], mins: ['minute', 'minutes'],
  h: ['hour', 'hours'], hr: ['hour', 'hours'], hrs: ['hour', 'hours'],
  N: ['newton', 'newtons'], J: ['joule', 'joules'], kJ: ['kilojoule', 'kilojoules'], W: ['watt', 'watts'], kW: ['kilowatt', 'kilowatts'],
  MW: ['megawatt', 'megawatts'], kWh: ['kilowatt hour', 'kilowatt hours'], V: ['volt', 'volts'], A: ['amp', 'amps'], Ω: ['ohm', 'ohms'],
  Hz: ['hertz', 'hertz'], kHz: ['kilohertz', 'kilohertz'], MHz: ['megahertz', 'megahertz'], Pa: ['pascal', 'pascals'], kPa: ['kilopascal', 'kilopascals'],
  hPa: ['hectopascal', 'hectopascals'], dB: ['decibel', 'decibels'], K: ['kelvin', 'kelvin'], '°C': ['degree Celsius', 'degrees Celsius'],
  '°F': ['degree Fahrenheit', 'degrees Fahrenheit'], '°': ['degree', 'degrees'], '%': ['per cent', 'per cent'], '‰': ['per mille', 'per mille'],
  mol: ['mole', 'moles'], mmol: ['millimole', 'millimoles'], Bq: ['becquerel', 'becquerels'], Sv: ['sievert', 'sieverts'], Gy: ['gray', 'grays'], lx: ['lux', 'lux'], lm: ['lumen', 'lumens'],
  cal: ['calorie', 'calories'], kcal: ['kilocalorie', 'kilocalories'], eV: ['electronvolt', 'electronvolts'], Wh: ['watt hour', 'watt hours'], Ah: ['amp hour', 'amp hours'], bar: ['bar', 'bar'], mbar: ['millibar', 'millibars'], atm: ['atmosphere', 'atmospheres'], rpm: ['revolution per minute', 'revolutions per minute'],
  bpm: ['beat per minute', 'beats per minute'], kph: ['kilometre per hour', 'kilometres per hour'], kmh: ['kilometre per hour', 'kilometres per hour'], mpg: ['mile per gallon', 'miles per gallon'], bps: ['bit per second', 'bits per second'], kbps: ['kilobit per second', 'kilobits per second'],
  Mbps: ['megabit per second', 'megabits per second'], Gbps: ['gigabit per second', 'gigabits per second'], fps: ['frame per second', 'frames per second'], dpi: ['dot per inch', 'dots per inch'], ppm: ['part per million', 'parts per million'], rad: ['radian', 'radians'], AU: ['astronomical unit', 'astronomical units'],
  tsp: ['teaspoon', 'teaspoons'], tsps: ['teaspoon', 'teaspoons'], tbsp: ['tablespoon', 'tablespoons'], tbsps: ['tablespoon', 'tablespoons'], dsp: ['dessertspoon', 'dessertspoons'], dssp: ['dessertspoon', 'dessertspoons'], pt: ['pint', 'pints'], qt: ['quart', 'quarts'], 'fl oz': ['fluid ounce', 'fluid ounces'],
  dl: ['decilitre', 'decilitres'], dL: ['decilitre', 'decilitres'], cc: ['C C', 'C C'], cwt: ['hundredweight', 'hundredweight'], kn: ['knot', 'knots'], nmi: ['nautical mile', 'nautical miles'], dp: ['decimal place', 'decimal places'], 'd.p.': ['decimal place', 'decimal places'], 's.f.': ['significant figure', 'significant figures'], 'd.p': ['decimal place', 'decimal places'], 's.f': ['significant figure', 'significant figures'], sf: ['significant figure', 'significant figures'],
  MiB: ['mebibyte', 'mebibytes'], GiB: ['gibibyte', 'gibibytes'], KiB: ['kibibyte', 'kibibytes'], KB: ['kilobyte', 'kilobytes'], px: ['pixel', 'pixels'], '℃': ['degree Celsius', 'degrees Celsius'], '℉': ['degree Fahrenheit', 'degrees Fahrenheit'],
  ha: ['hectare', 'hectares'], ft: ['foot', 'feet'], yd: ['yard', 'yards'], mi: ['mile', 'miles'], mph: ['mile per hour', 'miles per hour'],
  ac: ['acre', 'acres'], gal: ['gallon', 'gallons'], st: ['stone', 'stone'], deg: ['degree', 'degrees'],
  ns: ['nanosecond', 'nanoseconds'], µs: ['microsecond', 'microseconds'], secs: ['second', 'seconds'], wk: ['week', 'weeks'], wks: ['week', 'weeks'],
  mth: ['month', 'months'], mths: ['month', 'months'], yr: ['year', 'years'], yrs: ['year', 'years'],
  bit: ['bit', 'bits'], kb: ['kilobit', 'kilobits'], Mb: ['megabit', 'megabits'], Gb: ['gigabit', 'gigabits'], Tb: ['terabit', 'terabits'],
  byte: ['byte', 'bytes'], TB: ['terabyte', 'terabytes'], PB: ['petabyte', 'petabytes'],
  psi: ['pound per square inch', 'pounds per square inch'], mmHg: ['millimetre of mercury', 'millimetres of mercury'], inHg: ['inch of mercury', 'inches of mercury'], lbf: ['pound of force', 'pounds of force'], kgf: ['kilogram of force', 'kilograms of force'],
  hp: ['horsepower', 'horsepower'], bhp: ['brake horsepower', 'brake horsepower'], Btu: ['British thermal unit', 'British thermal units'], BTU: ['British thermal unit', 'British thermal units'], Cal: ['calorie', 'calories'], ly: ['light year', 'light years'], pc: ['parsec', 'parsecs'], kpc: ['kiloparsec', 'kiloparsecs'], Mpc: ['megaparsec', 'megaparsecs'], au: ['astronomical unit', 'astronomical units'],
  cd: ['candela', 'candelas'], Wb: ['weber', 'webers'], kat: ['katal', 'katals'], Da: ['dalton', 'daltons'], kDa: ['kilodalton', 'kilodaltons'], sr: ['steradian', 'steradians'], ppb: ['part per billion', 'parts per billion'], ppi: ['pixel per inch', 'pixels per inch'], ct: ['carat', 'carats'], bu: ['bushel', 'bushels'], bbl: ['barrel', 'barrels'], dstspn: ['dessertspoon', 'dessertspoons'],
  rev: ['revolution', 'revolutions'], revs: ['revolution', 'revolutions'], arcmin: ['arc minute', 'arc minutes'], arcmins: ['arc minute', 'arc minutes'], arcsec: ['arc second', 'arc seconds'], arcsecs: ['arc second', 'arc seconds'], fth: ['fathom', 'fathoms'], fur: ['furlong', 'furlongs'],
  'M☉': ['solar mass', 'solar masses'], 'R☉': ['solar radius', 'solar radii'], 'L☉': ['solar luminosity', 'solar luminosities'], 'M⊕': ['Earth mass', 'Earth masses'], 'R⊕': ['Earth radius', 'Earth radii'],
  lb: ['pound', 'pounds'], lbs: ['pound', 'pounds'], oz: ['ounce', 'ounces'], kB: ['kilobyte', 'kilobytes'], MB: ['megabyte', 'megabytes'], GB: ['gigabyte', 'gigabytes'],
});

/**
 * Prefixes of the SI and the symbols of units that take them (BIPM, The International System of Units, 9th
 * edition, tables 4 and 7; from memory).
 */
// prettier-ignore
export const PREFIXES: Readonly<Record<string, string>> = lookupTable({
  p: 'pico', n: 'nano', µ: 'micro', m: 'milli', c: 'centi', d: 'deci', da: 'deca', h: 'hecto', k: 'kilo', M: 'mega', G: 'giga', T: 'tera',
});
/** Units that take them: said for one, said for many. */
// prettier-ignore
export const PREFIXED: Readonly<Record<string, readonly [string, string]>> = lookupTable({
  m: ['metre', 'metres'], g: ['gram', 'grams'], l: ['litre', 'litres'], L: ['litre', 'litres'], s: ['second', 'seconds'], N: ['newton', 'newtons'], J: ['joule', 'joules'], W: ['watt', 'watts'], V: ['volt', 'volts'], A: ['amp', 'amps'],
  Ω: ['ohm', 'ohms'], Hz: ['hertz', 'hertz'], Pa: ['pascal', 'pascals'], K: ['kelvin', 'kelvin'], mol: ['mole', 'moles'], C: ['coulomb', 'coulombs'], F: ['farad', 'farads'], T: ['tesla', 'tesla'], Bq: ['becquerel', 'becquerels'], Sv: ['sievert', 'sieverts'],
  Gy: ['gray', 'grays'], eV: ['electronvolt', 'electronvolts'], Wh: ['watt hour', 'watt hours'], Ah: ['amp hour', 'amp hours'], cal: ['calorie', 'calories'], bar: ['bar', 'bar'],
});
/** Multiples of a tonne; its parts are kilograms and less. */
// prettier-ignore
export const TONNES: Readonly<Record<string, readonly [string, string]>> = lookupTable({
  kt: ['kilotonne', 'kilotonnes'], Mt: ['megatonne', 'megatonnes'], Gt: ['gigatonne', 'gigatonnes'],
});

/** Units spelled for an American reader. */
export const AMERICAN_SPELLING: readonly (readonly [RegExp, string])[] = [
  [/metre/gu, 'meter'],
  [/litre/gu, 'liter'],
];

/** Abbreviations said in full wherever they stand. Keys are in small letters without the last stop. */
// prettier-ignore
export const ABBREVIATIONS: Readonly<Record<string, string>> = lookupTable({
  mr: 'mister', mrs: 'missus', ms: 'miz', mx: 'mix', dr: 'doctor', prof: 'professor', rev: 'reverend', revd: 'reverend', cllr: 'councillor', hon: 'honourable', capt: 'captain',
  sgt: 'sergeant', 'e.g': 'for example', eg: 'for example', 'i.e': 'that is', etc: 'et cetera', vs: 'versus', viz: 'namely', cf: 'compare',
  approx: 'approximately', dept: 'department', govt: 'government', ltd: 'limited', inc: 'incorporated', jr: 'junior', sr: 'senior', 'a.m': 'A M', 'p.m': 'P M',
  esp: 'especially', pop: 'population', lat: 'latitude', temp: 'temperature', nr: 'near', wt: 'weight', ht: 'height', qty: 'quantity', ave: 'average', poss: 'possible', temps: 'temperatures', cont: 'continued', incl: 'including', tel: 'telephone', 'n.b': 'N B', 'p.s': 'P S', bce: 'B C E', bc: 'B C', ad: 'A D', ce: 'C E', 'b.c': 'B C', 'a.d': 'A D',
});

/**
 * Abbreviations of {@link ABBREVIATIONS} that are ordinary words unless written with a stop or in capitals.
 */
export const NEEDS_STOP_OR_CAPITALS = new Set(
  'hon rev inc ms esp sr jr pop lat temp temps wt ht cont poss ave nr tel ce ad bc bce eg incl mx capt prof'.split(
    ' ',
  ),
);

/** Abbreviations said in full only before a number: one, and for "pp." and "figs." many. */
// prettier-ignore
export const BEFORE_NUMBER: Readonly<Record<string, string>> = lookupTable({
  b: 'born', d: 'died', no: 'number', nos: 'numbers', p: 'page', pp: 'pages', fig: 'figure', figs: 'figures', ch: 'chapter', chs: 'chapters', vol: 'volume', vols: 'volumes',
  sec: 'section', eq: 'equation', ex: 'exercise', art: 'article', c: 'circa', ca: 'circa', q: 'question', '§': 'section', '#': 'number',
});

/** Acronyms that are said as words though they are written in capitals. */
export const WORD_ACRONYMS = new Set(
  'NASA NATO UNESCO UNICEF AIDS LASER RADAR SONAR PIN RAM ROM GIF JPEG SIM SCUBA OPEC COVID PAT SEND SATS TEFL ESOL'.split(
    ' ',
  ),
);

/** Short words that are not acronyms when a heading is set in capitals. */
export const CAPITAL_WORDS = new Set(
  'A AIM ALL ALWAYS AN AND ANSWER ANY ARE AS ASK AT BE BUT BY DANGER DATE DAY DO DRAW EACH END EXIT FIND FIRST FOR FREE FROM GO HAD HAS HE HER HIM HIS HELP HERE HOW I IF IN INTO IS IT ITS JOIN KEEP LAST LEFT LIST LOOK MAKE ME MUST MY NAME NEXT NO NOT NOW OF OFF ON ONE OR OUR OUT NOTE NEVER NEW ONLY OPEN PAGE PLEASE READ SAFE SEE SHE SLOW STOP SO STEP TASK TEST THIS THAT THE THEN TO TWO TURN UP US USE WAS WE WHO WHY YES YOU'.split(
    ' ',
  ),
);

/** Symbols with a name of their own. */
// prettier-ignore
export const SYMBOLS: Readonly<Record<string, string>> = lookupTable({
  '+': 'plus', '−': 'minus', '-': 'minus', '×': 'times', '÷': 'divided by', '=': 'equals', '<': 'is less than', '>': 'is greater than',
  '≤': 'is less than or equal to', '≥': 'is greater than or equal to', '≠': 'is not equal to', '≈': 'is approximately equal to', '±': 'plus or minus',
  '√': 'the square root of', '∛': 'the cube root of', '∜': 'the fourth root of', '∠': 'angle', π: 'pi', '∓': 'minus or plus', '≡': 'is identical to', '≅': 'is congruent to', '≃': 'is approximately equal to', '∼': 'is similar to', '∝': 'is proportional to',
  '∞': 'infinity', '∈': 'is in', '∉': 'is not in', '∋': 'contains', '⊂': 'is a subset of', '⊆': 'is a subset of', '⊄': 'is not a subset of', '⊃': 'contains', '∪': 'union', '∩': 'intersection', '∅': 'the empty set', '∀': 'for all', '∃': 'there exists',
  '∴': 'therefore', '∵': 'because', '∑': 'the sum of', '∏': 'the product of', '∫': 'the integral of', '∂': 'partial', '∇': 'del', '⊥': 'is perpendicular to', '∥': 'is parallel to', '∦': 'is not parallel to', '∧': 'and', '∨': 'or', '¬': 'not', '⊕': 'exclusive or',
  '≪': 'is much less than', '≫': 'is much greater than', '≮': 'is not less than', '≯': 'is not greater than', '⋅': 'times', '∙': 'times', '·': 'dot', '∗': 'times', '△': 'triangle', '▲': 'triangle', '□': 'box', '■': 'box', '∆': 'delta', '∶': 'to', '∷': 'as', '⅓': 'one third', '⅔': 'two thirds',
  '→': 'to', '⟶': 'to', '←': 'left arrow', '↑': 'up', '↓': 'down', '↔': 'to and from', '↕': 'up and down', '⇒': 'implies', '⟹': 'implies', '⇐': 'is implied by', '⇔': 'if and only if', '⇌': 'in equilibrium with', '⇄': 'in equilibrium with', '↗': 'up to the right', '↘': 'down to the right', '↖': 'up to the left', '↙': 'down to the left', '⇑': 'up', '⇓': 'down', '➔': 'to', '➜': 'to', '⟵': 'left arrow', '⟷': 'to and from', '⇨': 'to',
  '->': 'to', '-->': 'to', '<-': 'left arrow', '<--': 'left arrow', '<->': 'to and from', '=>': 'implies', '<=>': 'if and only if', '>=': 'is greater than or equal to', '<=': 'is less than or equal to', '!=': 'is not equal to', '=/=': 'is not equal to', '+/-': 'plus or minus',
  '♯': 'sharp', '♭': 'flat', '♮': 'natural', '♩': 'crotchet', '♪': 'quaver', '♫': 'quavers', '♬': 'semiquavers', '𝄞': 'treble clef', '✓': 'tick', '✔': 'tick', '☑': 'ticked box', '✗': 'cross', '✘': 'cross', '☒': 'crossed box', '☐': 'box', '★': 'star', '☆': 'star',
  '♂': 'male', '♀': 'female', '♥': 'hearts', '♦': 'diamonds', '♣': 'clubs', '♠': 'spades', '©': 'copyright', '®': 'registered', '™': 'trademark', '℃': 'degrees Celsius', '℉': 'degrees Fahrenheit', '№': 'number', '¢': 'cents', '¶': 'paragraph', '‡': 'double dagger', '′': 'prime', '″': 'double prime', '☎': 'telephone',
  α: 'alpha', β: 'beta', γ: 'gamma', δ: 'delta', ε: 'epsilon', ζ: 'zeta', η: 'eta', θ: 'theta', κ: 'kappa', λ: 'lambda', μ: 'mu', ν: 'nu', ξ: 'xi', ρ: 'rho', σ: 'sigma', τ: 'tau', φ: 'phi', ϕ: 'phi', χ: 'chi', ψ: 'psi', ω: 'omega', Γ: 'gamma', Δ: 'delta', Θ: 'theta', Λ: 'lambda', Σ: 'sigma', Φ: 'phi', Ψ: 'psi', '&': 'and', '@': 'at', '#': 'hash', '%': 'per cent', '‰': 'per mille', '°': 'degrees', '/': 'slash', '*': 'star',
  '§': 'section', '†': 'dagger', '~': 'about', '^': 'to the power of', '¹': 'to the power of one', '²': 'squared', '³': 'cubed', µ: 'micro', Ω: 'ohms', '\\': 'backslash', '_': 'underscore',
  '£': 'pounds', $: 'dollars', '€': 'euros', '¥': 'yen', '₹': 'rupees', '½': 'one half', '¼': 'one quarter', '¾': 'three quarters',
});

/** Symbols of the chemical elements that occur in school formulae. */
export const ELEMENTS = new Set(
  'H He Li Be B C N O F Ne Na Mg Al Si P S Cl Ar K Ca Ti Cr Mn Fe Co Ni Cu Zn Ga Br Kr Rb Sr Ag Cd Sn I Xe Cs Ba Pt Au Hg Pb Rn Ra U Sc V Ga Ge As Se Pd Bi Po Th Pu Am W Y Zr Nb Mo'.split(
    ' ',
  ),
);

/** Elements by name, of which isotopes are spoken. */
// prettier-ignore
export const ELEMENT_NAMES: Readonly<Record<string, string>> = lookupTable({
  H: 'hydrogen', He: 'helium', Li: 'lithium', Be: 'beryllium', B: 'boron', C: 'carbon', N: 'nitrogen', O: 'oxygen', F: 'fluorine', Ne: 'neon', Na: 'sodium', Mg: 'magnesium', Al: 'aluminium', P: 'phosphorus', S: 'sulfur',
  Cl: 'chlorine', Ar: 'argon', K: 'potassium', Ca: 'calcium', Fe: 'iron', Co: 'cobalt', Ni: 'nickel', Cu: 'copper', Zn: 'zinc', Br: 'bromine', Sr: 'strontium', Tc: 'technetium', I: 'iodine', Xe: 'xenon', Cs: 'caesium', Ba: 'barium',
  Pb: 'lead', Po: 'polonium', Rn: 'radon', Ra: 'radium', Th: 'thorium', Pa: 'protactinium', U: 'uranium', Np: 'neptunium', Pu: 'plutonium', Am: 'americium', Kr: 'krypton', Si: 'silicon', Ti: 'titanium', Ag: 'silver', Au: 'gold', Hg: 'mercury',
});

/** Raised and lowered figures and signs → plain ones. */
export const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹⁻⁺';
export const LOWERED = '₀₁₂₃₄₅₆₇₈₉₋₊';

/** Single-character fractions. */
// prettier-ignore
export const FRACTION_SIGNS: Readonly<Record<string, string>> = lookupTable({
  '½': 'a half', '¼': 'a quarter', '¾': 'three quarters', '⅓': 'a third', '⅔': 'two thirds', '⅕': 'a fifth', '⅛': 'an eighth', '⅜': 'three eighths', '⅝': 'five eighths', '⅞': 'seven eighths',
});

/** Words before which a number of four digits is a year. */
export const YEAR_CUES = new Set(
  'in since by from until till before after of around circa c year years summer spring autumn winter early late mid during and to between about january february march april may june july august september october november december'.split(
    ' ',
  ),
);

/**
 * Names and titles after which a Roman numeral is an ordinal ("Henry VIII" → the eighth) are guessed; these
 * take a cardinal.
 */
export const ROMAN_CARDINAL_CUES = new Set(
  'chapter part book act scene volume vol section unit phase war type class stage level lesson grade appendix'.split(
    ' ',
  ),
);

/** Works and things that are numbered: "Sonnet XVIII" is sonnet eighteen. */
export const CARDINAL_AFTER = new Set(
  'sonnet canto psalm figure fig table question exercise paper task step page article rule theorem group period world superbowl plate map source document extract item number mark olympiad symphony opus sonata concerto quartet quadrant factor schedule title division key tier zone channel apollo gemini saturn'.split(
    ' ',
  ),
);

/** Names of kings, queens and popes, after which a numeral of one letter is an ordinal too. */
export const MONARCHS = new Set(
  'Elizabeth Charles James William Henry George Edward Richard Mary John Stephen Anne Victoria Robert David Malcolm Alexander Philip Louis Francis Peter Catherine Paul Nicholas Frederick Leopold Albert Christian Gustav Ivan Alfonso Ferdinand Isabella Napoleon Francois Wilhelm Maximilian Otto Pius Leo Gregory Benedict Innocent Clement Urban Adrian Julius Sixtus Darius Xerxes Cyrus Ramesses Rameses Seti Thutmose Amenhotep Ptolemy Cleopatra Harold Edmund Ethelred Athelstan Kenneth Duncan Constantine Sigismund Casimir Stanislaus Suleiman Selim Murad Mehmed Pedro Carlos Juan Margaret Haakon Olav Umberto Oscar Baudouin'.split(
    ' ',
  ),
);
