import { FRACTION_SIGNS, LOWERED, RAISED, SYMBOLS } from '../words/englishWords.ts';
import type { Rule, RuleInput } from '../types.ts';
import { neighbour } from './context.ts';
import { readNumber, sayNumber, sayWhole } from './englishNumbers.ts';
import { plain, sayFraction, sayPower } from './linear.ts';
import { marksOf } from './marks.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

/** Functions that are written in letters, and how they are said. */
// prettier-ignore
const FUNCTIONS: Readonly<Record<string, string>> = lookupTable({
  sin: 'sine', cos: 'cosine', tan: 'tan', log: 'log', ln: 'L N', lg: 'log', max: 'maximum', min: 'minimum', mod: 'mod', lim: 'limit', exp: 'exponential',
});

// prettier-ignore
const OPERATORS: Readonly<Record<string, string>> = lookupTable({
  '+': 'plus', '-': 'minus', '−': 'minus', '–': 'minus', '×': 'times', '*': 'times', '·': 'times', '⋅': 'times', '÷': 'divided by', '=': 'equals', '/': 'over', ':': 'to',
});

const SUPERSCRIPT = /[⁰¹²³⁴-⁹⁻⁺ⁿˣ]+/uy;
const SUBSCRIPT = /[₀-₉₋₊ₙₓᵢ]+/uy;
const NUMBER = /\d{1,3}(?:,\d{3})+(?:\.\d+)?|\d+(?:\.\d+)?|\.\d+/uy;
const RECURRING = /\u0307/u;
const LETTERS = /[a-zA-Z]+|\p{Script=Greek}/uy;
const SIMPLE_FRACTION = /(\d{1,3})[/⁄](\d{1,3})(?![\d,.])/uy;

/** A sign that stands alone between operands: "-", "*", "/", "?", "!=", "->". */
const loneSign: Rule = {
  name: 'sign of a calculation',
  apply(input) {
    const { text } = input.token;
    const marks = marksOf(input);
    if (/^[-–—−]$/u.test(text)) return [[marks.maths || text === '−' ? 'minus' : 'to']];
    if (text === 'x' || text === '×') return saysTimes(input);
    if (text === '*') return [['times']];
    if (text === ':') return [['to']];
    if (text === '/') return [marks.maths ? ['divided', 'by'] : ['over']];
    if (text === '?') return [['what']];
    // An arrow that opens a line is a bullet.
    if (input.index === 0 && /^[→➔➜⟶⇨]$/u.test(text)) return [['arrow']];
    const reaction = REACTION[text];
    if (marks.reaction && reaction !== undefined) return [reaction.split(' ')];
    const said = SYMBOLS[text];
    return said !== undefined && text.length > 1 ? [said.split(' ')] : undefined;
  },
};

/** What the arrows of chemical equations say. */
// prettier-ignore
const REACTION: Readonly<Record<string, string>> = lookupTable({
  '→': 'gives', '⟶': 'gives', '->': 'gives', '-->': 'gives', '⇌': 'in equilibrium with', '⇄': 'in equilibrium with', '<=>': 'in equilibrium with', '<->': 'in equilibrium with', '↔': 'in equilibrium with',
});

/** "2 x 400 g" is said with "times", "10 cm × 5 cm" with "by"; a lone x is a letter. */
function saysTimes(input: RuleInput): string[][] | undefined {
  const next = neighbour(input, 1)?.text ?? '';
  const before = neighbour(input, -1)?.text ?? '';
  const unitBefore = /^(?:mm|cm|m|km|ft|in|yd)$|\d(?:mm|cm|m|km|ft)$/u.test(before);
  const unitAfter =
    /\d(?:mm|cm|m|km|ft)$/u.test(next) ||
    (/^\d/u.test(next) && /^(?:mm|cm|m|km|ft|in|yd)$/u.test(neighbour(input, 2)?.text ?? ''));
  if (unitBefore && unitAfter) return [['by']];
  if (input.token.text === '×') return [['times']];
  return /\d$/u.test(before) && /^\d/u.test(next) ? [['times']] : undefined;
}

