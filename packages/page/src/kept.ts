import type { OpenedItem } from '@aurelfield/api/pupilPage';
import { Download } from './download.ts';
import { linkIdOf } from './linkId.ts';

/** Each link keeps its files apart: who opens another one on the same device takes nothing away. */
const prefixOf = (accessToken: string) => `aurelfield-kept-${linkIdOf(accessToken)}-`;
const cacheName = (accessToken: string, packageName: string) => `${prefixOf(accessToken)}${packageName}`;
const isSound = ({ url }: Request) => url.includes('/sound-');

/** A pass changes from visit to visit; files are kept by the rest of their address. */
function keptName(address: string, accessToken: string): string {
  return address.replace(`/open/${accessToken}/`, '/open/-/');
}

/** The browser's cache; undefined on plain http and wherever it is not allowed: nothing is kept there. */
function cacheStorage(): CacheStorage | undefined {
  try {
    return (globalThis as { caches?: CacheStorage }).caches;
  } catch {
    return undefined;
  }
}

/** Whether this browser can keep files at this address at all. */
export function canKeep(): boolean {
  return cacheStorage() !== undefined;
}

async function openCache(accessToken: string, packageName: string): Promise<Cache | undefined> {
  try {
    return await cacheStorage()?.open(cacheName(accessToken, packageName));
  } catch {
    return undefined;
  }
}

/**
 * A file of an assignment, which never changes under its address: from this device if it is kept here, from
 * the server otherwise, and then kept.
 * @param download goes on with what earlier attempts brought.
 * @throws Refused when the server does not give it out any more; any other error when the line broke.
 */
export async function keptFile(
  accessToken: string,
  { package: packageName }: Pick<OpenedItem, 'package'>,
  address: string,
  download = new Download(address),
): Promise<Blob> {
  const cache = await openCache(accessToken, packageName);
  const kept = await cache?.match(keptName(address, accessToken));
  if (kept) return kept.blob();
  // All of it has arrived before any is kept: half a file is never found later.
  const content = await download.attempt();
  const response = new Response(content, { headers: { 'content-type': content.type } });
  await cache?.put(keptName(address, accessToken), response).catch(() => undefined);
  return content;
}

/** Whether a file is kept on this device. */
export async function isKept(accessToken: string, packageName: string, address: string): Promise<boolean> {
  const cache = await openCache(accessToken, packageName);
  return (await cache?.match(keptName(address, accessToken))) !== undefined;
}

/** Pieces of sound of an assignment that are kept on this device. */
export async function countKept(accessToken: string, packageName: string): Promise<number> {
  const cache = await openCache(accessToken, packageName);
  return cache ? (await cache.keys()).filter(isSound).length : 0;
}

/** Removes what this link has kept of assignments other than these: what was renewed or withdrawn. */
export async function keepOnly(accessToken: string, packageNames: readonly string[]): Promise<void> {
  const wanted = new Set(packageNames.map((name) => cacheName(accessToken, name)));
  await deleteCaches((name) => name.startsWith(prefixOf(accessToken)) && !wanted.has(name));
}

/** Removes all that this link has kept. */
export async function dropLink(accessToken: string): Promise<void> {
  await deleteCaches((name) => name.startsWith(prefixOf(accessToken)));
}

/** Removes an assignment's sound and text from this device. */
export async function dropPackage(accessToken: string, packageName: string): Promise<void> {
  await deleteCaches((name) => name === cacheName(accessToken, packageName));
}

async function deleteCaches(which: (name: string) => boolean): Promise<void> {
  const storage = cacheStorage();
  const names = (await storage?.keys().catch(() => [])) ?? [];
  for (const name of names.filter(which)) await storage?.delete(name).catch(() => false);
}
