import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    pool: 'forks',
    maxWorkers: 2,
    // No module keeps state, so test files share them: they are read once rather than for each file.
    isolate: false,
    // Patience for a busy machine; no test measures time.
    testTimeout: 120_000,
    hookTimeout: 60_000,
    projects: [
      {
        extends: true,
        resolve: { conditions: ['source'] },
        ssr: { resolve: { conditions: ['source'] } },
        test: { name: 'core', include: ['packages/**/*.test.ts', 'scripts/**/*.test.ts'] },
      },
      {
        extends: true,
        resolve: { conditions: ['source'] },
        ssr: { resolve: { conditions: ['source'] } },
        test: {
          name: 'server',
          env: { LOG_LEVEL: 'silent' },
          include: ['apps/server/**/*.test.ts'],
          globalSetup: ['apps/server/src/testing/global-setup.ts'],
        },
      },
      {
        extends: true,
        resolve: { conditions: ['source'] },
        ssr: { resolve: { conditions: ['source'] } },
        test: { name: 'web', include: ['apps/web/src/**/*.test.ts'] },
      },
    ],
  },
});
