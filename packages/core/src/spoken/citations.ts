import type { Range } from '../text/sentences.ts';

const NAME = String.raw`\p{Lu}[\p{L}'’-]+`;
const AUTHORS = String.raw`${NAME}(?:(?:,\s*|\s+(?:and|&)\s+|,?\s+et\s+al\.?)(?:${NAME})?)*`;
const YEAR = String.raw`(?:1[5-9]|20)\d{2}[a-z]?`;
const PLACE = String.raw`(?:\s*[,:]\s*(?:pp?\.\s*)?\d+(?:[–-]\d+)?)?`;
const ONE = String.raw`(?:(?:see|cf\.?|e\.g\.,?)\s+)?${AUTHORS},?\s+(?:${YEAR}|n\.d\.)${PLACE}`;
const AUTHOR_YEAR = new RegExp(String.raw`\(${ONE}(?:\s*;\s*${ONE})*\)`, 'gu');
const NUMBERED = /\[\d{1,3}(?:\s*[,–-]\s*\d{1,3})*\]/gu;

/** Where a sentence carries references to sources: "(Ward, 2011)", "(see Bell & Ash 1998, p. 4; Ward 2011)", "[3, 5–7]". Brackets included, in order. */
export function citationsIn(sentence: string): Range[] {
  return [AUTHOR_YEAR, NUMBERED]
    .flatMap((pattern) => [...sentence.matchAll(pattern)])
    .map((match) => ({ start: match.index, end: match.index + match[0].length }))
    .sort((a, b) => a.start - b.start);
}
