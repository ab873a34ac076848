import { useEffect, type RefObject } from 'react';

/** Tells the style sheets how high the player is. */
export function useDeskHeight(desk: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const element = desk.current;
    if (!element) return;
    const watcher = new ResizeObserver(() =>
      document.documentElement.style.setProperty('--desk', `${element.offsetHeight}px`),
    );
    watcher.observe(element);
    return () => watcher.disconnect();
  }, [desk]);
}
