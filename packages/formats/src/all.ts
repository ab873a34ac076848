import { readdirSync } from 'node:fs';
import type { Format } from './format.ts';

const FOLDER = new URL('./formats/', import.meta.url);

/**
 * Every format that lies in the folder. Where the sources are bundled, the bundler puts the same list in the
 * place of this file (`scripts/lib/bundle.mjs`).
 */
export const ALL: readonly Format[] = await Promise.all(
  readdirSync(FOLDER)
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .map(async (name) => ((await import(new URL(name, FOLDER).href)) as { readonly format: Format }).format),
);
