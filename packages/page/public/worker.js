// Keeps the pupil's page on the device: itself, its scripts, its fonts. What it plays is kept by the page, reading by reading.
const CACHE = 'aurelfield-page-1';
const ASSETS = '/page/assets/';

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(takeOver()));

async function takeOver() {
  await self.clients.claim();
  // What the page had fetched before this worker was there is fetched once more, so that it is kept.
  for (const client of await self.clients.matchAll()) await keepWhole(client.url);
  await dropOldAssets();
}

async function keepWhole(address) {
  const response = await fetch(address).catch(() => undefined);
  if (!response || !response.ok) return;
  const page = await keepPage(address, response);
  const cache = await caches.open(CACHE);
  const parts = partsOf(page);
  const fonts = [...page.matchAll(/url\((\/page\/fonts\/[^)\\]+)\)/g)].map(([, part]) => part);
  await Promise.all([...parts, ...fonts].map((part) => cache.add(part).catch(() => undefined)));
}

/** Addresses of the scripts and style sheets that a page names, those that it fetches later too. */
function partsOf(page) {
  return [...page.matchAll(/"(\/page\/[^"]+)"/g)].map(([, part]) => part);
}

/** Keeps a page without what is to be fetched ahead: kept, it has that already. */
async function keepPage(address, response) {
  const page = await response.text();
  const cache = await caches.open(CACHE);
  const kept = page.replace(/<link rel="preload" as="fetch"[^>]*>/g, '');
  await cache.put(address, new Response(kept, { status: 200, headers: response.headers }));
  return page;
}

/** Removes scripts and style sheets of earlier releases that no kept page names. */
async function dropOldAssets() {
  const cache = await caches.open(CACHE);
  const requests = await cache.keys();
  const pages = requests.filter(({ url }) => new URL(url).pathname.startsWith('/p/'));
  const texts = await Promise.all(pages.map(async (page) => (await cache.match(page)).text()));
  const named = new Set(texts.flatMap(partsOf));
  for (const request of requests) {
    const { pathname } = new URL(request.url);
    if (pathname.startsWith(ASSETS) && !named.has(pathname)) await cache.delete(request);
  }
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { pathname, origin } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin) return;
  // Files that carry their content's name never change; the page itself is fetched again while that is possible.
  if (pathname.startsWith(ASSETS) || pathname.startsWith('/page/fonts/'))
    event.respondWith(keptFirst(request));
  else if (request.mode === 'navigate' && /^\/p\/[^/]*$/.test(pathname)) event.respondWith(netFirst(event));
});

async function keptFirst(request) {
  const cache = await caches.open(CACHE);
  const kept = await cache.match(request);
  if (kept) return kept;
  const response = await fetch(request);
  if (response.ok) await cache.put(request, response.clone());
  return response;
}

async function netFirst(event) {
  const { request } = event;
  const cache = await caches.open(CACHE);
  try {
    const response = await fetch(request);
    if (response.ok) event.waitUntil(keepPage(request.url, response.clone()));
    // Only a link that was ended is removed from the device; whatever else is wrong takes nothing away.
    else if (response.status === 410) await cache.delete(request);
    else return (await cache.match(request)) ?? response;
    return response;
  } catch (error) {
    const kept = await cache.match(request);
    if (kept) return kept;
    throw error;
  }
}
