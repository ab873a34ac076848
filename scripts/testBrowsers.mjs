// @ts-check
import path from 'node:path';
import { ensureDebianPackages } from './lib/debian.mjs';
import { ensureBuild, ensureNodePackages, ROOT } from './lib/prepare.mjs';
import { run, StepError } from './lib/process.mjs';

/**
 * `npm run test:browsers`: the walks in three engines. What follows is given to Vitest, e.g. `-- -t WebKit`.
 */
try {
  await ensureDebianPackages(['run', 'browsers']);
  await ensureNodePackages();
  await ensureBuild();
  process.exitCode = await run(
    path.join(ROOT, 'node_modules/.bin/vitest'),
    ['run', '--project', 'browsers', '--reporter=verbose', ...process.argv.slice(2)],
    { cwd: ROOT, env: { ...process.env, AUREL_BROWSERS: 'yes' } },
  );
} catch (error) {
  console.error(error instanceof StepError ? error.message : error);
  process.exitCode = 1;
}
