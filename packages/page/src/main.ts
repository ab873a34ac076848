import { showFirstScreen } from './reading/firstScreen.ts';
import { startInPage } from './server.ts';
import './style.css';

const root = document.getElementById('root');
if (!root) throw new Error('The page has no root element.');
const secret = /^\/p\/([^/?#]+)/u.exec(location.pathname)?.[1] ?? '';
const start = startInPage();

// On a slow line the sound and the text come first, then all that can be done with them.
const first = start.state === 'open' ? showFirstScreen(root, start.opened) : Promise.resolve(undefined);
void first.then(async (screen) => {
  const { mount } = await import('./mount.tsx');
  mount(root, { start, secret }, screen);
});

// Keeps the page on this device. A browser that does not allow it, or an address without https, still has it
// while it is online.
try {
  void navigator.serviceWorker?.register('/page/worker.js', { scope: '/p/' }).catch(() => undefined);
} catch {
  // A frame that is shut off from its origin has no workers.
}
