import { createRoot } from 'react-dom/client';
import { App } from './App.tsx';
import { openedInPage } from './server.ts';
import './style.css';

const root = document.getElementById('root');
if (!root) throw new Error('The page has no root element.');
const secret = /^\/p\/([^/?#]+)/u.exec(location.pathname)?.[1];
createRoot(root).render(
  <App given={openedInPage()} secret={secret} hasTrouble={document.getElementById('trouble') !== null} />,
);
// Keeps the page on this device. A browser that does not allow it still has the page while it is online.
void navigator.serviceWorker?.register('/page/worker.js', { scope: '/p/' }).catch(() => undefined);
