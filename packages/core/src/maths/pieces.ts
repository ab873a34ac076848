import { LOWERED, RAISED } from './raised.ts';
import { lookupTable } from '../lib/lookupTable.ts';

/**
 * Equations → one line of text, as a teacher would type them: "x = (−b ± √(b² − 4ac))/(2a)". The line is what
 * a handout shows and keeps, what can be corrected in it, and what the rules of mathematics read; equations
 * of documents come to it by the front ends beside this file.
 */

/**
 * A piece of an equation on its line, and how closely it holds together: what binds less than its place asks
 * for is bracketed.
 */
export interface Piece {
  readonly text: string;
  readonly binds: 'atom' | 'product' | 'sum' | 'relation';
  /**
   * An operator, a relation or a mark between operands; a function before its argument; a sign that takes
   * limits; words.
   */
  readonly role?:
    | 'fraction'
    | 'operator'
    | 'relation'
    | 'comma'
    | 'function'
    | 'big'
    | 'open'
    | 'close'
    | 'words'
    | 'number';
}

export const NOTHING: Piece = { text: '', binds: 'atom' };

const RELATIONS = new Set(
  '≝ ≜ ≔ = ≠ < > ≤ ≥ ≈ ≡ ≅ ~ ∼ ≃ ∝ → ⇒ ⇔ ↔ ⟶ ⇌ ∈ ∉ ⊂ ⊆ ⊃ ⊇ ⊥ ∥ ∣ ↦ := ≪ ≫ ∴ ∵'.split(' '),
);
const OPERATORS = new Set('+ − ± ∓ × ÷ · ⋅ * ∗ ∘ ∪ ∩ ∖ ∧ ∨ ⊕ ⊗'.split(' '));
const SUMS = new Set('+ − ± ∓ ∪ ∩'.split(' '));
const BIG = new Set('∑ ∏ ∐ ∫ ∬ ∭ ∮ ∯ ∰ ⋃ ⋂ ⋁ ⋀'.split(' '));
const OPEN = new Set('( [ { ⟨ ⌊ ⌈'.split(' '));
const CLOSE = new Set(') ] } ⟩ ⌋ ⌉'.split(' '));
const FUNCTIONS = new Set(
  'sin cos tan sec csc cosec cot arcsin arccos arctan sinh cosh tanh sech csch coth log ln lg exp lim max min sup inf det dim ker gcd hcf lcm mod arg Re Im'.split(
    ' ',
  ),
);
/** Signs that documents write for others. */
const SAME: Readonly<Record<string, string>> = lookupTable({
  '-': '−',
  '–': '−',
  '\u2061': '',
  '\u2062': '',
  '\u2063': '',
  '\u2064': ' ',
  '∗': '*',
  '⋅': '·',
  '‾': '¯',
  '\u02d9': '\u0307',
  '∕': '/',
  '〈': '⟨',
  '〉': '⟩',
  ⅆ: 'd',
  ⅇ: 'e',
  ⅈ: 'i',
  ϵ: 'ε',
  ϕ: 'φ',
  '\u00a0': ' ',
});

/** A sign, number or name as a piece. */
export function token(written: string, kind: 'mn' | 'mi' | 'mo' | 'mtext'): Piece {
  const trimmed = written.replace(/\s+/gu, ' ').trim().normalize('NFKC');
  const plain =
    kind === 'mtext'
      ? written.replace(/\s+/gu, ' ')
      : [...written.trim()].map((sign) => SAME[sign] ?? mathsLetter(sign)).join('');
  if (kind === 'mtext') return { text: trimmed === '' ? ' ' : plain, binds: 'atom', role: 'words' };
  if (kind === 'mn') return { text: plain, binds: 'atom', role: 'number' };
  if (FUNCTIONS.has(plain)) return { text: plain, binds: 'atom', role: 'function' };
  if (RELATIONS.has(plain)) return { text: plain, binds: 'atom', role: 'relation' };
  if (OPERATORS.has(plain)) return { text: plain, binds: 'atom', role: 'operator' };
  if (BIG.has(plain)) return { text: plain, binds: 'atom', role: 'big' };
  if (OPEN.has(plain)) return { text: plain, binds: 'atom', role: 'open' };
  if (CLOSE.has(plain)) return { text: plain, binds: 'atom', role: 'close' };
  if (plain === ',' || plain === ';') return { text: plain, binds: 'atom', role: 'comma' };
  // A name of several letters is a word ("speed"), not a product.
  return /^\p{L}{2,}$/u.test(plain)
    ? { text: plain, binds: 'atom', role: 'words' }
    : { text: plain, binds: 'atom' };
}

