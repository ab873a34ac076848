// @ts-check
import { fork } from 'node:child_process';
import path from 'node:path';
import { ensureDebianPackages } from './lib/debian.mjs';
import { freePort, startPostgres } from './lib/postgres.mjs';
import { ensureBuild, ensureNodePackages, ROOT, VAR } from './lib/prepare.mjs';
import { StepError } from './lib/process.mjs';
import { serverEnvironment } from './lib/serverEnvironment.mjs';

/** `npm start`: installs what is missing, starts the database, builds, serves, and stops what it started on Ctrl-C. */
const FIRST_PORT = Number(process.env.AUREL_PORT ?? 4680);

/** @type {(() => void)[]} */
const undo = [];
let stopping = false;

/** @param {number} status */
function finish(status) {
  if (stopping) return;
  stopping = true;
  for (const step of undo.reverse()) step();
  process.exit(status);
}

try {
  await ensureDebianPackages(['run']);
  await ensureNodePackages();
  const cluster = await startPostgres(path.join(VAR, 'postgres'));
  undo.push(() => cluster.stop());
  process.on('SIGINT', () => undefined);
  await ensureBuild();
  const port = await freePort(FIRST_PORT);
  const environment = serverEnvironment({ databaseUrl: cluster.url('aurelfield'), dataFolder: VAR, port });
  const server = fork(path.join(ROOT, 'dist/server/main.js'), {
    env: { ...process.env, ...environment },
    execArgv: ['--enable-source-maps'],
    detached: true,
  });
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP'])) {
    process.removeAllListeners(signal);
    process.on(signal, () => {
      console.log('\nStopping …');
      server.kill('SIGTERM');
    });
  }
  server.on('message', (/** @type {{ site?: string }} */ { site }) => {
    console.log(`\nAurelfield is ready:  http://127.0.0.1:${port}\n`);
    if (environment.AUREL_DEMO === 'yes')
      console.log('Demo sign-in:  mara@wrenmoor.example  /  tide-and-peat\n');
    if (site !== undefined) console.log(`A web page to try (a stand-in):  ${site}/river/bore\n`);
    console.log('Ctrl-C stops it.');
  });
  server.on('exit', (status, signal) => finish(signal === 'SIGTERM' ? 0 : (status ?? 1)));
} catch (error) {
  console.error(error instanceof StepError ? `\n${error.message}` : error);
  finish(1);
}
