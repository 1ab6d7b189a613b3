import { configDefaults, defineConfig } from 'vitest/config';

const PROPERTIES = ['core/src/testing/properties.ts'];
/** What tests import of other workspaces is their build: it is made anew where sources changed. */
const BUILT = 'scripts/built.mjs';

const LARGE = ['core/src/{alerts,engine,outlook}/**/*.test.ts', 'county/src/**/*.test.ts'];
const SMALL = ['core/src/**/*.test.ts', 'contract/src/**/*.test.ts'];

const core = (name: string, include: string[], exclude: string[], isolate: boolean) => ({
  test: {
    name,
    isolate,
    include,
    exclude: [...configDefaults.exclude, ...exclude],
    setupFiles: PROPERTIES,
    globalSetup: BUILT,
    maxWorkers: 2,
    // properties over thousands of cases, on machines of any speed
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});

export default defineConfig({
  test: {
    projects: [
      // what holds much in memory begins afresh with each file; of the rest nothing outlives a test, and its modules are read once
      core('large', LARGE, [], true),
      core('core', SMALL, LARGE, false),
      {
        test: {
          name: 'web',
          include: ['web/src/**/*.test.{ts,tsx}'],
          globalSetup: BUILT,
          maxWorkers: 2,
          testTimeout: 60_000,
          hookTimeout: 60_000,
          setupFiles: 'web/src/testing/deployment.ts',
        },
      },
      {
        test: {
          name: 'server',
          isolate: false,
          include: ['server/src/**/*.test.ts'],
          setupFiles: PROPERTIES,
          globalSetup: [BUILT, 'server/src/testing/started.ts'],
          // two stacks at a time, once the quick tests are done
          maxWorkers: 2,
          sequence: { groupOrder: 1 },
          testTimeout: 120_000,
          hookTimeout: 180_000,
        },
      },
    ],
  },
});
