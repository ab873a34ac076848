import type { OpenedItem } from '@aurelfield/api/pupilPage';
import { Refused } from './server.ts';

/** A fetch that brings nothing for so long is given up. Milliseconds. */
const PATIENCE = 20_000;
const CLOSED = 'This is not handed out to you any more. Ask your teacher.';

/** Each link has a shelf of its own on this device: who opens another one on the same machine takes nothing away. */
const shelfOf = (pass: string) => `aurelfield-kept-${pass.split('.')[0] ?? ''}-`;
const cacheName = (pass: string, packageName: string) => `${shelfOf(pass)}${packageName}`;
const isSound = ({ url }: Request) => url.includes('/sound-');

/** A pass changes from visit to visit; what is kept goes by the rest of the address. */
function keptName(address: string, pass: string): string {
  return address.replace(`/open/${pass}/`, '/open/-/');
}

async function openCache(pass: string, packageName: string): Promise<Cache | undefined> {
  try {
    return await caches.open(cacheName(pass, packageName));
  } catch {
    // Not allowed here, or no safe connection: nothing is kept.
    return undefined;
  }
}

/**
 * A file of a hand-out, which never changes under its address: from this device if it is kept here, from the server otherwise, and then kept.
 * @throws Refused when it is not handed out any more; whatever `fetch` throws when the server is out of reach.
 */
export async function keptFile(
  pass: string,
  { package: packageName }: Pick<OpenedItem, 'package'>,
  address: string,
): Promise<Response> {
  const cache = await openCache(pass, packageName);
  const kept = await cache?.match(keptName(address, pass));
  if (kept) return kept;
  const response = await fetch(address, { signal: AbortSignal.timeout(PATIENCE) });
  if (response.status === 404) throw new Refused(404, CLOSED);
  if (!response.ok) throw new Error(`the server answered ${response.status}`);
  // All of it is here before any is kept: half a file is never found later.
  const content = await response.blob();
  const whole = () => new Response(content, { headers: { 'content-type': content.type } });
  await cache?.put(keptName(address, pass), whole()).catch(() => undefined);
  return whole();
}

/** Pieces of sound of a hand-out that are kept on this device. */
export async function countKept(pass: string, packageName: string): Promise<number> {
  const cache = await openCache(pass, packageName);
  return cache ? (await cache.keys()).filter(isSound).length : 0;
}

/** Lets go of a hand-out's sound on this device. */
export async function letGo(pass: string, packageName: string): Promise<void> {
  await caches.delete(cacheName(pass, packageName)).catch(() => false);
}

/** Lets go of what this link has kept of hand-outs other than these: what was renewed or taken back. */
export async function keepOnly(pass: string, packageNames: readonly string[]): Promise<void> {
  const wanted = new Set(packageNames.map((name) => cacheName(pass, name)));
  const all = await caches.keys().catch(() => []);
  await Promise.all(
    all
      .filter((name) => name.startsWith(shelfOf(pass)) && !wanted.has(name))
      .map((name) => caches.delete(name)),
  );
}
