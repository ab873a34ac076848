import type { ReadingSnapshot } from '@aurelfield/api/pupilPage';
import { useLayoutEffect } from 'react';
import { addStyles } from './addStyles.ts';
import { applySettings } from './applySettings.ts';
import type { Settings } from './settings.ts';

/** Puts the pupil's look on the page, and over it what was set on this device. */
export function useReadingStyle({ css }: ReadingSnapshot, settings: Settings): void {
  useLayoutEffect(() => addStyles(css), [css]);
  useLayoutEffect(() => applySettings(settings), [settings]);
}
