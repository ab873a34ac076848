/**
 * A run of text on a page, as a PDF or a recogniser places it. Units are the page's own, y grows downwards.
 */
export interface PlacedText {
  readonly text: string;
  readonly x: number;
  /** Baseline. */
  readonly y: number;
  readonly width: number;
  /** Size of the letters. */
  readonly size: number;
  readonly isBold: boolean;
  /** Whether it is one whole word, as recognisers give them: a space follows however narrow the gap is. */
  readonly isWord?: boolean;
  /** Its size as it was measured in a picture, before sizes that differ little were made one. */
  readonly measured?: number;
}

/** Text of one line, or of the part of a line that stands apart from the rest of it. */
export interface Line {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly right: number;
  readonly size: number;
  readonly isBold: boolean;
  /** Whether it begins with a label that stands apart from it, as who speaks in a play. */
  readonly isLabelled?: boolean;
  /** What it is made of, from the left. */
  readonly runs: readonly PlacedText[];
}

/** Runs further apart than this many sizes stand in different columns or cells. */
const APART = 1.4;

/**
 * Runs → lines: what stands on one baseline is joined unless it stands far apart. In the order of the page,
 * from the top and from the left.
 */
export function linesOf(runs: readonly PlacedText[]): Line[] {
  const byBaseline: PlacedText[][] = [];
  for (const run of [...runs].sort((a, b) => a.y - b.y)) {
    if (run.text.trim() === '') continue;
    const row = byBaseline.at(-1);
    const first = row?.[0];
    if (row && first && Math.abs(run.y - first.y) < Math.max(run.size, first.size) * 0.4) row.push(run);
    else byBaseline.push([run]);
  }
  return byBaseline.flatMap(joined);
}

const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹';

/** Whether a run of figures is set small and above the line it follows. */
function isRaised(run: PlacedText, line: Line): boolean {
  return run.size < line.size * 0.8 && run.y < line.y - line.size * 0.1 && /^\d{1,3}$/u.test(run.text.trim());
}

function raise(figures: string): string {
  return figures.replace(/\d/gu, (figure) => RAISED[Number(figure)] ?? figure);
}

function joined(row: readonly PlacedText[]): Line[] {
  const lines: Line[] = [];
  for (const run of [...row].sort((a, b) => a.x - b.x)) {
    const last = lines.at(-1);
    const gap = last ? run.x - last.right : Infinity;
    const size = Math.max(run.size, last?.size ?? 0);
    const raised = last && gap < size * 0.4 && isRaised(run, last) ? raise(run.text.trim()) : undefined;
    if (last && raised !== undefined) {
      lines[lines.length - 1] = {
        ...last,
        text: last.text.trimEnd() + raised,
        right: run.x + run.width,
        runs: [...last.runs, run],
      };
    } else if (last && gap < size * APART) {
      const isApart = run.isWord === true || gap > size * 0.12;
      const space = isApart && !/\s$/u.test(last.text) && !/^\s/u.test(run.text) ? ' ' : '';
      lines[lines.length - 1] = {
        text: last.text + space + run.text,
        x: last.x,
        y: Math.max(last.y, run.size >= last.size ? run.y : last.y),
        right: Math.max(last.right, run.x + run.width),
        size,
        isBold: last.isBold && run.isBold,
        runs: [...last.runs, run],
      };
    } else
      lines.push({
        text: run.text,
        x: run.x,
        y: run.y,
        right: run.x + run.width,
        size: run.size,
        isBold: run.isBold,
        runs: [run],
      });
  }
  return lines.map((line) => ({ ...line, text: line.text.replace(/\s+/gu, ' ').trim() }));
}

/** The size of a line as it was measured, where sizes that differ little were made one. */
export function measuredSize({ size, runs }: Line): number {
  const measured = runs.flatMap((run) => run.measured ?? []).sort((a, b) => a - b);
  return measured[measured.length >> 1] ?? size;
}
