import { defineConfig } from 'vitest/config';
import { LongestFirst } from './scripts/lib/longestFirst.ts';

/** How long a test may take, milliseconds: that is no matter of passing, machines are slow at times. */
const PATIENCE = 300_000;

/** Files of one worker share what they import: these tests leave nothing behind in modules. */
const shared = { isolate: false };

const project = (name: string, more: object = {}) => ({
  test: {
    name,
    include: [`packages/${name}/src/**/*.test.{ts,tsx}`],
    environment: 'node',
    testTimeout: PATIENCE,
    hookTimeout: PATIENCE,
    ...more,
  },
});

/** A PostgreSQL of their own, started once for all projects that need one. */
const database = { globalSetup: ['scripts/test-database.ts'], testTimeout: PATIENCE, hookTimeout: PATIENCE };

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
          testTimeout: PATIENCE,
        },
      },
      {
        test: {
          name: 'e2e',
          include: ['e2e/*.test.ts'],
          exclude: ['e2e/listen.test.ts'],
          ...database,
        },
      },
      // How accurate it is: `npm run test:accuracy` alone.
      ...(process.env.AUREL_ACCURACY === 'yes'
        ? [project('accuracy', { include: ['{scripts,packages}/**/*.accuracy.ts'] })]
        : []),
      // Three engines: `npm run test:browsers` alone.
      ...(process.env.AUREL_BROWSERS === 'yes'
        ? [
            {
              test: {
                name: 'browsers',
                include: ['e2e/browsers/*.test.ts'],
                environment: 'node' as const,
                ...database,
              },
            },
          ]
        : []),
      {
        test: {
          name: 'listening',
          include: ['e2e/listen.test.ts'],
          ...database,
          // Sound and highlight are followed in real time: nothing runs beside it.
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
