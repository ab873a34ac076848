// @ts-check
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureDebianPackages } from './lib/debian.mjs';
import { ensureBuild, ensureNodePackages, ROOT } from './lib/prepare.mjs';
import { run, StepError } from './lib/process.mjs';

/**
 * `npm run test:accuracy`: how well it speaks, reads and aligns, measured on material that is not ours.
 * Writes the figures to `docs/accuracy.md` when all of it ran. What follows is given to Vitest, e.g. `--
 * syllables`.
 */
const DOCUMENT = path.join(ROOT, 'docs/accuracy.md');

/** @param {string} file @returns {{ what: string, value: string }[]} */
function figuresIn(file) {
  if (!existsSync(file)) return [];
  return readFileSync(file, 'utf8')
    .trimEnd()
    .split('\n')
    .map((line) => JSON.parse(line));
}

/** @param {{ what: string, value: string }[]} figures */
function documentOf(figures) {
  const rows = [...figures]
    .sort((a, b) => a.what.localeCompare(b.what, 'en'))
    .map(({ what, value }) => `| ${what} | ${value} |`);
  return `# How accurate is it?

\`npm run test:accuracy\` wrote this on ${new Date().toISOString().slice(0, 10)}. Each suite names its material, and fails
when a figure falls below its bound.

| measured | result |
| --- | --- |
${rows.join('\n')}
`;
}

const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-accuracy-'));
try {
  await ensureDebianPackages(['run', 'test']);
  await ensureNodePackages();
  await ensureBuild();
  const figures = path.join(folder, 'figures');
  const filters = process.argv.slice(2);
  process.exitCode = await run(
    path.join(ROOT, 'node_modules/.bin/vitest'),
    ['run', '--project', 'accuracy', '--reporter=verbose', ...filters],
    { cwd: ROOT, env: { ...process.env, AUREL_ACCURACY: 'yes', AUREL_FIGURES: figures } },
  );
  const found = figuresIn(figures);
  for (const { what, value } of found) console.log(`${what}: ${value}`);
  if (process.exitCode === 0 && filters.length === 0) writeFileSync(DOCUMENT, documentOf(found));
} catch (error) {
  console.error(error instanceof StepError ? error.message : error);
  process.exitCode = 1;
} finally {
  rmSync(folder, { recursive: true, force: true });
}
