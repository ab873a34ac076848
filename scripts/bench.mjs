// @ts-check
import path from 'node:path';
import { ensureDebianPackages } from './lib/debian.mjs';
import { ensureBuild, ensureNodePackages, ROOT } from './lib/prepare.mjs';
import { run, StepError } from './lib/process.mjs';

/** `npm run bench`: prepares what the measurements need and runs them. */
try {
  await ensureDebianPackages(['run', 'test']);
  await ensureNodePackages();
  await ensureBuild();
  process.exitCode = await run(
    path.join(ROOT, 'node_modules/.bin/tsx'),
    [path.join(ROOT, 'scripts/bench/main.ts'), ...process.argv.slice(2)],
    { cwd: ROOT },
  );
} catch (error) {
  console.error(error instanceof StepError ? error.message : error);
  process.exitCode = 1;
}
