import { useCallback, useSyncExternalStore } from 'react';

/** Before the id of a handout in the address, e.g. `/p/…#read-3f2a…`. */
const PREFIX = '#read-';

function subscribe(listener: () => void): () => void {
  addEventListener('hashchange', listener);
  addEventListener('popstate', listener);
  return () => {
    removeEventListener('hashchange', listener);
    removeEventListener('popstate', listener);
  };
}

/**
 * The handout that the address names, and the way to another one. Opening adds to the history, so that the
 * browser's Back leads to the list; going back to the list uses the history where the list is in it.
 */
export function useItemInAddress(): readonly [string | undefined, (id: string | undefined) => void] {
  const hash = useSyncExternalStore(subscribe, () => location.hash);
  const go = useCallback((id: string | undefined) => {
    if (id !== undefined) {
      history.pushState({ fromList: true }, '', `${PREFIX}${id}`);
      dispatchEvent(new PopStateEvent('popstate'));
      return;
    }
    if ((history.state as { fromList?: boolean } | null)?.fromList) {
      history.back();
      return;
    }
    history.replaceState(null, '', location.pathname);
    dispatchEvent(new PopStateEvent('popstate'));
  }, []);
  return [hash.startsWith(PREFIX) ? hash.slice(PREFIX.length) : undefined, go];
}
