// @ts-check
import path from 'node:path';
import { bundleServer } from './bundle.mjs';
import { ROOT } from './prepare.mjs';

/** Folder of the threads and child processes that tests start. */
export const THREADS = path.join(ROOT, 'node_modules/.cache/aurelfield-threads');

/** The script of each thread or child process, by the line that names its source. */
const SCRIPTS = [
  { file: /voices\/src\/espeak\/espeakEngine\.ts$/u, source: './worker.ts', script: 'espeakWorker' },
  { file: /voices\/src\/model\/modelEngine\.ts$/u, source: './child.ts', script: 'modelProcess' },
  { file: /readers\/src\/readerPool\.ts$/u, source: './child.ts', script: 'readerProcess' },
  { file: /server\/src\/threads\/textThreads\.ts$/u, source: './textWorker.ts', script: 'textWorker' },
  { file: /recordings\/aligner\.ts$/u, source: '../../threads/textWorker.ts', script: 'textWorker' },
];

/**
 * Vite's plugin that has tests start threads as they were bundled: from their sources each takes seconds to
 * load.
 * @returns {Promise<import('vitest/config').Plugin>}
 */
export async function builtThreads() {
  await bundleServer(THREADS, {
    espeakWorker: path.join(ROOT, 'packages/voices/src/testing/keptEspeakWorker.ts'),
  });
  return {
    name: 'aurelfield-built-threads',
    enforce: 'pre',
    transform: (code, id) => {
      const known = SCRIPTS.find(({ file }) => file.test(id));
      if (!known) return undefined;
      const named = `new URL('${known.source}', import.meta.url)`;
      if (!code.includes(named)) throw new Error(`${id} does not name its thread as ${named} any more.`);
      return code.replace(named, `new URL(${JSON.stringify(`file://${THREADS}/${known.script}.js`)})`);
    },
  };
}
