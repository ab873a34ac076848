import { execFileSync } from 'node:child_process';
import { ROOT } from '../lib/prepare.mjs';
import { checking } from './checking.ts';
import { formats } from './formats.ts';
import { listening } from './listening.ts';
import { printPaceErrors } from './pace.ts';
import { page } from './page.ts';
import { pipeline } from './pipeline.ts';
import { recording } from './recording.ts';
import { sets } from './sets.ts';
import { workers } from './workers.ts';

/**
 * `npm run bench [-- PART …]`: ratios against the bare engine in the same run, and what a listener notices.
 * Numbers, no pass mark: these machines are noisy.
 */
const PARTS: Readonly<Record<string, () => Promise<void>>> = {
  pipeline,
  checking,
  workers,
  sets,
  formats,
  listening,
  page,
  recording,
  pace: () => printPaceErrors(ROOT),
};

const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !Object.hasOwn(PARTS, name));
if (unknown.length > 0) {
  console.error(`There is no part “${unknown.join(', ')}”. Parts: ${Object.keys(PARTS).join(', ')}.`);
  process.exit(2);
}
for (const [name, part] of Object.entries(PARTS))
  if (asked.length === 0 || asked.includes(name)) await part();
console.log(
  `\nMachine: ${execFileSync('nproc', { encoding: 'utf8' }).trim()} processors, Node ${process.version}\n`,
);
