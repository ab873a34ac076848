import { createRoot } from 'react-dom/client';
import { flushSync } from 'react-dom';
import { App, type AppProps } from './App.tsx';
import type { FirstScreen } from './reading/firstScreen.ts';

/**
 * Puts the whole page in the place of its first screen; what plays goes on, and the focus stays where it was.
 */
export function mount(
  root: HTMLElement,
  props: Omit<AppProps, 'started'>,
  first: FirstScreen | undefined,
): void {
  const hadFocus = first?.leave() ?? false;
  flushSync(() => createRoot(root).render(<App {...props} started={first?.playing} />));
  if (hadFocus) root.querySelector<HTMLElement>('.row .play')?.focus();
}
