import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-next/wght-italic.css';
import '@fontsource-variable/literata';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { z } from 'zod';
import { ApiError } from './api/client.ts';
import { App } from './App.tsx';
import { GlobalStyle } from './theme/GlobalStyle.tsx';
import { Opening, RouteError } from './ui/RouteError.tsx';
import { UndoProvider } from './ui/Undo.tsx';

// Its compiler asks whether it may run text as a program, which our content policy refuses and Firefox
// reports.
z.config({ jitless: true });

const client = new QueryClient({
  defaultOptions: {
    queries: {
      // What the server refuses it refuses again; only silence is worth another try.
      retry: (count, error) => !(error instanceof ApiError) && count < 2,
      refetchOnWindowFocus: false,
    },
  },
});

// Screens that hold something unsaved can ask before they are left; that needs a router of this kind.
const router = createBrowserRouter([
  {
    path: '/board/:token',
    HydrateFallback: Opening,
    errorElement: <RouteError />,
    lazy: async () => ({ Component: (await import('./board/BoardPage.tsx')).BoardPage }),
  },
  { path: '*', element: <App />, errorElement: <RouteError /> },
]);

const root = document.getElementById('root');
if (!root) throw new Error('The page has no root element.');
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <UndoProvider>
        <GlobalStyle />
        <RouterProvider router={router} />
      </UndoProvider>
    </QueryClientProvider>
  </StrictMode>,
);
