// @ts-check
import { build } from 'esbuild';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { formatsInTheBundle } from './formatsInTheBundle.mjs';
import { ROOT } from './prepare.mjs';

const source = (/** @type {string} */ name) => path.join(ROOT, 'packages', name, 'src');

/**
 * Bundles the server, its threads and its child processes.
 * @param {string} outdir a folder below the root, so that packages are found from there
 * @param {Record<string, string>} [others] scripts in the place of these, by name
 */
export async function bundleServer(outdir, others = {}) {
  const scripts = {
    main: path.join(source('server'), 'main.ts'),
    espeakWorker: path.join(source('voices'), 'espeak/worker.ts'),
    textWorker: path.join(source('server'), 'threads/textWorker.ts'),
    readerProcess: path.join(source('readers'), 'child.ts'),
    modelProcess: path.join(source('voices'), 'model/child.ts'),
    ...others,
  };
  // Each by itself: in a common bundle a thread of the voices would load whatever it shares a file with.
  await Promise.all(Object.entries(scripts).map(([name, script]) => bundle(outdir, name, script)));
}

/**
 * What may be imported from a package, and the file that it is.
 * @param {string} name of the package's folder
 */
function exportsOf(name) {
  const folder = path.join(ROOT, 'packages', name);
  const { exports = {} } = JSON.parse(readFileSync(path.join(folder, 'package.json'), 'utf8'));
  return Object.entries(exports).map(([subpath, file]) => [
    path.posix.join('@aurelfield', name, subpath),
    path.join(folder, file),
  ]);
}

/** @param {string} outdir @param {string} name of the script that is written @param {string} script */
async function bundle(outdir, name, script) {
  await build({
    entryPoints: { [name]: script },
    outdir,
    bundle: true,
    // Readers of formats are loaded when they are needed.
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20.19',
    sourcemap: true,
    packages: 'external',
    // Packages of this workspace are sources, not published code: they go into the bundle.
    alias: Object.fromEntries(readdirSync(path.join(ROOT, 'packages')).flatMap(exportsOf)),
    plugins: [formatsInTheBundle],
    logLevel: 'warning',
  });
}
