import { describe, expect, test } from 'vitest';
import { IDLE, scanStep, type Scan, type ScanEvent } from './scanning.ts';

/**
 * What is lit after each of some events: "r1" a row, "r1b0" a button, "-" nothing; "!" where a button is
 * pressed.
 */
function walk(events: string, rows: readonly number[], order: 'rows' | 'buttons', rounds = 2): string {
  let scan: Scan = IDLE;
  return [...events]
    .map((letter) => {
      const event: ScanEvent = letter === 's' ? 'step' : 'choose';
      const step = scanStep(scan, event, rows, { order, rounds });
      scan = step.scan;
      const highlight =
        scan.at === 'idle' ? '-' : scan.at === 'row' ? `r${scan.row}` : `r${scan.row}b${scan.column}`;
      return step.pressed ? `!r${step.pressed.row}b${step.pressed.column}>${highlight}` : highlight;
    })
    .join(' ');
}

describe('by rows', () => {
  test.each([
    ['the first press begins', 'c', 'r0'],
    ['rows in turn, twice, then rest', 'cssss', 'r0 r1 r0 r1 -'],
    ['a row is chosen, then a button', 'cscsc', 'r0 r1 r1b0 r1b1 !r1b1>r0'],
    ['a row that is gone through twice lets go', 'ccsss', 'r0 r0b0 r0b1 r0b0 r0b1'],
    ['and comes back to the rows', 'ccssss', 'r0 r0b0 r0b1 r0b0 r0b1 r0'],
    ['rest again: a press begins anew', 'cssssc', 'r0 r1 r0 r1 - r0'],
  ])('%s', (_name, events, highlight) => {
    expect(walk(events, [2, 2], 'rows')).toBe(highlight);
  });

  test('rows without buttons are passed by', () => {
    expect(walk('csc', [0, 1, 0, 1], 'rows')).toBe('r1 r3 r3b0');
  });
});

describe('by buttons', () => {
  test.each([
    ['all in turn', 'cssss', 'r0b0 r0b1 r1b0 r0b0 r0b1'],
    ['the one that is lit is pressed', 'csc', 'r0b0 r0b1 !r0b1>r0b0'],
    ['after the rounds it rests', 'cssssss', 'r0b0 r0b1 r1b0 r0b0 r0b1 r1b0 -'],
  ])('%s', (_name, events, highlight) => {
    expect(walk(events, [2, 1], 'buttons')).toBe(highlight);
  });
});

test('an empty board rests', () => {
  expect(walk('csc', [], 'rows')).toBe('- - -');
});
