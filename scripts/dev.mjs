// @ts-check
import path from 'node:path';
import { ensureDebianPackages } from './lib/debian.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { ensureNodePackages, ROOT, VAR } from './lib/prepare.mjs';
import { run, StepError } from './lib/process.mjs';
import { serverEnvironment } from './lib/serverEnvironment.mjs';

/** `npm run dev`: the same database, the server restarting on changes, the screens through Vite. */
try {
  await ensureDebianPackages(['run']);
  await ensureNodePackages();
  const cluster = await startPostgres(path.join(VAR, 'postgres'));
  process.on('SIGINT', () => undefined);
  /** @type {Record<string, string>} */
  const environment = serverEnvironment({
    databaseUrl: cluster.url('aurelfield'),
    dataFolder: VAR,
    port: 4680,
  });
  // From source: no built screens, no bundled worker.
  for (const name of [
    'AUREL_WEB',
    'AUREL_PAGE',
    'AUREL_ESPEAK_WORKER',
    'AUREL_TEXT_WORKER',
    'AUREL_READER_PROCESS',
    'AUREL_MODEL_PROCESS',
    'NODE_ENV',
  ])
    delete environment[name];
  const status = await run(
    path.join(ROOT, 'node_modules/.bin/concurrently'),
    [
      '-k',
      '-n',
      'server,screens',
      'node_modules/.bin/tsx watch packages/server/src/main.ts',
      'node_modules/.bin/vite packages/web',
    ],
    { cwd: ROOT, env: { ...process.env, ...environment } },
  );
  cluster.stop();
  process.exit(status);
} catch (error) {
  console.error(error instanceof StepError ? `\n${error.message}` : error);
  process.exit(1);
}