/** Letters in the styles of mathematics as plain ones; raised and lowered signs stay. */
function mathsLetter(sign: string): string {
  return /[\u{1d400}-\u{1d7ff}\u2100-\u214f]/u.test(sign) ? sign.normalize('NFKC') : sign;
}

/** Run text of a document ("2x+1=7") → pieces: numbers, letters, signs. */
export function tokens(text: string): Piece[] {
  return [...text.matchAll(/\d+(?:[.,]\d+)*|\p{L}\p{M}*[a-z]*|\s+|[^&\s]/gu)].flatMap(([found]) => {
    if (/^\s+$/u.test(found)) return [];
    if (/^\d/u.test(found)) return [token(found, 'mn')];
    if (/^\p{L}{2,}$/u.test(found)) {
      // "sinx" is a function and its argument, "max" one, "xyz" three letters, "speed" a word.
      const known = [...FUNCTIONS]
        .filter((name) => found.startsWith(name))
        .sort((a, b) => b.length - a.length)[0];
      if (known !== undefined) return [token(known, 'mi'), ...tokens(found.slice(known.length))];
      return found.length > 3 ? [token(found, 'mtext')] : [...found].map((letter) => token(letter, 'mi'));
    }
    return [token(found, /^\p{L}/u.test(found) ? 'mi' : 'mo')];
  });
}

/** Pieces side by side. */
export function row(parts: readonly Piece[]): Piece {
  const pieces = settled(parts.filter(({ text }) => text !== ''));
  if (pieces.length === 1) return pieces[0] as Piece;
  let text = '';
  let depth = 0;
  let binds: Piece['binds'] = 'product';
  pieces.forEach((piece, i) => {
    const before = pieces[i - 1];
    const isBetween = i > 0 && before !== undefined && isOperand(before);
    if (piece.role === 'open') depth += 1;
    if (piece.role === 'close') depth -= 1;
    if (piece.role === 'relation' && depth === 0) binds = 'relation';
    else if (
      depth === 0 &&
      binds !== 'relation' &&
      ((isBetween && SUMS.has(piece.text)) || piece.binds === 'sum')
    )
      binds = 'sum';
    else if (depth === 0 && piece.binds === 'relation') binds = 'relation';
    text = joined(text, piece, before, isBetween);
  });
  text = text.replace(/ {2,}/gu, ' ').trim();
  return { text, binds: isOneBracket(pieces) ? 'atom' : binds };
}

/**
 * Brackets around what has its own are one pair; a fraction before another factor is bracketed, unless it is
 * a number.
 */
function settled(pieces: readonly Piece[]): Piece[] {
  const isChoice = (piece: Piece | undefined) =>
    piece?.text.includes(' choose ') === true && piece.binds === 'atom';
  const kept = pieces.filter(
    (piece, i) =>
      !(piece.text === '(' && isChoice(pieces[i + 1]) && pieces[i + 2]?.text === ')') &&
      !(piece.text === ')' && isChoice(pieces[i - 1]) && pieces[i - 2]?.text === '('),
  );
  return kept.map((piece, i) => {
    const next = kept[i + 1];
    const goesOn =
      next !== undefined && /^(?:open|number|function|fraction|undefined)$/u.test(String(next.role));
    return piece.role === 'fraction' && goesOn ? { text: `(${piece.text})`, binds: 'atom' } : piece;
  });
}

