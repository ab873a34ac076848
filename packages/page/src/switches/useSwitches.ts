import { SwitchScanner } from '@aurelfield/player';
import { useEffect } from 'react';
import type { Settings } from '../reading/settings.ts';

/** Times that all rows are gone through before scanning rests. */
const ROUNDS = 3;

/** Lets one switch or two reach every button of the page, and of the box that is open. */
export function useSwitches({ switches, scanSeconds }: Pick<Settings, 'switches' | 'scanSeconds'>): void {
  useEffect(() => {
    if (switches === 'none') return undefined;
    const scanner = new SwitchScanner({
      settings: { switches, seconds: scanSeconds, order: 'rows', rounds: ROUNDS },
      root: () => document.body,
    });
    scanner.start();
    return () => scanner.stop();
  }, [switches, scanSeconds]);
}
