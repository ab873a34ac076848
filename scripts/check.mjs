// @ts-check
import { CHECKS } from './lib/checks.mjs';
import { ensureNodePackages, ROOT } from './lib/prepare.mjs';
import { run, StepError } from './lib/process.mjs';

/**
 * `npm run check`: types, lint, format, cycles, unused code and commit messages, two at a time. Names given
 * run alone: `npm run check -- types`.
 */
try {
  await ensureNodePackages();
  const wanted = process.argv.slice(2);
  const waiting = CHECKS.filter(({ name }) => wanted.length === 0 || wanted.includes(name));
  let failed = 0;
  const worker = async () => {
    for (let check = waiting.shift(); check; check = waiting.shift()) {
      const status = await run(check.command, check.args, { cwd: ROOT });
      console.log(`${status === 0 ? 'ok' : 'FAILED'}: ${check.name}`);
      if (status !== 0) failed += 1;
    }
  };
  await Promise.all([worker(), worker()]);
  process.exitCode = failed === 0 ? 0 : 1;
} catch (error) {
  console.error(error instanceof StepError ? error.message : error);
  process.exitCode = 1;
}
