/**
 * Sentences of a translation placed beside those of the original by their lengths alone: Gale, W. A. and
 * Church, K. W. (1993), A program for aligning sentences in bilingual corpora, Computational Linguistics 19
 * (1). Their prior chances of one sentence against one, one against none, two against one and two against
 * two, and their variance, from memory.
 */
const PRIORS = { one: 0.89, none: 0.0099, double: 0.089, twoByTwo: 0.011 } as const;
const VARIANCE = 6.8;
/** How far the path may stray from the diagonal, in sentences; more for texts of very different numbers. */
const BAND = 120;

/** How many sentences of each side go together. */
const STEPS = [
  { from: 1, to: 1, chance: PRIORS.one },
  { from: 1, to: 0, chance: PRIORS.none },
  { from: 0, to: 1, chance: PRIORS.none },
  { from: 2, to: 1, chance: PRIORS.double },
  { from: 1, to: 2, chance: PRIORS.double },
  { from: 2, to: 2, chance: PRIORS.twoByTwo },
] as const;

/**
 * For each sentence of the original what stands beside it: the sentences of the translation that belong to
 * it, joined; empty where none does. Of two that share one translation the first has it; what the
 * translation has more goes to the sentence before.
 */
export function sentencePairs(original: readonly string[], translation: readonly string[]): string[] {
  const paired = original.map(() => '');
  if (original.length === 0) return paired;
  const add = (at: number, texts: readonly string[]) => {
    const place = Math.max(0, Math.min(at, paired.length - 1));
    paired[place] = [paired[place] ?? '', ...texts].filter((text) => text !== '').join(' ');
  };
  for (const { from, to, at, other } of bestPath(original.map(lengthOf), translation.map(lengthOf))) {
    if (to === 0) continue;
    add(from === 0 ? at - 1 : at, translation.slice(other, other + to));
  }
  return paired;
}

interface Match {
  readonly from: number;
  readonly to: number;
  /** Numbers of the first sentences. */
  readonly at: number;
  readonly other: number;
}

function bestPath(original: readonly number[], translation: readonly number[]): Match[] {
  const [n, m] = [original.length, translation.length];
  const total = (lengths: readonly number[]) =>
    Math.max(
      1,
      lengths.reduce((sum, length) => sum + length, 0),
    );
  const ratio = total(translation) / total(original);
  const band = BAND + Math.abs(n - m);
  const width = 2 * band + 1;
  const centre = (i: number) => Math.round((i * m) / Math.max(1, n));
  const cell = (i: number, j: number) => {
    const offset = j - centre(i) + band;
    return offset < 0 || offset >= width ? -1 : i * width + offset;
  };
  const costs = new Float64Array((n + 1) * width).fill(Infinity);
  const steps = new Int8Array((n + 1) * width).fill(-1);
  costs[cell(0, 0)] = 0;
  for (let i = 0; i <= n; i++) {
    for (let j = Math.max(0, centre(i) - band); j <= Math.min(m, centre(i) + band); j++) {
      const here = cell(i, j);
      if (here < 0 || (costs[here] ?? Infinity) === Infinity) continue;
      STEPS.forEach(({ from, to, chance }, step) => {
        if (i + from > n || j + to > m) return;
        const next = cell(i + from, j + to);
        if (next < 0) return;
        const cost =
          (costs[here] ?? 0) +
          costOf(sum(original, i, from), sum(translation, j, to), ratio) -
          Math.log(chance);
        if (cost < (costs[next] ?? Infinity)) {
          costs[next] = cost;
          steps[next] = step;
        }
      });
    }
  }
  const path: Match[] = [];
  for (let i = n, j = m; i > 0 || j > 0;) {
    const step = STEPS[steps[cell(i, j)] ?? -1];
    if (!step) break;
    i -= step.from;
    j -= step.to;
    path.push({ from: step.from, to: step.to, at: i, other: j });
  }
  return path.reverse();
}

/**
 * How unlikely two lengths belong together: minus the logarithm of the two-sided chance of so large a
 * difference.
 */
function costOf(original: number, translation: number, ratio: number): number {
  if (original === 0 && translation === 0) return 0;
  const mean = (original + translation / ratio) / 2;
  const deviation = (translation - original * ratio) / Math.sqrt(Math.max(1, mean) * VARIANCE);
  return -Math.log(Math.max(1e-12, 2 * (1 - normal(Math.abs(deviation)))));
}

/** The standard normal distribution function, to seven places. Abramowitz and Stegun 1964, 26.2.17. */
function normal(x: number): number {
  const t = 1 / (1 + 0.2316419 * x);
  const density = Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
  return (
    1 -
    density * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  );
}

function sum(lengths: readonly number[], from: number, count: number): number {
  let total = 0;
  for (let i = from; i < from + count; i++) total += lengths[i] ?? 0;
  return total;
}

function lengthOf(text: string): number {
  return [...text].length;
}
