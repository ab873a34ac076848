// @ts-check
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureDebianPackages } from './lib/debian.mjs';
import { ensureBuild, ensureNodePackages, ROOT } from './lib/prepare.mjs';
import { run, StepError } from './lib/process.mjs';

/**
 * `npm test`: every test that is not tagged as long; the last line is "N passed, N failed". `npm run
 * test:long` runs the files that have long tests, whole, because a test of a walk needs what those before it
 * did; `npm run test:all` runs everything. What needs no test is in `npm run check`.
 */
const options = process.argv.includes('--all')
  ? []
  : process.argv.includes('--long')
    ? filesWithLongTests()
    : ['--tags-filter=!long'];
let passed = 0;
let failed = 0;

/** Paths below the root. */
function filesWithLongTests() {
  return ['packages', 'e2e', 'scripts']
    .flatMap((folder) =>
      readdirSync(path.join(ROOT, folder), { recursive: true, encoding: 'utf8' }).map((file) =>
        path.join(folder, file),
      ),
    )
    .filter(
      (file) =>
        /^(?!.*node_modules).*\.test\.tsx?$/u.test(file) &&
        /@module-tag long|tags: 'long'/u.test(readFileSync(path.join(ROOT, file), 'utf8')),
    );
}

async function tests() {
  const report = path.join(tmpdir(), `aurelfield-report-${process.pid}.json`);
  const bin = path.join(ROOT, 'node_modules/.bin/vitest');
  const status = await run(
    bin,
    ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`, ...options],
    {
      cwd: ROOT,
      env: { ...process.env, NO_COLOR: '1' },
    },
  );
  try {
    const counts = JSON.parse(readFileSync(report, 'utf8'));
    passed += counts.numPassedTests;
    failed += counts.numFailedTests;
    // A file that breaks outside of its tests fails the run without failing a test.
    if (status !== 0 && counts.numFailedTests === 0) failed += 1;
  } catch {
    console.log('FAILED: the tests gave no report');
    failed += 1;
  }
  rmSync(report, { force: true });
}

try {
  await ensureDebianPackages(['run', 'test']);
  await ensureNodePackages();
  await ensureBuild();
  await tests();
} catch (error) {
  console.error(error instanceof StepError ? error.message : error);
  failed += 1;
}
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;
