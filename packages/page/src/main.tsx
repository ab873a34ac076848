import { createRoot } from 'react-dom/client';
import { App } from './App.tsx';
import { startInPage } from './server.ts';
import './style.css';

const root = document.getElementById('root');
if (!root) throw new Error('The page has no root element.');
const key = /^\/p\/([^/?#]+)/u.exec(location.pathname)?.[1] ?? '';
createRoot(root).render(<App start={startInPage()} secret={key} />);

// Keeps the page on this device. A browser that does not allow it, or an address without https, still has it while it is online.
try {
  void navigator.serviceWorker?.register('/page/worker.js', { scope: '/p/' }).catch(() => undefined);
} catch {
  // A frame that is shut off from its origin has no workers.
}
