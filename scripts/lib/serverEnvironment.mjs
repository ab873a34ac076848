// @ts-check
import path from 'node:path';
import { ROOT, sessionSecret } from './prepare.mjs';

/**
 * What the server is reported when it is started from a build.
 * @param {{ databaseUrl: string, dataFolder: string, port: number, role?: 'all' | 'serve' | 'work' }} options
 */
export function serverEnvironment({ databaseUrl, dataFolder, port, role = 'all' }) {
  return {
    DATABASE_URL: databaseUrl,
    AUREL_DATA: dataFolder,
    AUREL_PORT: String(port),
    AUREL_ROLE: role,
    AUREL_SECRET: sessionSecret(dataFolder),
    AUREL_RESOURCES: path.join(ROOT, 'packages/server'),
    AUREL_WEB: path.join(ROOT, 'dist/web'),
    AUREL_PAGE: path.join(ROOT, 'dist/page'),
    AUREL_ESPEAK_WORKER: path.join(ROOT, 'dist/server/espeakWorker.js'),
    AUREL_TEXT_WORKER: path.join(ROOT, 'dist/server/textWorker.js'),
    AUREL_READER_PROCESS: path.join(ROOT, 'dist/server/readerProcess.js'),
    AUREL_MODEL_PROCESS: path.join(ROOT, 'dist/server/modelProcess.js'),
    AUREL_LOG: process.env.AUREL_LOG ?? 'warn',
    AUREL_DEMO: process.env.AUREL_DEMO ?? 'yes',
    NODE_ENV: 'production',
  };
}