/** 4(x, 3x², −2.75, √144, f(x), x₁, 2(x+1)², πr², 5!: a piece of linear mathematics without spaces. */
const linear: Rule = {
  name: 'mathematics',
  apply(input) {
    const { text } = input.token;
    if (!looksMathematical(text, input)) return undefined;
    const said = readLinear(text, input.locale);
    return said && said.length > 0 ? [said] : undefined;
  },
};

/** sin 30°, log x: a function before what it is taken of. */
const namedFunction: Rule = {
  name: 'function',
  apply(input) {
    const said = /^(?:sin|cos|tan|ln)$/u.test(input.token.text) ? FUNCTIONS[input.token.text] : undefined;
    const next = neighbour(input, 1)?.text ?? '';
    const isArgument =
      /^[\d(−-]|^\p{Script=Greek}|^\d*[a-zA-Z][²³]?$/u.test(next) && /^\s*$/u.test(input.token.gapAfter);
    return said !== undefined && isArgument ? [said.split(' ')] : undefined;
  },
};

export const mathsRules: readonly Rule[] = [loneSign, namedFunction, linear];

/**
 * Whether a word is mathematics and not a word with a sign in it: its letters stand alone, as variables do,
 * and a sign or figure is among them.
 */
function looksMathematical(text: string, input: RuleInput): boolean {
  const letters = text.match(/[a-zA-Z]+/gu) ?? [];
  if (/[^a-zA-Z\p{Script=Greek}\P{L}]/u.test(text)) return false;
  if (letters.some((run) => run.length > 3 || (run.length > 1 && !isVariables(run)))) return false;
  if (/[√∛∜²³⁴-⁹⁰⁻^×÷=≠≤≥≈π∠∞△]|\p{N}\u0307|[½¼¾⅓⅔]\p{L}/u.test(text)) return true;
  if (/\p{Script=Greek}/u.test(text)) return /^[\da-zA-Z]{0,3}\p{Script=Greek}[a-zA-Z]{0,2}$/u.test(text);
  if (/^[fghFGP]\(/u.test(text)) return true;
  if (/[()]/u.test(text)) return marksOf(input).maths || /\)\(/u.test(text);
  if (/^\p{L}[₀-₉]+$/u.test(text)) return true;
  if (/^\d+\/[a-z]$|^\d+\*\d+$/u.test(text)) return true;
  if (!marksOf(input).maths) return /^\d+\p{Ll}$/u.test(text) && isNextToOperator(input);
  if (/^\d+\p{L}{1,3}$/u.test(text)) return /^\d+[a-zA-Z]$/u.test(text) || isNextToOperator(input);
  if (/^[a-zA-Z]{1,3}$/u.test(text)) return SMALL_WORDS.has(text) ? endsSum(input) : isNextToOperator(input);
  return /[+\-−–*/!|]/u.test(text) && /[\p{N}\p{L}]/u.test(text);
}

/** A run of letters that are variables side by side ("xy", "ab", "AB") or the name of a function. */
function isVariables(run: string): boolean {
  return (
    Object.hasOwn(FUNCTIONS, run) || /^\p{Lu}+$/u.test(run) || /^(?:[a-z]{2}|[xyzabcmn]{2,3})$/u.test(run)
  );
}

/** Words as short as products of variables, which stand beside signs in prose and headings. */
export const SMALL_WORDS: ReadonlySet<string> = new Set(
  'I am an as at be by do go he hi if in is it me my no of on or so to up us we and any are but can did for get had has her him his how its let may new not now off old one our out own per put say see set she sum the too two use was way who why yes you'.split(
    ' ',
  ),
);

/** "v = u + at": what ends a calculation is no word, though it looks like one. */
function endsSum(input: RuleInput): boolean {
  const before = neighbour(input, -1)?.text ?? '';
  const next = neighbour(input, 1)?.text;
  return /^[+−×÷]$/u.test(before) && (next === undefined || /^[+\-−–×÷=]$/u.test(next));
}

function isNextToOperator(input: RuleInput): boolean {
  return [-1, 1].some((by) => /^[-+−–×÷=<>≤≥≠*⊥∥∝∪∩≡≅/]$/u.test(neighbour(input, by)?.text ?? ''));
}

/** Linear mathematics → words, from left to right; `undefined` where something stands in it that is none. */
function readLinear(text: string, locale: string): string[] | undefined {
  const said: string[] = [];
  let at = 0;
  /** A bracket that is part of the naming of a function's argument, and so is not said. */
  const silent: number[] = [];
  let depth = 0;
  const take = (pattern: RegExp) => {
    pattern.lastIndex = at;
    const match = pattern.exec(text);
    if (match) at += match[0].length;
    return match;
  };
  while (at < text.length) {
    const before = text.slice(0, at);
    const fraction = /[\d.,]$/u.test(before) ? null : take(SIMPLE_FRACTION);
    if (fraction) {
      said.push(...sayFraction(fraction[1] ?? '', fraction[2] ?? '', locale));
      continue;
    }
    const number = take(NUMBER);
    if (number) {
      const read = readNumber(number[0]);
      if (!read) return undefined;
      said.push(...sayNumber(read, locale));
      // Dots above the first and the last figure that recur.
      const dots = take(/(?:\d*\u0307)+/uy);
      if (dots)
        said.push(
          ...[...dots[0]].flatMap((sign) => (/\d/u.test(sign) ? sayWhole(sign, locale) : [])),
          'recurring',
        );
      continue;
    }
    if (take(RECURRING_HERE)) {
      said.push('recurring');
      continue;
    }
    const raised = take(SUPERSCRIPT);
    if (raised) {
      const power = sayPower(plain(raised[0], RAISED), locale);
      if (!power) return undefined;
      said.push(...(before.endsWith(')') && closesSum(before) ? ['all', ...power] : power));
      continue;
    }
    const lowered = take(SUBSCRIPT);
    if (lowered) {
      const index = plain(lowered[0], LOWERED);
      said.push(...(/^\d+$/u.test(index) ? sayWhole(index, locale) : [index.toUpperCase()]));
      continue;
    }
    const letters = take(LETTERS);
    if (letters) {
      const run = letters[0];
      if (Object.hasOwn(FUNCTIONS, run)) said.push(...(FUNCTIONS[run] ?? '').split(' '));
      else if (SYMBOLS[run] !== undefined) said.push(...SYMBOLS[run].split(' '));
      else said.push(...[...run].flatMap((letter) => SYMBOLS[letter]?.split(' ') ?? letter.toUpperCase()));
      // f(x), P(A): the function of its argument.
      const argument = /\(([^()+\-−–×÷=]*)(\)|$)/uy;
      argument.lastIndex = at;
      if (/^[fghFGP]$|^(?:sin|cos|tan|log|ln)$/u.test(run) && argument.test(text)) {
        if (run.length === 1) said.push('of');
        silent.push(depth);
        depth += 1;
        at += 1;
      }
      continue;
    }
    const sign = String.fromCodePoint(text.codePointAt(at) ?? 0);
    at += sign.length;
    if (sign === '^') {
      const exponent = take(/\(?([-−–+]?(?:\d+(?:\.\d+)?|\p{L}))\)?/uy);
      const power = exponent && sayPower((exponent[1] ?? '').replace(/[−–]/u, '-'), locale);
      if (!power) return undefined;
      said.push(...power);
    } else if (sign === '(') {
      depth += 1;
      said.push('open', 'bracket');
    } else if (sign === ')') {
      depth -= 1;
      if (silent.at(-1) === depth) silent.pop();
      else said.push('close', 'bracket');
    } else if (sign === '|') {
      if (before === '' || /[-+−–×÷=(]$/u.test(before)) said.push('the', 'modulus', 'of');
    } else if (sign === '!') {
      said.push('factorial');
    } else if (sign === ',') {
      continue;
    } else if (FRACTION_SIGNS[sign] !== undefined) {
      const part = (FRACTION_SIGNS[sign] ?? '').split(' ');
      said.push(
        ...(/\d$/u.test(before)
          ? ['and', ...part]
          : part[0] === 'a' || part[0] === 'an'
            ? ['one', ...part.slice(1)]
            : part),
      );
    } else {
      const name = OPERATORS[sign] ?? SYMBOLS[sign];
      if (name === undefined) return undefined;
      said.push(...name.split(' '));
    }
  }
  return said;
}

const RECURRING_HERE = new RegExp(RECURRING.source, 'uy');

/** Whether the bracket that closes a text has a sum in it, so that its power is the power of all of it. */
function closesSum(text: string): boolean {
  return /\([^()]*[^(\s][^()]*[+\-−–][^()]*\)$/u.test(text);
}
