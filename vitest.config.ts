import { defineConfig } from 'vitest/config';
import { builtThreads } from './scripts/lib/builtThreads.mjs';
import { LongestFirst } from './scripts/lib/longestFirst.ts';

/** How long a test may take, milliseconds: that is no matter of passing, machines are slow at times. */
const PATIENCE = 300_000;

/** Files of one worker share what they import: these tests leave nothing behind in modules. */
const shared = { isolate: false };

/** A throw-away PostgreSQL, started once for all projects that need one. */
const database = { globalSetup: ['scripts/test-database.ts'] };

const plugins = [await builtThreads()];

/** Each project has a Vite server of its own, which transforms what its tests import: so there are few. */
const project = (name: string, include: readonly string[], more: object = {}) => ({
  plugins,
  test: {
    name,
    include: [...include],
    environment: 'node' as const,
    testTimeout: PATIENCE,
    hookTimeout: PATIENCE,
    expect: { poll: { timeout: PATIENCE / 2 } },
    ...more,
  },
});

const { AUREL_ACCURACY, AUREL_BROWSERS } = process.env;

export default defineConfig({
  test: {
    // One more than the processors that tests are promised to be enough: many wait, for a page to settle or a lease to run out.
    maxWorkers: 3,
    sequence: { sequencer: LongestFirst },
    tags: [
      {
        name: 'long',
        description:
          'Walks through the less used screens, every variant, crashes in real time: `npm run test:long`.',
      },
    ],
    projects: [
      project(
        'node',
        ['packages/{core,formats,pool,readers,voices,cli}/src/**/*.test.ts', 'scripts/**/*.test.ts'],
        shared,
      ),
      project('screens', ['packages/{player,web,page}/src/**/*.test.{ts,tsx}'], {
        ...shared,
        setupFiles: ['scripts/lib/oneDocument.ts'],
      }),
      project('server', ['packages/server/src/**/*.test.ts'], { ...database, ...shared }),
      project('e2e', ['e2e/*.test.ts', 'e2e/processes/**/*.test.ts'], {
        ...database,
        ...shared,
        exclude: ['e2e/listen.test.ts'],
      }),
      project('listening', ['e2e/listen.test.ts'], {
        ...database,
        // Sound and highlight are followed in real time: nothing runs beside it.
        sequence: { groupOrder: 1 },
      }),
      // How accurate it is: `npm run test:accuracy` alone.
      ...(AUREL_ACCURACY === 'yes' ? [project('accuracy', ['{scripts,packages}/**/*.accuracy.ts'])] : []),
      // Three engines: `npm run test:browsers` alone.
      ...(AUREL_BROWSERS === 'yes' ? [project('browsers', ['e2e/browsers/*.test.ts'], database)] : []),
    ],
  },
});
