import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { ROOT } from '../lib/prepare.mjs';
import { VIEWS } from './views.ts';

const PICTURES = readdirSync(path.join(ROOT, 'docs/screenshots')).map((name) => path.basename(name, '.png'));
/** Taken by hand; see README.md. */
const BY_HAND = ['records'];

describe('the pictures of the README', () => {
  test('are each taken by a view, and there are fewer than twenty', () => {
    expect([...PICTURES].sort()).toEqual([...Object.keys(VIEWS), ...BY_HAND].sort());
    expect(PICTURES.length).toBeLessThan(20);
  });

  test('are each shown there, and none that is missing', () => {
    const readme = readFileSync(path.join(ROOT, 'README.md'), 'utf8');
    const shown = [...readme.matchAll(/docs\/screenshots\/([\w-]+)\.png/gu)].map(([, name]) => name);
    expect([...new Set(shown)].sort()).toEqual([...PICTURES].sort());
  });
});
