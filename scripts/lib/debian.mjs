// @ts-check
import { existsSync, readFileSync } from 'node:fs';
import { capture, has, run, StepError } from './process.mjs';

/** @typedef {{ package: string, file?: string, command?: string, for: string, optional?: boolean }} NeededPackage */

/**
 * Installs the Debian packages that are missing, as root or through sudo. Where optional ones cannot be had,
 * it says so and goes on.
 * @param {('run' | 'test' | 'browsers')[]} groups of debian-packages.json
 */
export async function ensureDebianPackages(groups) {
  /** @type {Record<string, NeededPackage[]>} */
  const lists = JSON.parse(readFileSync(new URL('../debian-packages.json', import.meta.url), 'utf8'));
  const missing = groups.flatMap((group) => lists[group] ?? []).filter((needed) => !isThere(needed));
  await install(missing.filter(({ optional }) => !optional));
  try {
    await install(missing.filter(({ optional }) => optional));
  } catch (error) {
    if (!(error instanceof StepError)) throw error;
    console.log(`Going on without them. ${error.message}`);
  }
}

/** @param {NeededPackage[]} missing */
async function install(missing) {
  if (missing.length === 0) return;
  const names = missing.map((needed) => needed.package).join(' ');
  const report = `apt-get update && apt-get install -y --no-install-recommends ${names}`;
  const prefix =
    process.getuid?.() === 0
      ? []
      : has('sudo') && capture('sudo', ['-n', 'true']).status === 0
        ? ['sudo', '-n']
        : undefined;
  const advice = `Type this, then start again:\n  sudo sh -c '${report}'`;
  if (!has('apt-get') || prefix === undefined)
    throw new StepError(
      `Missing: ${missing.map((needed) => `${needed.package} (for ${needed.for})`).join(', ')}. ${advice}`,
    );
  for (const needed of missing) console.log(`Installing ${needed.package} (for ${needed.for}) …`);
  const [command = 'sh', ...args] = [...prefix, 'sh', '-c', `${report} >/dev/null`];
  const status = await run(command, args, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } });
  if (status !== 0 || !missing.every(isThere)) throw new StepError(`Installing ${names} failed. ${advice}`);
}

/** @param {NeededPackage} needed */
function isThere(needed) {
  return needed.command === undefined ? existsSync(needed.file ?? '') : has(needed.command);
}
