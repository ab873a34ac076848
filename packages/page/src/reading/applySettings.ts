import type { Settings } from './settings.ts';

/** Puts on the page what was set on this device. */
export function applySettings({ letters, colours, switches }: Settings): void {
  const { dataset, style } = document.documentElement;
  if (colours === 'made') delete dataset.colours;
  else dataset.colours = colours;
  style.setProperty('--letters', String(letters));
  if (switches === 'none') delete dataset.switches;
  else dataset.switches = switches;
}
