import type { Range } from '../text/sentences.ts';

const NAME = String.raw`\p{Lu}[\p{L}'’-]+`;
const AUTHORS = String.raw`${NAME}(?:(?:,\s*|\s+(?:and|&)\s+|,?\s+et\s+al\.?)(?:${NAME})?)*`;
const YEAR = String.raw`(?:1[5-9]|20)\d{2}[a-z]?`;
const PLACE = String.raw`(?:\s*[,:]\s*(?:pp?\.\s*)?\d+(?:[–-]\d+)?)?`;
const ONE = String.raw`(?:(?:see|cf\.?|e\.g\.,?)\s+)?${AUTHORS},?\s+(?:${YEAR}|n\.d\.)${PLACE}`;
const AUTHOR_YEAR = new RegExp(String.raw`\(${ONE}(?:\s*;\s*${ONE})*\)`, 'gu');
const NUMBERED = /\[\d{1,3}(?:\s*[,–-]\s*\d{1,3})*\]/gu;

/**
 * Where a sentence carries references to sources: "(Ward, 2011)", "(see Bell & Ash 1998, p. 4; Ward 2011)",
 * "[3, 5–7]". Brackets included, in order.
 */
export function citationsIn(sentence: string): Range[] {
  return [AUTHOR_YEAR, NUMBERED]
    .flatMap((pattern) => [...sentence.matchAll(pattern)])
    .map((match) => ({ start: match.index, end: match.index + match[0].length }))
    .sort((a, b) => a.start - b.start);
}

/**
 * Where a sentence of running text has something in round brackets: at least one word of three letters, so
 * that sums and labels stay. Brackets included, in order; of nested ones the outer.
 */
export function asidesIn(sentence: string): Range[] {
  const asides: Range[] = [];
  let [depth, start] = [0, 0];
  for (let at = 0; at < sentence.length; at++) {
    if (sentence[at] === '(') {
      if (depth === 0) start = at;
      depth += 1;
    } else if (sentence[at] === ')' && depth > 0) {
      depth -= 1;
      const stands = start === 0 || /\s/u.test(sentence[start - 1] ?? '');
      if (depth === 0 && stands && /\p{L}{3}/u.test(sentence.slice(start, at)) && start > 0)
        asides.push({ start, end: at + 1 });
    }
  }
  return asides;
}
