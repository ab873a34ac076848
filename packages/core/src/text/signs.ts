/**
 * What makes a text mathematical: a sign of operation or relation between numbers or letters, a power or a
 * root.
 */
const MATHEMATICAL =
  /[=≠<>≤≥≈×÷√∛∜±²³∝∪∩∈⊂⊥∥≡≅∑∫∞]|\d\s*[+^]\s*[\d\p{L}(]|\p{L}\s\+\s[\d\p{L}(]|[\d\p{L})]\s?−\s?[\d\p{L}(]|\d\(\p{L}\s?[-+–]|\s\*\s\d/u;

/** Whether a text calculates. */
export function isMathematical(text: string): boolean {
  return MATHEMATICAL.test(text);
}

/**
 * What may stand before and after a sign that stands alone: a number, a letter, a closed bracket or power; a
 * number, a letter, a sign, a root or an open bracket.
 */
const OPERAND_BEFORE = /(?:[\p{N})\]}%!π]|\d(?:[ap]m|[ap]\.m\.|p|°[CF]?)|(?:^|[^\p{L}])\p{L})$/u;
const OPERAND_AFTER = /^(?:[-−+±√∛∜(]?\s?[\p{N}.]|[-−+√(]*\p{L}(?![\p{L}'’])|[(?_π])/u;

/**
 * The inside of a bracket that is calculated with: numbers, letters and functions with a sign between or
 * before them.
 */
const CALCULATION = /^[\s\p{N}.,+\-−–×÷*/^=√∛π°\p{L}]*$/u;
const LONG_WORD = /\p{L}{4,}/u;
const OPERATION = /[+\-−–×÷*/^√∛²³⁰¹⁴⁵⁶⁷⁸⁹]/u;

/**
 * Where signs stand in a text that belong to a calculation though they are punctuation elsewhere: a hyphen,
 * dash, colon, stroke, star or question mark alone between two operands ("5 - 3 = 2", "3 + ? = 10", "1 : 3"),
 * and the brackets around what is calculated with ("4(x − 3)", "(−3)²"). @returns positions in the text.
 */
export function signsIn(text: string): ReadonlySet<number> {
  const found = new Set<number>();
  if (!/[\p{N}=]/u.test(text)) return found;
  const calculates = isMathematical(text);
  for (const match of text.matchAll(/(?<=\s)[-–—−:*/?](?=\s)/gu)) {
    const before = text.slice(Math.max(0, match.index - 12), match.index).trimEnd();
    const after = text.slice(match.index + 1, match.index + 14).trimStart();
    if (match[0] === '?') {
      if (calculates && (/[=+\-−–×÷<>]$/u.test(before) || /^[=+\-−–×÷<>]/u.test(after)))
        found.add(match.index);
    } else if (OPERAND_BEFORE.test(before) && OPERAND_AFTER.test(after)) {
      const areNumbers =
        /\p{N}(?:[%)]|[ap]m|[ap]\.m\.|p|°[CF]?)?$/u.test(before) && /^[-−+]?\p{N}/u.test(after);
      if (areNumbers || calculates) found.add(match.index);
    }
  }
  if (calculates) {
    // The factorial, and the bars of a modulus.
    for (const match of text.matchAll(/(?<=\d|[^\p{L}]\p{L})!(?=\s?[=+\-−×÷/)]|$)/gu)) found.add(match.index);
    for (const match of text.matchAll(/(?<!\S)\|[\p{L}\p{N}+−-]{1,8}\|(?!\S)/gu)) {
      found.add(match.index);
      found.add(match.index + match[0].length - 1);
    }
  }
  if (text.includes('(')) for (const at of bracketsIn(text)) found.add(at);
  return found;
}

/** The brackets that are calculated with, both of each pair. */
function bracketsIn(text: string): number[] {
  const open: number[] = [];
  const found: number[] = [];
  for (let at = 0; at < text.length; at++) {
    if (text[at] === '(') open.push(at);
    else if (text[at] === ')') {
      const start = open.pop();
      if (start !== undefined && isCalculated(text, start, at)) found.push(start, at);
    }
  }
  return found;
}

const LONGEST_BRACKET = 120;
/** So much beside a bracket is looked at. */
const NEAR = 8;

function isCalculated(text: string, start: number, end: number): boolean {
  // No calculation on a handout is longer; a long text of brackets must not be looked through again and
  // again.
  if (end - start > LONGEST_BRACKET) return false;
  const inside = text.slice(start + 1, end).replace(/[()]/gu, '');
  if (!CALCULATION.test(inside) || LONG_WORD.test(inside) || !OPERATION.test(inside)) return false;
  const before = text.slice(Math.max(0, start - NEAR), start);
  const after = text.slice(end + 1, end + 1 + NEAR);
  // A power, a factor or a sign on either side.
  return (
    /^\s?[²³⁰¹⁴-⁹⁻ⁿ^]/u.test(after) ||
    /^(?:\(|\s?[+−×÷*/=]|\s[-–]\s)/u.test(after) ||
    /(?:[\d)]|[+−×÷*/=√]\s?|\s[-–]\s|(?:^|[^\p{L}\p{N}])\d*[a-z])$/u.test(before)
  );
}
