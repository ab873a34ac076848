import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';

/**
 * Name and version of a package as it is installed, e.g. "espeak-ng-emscripten-0.3.5"; found by its folder,
 * since not every package lets its description be required.
 */
export function packageVersion(name: string): string {
  const require = createRequire(import.meta.url);
  for (let folder = path.dirname(require.resolve(name)); ; folder = path.dirname(folder)) {
    try {
      const found = JSON.parse(readFileSync(path.join(folder, 'package.json'), 'utf8')) as {
        name?: string;
        version?: string;
      };
      if (found.name === name) return `${path.posix.basename(name)}-${found.version ?? ''}`;
    } catch {
      // The description lies further up.
    }
    if (folder === path.dirname(folder)) throw new Error(`The package ${name} is not installed.`);
  }
}

/** The beginning of the hash of some files, for what tells no version of its own. */
export function versionOfFiles(files: readonly string[]): string {
  const hash = createHash('sha256');
  for (const file of files) hash.update(readFileSync(file));
  return hash.digest('hex').slice(0, 16);
}
