import { AT_REST, scanStep, type Scan } from '@aurelfield/player';
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import type { Settings } from '../reading/settings.ts';

/** Times that all rows are gone through before it rests. */
const ROUNDS = 3;

/**
 * Lights the buttons of the bar in turn and presses the one that is chosen: rows first, then the buttons of the chosen row. One switch: any key or touch chooses, time steps. Two: Space steps, Enter chooses.
 * @param bar holds rows, marked `data-row`, of buttons.
 */
export function useScanning(bar: RefObject<HTMLElement | null>, { switches, scanSeconds }: Settings): void {
  const [scan, setScan] = useState<Scan>(AT_REST);
  const now = useRef<Scan>(AT_REST);

  const act = useCallback(
    (event: 'step' | 'choose') => {
      const rows = rowsOf(bar);
      const { scan: next, pressed } = scanStep(now.current, event, rows.map((row) => row.length), { order: 'rows', rounds: ROUNDS }); // prettier-ignore
      now.current = next;
      setScan(next);
      if (pressed) rows[pressed.row]?.[pressed.column]?.click();
    },
    [bar],
  );

  useEffect(() => {
    const rows = rowsOf(bar);
    rows.forEach((buttons, row) => {
      buttons.forEach((button, column) => {
        const isLit = switches !== 'none' && scan.at !== 'rest' && scan.row === row && (scan.at === 'row' || scan.column === column); // prettier-ignore
        button.toggleAttribute('data-scan', isLit);
      });
    });
    if (switches !== 'one' || scan.at === 'rest') return undefined;
    const timer = setTimeout(() => act('step'), scanSeconds * 1000);
    return () => clearTimeout(timer);
  }, [bar, scan, switches, scanSeconds, act]);

  useEffect(() => {
    if (switches === 'none') return undefined;
    const isElsewhere = () => document.querySelector('dialog[open]') !== null;
    const press = (event: KeyboardEvent) => {
      if (
        event.repeat ||
        isElsewhere() ||
        event.key === 'Tab' ||
        event.ctrlKey ||
        event.altKey ||
        event.metaKey
      )
        return;
      if (switches === 'two' && event.key !== ' ' && event.key !== 'Enter') return;
      event.preventDefault();
      event.stopPropagation();
      act(switches === 'two' && event.key === ' ' ? 'step' : 'choose');
    };
    // A switch that is plugged in as a mouse clicks wherever the pointer happens to be; the bar is left to the hand.
    const touch = (event: PointerEvent) => {
      if (
        switches !== 'one' ||
        isElsewhere() ||
        (event.target instanceof Element && event.target.closest('.bar'))
      )
        return;
      act('choose');
    };
    addEventListener('keydown', press, { capture: true });
    addEventListener('pointerdown', touch);
    return () => {
      removeEventListener('keydown', press, { capture: true });
      removeEventListener('pointerdown', touch);
    };
  }, [switches, act]);
}

function rowsOf({ current }: RefObject<HTMLElement | null>): HTMLButtonElement[][] {
  return [...(current?.querySelectorAll('[data-row]') ?? [])].map((row) => [
    ...row.querySelectorAll<HTMLButtonElement>('button:not(:disabled)'),
  ]);
}
