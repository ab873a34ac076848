import { FRACTION_SIGNS, LOWERED, RAISED, SYMBOLS } from '../words/englishWords.ts';
import { readNumber, sayNumber, sayOrdinal, sayWhole } from './englishNumbers.ts';
import { plain, sayFraction, sayPower } from './linear.ts';
import { bracketAt, closing, contentOf, type Bracket } from '../../maths/brackets.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

/** Words of an equation and where in its line stands what they are said for. */
export interface SaidAt {
  readonly at: number;
  readonly words: readonly string[];
}

// prettier-ignore
const FUNCTIONS: Readonly<Record<string, string>> = lookupTable({
  sin: 'sine', cos: 'cosine', tan: 'tan', sec: 'sec', csc: 'cosec', cosec: 'cosec', cot: 'cot', arcsin: 'arc sine', arccos: 'arc cosine', arctan: 'arc tan', sinh: 'hyperbolic sine', cosh: 'hyperbolic cosine', tanh: 'hyperbolic tan',
  sech: 'hyperbolic sec', csch: 'hyperbolic cosec', coth: 'hyperbolic cot', log: 'log', ln: 'L N', lg: 'log', exp: 'exponential', det: 'determinant', dim: 'dimension', ker: 'kernel', gcd: 'G C D', hcf: 'H C F', lcm: 'L C M', mod: 'mod', arg: 'argument', Re: 'real part', Im: 'imaginary part',
});
/** Functions whose name wants "of" before what they are taken of. */
const OF = /^(?:exp|det|dim|ker|gcd|hcf|lcm|arg|Re|Im|log|ln|lg)$/u;
const BOUNDS: Readonly<Record<string, string>> = lookupTable({
  max: 'maximum',
  min: 'minimum',
  sup: 'supremum',
  inf: 'infimum',
});
// prettier-ignore
const BIG: Readonly<Record<string, string>> = lookupTable({
  '∑': 'sum', '∏': 'product', '∐': 'coproduct', '∫': 'integral', '∬': 'double integral', '∭': 'triple integral', '∮': 'closed integral', '∯': 'closed surface integral', '∰': 'closed volume integral', '⋃': 'union', '⋂': 'intersection', '⋁': 'disjunction', '⋀': 'conjunction',
});
/** Marks over a letter, and whether they are said before it. */
const OVER: Readonly<Record<string, string>> = lookupTable({ '\u0304': 'bar', '\u0305': 'bar', '\u033f': 'double bar', '\u0302': 'hat', '\u0303': 'tilde', '\u0307': 'dot', '\u0308': 'double dot', '\u20db': 'triple dot', '\u20d7': 'vector', '\u030c': 'check', '\u0300': 'grave', '\u0301': 'acute', '\u0306': 'breve' }); // prettier-ignore
const NAMED_ROOTS: Readonly<Record<string, string>> = lookupTable({
  '√': 'the square root of',
  '∛': 'the cube root of',
  '∜': 'the fourth root of',
});
const RAISED_RUN = /[⁰¹²³⁴-⁹⁻⁺ⁿˣ]+/uy;
const LOWERED_RUN = /[₀-₉₋₊ₙₓᵢ]+/uy;
const NUMBER = /\d{1,3}(?:,\d{3})+(?:\.\d+)?|\d+(?:\.\d+)?|\.\d+/uy;

/**
 * Reads an equation on one line (as `mathml.ts` and `omml.ts` write it, and people type it) as a teacher says
 * it: fractions "over", a sum as numerator "all over", brackets that only hold a numerator, root or power
 * together silent where they hold a product.
 * @returns what is said where, in order; `undefined` where something stands in it that is no mathematics.
 */
export function sayLine(line: string, locale: string): SaidAt[] | undefined {
  return new LineReader(line, locale).read();
}

class LineReader {
  readonly #line: string;
  readonly #locale: string;
  readonly #said: SaidAt[] = [];
  readonly #brackets: ReadonlyMap<number, Bracket>;
  #at = 0;

  constructor(line: string, locale: string) {
    this.#line = line;
    this.#locale = locale;
    this.#brackets = bracketAt(line);
  }

  read(): SaidAt[] | undefined {
    while (this.#at < this.#line.length) if (!this.#one()) return undefined;
    return this.#said;
  }

  /** What is at the current place; false where it is nothing known. */
  #one(): boolean {
    return (
      this.#take(/[\s,;]+/uy) !== undefined ||
      this.#nuclide() ||
      this.#root() ||
      this.#big() ||
      this.#derivative() ||
      this.#simpleFraction() ||
      this.#number() ||
      this.#raised() ||
      this.#lowered() ||
      this.#name() ||
      this.#matrix() ||
      this.#bracket() ||
      this.#sign()
    );
  }

