import { defineConfig } from 'vitest/config';

const PROPERTIES = ['core/src/testing/properties.ts'];
/** What tests import of other workspaces is their build: it is made anew where sources changed. */
const BUILT = 'scripts/built.mjs';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          // nothing in them outlives a test: the modules are read once for all of them
          isolate: false,
          include: ['core/src/**/*.test.ts', 'county/src/**/*.test.ts', 'contract/src/**/*.test.ts'],
          setupFiles: PROPERTIES,
          globalSetup: BUILT,
          maxWorkers: 2,
          // properties over thousands of cases, on machines of any speed
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
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
