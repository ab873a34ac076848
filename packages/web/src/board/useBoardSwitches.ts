import type { OpenBoard } from '@aurelfield/api';
import { SwitchScanner } from '@aurelfield/player';
import { useEffect } from 'react';
import type { BoardSounds } from './boardSounds.ts';

/** Lets one switch or two reach every button of a board, as its scanning settings say. */
export function useBoardSwitches(scanning: OpenBoard['scanning'], sounds: BoardSounds): void {
  useEffect(() => {
    const { switches, seconds, order, rounds, sound } = scanning;
    if (switches === 'none') return undefined;
    const scanner = new SwitchScanner({
      settings: { switches, seconds, order, rounds },
      root: () => document.body,
      onStep: () => {
        if (sound) sounds.click();
      },
    });
    scanner.start();
    return () => scanner.stop();
  }, [scanning, sounds]);
}
