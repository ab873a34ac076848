// @ts-check
import { existsSync, readFileSync } from 'node:fs';
import { capture, has, run, StepError } from './process.mjs';

/** @typedef {{ package: string, file?: string, command?: string, for: string }} NeededPackage */

/**
 * Installs the Debian packages that are missing, as root or through sudo.
 * @param {('run' | 'test')[]} groups of debian-packages.json
 */
export async function ensureDebianPackages(groups) {
  /** @type {Record<string, NeededPackage[]>} */
  const lists = JSON.parse(readFileSync(new URL('../debian-packages.json', import.meta.url), 'utf8'));
  const missing = groups.flatMap((group) => lists[group] ?? []).filter((needed) => !isThere(needed));
  if (missing.length === 0) return;
  const names = missing.map((needed) => needed.package);
  const told = `apt-get update && apt-get install -y --no-install-recommends ${names.join(' ')}`;
  const prefix =
    process.getuid?.() === 0
      ? []
      : has('sudo') && capture('sudo', ['-n', 'true']).status === 0
        ? ['sudo', '-n']
        : undefined;
  if (!has('apt-get') || prefix === undefined)
    throw new StepError(`Some programs are missing. Type this, then start again:\n  sudo sh -c '${told}'`);
  for (const needed of missing) console.log(`Installing ${needed.package} (for ${needed.for}) …`);
  const [command = 'sh', ...args] = [...prefix, 'sh', '-c', `${told} >/dev/null`];
  const status = await run(command, args, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } });
  const still = missing.filter((needed) => !isThere(needed));
  if (status !== 0 || still.length > 0)
    throw new StepError(
      `Installing ${names.join(', ')} failed. Type this, then start again:\n  sudo sh -c '${told}'`,
    );
}

/** @param {NeededPackage} needed */
function isThere(needed) {
  return needed.command === undefined ? existsSync(needed.file ?? '') : has(needed.command);
}
