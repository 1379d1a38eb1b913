/** What nobody uses is not kept: files, exports and dependencies. */
export default {
  workspaces: {
    '.': {
      entry: [
        'scripts/*.mjs',
        'scripts/bench/{main.ts,http.mjs,browser.mjs}',
        'e2e/playwright.config.ts',
        'e2e/flows/*.spec.ts',
        'e2e/support/open-house.ts',
      ],
      project: ['scripts/**/*.{mjs,ts}', 'e2e/**/*.ts'],
    },
    'packages/core': { project: 'src/**/*.ts' },
    'packages/node-runtime': { entry: 'src/*-worker.ts', project: 'src/**/*.ts' },
    'packages/cli': { entry: 'src/main.ts', project: ['src/**/*.ts', '*.mjs'] },
    'apps/server': {
      entry: [
        'src/main.ts',
        'src/load-demo.ts',
        'src/devices/main.ts',
        'src/judge/judge-worker.ts',
        'src/db/migrations/*.ts',
      ],
      project: 'src/**/*.ts',
      // Read by their paths, as font files.
      ignoreDependencies: ['dejavu-fonts-ttf', '@fontsource/.+', '@fontsource-variable/.+'],
    },
    // Fonts and icons are imported by styles and by angular.json.
    'apps/web': {
      entry: 'src/app/**/*.worker.ts',
      project: 'src/**/*.ts',
      ignoreDependencies: ['@fontsource-variable/.+', 'primeicons'],
    },
  },
};