function joined(text: string, piece: Piece, before: Piece | undefined, isBetween: boolean): string {
  switch (piece.role) {
    case 'relation':
      return `${text} ${piece.text} `;
    case 'operator':
      return isBetween ? `${text} ${piece.text} ` : text + piece.text;
    case 'comma':
      return `${text}${piece.text} `;
    case 'words':
      return `${text}${/[\s(]$|^$/u.test(text) || piece.text.startsWith(' ') ? '' : ' '}${piece.text} `;
    default: {
      // Apart: a function and what it is of, a sign of sums and its terms, a whole number and its fraction,
      // words.
      const isApart =
        (before?.role === 'function' &&
          ((piece.role !== 'open' && !piece.text.startsWith('(')) || /[_^]/u.test(before.text))) ||
        before?.role === 'big' ||
        ((piece.role === 'function' || piece.role === 'big') && before !== undefined && isOperand(before)) ||
        (/\d$/u.test(text) && /^\d/u.test(piece.text)) ||
        (/\d\/\d+$/u.test(text) && /^[\p{L}(√]/u.test(piece.text)) ||
        // The differential that closes an integral.
        (piece.text === 'd' && text.includes('∫') && before !== undefined && isOperand(before));
      return `${text}${isApart && !/\s$/u.test(text) ? ' ' : ''}${piece.text}`;
    }
  }
}

const isOperand = ({ role }: Piece) =>
  role === undefined || role === 'fraction' || role === 'number' || role === 'close' || role === 'words';

function isOneBracket(pieces: readonly Piece[]): boolean {
  if (pieces[0]?.role !== 'open' || pieces.at(-1)?.role !== 'close') return false;
  let depth = 0;
  return pieces.every((piece, i) => {
    if (piece.role === 'open') depth += 1;
    if (piece.role === 'close') depth -= 1;
    return depth > 0 || i === pieces.length - 1;
  });
}

/** A piece in brackets, unless it holds together as closely as it has to. */
function held(piece: Piece, loosest: 'atom' | 'product' = 'atom'): string {
  return piece.binds === 'atom' || (loosest === 'product' && piece.binds === 'product')
    ? piece.text
    : `(${piece.text})`;
}

/** "3/4", "(x + 1)/(2y)". */
export function fraction(top: Piece, bottom: Piece): Piece {
  // dy/dx is one sign.
  if (/^d[²³]?\p{L}?$/u.test(top.text) && /^d\p{L}[²³]?$/u.test(bottom.text))
    return { text: `${top.text}/${bottom.text}`, binds: 'atom' };
  const areNumbers = /^\d+$/u.test(top.text) && /^\d+$/u.test(bottom.text);
  return {
    text: `${top.text.includes(' ') && top.binds === 'product' ? `(${top.text})` : held(top, 'product')}/${held(bottom)}`,
    binds: areNumbers ? 'atom' : 'product',
    role: areNumbers ? 'number' : 'fraction',
  };
}

/** One above the other without a line: "5C2" as "(5 choose 2)". */
export function choose(top: Piece, bottom: Piece): Piece {
  return { text: `(${top.text} choose ${bottom.text})`, binds: 'atom' };
}

const inSigns = (text: string, signs: Readonly<Record<string, string>>) => {
  const compact = text.replaceAll(' ', '');
  return compact.length <= 4 && [...compact].every((sign) => sign in signs)
    ? [...compact].map((sign) => signs[sign]).join('')
    : undefined;
};

/** "x²", "e^(x + 1)"; degrees and primes stand as they are. */
export function power(base: Piece, exponent: Piece): Piece {
  if (exponent.text === '') return base;
  const isMark = /^[°′″'*†]+$/u.test(exponent.text) || exponent.text === '∘';
  const mark = exponent.text === '∘' ? '°' : exponent.text;
  const isShort = /^−?\d+$|^[nx]$/u.test(exponent.text);
  const raised = isMark
    ? mark
    : ((isShort ? inSigns(exponent.text, RAISED) : undefined) ??
      `^${exponent.text.includes('/') ? `(${exponent.text})` : held(exponent)}`);
  return {
    ...base,
    text: held(base) + raised,
    binds: 'atom',
    ...(base.role === 'number' ? { role: undefined } : {}),
  } as Piece;
}

/** "x₁", "v_max", "x_(n + 1)". */
export function index(base: Piece, lower: Piece): Piece {
  if (lower.text === '') return base;
  return {
    ...base,
    text: held(base) + (inSigns(lower.text, LOWERED) ?? `_${held({ ...lower, text: lower.text.trim() })}`),
    binds: 'atom',
  };
}

/** "√2", "√(x + 1)", "∛8", "ⁿ√x". */
export function root(inside: Piece, degree: Piece = NOTHING): Piece {
  const sign =
    { '': '√', '2': '√', '3': '∛', '4': '∜' }[degree.text] ??
    `${inSigns(degree.text, RAISED) ?? `(${degree.text})`}√`;
  return { text: sign + held(inside), binds: 'atom' };
}

/**
 * "∑_(i=1)^n", "∫_0^1", "lim_(x→0)": limits are written without spaces, so that they stay with their sign.
 */
export function withLimits(sign: Piece, lower: Piece, upper: Piece): Piece {
  const tight = (piece: Piece) =>
    held({
      ...piece,
      text: piece.text.replaceAll(' ', ''),
      binds: piece.text.length > 1 && !/^−?[\p{N}\p{L}∞]+$/u.test(piece.text) ? 'sum' : 'atom',
    });
  return {
    ...sign,
    text: `${sign.text}${lower.text === '' ? '' : `_${tight(lower)}`}${upper.text === '' ? '' : `^${tight(upper)}`}`,
    binds: 'atom',
  };
}

/** Whether a piece takes its limits with it. */
export const takesLimits = ({ role, text }: Piece): boolean =>
  role === 'big' || /^(?:lim|max|min|sup|inf)$/u.test(text);

/** "(x, y)", "|x|". */
export function fenced(open: string, parts: readonly Piece[], close: string, separator = ', '): Piece {
  return { text: `${open}${parts.map(({ text }) => text).join(separator)}${close}`, binds: 'atom' };
}

/**
 * Rows of cells: a matrix "[1,2;3,4]" and its determinant, by the bracket that opens them, or equations one
 * under the other.
 */
export function table(rows: readonly (readonly Piece[])[], open: string): Piece {
  if (/^[([|‖]$/u.test(open)) {
    const cells = rows.map((row) => row.map(({ text }) => text.replaceAll(' ', '')).join(','));
    return { text: `${open === '|' ? 'det' : ''}[${cells.join(';')}]`, binds: 'atom' };
  }
  const lines = rows.map((cells) =>
    cells
      .map(({ text }) => text)
      .join(' ')
      .replace(/ {2,}/gu, ' ')
      .trim(),
  );
  return { text: lines.filter((line) => line !== '').join('; '), binds: 'relation' };
}

/** Marks over a letter, by the sign that documents write. */
const ACCENTS: Readonly<Record<string, string>> = lookupTable({
  '¯': '\u0304',
  '\u0305': '\u0304',
  '\u0304': '\u0304',
  _: '\u0304',
  '―': '\u0304',
  '^': '\u0302',
  '\u0302': '\u0302',
  ˆ: '\u0302',
  '~': '\u0303',
  '\u0303': '\u0303',
  '˜': '\u0303',
  '→': '\u20d7',
  '\u20d7': '\u20d7',
  '⇀': '\u20d7',
  '.': '\u0307',
  '\u0307': '\u0307',
  '¨': '\u0308',
  '−': '\u0304',
  '´': '\u0301',
  '˘': '\u0306',
  ˇ: '\u030c',
  '`': '\u0300',
  '\u0308': '\u0308',
});

/** "x̄", "v⃗"; anything else over it is written after it. */
export function accented(base: Piece, over: Piece): Piece {
  const mark = ACCENTS[over.text.trim()];
  if (mark !== undefined && /^\p{L}{1,3}$|^\d$/u.test(base.text)) return { ...base, text: base.text + mark };
  if (/^\p{M}$/u.test(over.text.trim()) && /^\p{L}$/u.test(base.text))
    return { ...base, text: base.text + over.text.trim() };
  if (mark !== undefined || over.text.trim() === '' || /^[⏞⏟︷︸⎴⎵⏜⏝]$/u.test(over.text.trim())) return base;
  return {
    text: `${base.text} (${over.text})`,
    binds: 'product',
    ...(base.role === 'relation' ? { role: 'relation' as const } : {}),
  };
}
