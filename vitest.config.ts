import { defineConfig } from 'vitest/config';

const project = (name: string, more: object = {}) => ({
  test: { name, include: [`packages/${name}/src/**/*.test.{ts,tsx}`], environment: 'node', ...more },
});

/** A PostgreSQL of their own, started once for all projects that need one. */
const database = { globalSetup: ['scripts/test-database.ts'], testTimeout: 60_000, hookTimeout: 120_000 };

export default defineConfig({
  test: {
    // One for each processor that tests are promised to be enough; by default one is left free.
    maxWorkers: 2,
    projects: [
      project('core'),
      project('readers', { testTimeout: 60_000, hookTimeout: 60_000 }),
      project('voices', { testTimeout: 60_000, hookTimeout: 60_000 }),
      project('web', { environment: 'jsdom' }),
      project('cli', { testTimeout: 60_000 }),
      project('server', database),
      {
        test: {
          name: 'e2e',
          include: ['e2e/**/*.test.ts'],
          ...database,
          testTimeout: 120_000,
          // Sound and highlight are followed in real time: one file at a time, with nothing beside it.
          fileParallelism: false,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
