// Keeps the pupil's page on the device: itself, its scripts, its typefaces. What it plays is kept by the page, reading by reading.
const CACHE = 'aurelfield-page-1';

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(takeOver()));

async function takeOver() {
  await self.clients.claim();
  // What the page had fetched before this worker was there is fetched once more, so that it is kept.
  for (const client of await self.clients.matchAll()) await keepWhole(client.url);
}

async function keepWhole(address) {
  const cache = await caches.open(CACHE);
  const response = await fetch(address).catch(() => undefined);
  if (!response || !response.ok) return;
  const page = await response.clone().text();
  await cache.put(address, response);
  const parts = [...page.matchAll(/(?:src|href)="(\/page\/[^"]+)"/g)].map(([, part]) => part);
  const fonts = [...page.matchAll(/url\((\/page\/fonts\/[^)\\]+)\)/g)].map(([, part]) => part);
  await Promise.all([...parts, ...fonts].map((part) => cache.add(part).catch(() => undefined)));
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { pathname, origin } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin) return;
  // Files that carry their content's name never change; the page itself is fetched anew while that is possible.
  if (pathname.startsWith('/page/assets/') || pathname.startsWith('/page/fonts/'))
    event.respondWith(keptFirst(request));
  else if (request.mode === 'navigate' && pathname.startsWith('/p/')) event.respondWith(netFirst(request));
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
    // A server that is not well at the moment does not take away what is here.
    if (response.status >= 500) return (await cache.match(request)) ?? response;
    // A page whose link opens nothing any more is not shown from memory.
    if (response.status === 404) await cache.delete(request);
    return response;
  } catch (error) {
    const kept = await cache.match(request);
    if (kept) return kept;
    throw error;
  }
}
