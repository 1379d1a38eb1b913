import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    pool: 'forks',
    maxWorkers: 2,
    // Patience for a busy machine; no test measures time.
    testTimeout: 120_000,
    hookTimeout: 60_000,
    projects: [
      {
        extends: true,
        resolve: { conditions: ['source'] },
        ssr: { resolve: { conditions: ['source'] } },
        // Core keeps no state, so its test files may share their modules, which are read once rather than for each file.
        test: { name: 'core', include: ['packages/**/*.test.ts', 'scripts/**/*.test.ts'], isolate: false },
      },
      {
        extends: true,
        resolve: { conditions: ['source'] },
        ssr: { resolve: { conditions: ['source'] } },
        test: {
          name: 'server',
          env: { LOG_LEVEL: 'silent' },
          include: ['apps/server/**/*.test.ts'],
          isolate: false,
          globalSetup: ['apps/server/src/testing/global-setup.ts'],
        },
      },
      {
        extends: true,
        resolve: { conditions: ['source'] },
        ssr: { resolve: { conditions: ['source'] } },
        test: { name: 'web', include: ['apps/web/src/**/*.test.ts'], isolate: false },
      },
    ],
  },
});
