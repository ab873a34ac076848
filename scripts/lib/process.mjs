// @ts-check
import { spawn, spawnSync } from 'node:child_process';

/** A step failed in a way the person at the terminal can mend; the message says how. */
export class StepError extends Error {}

/**
 * Runs a command to its end with its output shown.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {import('node:child_process').SpawnOptions} [options]
 * @returns {Promise<number>} exit status
 */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: 'inherit', ...options });
    child.on('error', reject);
    child.on('close', (status) => resolve(status ?? 1));
  });
}

/**
 * Runs a command and gives back what it printed.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {import('node:child_process').SpawnSyncOptions} [options]
 */
export function capture(command, args, options = {}) {
  const result = spawnSync(command, args, { encoding: 'utf8', ...options });
  return { status: result.status ?? 1, output: `${result.stdout ?? ''}${result.stderr ?? ''}`.trim() };
}

/** @param {string} command whether it is on the PATH */
export function has(command) {
  return capture('sh', ['-c', `command -v ${command}`]).status === 0;
}
