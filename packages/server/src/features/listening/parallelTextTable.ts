import Papa from 'papaparse';
import type { OriginalSentence } from './parallelTextRepository.ts';

/**
 * A table of two columns, the original and what stands beside it, placed beside the sentences of a text: rows
 * whose first cell is a sentence of the text (or a paragraph that begins with it) go there; what is left goes
 * to the sentences that are left, in order. Commas, semicolons and tabs are told apart.
 * @returns for each sentence what stands beside it, and how many rows found their sentence.
 */
export function readParallelTextTable(
  source: string,
  sentences: readonly OriginalSentence[],
): { translated: string[]; matched: number; rows: number } {
  const { data } = Papa.parse<string[]>(source.replace(/^\uFEFF/u, ''), { skipEmptyLines: 'greedy' });
  const rows = data
    .map(([original = '', parallelText = '']) => ({
      original: original.trim(),
      parallelText: parallelText.trim(),
    }))
    .filter(({ parallelText }) => parallelText !== '');
  const translated = sentences.map(() => '');
  const taken = new Set<number>();
  const left: string[] = [];
  let matched = 0;
  let from = 0;
  for (const { original, parallelText } of rows) {
    const near = findFrom(sentences, original, from, taken);
    if (near < 0) {
      left.push(parallelText);
      continue;
    }
    taken.add(near);
    translated[near] = parallelText;
    from = near + 1;
    matched += 1;
  }
  // No row matches, so the first column is no help: the second is matched in order.
  if (matched === 0)
    left.forEach((parallelText, i) => i < translated.length && (translated[i] = parallelText));
  return { translated, matched, rows: rows.length };
}

function findFrom(
  sentences: readonly OriginalSentence[],
  wanted: string,
  from: number,
  taken: ReadonlySet<number>,
): number {
  const plainWanted = plain(wanted);
  if (plainWanted === '') return -1;
  const fits = ({ original }: OriginalSentence, i: number) =>
    !taken.has(i) && (plain(original) === plainWanted || plainWanted.startsWith(`${plain(original)} `));
  const after = sentences.findIndex((sentence, i) => i >= from && fits(sentence, i));
  return after >= 0 ? after : sentences.findIndex(fits);
}

function plain(text: string): string {
  return text
    .normalize('NFKC')
    .replace(/[“”„«»"'‘’]/gu, '')
    .replace(/\s+/gu, ' ')
    .trim()
    .toLowerCase();
}
