// @ts-check
import path from 'node:path';
import { ROOT } from './prepare.mjs';

const bin = (/** @type {string} */ name) => path.join(ROOT, 'node_modules/.bin', name);

/**
 * What is checked without running the tests, the slowest first.
 * @type {readonly { name: string, command: string, args: readonly string[] }[]}
 */
export const CHECKS = [
  {
    name: 'lint',
    command: bin('eslint'),
    args: ['.', '--cache', '--cache-location', 'node_modules/.cache/eslint/'],
  },
  { name: 'types', command: bin('tsc'), args: ['-b'] },
  { name: 'no cycles', command: bin('depcruise'), args: ['packages', '--no-progress'] },
  { name: 'no unused exports', command: bin('knip'), args: ['--no-progress'] },
  { name: 'commits', command: process.execPath, args: [path.join(ROOT, 'scripts/checkCommits.mjs')] },
  { name: 'format', command: bin('prettier'), args: ['--check', '--log-level=warn', '--cache', '.'] },
];
