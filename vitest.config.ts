import { defineConfig } from 'vitest/config';
import { LongestFirst } from './scripts/lib/longestFirst.ts';

/** Files of one worker share what they import: these tests leave nothing behind in modules. */
const shared = { isolate: false };

const project = (name: string, more: object = {}) => ({
  // How long a test takes is no matter of passing: machines are slow at times.
  test: {
    name,
    include: [`packages/${name}/src/**/*.test.{ts,tsx}`],
    environment: 'node',
    testTimeout: 60_000,
    hookTimeout: 60_000,
    ...more,
  },
});

/** A PostgreSQL of their own, started once for all projects that need one. */
const database = { globalSetup: ['scripts/test-database.ts'], testTimeout: 60_000, hookTimeout: 120_000 };

export default defineConfig({
  test: {
    // One more than the processors that tests are promised to be enough: many wait, for a page to settle or a lease to run out.
    maxWorkers: 3,
    sequence: { sequencer: LongestFirst },
    projects: [
      project('core', shared),
      project('formats', shared),
      project('readers', shared),
      project('voices', shared),
      project('player', { environment: 'jsdom' }),
      project('web', { environment: 'jsdom' }),
      project('page', { environment: 'jsdom' }),
      project('cli'),
      project('server', { ...database, ...shared }),
      project('scripts', { include: ['scripts/**/*.test.ts'] }),
      {
        test: {
          name: 'processes',
          include: ['e2e/processes/**/*.test.ts'],
          environment: 'node',
          testTimeout: 300_000,
        },
      },
      {
        test: {
          name: 'e2e',
          include: ['e2e/*.test.ts'],
          exclude: ['e2e/listen.test.ts'],
          ...database,
          testTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'listening',
          include: ['e2e/listen.test.ts'],
          ...database,
          testTimeout: 120_000,
          // Sound and highlight are followed in real time: nothing runs beside it.
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
