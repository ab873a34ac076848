import { fileURLToPath } from 'node:url';
import type { Config } from '../config.ts';

/** The settings of a test's server, on a database and in a folder. */
export function testConfig(databaseUrl: string, dataFolder: string, more: Partial<Config> = {}): Config {
  return {
    databaseUrl,
    dataFolder,
    role: 'all',
    host: '127.0.0.1',
    port: 0,
    hosts: ['127.0.0.1', 'localhost'],
    publicAddress: undefined,
    trustedProxies: [],
    demo: false,
    demoPhoto: false,
    simulatedServices: true,
    secret: 'a secret for tests only',
    webFolder: undefined,
    pageFolder: undefined,
    resources: fileURLToPath(new URL('../..', import.meta.url)),
    espeakWorker: undefined,
    modelProcess: undefined,
    readerProcess: undefined,
    textWorker: undefined,
    allowedOrigins: [],
    logLevel: 'silent',
    connections: 8,
    concurrency: 2,
    voiceThreads: 2,
    textThreads: 1,
    schoolBytes: 1024 ** 3,
    s3: undefined,
    ...more,
  };
}
