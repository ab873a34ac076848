import type { OpenBoard } from '@aurelfield/api';
import { useEffect, useState } from 'react';
import { addressesOf } from './boardSource.ts';

/**
 * Has the device keep a board after one visit: the page, all scripts, styles and fonts that it has loaded,
 * the board, its pictures and sounds. A browser that does not allow it, or an address without https, has the
 * board while it is online.
 * @returns whether all of it is on this device.
 */
export function useKept(token: string, board: OpenBoard | undefined): boolean {
  const [isKept, setKept] = useState(false);
  useEffect(() => {
    const workers = (navigator as { serviceWorker?: ServiceWorkerContainer }).serviceWorker;
    if (!workers || !board) return undefined;
    const hear = ({ data }: MessageEvent) => {
      if ((data as { kept?: unknown } | null)?.kept === location.pathname) setKept(true);
    };
    workers.addEventListener('message', hear);
    void (async () => {
      await workers.register('/board-worker.js', { scope: '/board/' });
      const { active } = await workers.ready;
      await document.fonts.ready;
      active?.postMessage({
        page: location.pathname,
        keep: [...loadedFiles(), ...addressesOf(token, board)],
      });
    })().catch(() => undefined);
    return () => workers.removeEventListener('message', hear);
  }, [token, board]);
  return isKept;
}

/** Scripts, styles and fonts that the page was built from. */
function loadedFiles(): string[] {
  const names = performance.getEntriesByType('resource').map(({ name }) => name);
  return [...new Set(names)].filter((name) => name.startsWith(`${location.origin}/assets/`));
}
