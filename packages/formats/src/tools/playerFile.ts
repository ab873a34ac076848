import { readFileSync } from 'node:fs';

const FOLDER = new URL('../page/', import.meta.url);

/**
 * A file of the player that goes into saved pages. Bundled, its text is in the bundle
 * (`scripts/lib/bundle.mjs`).
 */
export function playerFile(name: 'player.js' | 'player.css'): string {
  return readFileSync(new URL(name, FOLDER), 'utf8').trim();
}