  #take(pattern: RegExp): RegExpExecArray | undefined {
    pattern.lastIndex = this.#at;
    const match = pattern.exec(this.#line);
    if (!match || match[0] === '') return undefined;
    this.#at += match[0].length;
    return match;
  }

  #say(at: number, words: string | readonly string[]): true {
    this.#said.push({ at, words: typeof words === 'string' ? words.split(' ') : words });
    return true;
  }

  /** The words of a part of the line, by themselves. */
  #within(text: string): string[] {
    return sayLine(text, this.#locale)?.flatMap(({ words }) => words) ?? [text];
  }

  /** Raised figures before a letter or a root: "²³⁵U" is for the chemists, "⁵√32" a root. */
  #nuclide(): boolean {
    const at = this.#at;
    if (at > 0 && /[\p{L}\p{N}\p{M})\]}|]$/u.test(this.#line.slice(0, at))) return false;
    const degree = this.#take(/([⁰¹²³⁴-⁹ⁿˣ]+)√/uy)?.[1];
    if (degree === undefined) return false;
    const name = plain(degree, RAISED).normalize('NFKC');
    this.#say(at, [
      'the',
      ...(/^\d+$/u.test(name) ? [...sayOrdinal(name, this.#locale), 'root'] : [name.toUpperCase(), 'root']),
      'of',
    ]);
    return true;
  }

  #root(): boolean {
    const at = this.#at;
    const sign = this.#take(/[√∛∜]/uy)?.[0];
    return sign !== undefined && this.#say(at, NAMED_ROOTS[sign] ?? '');
  }

  /** ∑, ∫, lim, max with their limits. */
  #big(): boolean {
    const at = this.#at;
    const sign = this.#take(/[∑∏∐∫∬∭∮∯∰⋃⋂⋁⋀]|(?<!\p{L})(?:lim|max|min|sup|inf)(?!\p{L})/uy)?.[0];
    if (sign === undefined) return false;
    const lower = this.#limit('_');
    const upper = this.#limit('^');
    if (sign === 'lim') {
      this.#say(at, [
        'the',
        'limit',
        ...(lower === undefined
          ? []
          : ['as', ...this.#within(lower).map((word) => (word === 'to' ? 'tends to' : word))].flatMap(
              (words) => words.split(' '),
            )),
        'of',
      ]);
      return true;
    }
    const range = [
      ...(lower === undefined ? [] : [upper === undefined ? 'over' : 'from', ...this.#within(lower)]),
      ...(upper === undefined ? [] : ['to', ...this.#within(upper)]),
    ];
    return this.#say(at, ['the', ...(BIG[sign] ?? BOUNDS[sign] ?? sign).split(' '), ...range, 'of']);
  }

  /** What stands under or over a sign: "_0", "_(i=1)". */
  #limit(mark: '_' | '^'): string | undefined {
    if (this.#line[this.#at] !== mark) return undefined;
    const start = this.#at + 1;
    const end = this.#line[start] === '(' ? closing(this.#line, start) : undefined;
    if (end !== undefined) {
      this.#at = end + 1;
      return this.#line.slice(start + 1, end);
    }
    this.#at = start;
    return this.#take(/−?[\p{N}.]+|−?[\p{L}∞]/uy)?.[0];
  }

  /** dy/dx, d²y/dx². */
  #derivative(): boolean {
    const at = this.#at;
    const match = this.#take(/(?<!\p{L})d([²³]?)(\p{L}?)\/d(\p{L})([²³]?)(?!\p{L})/uy);
    if (!match) return false;
    const [, order = '', of = '', by = '', again = ''] = match;
    const times = order === '' ? [] : sayWhole(plain(order, RAISED), this.#locale);
    const power = again === '' ? [] : (sayPower(plain(again, RAISED), this.#locale) ?? []);
    return this.#say(at, [
      'D',
      ...times,
      ...(of === '' ? [] : [of.toUpperCase()]),
      'by',
      'D',
      by.toUpperCase(),
      ...power,
    ]);
  }

  #simpleFraction(): boolean {
    if (/[\d.,/\p{L}]$/u.test(this.#line.slice(0, this.#at))) return false;
    const at = this.#at;
    const match =
      this.#take(/(\d{1,3})[/⁄](\d{1,3})(?![\d/]|[.,]\d|\p{L})/uy) ??
      this.#take(/(\d{1,3})[/⁄](\d{1,3})(?=\s|$)/uy);
    if (!match) return false;
    // "6 1/4"
    const isMixed = /(?:^|[^\p{L}\p{N}.,])\d+ $/u.test(this.#line.slice(0, at));
    return this.#say(at, [...(isMixed ? ['and'] : []), ...this.#part(match[1] ?? '', match[2] ?? '')]);
  }

  /** "three quarters", and "four thirds" too where the parts are few. */
  #part(top: string, bottom: string): string[] {
    const few = Number(bottom);
    if (few < 2 || few > 10 || Number(top) < few) return sayFraction(top, bottom, this.#locale);
    const [, ...parts] = sayFraction('1', bottom, this.#locale);
    return [
      ...sayWhole(top, this.#locale),
      ...parts.map((part) => (part === 'half' ? 'halves' : `${part}s`)),
    ];
  }

  #number(): boolean {
    const at = this.#at;
    const number = this.#take(NUMBER)?.[0];
    const read = number === undefined ? undefined : readNumber(number);
    if (read === undefined) return false;
    const dots = this.#take(/(?:\d*\u0307)+/uy)?.[0] ?? '';
    const part = this.#take(/[½¼¾⅓⅔⅛⅜⅝⅞⅕⅖⅗⅘⅙⅚]/uy)?.[0];
    return this.#say(at, [
      ...sayNumber(read, this.#locale),
      ...[...dots].flatMap((sign) => (/\d/u.test(sign) ? sayWhole(sign, this.#locale) : [])),
      ...(dots === '' ? [] : ['recurring']),
      ...(part === undefined ? [] : ['and', ...(FRACTION_SIGNS[part] ?? '').split(' ')]),
    ]);
  }

  /** Functions, words and letters with their marks. */
  #name(): boolean {
    const at = this.#at;
    const named = this.#take(
      /(?:arc)?(?:sin|cos|tan)h?(?!\p{L})|(?:cosec|cot|coth|sec|sech|csc|csch|log|ln|lg|exp|det|dim|ker|gcd|hcf|lcm|mod|arg|Re|Im)(?!\p{L})/uy,
    )?.[0];
    if (named !== undefined) return this.#function(at, named);
    if (this.#take(/choose(?!\p{L})/uy)) return this.#say(at, 'choose');
    // Words: "speed", "if".
    const word = this.#take(/\p{L}{4,}|(?:if|for|and|or|otherwise|area|where)(?!\p{L})/uy)?.[0];
    if (word !== undefined) return this.#say(at, word.toLowerCase());
    // AB with an arrow over both.
    const arrow = this.#take(/(\p{Lu}{2,3})\u20d7/uy)?.[1];
    if (arrow !== undefined) return this.#say(at, ['vector', ...arrow]);
    const letter = this.#take(/\p{L}\p{M}*/uy)?.[0];
    if (letter === undefined) return false;
    const [base = '', ...marks] = [...letter.normalize('NFD')];
    const name = SYMBOLS[base]?.split(' ') ?? [base.toUpperCase()];
    const over = marks.map((mark) => OVER[mark] ?? '');
    this.#say(at, [
      ...(over.includes('vector') ? ['vector'] : []),
      ...name,
      ...over.filter((mark) => mark !== '' && mark !== 'vector').flatMap((mark) => mark.split(' ')),
    ]);
    const prime = this.#take(/[′″]|'(?!\p{L})/uy)?.[0];
    if (prime !== undefined) this.#say(at, prime === '″' ? 'double prime' : 'prime');
    // f(x), P(A ∪ B): the function of its argument.
    if (
      /^[fghFGPEV]$/u.test(base) &&
      this.#line[this.#at] === '(' &&
      !/[\p{L}\p{N}]$/u.test(this.#line.slice(0, at))
    )
      this.#say(at, 'of');
    return true;
  }

  #function(at: number, named: string): boolean {
    const words = (FUNCTIONS[named] ?? named).split(' ');
    if (this.#take(/⁻¹/uy)) this.#say(at, ['inverse', ...words]);
    else this.#say(at, words);
    const base = /^(?:log|lg)$/u.test(named)
      ? (this.#take(/_(\d+|\p{L})/uy)?.[1] ?? this.#take(LOWERED_RUN)?.[0])
      : undefined;
    if (base !== undefined) this.#say(at, ['to', 'the', 'base', ...this.#within(plain(base, LOWERED))]);
    const power = this.#take(RAISED_RUN)?.[0];
    const raised = power === undefined ? [] : sayPower(plain(power, RAISED), this.#locale);
    if (raised === undefined) return false;
    if (raised.length > 0) this.#say(at, raised);
    if (
      OF.test(named) &&
      (base !== undefined || named.length !== 2 || /^(?:Re|Im)$/u.test(named)) &&
      named !== 'log'
    )
      this.#say(at, 'of');
    else if (named === 'log' && base !== undefined) this.#say(at, 'of');
    return true;
  }

  #raised(): boolean {
    const at = this.#at;
    const run = this.#take(RAISED_RUN)?.[0];
    if (run !== undefined) {
      if (at === 0 || /[\s(]$/u.test(this.#line.slice(0, at))) return false;
      const power = sayPower(plain(run, RAISED), this.#locale);
      return power !== undefined && this.#say(at, [...this.#all(at), ...power]);
    }
    if (!this.#take(/\^/uy)) return false;
    const short = this.#take(/(−?(?:\d+(?:\.\d+)?|\p{L}))(?![\p{L}\p{N}])/uy)?.[1];
    const power = short === undefined ? undefined : sayPower(short.replace('−', '-'), this.#locale);
    return this.#say(at, [
      ...this.#all(at),
      ...(power ?? ['to', 'the', 'power', 'of', ...(short === undefined ? [] : this.#within(short))]),
    ]);
  }

  /** A power of a bracket with a sum in it is the power of all of it. */
  #all(at: number): string[] {
    if (this.#line[at - 1] !== ')') return [];
    for (const [open, bracket] of this.#brackets)
      if (bracket.end === at - 1 && contentOf(this.#line, open, at - 1) === 'sum') return ['all'];
    return [];
  }

  #lowered(): boolean {
    const at = this.#at;
    const run = this.#take(LOWERED_RUN)?.[0];
    if (run !== undefined) {
      const name = plain(run, LOWERED);
      return this.#say(
        at,
        /^\d+$/u.test(name)
          ? sayWhole(name, this.#locale)
          : this.#within(name.normalize('NFKC').replace('-', '−')),
      );
    }
    if (!this.#take(/_/uy)) return false;
    const name = this.#take(/\d+|\p{L}+/uy)?.[0];
    if (name === undefined) return this.#line[this.#at] === '(' && this.#say(at, 'sub');
    if (/^\d+$/u.test(name)) return this.#say(at, sayWhole(name, this.#locale));
    return this.#say(
      at,
      name.length > 2 ? name.toLowerCase() : [...name].map((letter) => letter.toUpperCase()),
    );
  }

  /** [1,2;3,4] */
  #matrix(): boolean {
    const at = this.#at;
    const match = this.#take(/\[([^[\]\s]+(?:;[^[\]\s]+)+|[^[\]\s;]+(?:,[^[\]\s;]+)+)\]/uy)?.[1];
    if (match === undefined) return false;
    const rows = match.split(';').map((cells) => cells.split(','));
    const columns = rows[0]?.length ?? 1;
    let place = at + 1;
    const shape =
      columns === 1
        ? ['the', 'column', 'vector']
        : rows.length === 1
          ? ['the', 'row', 'vector']
          : [
              'the',
              ...sayWhole(String(rows.length), this.#locale),
              'by',
              ...sayWhole(String(columns), this.#locale),
              'matrix',
            ];
    this.#say(at, shape);
    rows.forEach((cells, row) => {
      if (columns > 1 && rows.length > 1)
        this.#say(place, ['row', ...sayWhole(String(row + 1), this.#locale)]);
      for (const cell of cells) {
        this.#say(place, this.#within(cell));
        place += cell.length + 1;
      }
    });
    return true;
  }

  #bracket(): boolean {
    const at = this.#at;
    const sign = this.#take(/[()[\]{}|⌊⌋⌈⌉⟨⟩]/uy)?.[0];
    if (sign === undefined) return false;
    const words =
      this.#brackets.get(at)?.opens ?? [...this.#brackets.values()].find(({ end }) => end === at)?.closes;
    if (words === undefined)
      return this.#say(
        at,
        sign === '|' ? 'given' : /[([{⌊⌈⟨]/u.test(sign) ? 'open bracket' : 'close bracket',
      );
    if (words !== '') this.#say(at, words);
    return true;
  }

  #sign(): boolean {
    const at = this.#at;
    const sign = this.#take(/->|<=|>=|!=|\+\/-|[^\s\p{L}\p{N}@#&$£€"'“”‘’]/uy)?.[0];
    if (sign === undefined) return false;
    if (/^[-–−]$/u.test(sign)) return this.#say(at, 'minus');
    if (sign === '/') return this.#say(at, 'over');
    if (sign === '!') return this.#say(at, 'factorial');
    if (sign === ':') return this.#say(at, 'to');
    if (sign === '*') return this.#say(at, 'times');
    if (/^[⋯…⋮⋱]$/u.test(sign)) return this.#say(at, 'and so on');
    if (sign === '°') return this.#say(at, 'degrees');
    if (/^[≝≜≔]$/u.test(sign)) return this.#say(at, 'is defined as');
    if (sign === '‖') return this.#say(at, 'norm');
    if (sign === '.') return true;
    const name = SYMBOLS[sign];
    return name !== undefined && this.#say(at, name);
  }
}
