// @ts-check
import { createHash, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { run, StepError } from './process.mjs';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');
/** Everything a running Aurelfield keeps: database, clips, files, secrets. */
export const VAR = process.env.AUREL_VAR ?? path.join(ROOT, 'var');

/** Runs `npm ci` when the installed packages are not those of the lock file. */
export async function ensureNodePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(path.join(ROOT, 'package-lock.json')))
    .digest('hex');
  const stamp = path.join(ROOT, 'node_modules', '.aurelfield-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages (about a minute) …');
  if ((await run('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error'], { cwd: ROOT })) !== 0) {
    throw new StepError(
      'npm ci failed; its output is above. Check the connection to the package registry and start again.',
    );
  }
  writeFileSync(stamp, lock);
}

/** Builds server and screens when a source is newer than the last build. */
export async function ensureBuild() {
  const stamp = path.join(ROOT, 'dist', '.built');
  const sources = ['packages', 'scripts/build.mjs', 'package-lock.json'].map((name) => path.join(ROOT, name));
  const newest = Math.max(...sources.map(newestChange));
  if (existsSync(stamp) && statSync(stamp).mtimeMs > newest) return;
  console.log('Building …');
  if ((await run(process.execPath, [path.join(ROOT, 'scripts/build.mjs')], { cwd: ROOT })) !== 0)
    throw new StepError('The build failed; its output is above.');
  writeFileSync(stamp, '');
}

/** The secret that signs session cookies, made once. @param {string} folder */
export function sessionSecret(folder) {
  mkdirSync(folder, { recursive: true });
  const file = path.join(folder, 'session-secret');
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}

/** @param {string} target @returns {number} milliseconds */
function newestChange(target) {
  const facts = statSync(target);
  if (!facts.isDirectory()) return facts.mtimeMs;
  const inside = readdirSync(target).filter((name) => name !== 'node_modules' && name !== 'dist');
  return Math.max(facts.mtimeMs, ...inside.map((name) => newestChange(path.join(target, name))));
}
