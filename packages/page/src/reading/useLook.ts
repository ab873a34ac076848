import type { FrozenReading } from '@aurelfield/api/pupilPage';
import { useEffect } from 'react';
import { addStyles } from './addStyles.ts';
import type { Settings } from './settings.ts';

/** Puts the pupil's look on the page, and over it what was set on this device. */
export function useLook({ css }: FrozenReading, { letters, colours, switches }: Settings): void {
  useEffect(() => {
    return addStyles(css);
  }, [css]);
  useEffect(() => {
    const { dataset, style } = document.documentElement;
    if (colours === 'made') delete dataset.colours;
    else dataset.colours = colours;
    style.setProperty('--letters', String(letters));
    if (switches === 'none') delete dataset.switches;
    else dataset.switches = switches;
  }, [letters, colours, switches]);
}
