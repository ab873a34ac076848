import { defineConfig } from 'vitest/config';

const project = (name: string, more: object = {}) => ({
  test: { name, include: [`packages/${name}/src/**/*.test.{ts,tsx}`], environment: 'node', ...more },
});

/** A PostgreSQL of their own, started once for all projects that need one. */
const database = { globalSetup: ['scripts/test-database.ts'], testTimeout: 60_000, hookTimeout: 120_000 };

export default defineConfig({
  test: {
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
          fileParallelism: false,
        },
      },
    ],
  },
});
