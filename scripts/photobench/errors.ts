/** Edit distance of two rows of tokens (Levenshtein 1966; two-row form of Wagner and Fischer 1974). */
function editDistance<T>(a: readonly T[], b: readonly T[]): number {
  let before = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++)
      row[j] = Math.min(
        (before[j] ?? 0) + 1,
        (row[j - 1] ?? 0) + 1,
        (before[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1),
      );
    before = row;
  }
  return before[b.length] ?? 0;
}

/** Character and word error rates, in percent of the true text; white space counts as one blank. */
export function errorRates(truth: string, found: string): { cer: number; wer: number } {
  const [t, f] = [tidy(truth), tidy(found)];
  const [tw, fw] = [t.split(' '), f.split(' ')];
  return {
    cer: (100 * editDistance([...t], [...f])) / t.length,
    wer: (100 * editDistance(tw, fw)) / tw.length,
  };
}

function tidy(text: string): string {
  return text.replace(/[‘’]/gu, "'").replace(/[“”]/gu, '"').replace(/\s+/gu, ' ').trim();
}
