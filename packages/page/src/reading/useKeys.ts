import type { PlayerSentence, ReadingPlayer } from '@aurelfield/player';
import { useEffect } from 'react';

/** Keys of the reading, listed in More. No letters: screen readers and voice control use them. */
export const KEYS: readonly (readonly [keys: string, what: string])[] = [
  ['Space', 'Play or pause'],
  ['← →', 'Previous or next sentence'],
  ['Shift ← →', 'Word back or on'],
  ['Ctrl ← →', 'Paragraph back or on'],
  ['Home, End', 'Beginning, last sentence'],
];

/**
 * Plays and goes about by keys, unless something else has them: a field, a button that is about to be
 * pressed, an open box.
 */
export function useKeys(player: ReadingPlayer<PlayerSentence>, isOn: boolean): void {
  useEffect(() => {
    if (!isOn) return undefined;
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey || event.metaKey || isTaken(event)) return;
      const act = actionOf(event, player);
      if (!act) return;
      event.preventDefault();
      void act();
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  }, [player, isOn]);
}

function actionOf(
  { key, shiftKey, ctrlKey }: KeyboardEvent,
  player: ReadingPlayer<PlayerSentence>,
): (() => unknown) | undefined {
  switch (key) {
    case ' ':
      return player.toggle;
    case 'ArrowLeft':
      return ctrlKey
        ? () => player.stepBlock(-1)
        : shiftKey
          ? () => player.stepWord(-1)
          : player.previousSentence;
    case 'ArrowRight':
      return ctrlKey ? () => player.stepBlock(1) : shiftKey ? () => player.stepWord(1) : player.nextSentence;
    case 'Home':
      return () => player.seek({ sentence: 0, word: 0 });
    case 'End':
      return () => player.seek({ sentence: Infinity, word: 0 });
    default:
      return undefined;
  }
}

function isTaken({ key, target }: KeyboardEvent): boolean {
  if (document.querySelector('dialog[open]')) return true;
  if (!(target instanceof Element)) return false;
  if (target.closest('input, textarea, select')) return true;
  return key === ' ' && target.closest('button, a, summary') !== null;
}
