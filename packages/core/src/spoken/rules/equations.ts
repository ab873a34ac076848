import { sayLine } from './lineReader.ts';
import { UNITS } from '../words/englishWords.ts';
import type { Rule, RuleInput, Token } from '../types.ts';
import { marksOf } from './marks.ts';
import { SMALL_WORDS } from './maths.ts';

/**
 * What only a reader of whole equations says rightly: brackets that hold a numerator, a root, an index or a
 * power, limits, matrices, marks over letters.
 */
const NEEDS_WHOLE =
  /[_^]\(|\/\(|\)\/|[√∛∜]\(|[∑∏∐∫∬∭∮⋃⋂]_?|(?:^|[^\p{L}])(?:lim|max|min)_|\p{L}[\u0302\u0304\u20d7](?!\p{L})|(?<!\p{L})(?:[b-hj-zB-HJ-Z]|\d+|\)) choose (?:[b-hj-z](?!\p{L})|\d|\()|\[[^\]\s]+;|[⌊⌈⟨]|(?:sin|cos|tan|log)(?:[²³⁻]|_|[₀-₉])|d[²]?\p{L}?\/d\p{L}|(?:^|\s)[⁰¹²³⁴-⁹ⁿ]+√|[fgh][′″]\(|(?:^|[\s(=+−])\|[^|\s][^|]*[+−-][^|]*\|/u;
/**
 * The same beside what is calculated: indices, which are blanks or formulae elsewhere, powers of brackets,
 * sets.
 */
const NEEDS_WHOLE_BESIDE =
  /[\p{L}\d)]_[\p{L}\d]|\p{L}[ₙₓᵢ]|[\p{L}\d][₀-₉]+\p{L}|\p{L}[₀-₉]+\/|\([^()\s]+\)[²³⁴-⁹ⁿ⁻]|\{[^{}]+,[^{}]+\}/u;
/**
 * A number, a space and what may be its unit: 20 m/s, 4.2 J/(g °C); after a fraction ("1/2 mv²") stand
 * factors.
 */
const QUANTITY = /(?<![/\d.])\d+(?:\.\d+)?\s([a-zA-ZµΩ°]{1,4})(?=[\s,;)./²³⁻]|$)/gu;
/**
 * No equation of a handout is longer; a long text of brackets must not be looked through again and again.
 * Characters.
 */
const LONGEST = 400;
const CALCULATES = /[=+−×÷<>≤≥≈/∈∪∩]/u;

/** An equation in a sentence, read as a whole: x = (−b ± √(b² − 4ac))/(2a). */
const equation: Rule = {
  name: 'equation',
  apply(input) {
    const found = equationsOf(input).find(({ from }) => from === input.index);
    return found?.spoken;
  },
};

export const equationRules: readonly Rule[] = [equation];

interface Equation {
  readonly from: number;
  readonly spoken: readonly (readonly string[])[];
}

const seen = new WeakMap<readonly Token[], readonly Equation[]>();

/** The equations of a sentence that have to be read as a whole. */
function equationsOf(input: RuleInput): readonly Equation[] {
  const { tokens, locale, isEquation } = input;
  let found = seen.get(tokens);
  if (found === undefined) {
    const whole = isEquation && !marksOf(input).reaction ? sayRun(tokens, locale) : undefined;
    // Chemistry has arrows and indices of its own.
    const runs = whole || marksOf(input).reaction ? [] : runsOf(tokens);
    found = whole
      ? [{ from: 0, spoken: whole }]
      : runs.flatMap(([from, to]) => {
          const spoken = sayRun(tokens.slice(from, to), locale);
          return spoken === undefined ? [] : [{ from, spoken }];
        });
    seen.set(tokens, found);
  }
  return found;
}

/** Words side by side that are mathematics, where something in them asks for reading as a whole. */
function runsOf(tokens: readonly Token[]): [from: number, to: number][] {
  const runs: [number, number][] = [];
  let from = 0;
  while (from < tokens.length) {
    let to = from;
    while (to < tokens.length && isOfEquation(tokens, to)) to += 1;
    if (to > from) {
      const text = tokens
        .slice(from, to)
        .map((token, i) => (i === 0 ? opening(token.gapBefore) : token.gapBefore) + token.text)
        .join('');
      const isWhole = () =>
        NEEDS_WHOLE.test(text) || (NEEDS_WHOLE_BESIDE.test(text) && CALCULATES.test(text));
      if (text.length <= LONGEST && !hasQuantity(text) && isWhole()) runs.push([from, to]);
    }
    from = Math.max(to, from + 1);
  }
  return runs;
}

/** The brackets that stand before the first word and are its own. */
const opening = (gap: string) => /[([{|⌊⌈⟨]*$/u.exec(gap)?.[0] ?? '';
const ending = (gap: string) => /^[)\]}|⌋⌉⟩]*/u.exec(gap)?.[0] ?? '';

const WORDS = /\p{L}{2,}/gu;
const KNOWN =
  /^(?:a?r?c?(?:sin|cos|tan)h?|cosec|cot|coth|sec|sech|csc|csch|log|ln|lg|exp|det|dim|ker|gcd|hcf|lcm|mod|arg|Re|Im|lim|max|min|sup|inf|choose|otherwise|d[a-z]|[xyzabcmnuvrstk]{2,3}|[A-Z]{2,3})$/u;

function isOfEquation(tokens: readonly Token[], index: number): boolean {
  const token = tokens[index] as Token;
  // A full stop, a question mark or a line of words between two words ends what is calculated.
  if (index > 0 && /[.?!"“”]\s|\n/u.test(token.gapBefore)) return false;
  const { text } = token;
  // What follows an underscore is the name of an index.
  const runs = text.replace(/_\p{L}+/gu, '_').match(WORDS) ?? [];
  if (runs.some((run) => (!KNOWN.test(run) || SMALL_WORDS.has(run)) && !isProduct(run, text))) return false;
  if (/^(?:a|A|I)$/u.test(text)) {
    const before = tokens[index - 1]?.text ?? '';
    const after = tokens[index + 1]?.text ?? '';
    return (
      /[=+−×÷<>≤≥±(]$/u.test(before + token.gapBefore.trim()) ||
      /^[=+−×÷<>≤≥±/]/u.test(token.gapAfter.trim() + after)
    );
  }
  return !/[@#&$£€"']/u.test(text);
}

/**
 * Whether a quantity with its unit stands in it, which the rules of units say rightly and a reader of letters
 * does not.
 */
function hasQuantity(text: string): boolean {
  return [...text.matchAll(QUANTITY)].some(([, unit = '']) => Object.hasOwn(UNITS, unit));
}

/** Two letters beside a sign are variables side by side, unless they are a word. */
function isProduct(run: string, text: string): boolean {
  return (
    run.length === 2 && text !== run && /[\d()²³/+−=₀-₉]/u.test(text) && !SMALL_WORDS.has(run.toLowerCase())
  );
}

function sayRun(run: readonly Token[], locale: string): string[][] | undefined {
  let line = '';
  const starts: number[] = [];
  run.forEach((token, i) => {
    line += i === 0 ? opening(token.gapBefore) : token.gapBefore;
    starts.push(line.length);
    line += token.text;
  });
  line += ending(run.at(-1)?.gapAfter ?? '');
  const said = line.length > LONGEST || hasQuantity(line) ? undefined : sayLine(line, locale);
  if (said === undefined) return undefined;
  const spoken = run.map((): string[] => []);
  for (const { at, words } of said) {
    const next = starts.findIndex((start) => start > at);
    const index = next < 0 ? run.length - 1 : Math.max(0, next - 1);
    // What stands between two words and opens something is said with the one after it.
    const token = run[index] as Token;
    const isBetween = at >= (starts[index] ?? 0) + token.text.length;
    const opens = isBetween && /^[([{⌊⌈⟨]/u.test(line.slice(at)) && index + 1 < run.length;
    spoken[opens ? index + 1 : index]?.push(...words);
  }
  return spoken.every((words) => words.length > 0) ? spoken : undefined;
}
