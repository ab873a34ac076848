// @ts-check
import { fork } from 'node:child_process';
import path from 'node:path';
import { ensureDebianPackages } from './debian.mjs';
import { freePort, startPostgres } from './postgres.mjs';
import { ensureBuild, ensureNodePackages, ROOT, VAR } from './prepare.mjs';
import { StepError } from './process.mjs';
import { serverEnvironment } from './serverEnvironment.mjs';

const FIRST_PORT = Number(process.env.AUREL_PORT ?? 4680);

/**
 * Installs what is missing, starts the database (unless DATABASE_URL names one), builds, and starts a process
 * in a role; on Ctrl-C it stops what it started.
 * @param {'all' | 'serve' | 'work'} role
 */
export async function launch(role) {
  /** @type {(() => void)[]} */
  const undo = [];
  let stopping = false;
  /** @param {number} status */
  const finish = (status) => {
    if (stopping) return;
    stopping = true;
    for (const step of undo.reverse()) step();
    process.exit(status);
  };
  try {
    await ensureDebianPackages(['run']);
    await ensureNodePackages();
    const given = process.env.DATABASE_URL;
    const cluster = given === undefined ? await startPostgres(path.join(VAR, 'postgres')) : undefined;
    // A database that was running already belongs to who started it.
    if (cluster?.isOurs) undo.push(() => cluster.stop());
    process.on('SIGINT', () => undefined);
    await ensureBuild();
    const port = role === 'work' ? 0 : await freePort(FIRST_PORT);
    const environment = serverEnvironment({
      databaseUrl: given ?? cluster?.url('aurelfield') ?? '',
      dataFolder: VAR,
      port,
      role,
    });
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
      if (role === 'work')
        console.log('\nA worker of Aurelfield is ready: it carries out what others ask for.\n');
      else console.log(`\nAurelfield is ready:  http://127.0.0.1:${port}\n`);
      if (role === 'serve') console.log('It serves only: start at least one worker with  npm run worker\n');
      if (role !== 'work' && environment.AUREL_DEMO === 'yes')
        console.log('Demo sign-in:  mara@wrenmoor.example  /  tide-and-peat\n');
      if (site !== undefined) console.log(`A web page to try (simulated):  ${site}/river/bore\n`);
      console.log('Ctrl-C stops it.');
    });
    server.on('exit', (status, signal) => finish(signal === 'SIGTERM' ? 0 : (status ?? 1)));
  } catch (error) {
    console.error(error instanceof StepError ? `\n${error.message}` : error);
    finish(1);
  }
}
