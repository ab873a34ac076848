import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, configure, render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { vi } from 'vitest';
import { UndoProvider } from '../ui/Undo.tsx';

// However slow the machine is: what is waited for comes, or the test ends.
configure({ asyncUtilTimeout: 60_000, defaultHidden: true });

/** Shows a screen as the application does. @param at its address @param path the pattern of its address */
export function renderScreen(screen: ReactNode, { at = '/', path = '/' } = {}) {
  // jsdom has no `CSS`, which dialogs and lists ask to escape an id, and watches no sizes.
  vi.stubGlobal('CSS', { escape: (text: string) => text });
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe(): void {}
      unobserve(): void {}
      disconnect(): void {}
    },
  );
  // A light screen that asks for no less motion.
  vi.stubGlobal('matchMedia', () => ({
    matches: false,
    addEventListener: vi.fn(),
    removeEventListener: vi.fn(),
  }));
  // There is no layout here, and asking jsdom for each element's style takes most of a test's time.
  const { style } = document.createElement('i');
  vi.stubGlobal('getComputedStyle', () => style);
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const router = createMemoryRouter(
    [
      { path, element: screen },
      { path: '*', element: <p>another screen</p> },
    ],
    { initialEntries: [at] },
  );
  render(
    <QueryClientProvider client={client}>
      <UndoProvider>
        <RouterProvider router={router} />
      </UndoProvider>
    </QueryClientProvider>,
  );
  return { router };
}

/** Takes away what `renderScreen` has shown and set up. */
export function clearScreen(): void {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
}
