// Keeps a phrase board on the device: the page, its scripts and fonts, the board and its sounds. What is fetched once is there without a network.
const CACHE = 'aurelfield-board-1';

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(takeOver()));

async function takeOver() {
  await self.clients.claim();
  // What the page had fetched before this worker was there is fetched once more, so that it is kept.
  for (const client of await self.clients.matchAll()) {
    const cache = await caches.open(CACHE);
    const response = await fetch(client.url).catch(() => undefined);
    if (!response || !response.ok) continue;
    const page = await response.clone().text();
    await cache.put(client.url, response);
    const parts = [...page.matchAll(/(?:src|href)="(\/[^"]+\.(?:js|css|svg|png|woff2))"/g)].map(
      ([, address]) => address,
    );
    await Promise.all(parts.map((address) => cache.add(address).catch(() => undefined)));
    client.postMessage('kept');
  }
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { pathname, origin } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin) return;
  // Files that carry their content's name never change; all else is fetched anew while that is possible.
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
    // A board whose link was taken back is not shown from memory.
    if (response.status === 404) await cache.delete(request);
    return response;
  } catch (error) {
    const kept = await cache.match(request);
    if (kept) return kept;
    throw error;
  }
}
