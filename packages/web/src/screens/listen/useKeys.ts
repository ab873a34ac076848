import { useEffect, useRef } from 'react';
import { actionFor, keyName, type ActionId, type Shortcuts } from './shortcuts.ts';

/** What each action does. */
export type Actions = Readonly<Record<ActionId, () => void>>;

/**
 * The keyboard of the listening screen. Keys that a focused control needs for itself (a button's space, a
 * slider's arrows) are left to it.
 */
export function useKeys(shortcuts: Shortcuts, actions: Actions): void {
  const now = useRef({ shortcuts, actions });
  useEffect(() => {
    now.current = { shortcuts, actions };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey || event.ctrlKey || event.metaKey || isTaken(event)) return;
      const action = actionFor(now.current.shortcuts, keyName(event));
      if (action === undefined) return;
      event.preventDefault();
      now.current.actions[action]();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
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
