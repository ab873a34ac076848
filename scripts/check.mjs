// @ts-check
import { CHECKS } from './lib/checks.mjs';
import { ensureNodePackages, ROOT } from './lib/prepare.mjs';
import { run, StepError } from './lib/process.mjs';

/** `npm run check`: what can be checked without running the tests. Names a check to run it alone: `npm run check -- types`. */
try {
  await ensureNodePackages();
  const wanted = process.argv.slice(2);
  let failed = 0;
  for (const { name, command, args } of CHECKS) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const status = await run(command, args, { cwd: ROOT });
    console.log(`${status === 0 ? 'ok' : 'FAILED'}: ${name}`);
    if (status !== 0) failed += 1;
  }
  process.exitCode = failed === 0 ? 0 : 1;
} catch (error) {
  console.error(error instanceof StepError ? error.message : error);
  process.exitCode = 1;
}
