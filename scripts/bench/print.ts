/** One line of the bench: what was measured, the figure, and what is aimed at. */
export function row(what: string, value: string, aim = ''): void {
  console.log(`${what.padEnd(66)} ${value.padStart(14)}   ${aim}`);
}

export function ratio(value: number, base: number): string {
  return (value / base).toFixed(3);
}

export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN;
}

/** How long some work takes, in milliseconds, and what comes of it. */
export async function milliseconds<T>(work: () => T | Promise<T>): Promise<[number, T]> {
  const start = performance.now();
  const result = await work();
  return [performance.now() - start, result];
}
