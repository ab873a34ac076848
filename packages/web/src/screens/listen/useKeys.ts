import { useEffect } from 'react';
import type { ReadingPlayer } from '../../player/readingPlayer.ts';

/** Keys of the listening screen, told to the listener by Controls. */
export const KEYS = [
  { keys: 'Space', does: 'play or pause' },
  { keys: '← →', does: 'sentence back, sentence on' },
  { keys: 'Shift ← →', does: 'word back, word on' },
  { keys: 'Home', does: 'to the beginning' },
] as const;

/**
 * The keyboard of the listening screen. Keys that a focused control needs for itself (a button's space, a slider's arrows) are left to it.
 */
export function useKeys(player: ReadingPlayer): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey || event.ctrlKey || event.metaKey || isTaken(event)) return;
      const command = commandOf(event, player);
      if (!command) return;
      event.preventDefault();
      command();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, [player]);
}

function commandOf(event: KeyboardEvent, player: ReadingPlayer): (() => void) | undefined {
  switch (event.key) {
    case ' ':
      return player.toggle;
    case 'ArrowRight':
      return () => void (event.shiftKey ? player.stepWord(1) : player.nextSentence());
    case 'ArrowLeft':
      return () => void (event.shiftKey ? player.stepWord(-1) : player.previousSentence());
    case 'Home':
      return () => void player.seek({ sentence: 0, word: 0 });
    default:
      return undefined;
  }
}

function isTaken(event: KeyboardEvent): boolean {
  const target = event.target instanceof Element ? event.target : undefined;
  if (!target) return false;
  if (
    target.closest(
      'input, textarea, select, [contenteditable="true"], [role="listbox"], [role="menu"], [role="dialog"], [role="slider"]',
    )
  )
    return true;
  return event.key === ' ' && target.closest('button, a, summary') !== null;
}
