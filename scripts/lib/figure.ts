import { appendFileSync } from 'node:fs';

/** A line of `docs/accuracy.md`. */
interface Figure {
  /** What was measured, on how much. */
  readonly what: string;
  readonly value: string;
}

/** Notes a figure that an accuracy suite measured; `npm run test:accuracy` writes them all down. */
export function figure(what: string, value: string): void {
  const file = process.env.AUREL_FIGURES;
  if (file !== undefined) appendFileSync(file, `${JSON.stringify({ what, value } satisfies Figure)}\n`);
}

/** A share as a percentage. */
export function percent(part: number, whole: number): string {
  return `${((100 * part) / whole).toFixed(1)} %`;
}
