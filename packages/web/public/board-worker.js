// Keeps a phrase board on the device: the page, its scripts and fonts, the board, its pictures and sounds.
const CACHE = 'aurelfield-board-1';
const AT_ONCE = 6;

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('message', (event) => event.waitUntil(keepBoard(event)));

/** Keeps a page and all that it names; says so when all of it is here. */
async function keepBoard({ data: { page, keep }, source }) {
  const cache = await caches.open(CACHE);
  const response = await fetch(page);
  if (!response.ok) return;
  await cache.put(page, response.clone());
  const html = await response.text();
  const named = [...html.matchAll(/(?:src|href)="(\/[^"]+\.(?:js|css|svg|png|woff2))"/g)].map(
    ([, one]) => one,
  );
  const waiting = [...new Set([...named, ...keep])];
  let isWhole = true;
  const fetchSome = async () => {
    for (let address = waiting.shift(); address !== undefined; address = waiting.shift()) {
      if (await cache.match(address)) continue;
      await cache.add(address).catch(() => {
        isWhole = false;
      });
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, fetchSome));
  if (isWhole) source.postMessage({ kept: page });
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { pathname, origin } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin) return;
  // Files that carry their content's name never change; everything else is fetched again while that is possible.
  if (pathname.startsWith('/assets/')) event.respondWith(keptFirst(request));
  else if (pathname.startsWith('/board/') || pathname.startsWith('/api/open-boards/'))
    event.respondWith(netFirst(request));
});

async function keptFirst(request) {
  const cache = await caches.open(CACHE);
  const kept = await cache.match(request);
  if (kept) return kept;
  const response = await fetch(request);
  if (response.ok) await cache.put(request, response.clone());
  return response;
}

async function netFirst(request) {
  const cache = await caches.open(CACHE);
  try {
    const response = await fetch(request);
    if (response.ok) await cache.put(request, response.clone());
    // A board whose link was ended is not shown from memory; whatever else is wrong takes nothing away.
    else if (response.status === 404 || response.status === 410) await cache.delete(request);
    else return (await cache.match(request)) ?? response;
    return response;
  } catch (error) {
    const kept = await cache.match(request);
    if (kept) return kept;
    throw error;
  }
}
