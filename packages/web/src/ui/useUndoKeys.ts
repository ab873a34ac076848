import { useEffect, useRef } from 'react';

/** Ctrl Z and Ctrl Shift Z, except in fields, which have their own. */
export function useUndoKeys(undo: (() => void) | undefined, redo: (() => void) | undefined): void {
  const now = useRef({ undo, redo });
  useEffect(() => {
    now.current = { undo, redo };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isTyping =
        event.target instanceof Element &&
        event.target.closest('input:not([type="range"]), textarea') !== null;
      if (isTyping || event.key.toLowerCase() !== 'z' || !(event.ctrlKey || event.metaKey)) return;
      const step = event.shiftKey ? now.current.redo : now.current.undo;
      if (!step) return;
      event.preventDefault();
      step();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
}
