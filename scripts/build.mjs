// @ts-check
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { build } from 'vite';
import { bundleServer } from './lib/bundle.mjs';
import { ROOT } from './lib/prepare.mjs';

/** Bundles the server and builds the screens, into dist/. */
// Pieces of the last build have other names.
rmSync(path.join(ROOT, 'dist/server'), { recursive: true, force: true });
mkdirSync(path.join(ROOT, 'dist'), { recursive: true });
await bundleServer(path.join(ROOT, 'dist/server'));
await build({ root: path.join(ROOT, 'packages/web'), logLevel: 'warn' });
await build({ root: path.join(ROOT, 'packages/page'), logLevel: 'warn' });
