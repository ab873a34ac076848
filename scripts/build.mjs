// @ts-check
import { build } from 'esbuild';
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { build as viteBuild } from 'vite';
import { ROOT } from './lib/prepare.mjs';

/** Bundles the server and its speech worker, and builds the screens, into dist/. */
const source = (/** @type {string} */ name) => path.join(ROOT, 'packages', name, 'src');

// Pieces of the last build have other names.
rmSync(path.join(ROOT, 'dist/server'), { recursive: true, force: true });
mkdirSync(path.join(ROOT, 'dist'), { recursive: true });
await build({
  entryPoints: {
    main: path.join(source('server'), 'main.ts'),
    espeakWorker: path.join(source('voices'), 'espeak/worker.ts'),
    textWorker: path.join(source('server'), 'threads/textWorker.ts'),
    readerProcess: path.join(source('readers'), 'child.ts'),
    modelProcess: path.join(source('voices'), 'model/child.ts'),
  },
  outdir: path.join(ROOT, 'dist/server'),
  bundle: true,
  // Readers of formats are loaded when they are needed.
  splitting: true,
  platform: 'node',
  format: 'esm',
  target: 'node20.19',
  sourcemap: true,
  packages: 'external',
  // Packages of this workspace are sources, not published code: they go into the bundle.
  alias: Object.fromEntries(
    ['core', 'api', 'voices', 'readers'].map((name) => [
      `@aurelfield/${name}`,
      path.join(source(name), 'index.ts'),
    ]),
  ),
  logLevel: 'warning',
});
await viteBuild({ root: path.join(ROOT, 'packages/web'), logLevel: 'warn' });
