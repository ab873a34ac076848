import type { Scanning } from '@aurelfield/api';

/** Where the light is: on nothing, on a row, or on one button. */
export type Scan =
  | { readonly at: 'idle' }
  | { readonly at: 'row'; readonly row: number; readonly round: number }
  | { readonly at: 'button'; readonly row: number; readonly column: number; readonly round: number };

export const IDLE: Scan = { at: 'idle' };

/**
 * What happens: time has passed (or, with two switches, the first was pressed), or the choosing switch was
 * pressed.
 */
export type ScanEvent = 'step' | 'choose';

/** What follows, and the button that is pressed by it. */
export interface ScanStep {
  readonly scan: Scan;
  readonly pressed?: { readonly row: number; readonly column: number };
}

/**
 * One step of scanning. By rows: the rows are lit in turn, the chosen row's buttons then; after a button, or
 * when its row has been gone through as often as the rounds allow, the rows come again. By buttons: all of
 * them in turn. After the rounds it rests until a switch is pressed.
 * @param rows how many buttons each row has; rows without any are passed by.
 */
export function scanStep(
  scan: Scan,
  event: ScanEvent,
  rows: readonly number[],
  { order, rounds }: Pick<Scanning, 'order' | 'rounds'>,
): ScanStep {
  const first = nextRow(rows, -1);
  if (first === undefined) return { scan: IDLE };
  switch (scan.at) {
    case 'idle':
      return { scan: begin(order, first) };
    case 'row':
      if (event === 'choose') return { scan: { at: 'button', row: scan.row, column: 0, round: 1 } };
      return { scan: afterRow(scan, rows, first, rounds) };
    case 'button':
      if (event === 'choose')
        return { scan: begin(order, first), pressed: { row: scan.row, column: scan.column } };
      return {
        scan: order === 'rows' ? withinRow(scan, rows, rounds, first) : throughAll(scan, rows, rounds, first),
      };
  }
}

function begin(order: Scanning['order'], row: number): Scan {
  return order === 'rows' ? { at: 'row', row, round: 1 } : { at: 'button', row, column: 0, round: 1 };
}

function afterRow(
  { row, round }: Extract<Scan, { at: 'row' }>,
  rows: readonly number[],
  first: number,
  rounds: number,
): Scan {
  const next = nextRow(rows, row);
  if (next !== undefined) return { at: 'row', row: next, round };
  return round < rounds ? { at: 'row', row: first, round: round + 1 } : IDLE;
}

function withinRow(
  { row, column, round }: Extract<Scan, { at: 'button' }>,
  rows: readonly number[],
  rounds: number,
  first: number,
): Scan {
  if (column + 1 < (rows[row] ?? 0)) return { at: 'button', row, column: column + 1, round };
  return round < rounds
    ? { at: 'button', row, column: 0, round: round + 1 }
    : { at: 'row', row: first, round: 1 };
}

function throughAll(
  { row, column, round }: Extract<Scan, { at: 'button' }>,
  rows: readonly number[],
  rounds: number,
  first: number,
): Scan {
  if (column + 1 < (rows[row] ?? 0)) return { at: 'button', row, column: column + 1, round };
  const next = nextRow(rows, row);
  if (next !== undefined) return { at: 'button', row: next, column: 0, round };
  return round < rounds ? { at: 'button', row: first, column: 0, round: round + 1 } : IDLE;
}

function nextRow(rows: readonly number[], after: number): number | undefined {
  const next = rows.findIndex((buttons, row) => row > after && buttons > 0);
  return next < 0 ? undefined : next;
}
