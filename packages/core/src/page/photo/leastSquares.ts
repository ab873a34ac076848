/**
 * Linear least squares by normal equations.
 * @param rows what each unknown is multiplied by, then what the sum should be.
 * @param ridge added to the diagonal: keeps unknowns small that little is known of.
 * @returns the unknowns; none where the equations do not tell them apart.
 */
export function leastSquares(rows: readonly (readonly number[])[], ridge = 0): number[] {
  const n = (rows[0]?.length ?? 1) - 1;
  const normal = Array.from({ length: n }, () => new Array<number>(n + 1).fill(0));
  for (const row of rows)
    for (let i = 0; i < n; i++) {
      const own = normal[i] ?? [];
      for (let j = 0; j <= n; j++) own[j] = (own[j] ?? 0) + (row[i] ?? 0) * (row[j] ?? 0);
    }
  normal.forEach((row, i) => (row[i] = (row[i] ?? 0) + ridge));
  return solved(normal);
}

/** Gauss elimination with the largest pivot. */
function solved(rows: number[][]): number[] {
  const n = rows.length;
  for (let i = 0; i < n; i++) {
    const best = rows
      .slice(i)
      .reduce((b, row, k) => (Math.abs(row[i] ?? 0) > Math.abs(rows[b]?.[i] ?? 0) ? k + i : b), i);
    [rows[i], rows[best]] = [rows[best] ?? [], rows[i] ?? []];
    const pivot = rows[i]?.[i] ?? 0;
    if (Math.abs(pivot) < 1e-12) return [];
    for (let k = 0; k < n; k++) {
      if (k === i) continue;
      const factor = (rows[k]?.[i] ?? 0) / pivot;
      rows[k] = (rows[k] ?? []).map((value, j) => value - factor * (rows[i]?.[j] ?? 0));
    }
  }
  return rows.map((row, i) => (row[n] ?? 0) / (row[i] ?? 1));
}
