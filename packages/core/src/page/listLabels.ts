import type { Block } from '../text/document.ts';

/** How the items of a list are counted. */
export type Counting = 'figures' | 'letters' | 'capitals' | 'roman' | 'roman capitals';

const ROMAN = [[1000, 'm'], [900, 'cm'], [500, 'd'], [400, 'cd'], [100, 'c'], [90, 'xc'], [50, 'l'], [40, 'xl'], [10, 'x'], [9, 'ix'], [5, 'v'], [4, 'iv'], [1, 'i']] as const; // prettier-ignore
/** Larger ones, and those below one, have no Roman figures. */
const LARGEST = 3999;

/**
 * The label of a list's item: 3 → "3", "c", "C", "iii", "III". After z come aa, bb, as word processors count.
 */
export function listLabel(number: number, counting: Counting): string {
  if (counting === 'figures' || number < 1 || number > LARGEST) return String(number);
  const label = counting.startsWith('roman') ? roman(number) : letters(number);
  return counting.endsWith('capitals') ? label.toUpperCase() : label;
}

function letters(number: number): string {
  return String.fromCharCode(97 + ((number - 1) % 26)).repeat(Math.ceil(number / 26));
}

function roman(number: number): string {
  let [rest, text] = [number, ''];
  for (const [worth, sign] of ROMAN)
    while (rest >= worth) {
      text += sign;
      rest -= worth;
    }
  return text;
}

/**
 * A label that is counted in words ("Question 1:") is read as it is written; a short one is a list item's.
 */
const SHORT = /^\(?\w{1,4}(?:\.\w{1,3}){0,3}[.):]*$/u;
const ASKS = /\?[”’"')]*$/u;

/**
 * A paragraph that a document numbers itself: its text begins with the label as the document shows it; one
 * that asks something is a question.
 * @param label with its signs: "3.", "(ii)", "b)".
 */
export function labelledBlock(label: string, text: string): Omit<Block, 'offset'> {
  const whole = `${label} ${text}`;
  const isQuestion = ASKS.test(text);
  if (!SHORT.test(label.trim())) return { type: isQuestion ? 'question' : 'paragraph', text: whole };
  return {
    type: isQuestion ? 'question' : 'list-item',
    label: label.replace(/^[\s(]+|[.):\s]+$/gu, ''),
    text: whole,
  };
}
