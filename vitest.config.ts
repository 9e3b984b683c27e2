import { defineConfig } from 'vitest/config'

const project = (name: string, include: string[], more: object = {}) => ({
  test: { name, include, environment: 'node' as const, ...more },
})

/**
 * What is looked at in a browser takes twice as long as all the rest. `npm test` walks the whole way of a car by keys, every screen with axe and
 * the first screen's size; CI and `npm run test:long` open them all, and so does whoever names files (`bin/test.mjs` says which).
 */
const pages =
  process.env.CHAMOMILE_PAGES === 'few'
    ? ['keyboard', 'screens', 'budget'].map((name) => `tests/e2e/${name}.test.ts`)
    : ['tests/e2e/*.test.ts']

export default defineConfig({
  test: {
    // Both of the two cores that a small machine has; left to itself it would keep one free.
    maxWorkers: 2,
    reporters: ['default', './tests/support/count-reporter.ts'],
    projects: [
      project(
        'core',
        [
          'core/**/*.test.ts',
          'catalogue/**/*.test.ts',
          'bin/**/*.test.ts',
          'web/**/*.test.{ts,tsx}',
          'words/**/*.test.ts',
        ],
        {
          // Random sets are long on a busy machine.
          testTimeout: 240_000,
          // Computation keeps nothing between tests: the files of a worker share what they import, which saves a third of the time.
          isolate: false,
        },
      ),
      project('server', ['server/**/*.test.ts'], {
        globalSetup: './tests/support/database.ts',
        // Only what hangs is ended: how fast something is, the bench says.
        testTimeout: 240_000,
        hookTimeout: 240_000,
        // Each file has a database and a server of its own, and shares only what it imports.
        isolate: false,
      }),
      project('e2e', pages, {
        globalSetup: './tests/support/demo-day.ts',
        setupFiles: './tests/support/tell-on-failure.ts',
        testTimeout: 420_000,
        hookTimeout: 240_000,
        isolate: false,
        // Two at a time, each with its own server and browser, and after the others: they look at a clock.
        sequence: { groupOrder: 1 },
      }),
    ],
  },
})
